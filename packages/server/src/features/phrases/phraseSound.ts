import type { PhraseVoice } from '@aurelfield/api';
import { Lexicon } from '@aurelfield/core/pronunciation';
import { DEFAULT_CHOICES, pausesAtPace, planAtPace, PITCH_RANGE, PACE_RANGE } from '@aurelfield/core/speech';
import type { VoiceRegistry } from '@aurelfield/voices';
import { LRUCache } from 'lru-cache';
import type { PronunciationRepository } from '../pronunciations/pronunciationRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { speakAtOnce } from '../../speech/speakAtOnce.ts';
import { AppError } from '../../appError.ts';

/** Bytes of sounds that are kept for the next tap. */
const KEPT_BYTES = 48_000_000;

/** Speaks phrases, at once and from memory where it can. */
export class PhraseSound {
  readonly #voices: VoiceRegistry;
  readonly #pupils: PupilRepository;
  readonly #pronunciations: PronunciationRepository;
  readonly #kept = new LRUCache<string, Buffer>({
    maxSize: KEPT_BYTES,
    sizeCalculation: ({ byteLength }) => byteLength,
  });

  constructor(voices: VoiceRegistry, pupils: PupilRepository, pronunciations: PronunciationRepository) {
    this.#voices = voices;
    this.#pupils = pupils;
    this.#pronunciations = pronunciations;
  }

  /**
   * A text as a WAV file, with the pronunciations of the school and the pupil.
   * @throws AppError when its voice is not here.
   */
  async speak(
    schoolId: string,
    pupilId: string | null,
    text: string,
    { voice: voiceId, pace, pitch, loudness }: PhraseVoice,
    signal?: AbortSignal,
  ): Promise<Buffer> {
    const voice = this.#voices.find(voiceId) ?? this.#voices.voiceFor('en-GB');
    if (!voice || voice.price)
      throw new AppError('no-voice', 'The voice of this phrase is not here. Choose another one.');
    const engineVersion = this.#voices.engineVersion(voice.id) ?? '';
    const entries = await this.#pronunciations.inForce(schoolId, {
      pupilId: pupilId ?? null,
      classId: null,
      subjectId: null,
    });
    const key = JSON.stringify([text, voice.id, engineVersion, pace, pitch, loudness, entries]);
    const kept = this.#kept.get(key);
    if (kept) return kept;
    const settings = {
      pace,
      pitch,
      loudness,
      sampleRate: voice.sampleRate,
      pauses: pausesAtPace(pace),
      choices: DEFAULT_CHOICES,
    };
    const blocks = [{ type: 'paragraph' as const, text, offset: 0 }];
    const options = entries.length > 0 ? { lexicon: new Lexicon(entries) } : {};
    const plan = planAtPace(blocks, voice.language, { id: voice.id, engineVersion }, settings, options);
    const { wav } = await speakAtOnce(plan, this.#voices, settings, signal);
    this.#kept.set(key, wav);
    return wav;
  }

  /** The voice that typed words are said in: the pupil's own, or the best that is free. */
  async voiceOf(schoolId: string, pupilId: string | null): Promise<{ voice: PhraseVoice; language: string }> {
    const pupil =
      pupilId === null ? undefined : await this.#pupils.get(schoolId, pupilId).catch(() => undefined);
    const [first = 'en'] = Object.keys(pupil?.profile.voices ?? {});
    const language = first === 'en' ? 'en-GB' : first;
    const voice = this.#voices.voiceFor(language, pupil?.profile.voices);
    if (!voice) throw new AppError('no-voice', 'No voice here speaks this language.');
    const { pace = 150, pitch = 0, loudness = 'default' } = pupil?.profile ?? {};
    return {
      language: voice.language,
      voice: {
        voice: voice.id,
        pace: Math.max(PACE_RANGE.min, Math.min(PACE_RANGE.max, pace)),
        pitch: Math.max(PITCH_RANGE.min, Math.min(PITCH_RANGE.max, pitch)),
        loudness,
      },
    };
  }
}
