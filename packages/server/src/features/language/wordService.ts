import type { HearWord, WordFactsView, wordQuerySchema } from '@aurelfield/api';
import {
  arpabetToIpa,
  ipaToRespelling,
  stressOnSyllables,
  syllablesOfIpa,
} from '@aurelfield/core/pronunciation';
import { DEFAULT_CHOICES, DEFAULT_PAUSES, planHandout, type PlannedSentence } from '@aurelfield/core/speech';
import type { VoiceRegistry } from '@aurelfield/voices';
import type { z } from 'zod';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { speakAtOnce } from '../../speech/speakAtOnce.ts';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import { soundsOfWord } from '../../words/knowledge.ts';

/** A word that is said slowly is said at this pace. Words a minute. */
const SLOW = 70;
/** Seconds between two syllables that are said one by one. */
const SYLLABLE_GAP = 0.28;

/** What is known of a word, and the word by itself in a pupil's voice. */
export class WordService {
  readonly #threads: TextThreads;
  readonly #voices: VoiceRegistry;
  readonly #pupils: PupilRepository;

  constructor(threads: TextThreads, voices: VoiceRegistry, pupils: PupilRepository) {
    this.#threads = threads;
    this.#voices = voices;
    this.#pupils = pupils;
  }

  async facts(schoolId: string, query: z.output<typeof wordQuerySchema>): Promise<WordFactsView> {
    const { word, language, pupilId, sentence, start } = query;
    const { profile } = await this.#pupils.get(schoolId, pupilId);
    const voice = this.#voices.voiceFor(language, profile.voices);
    const [facts, said] = await Promise.all([
      this.#threads.wordFacts(word, language, sentence, start),
      voice ? this.#voices.pronounce(voice.id, [word.toLowerCase()]) : undefined,
    ]);
    const ipa = said?.[0] ? stressOnSyllables(said[0].join('')) : null;
    const respelling = ipa === null ? null : ipaToRespelling(ipa);
    return {
      word,
      ipa,
      // Some accents have vowels for which the respelling has no letters.
      respelling: respelling !== null && /^[a-z-]+$/iu.test(respelling) ? respelling : null,
      ...facts,
    };
  }

  /** The word as a WAV file: as usual, slowly, or syllable by syllable. */
  async hear(schoolId: string, { word, language, pupilId, way }: HearWord): Promise<Buffer> {
    const { profile } = await this.#pupils.get(schoolId, pupilId);
    const voice = this.#voices.voiceFor(language, profile.voices);
    if (!voice) throw new AppError('no-voice', 'No voice here speaks this language.');
    const planVoice = { id: voice.id, engineVersion: this.#voices.engineVersion(voice.id) ?? '' };
    const settings = {
      speed: way === 'normal' ? profile.pace : Math.min(SLOW, profile.pace),
      pitch: profile.pitch,
      sampleRate: voice.sampleRate,
      loudness: profile.loudness,
      pauses: { ...DEFAULT_PAUSES, comma: SYLLABLE_GAP },
      choices: DEFAULT_CHOICES,
    };
    const plan = [
      ...planHandout([{ type: 'paragraph', text: word, offset: 0 }], language, planVoice, settings),
    ];
    const said =
      way === 'syllables' ? await Promise.all(plan.map((one) => this.#inSyllables(one, voice.id))) : plan;
    return (await speakAtOnce(said, this.#voices, settings)).wav;
  }

  /** The same sentence with each spoken word's syllables as words of their own, a pause between them. */
  async #inSyllables(sentence: PlannedSentence, voiceId: string): Promise<PlannedSentence> {
    const { plan } = sentence;
    const phones = await this.#voices.pronounce(
      voiceId,
      plan.words.map((word) => word.toLowerCase()),
    );
    const syllables = plan.words.flatMap((word, i) => {
      const given = plan.sounds.find((sounds) => sounds.word === i)?.ipa;
      return (
        syllablesFrom([given, phones?.[i]?.join(''), dictionaryIpa(word)]) ?? [{ text: word, ipa: given }]
      );
    });
    return {
      ...sentence,
      words: sentence.words.map((word) => ({ ...word, firstSpoken: 0, spokenCount: syllables.length })),
      plan: {
        ...plan,
        words: syllables.map(({ text }) => text),
        sounds: syllables.flatMap(({ ipa }, word) => (ipa === undefined ? [] : [{ word, ipa }])),
        breaks: syllables.slice(1).map((_one, i) => i),
      },
      breaks: syllables.slice(1).map(() => 'comma' as const),
    };
  }
}

/** The syllables of the first pronunciation that can be split. */
function syllablesFrom(
  candidates: readonly (string | undefined)[],
): { text: string; ipa: string }[] | undefined {
  for (const ipa of candidates) {
    if (ipa === undefined || ipa === '') continue;
    try {
      return syllablesOfIpa(ipa).map((syllable) => ({
        text: ipaToRespelling(syllable).toLowerCase(),
        // By itself each is said with stress, so that its vowel keeps its sound.
        ipa: /[ˈˌ]/u.test(syllable) ? syllable : `ˈ${syllable}`,
      }));
    } catch {
      // An engine's own signs are not IPA throughout: the next one may do.
    }
  }
  return undefined;
}

function dictionaryIpa(word: string): string | undefined {
  const sounds = soundsOfWord(word);
  return sounds === undefined ? undefined : arpabetToIpa(sounds);
}
