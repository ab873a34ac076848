import { RECORDING_RATE } from '@aurelfield/api';
import { applyGain, soundOfEdited } from '@aurelfield/core/audio';
import { LOUDNESS_TARGETS, type SpeechPlan } from '@aurelfield/core/speech';
import {
  edited,
  piecesBetween,
  recordedTimeline,
  spokenTimes,
  recordedSpanOf,
  type Timeline,
} from '@aurelfield/core/timeline';
import {
  SpeechError,
  type SpeakOptions,
  type SpeechEngine,
  type SpokenClip,
  type Voice,
} from '@aurelfield/voices';
import { LRUCache } from 'lru-cache';
import type { RecordingSound } from './recordingSound.ts';
import type { RecordingRow, RecordingRepository } from './recordingRepository.ts';

const ENGINE = 'recorded';
/** Raised when the same recording comes to be cut or timed in another way. */
export const RECORDED_VERSION = 'recorded-1';
const VOICE = /^recorded-([0-9a-f-]{36})-([0-9a-f]{12})-(\d+)$/u;

/** The voice that says a sentence of a recording, as its edits and words are at this moment. */
export function recordedVoiceId(
  { id, content }: Pick<RecordingRow, 'id' | 'content'>,
  sentence: number,
): string {
  return `${ENGINE}-${id}-${content}-${sentence}`;
}

/** What brings a recording to the loudness of the voices, in decibels. */
export function voiceGain({ loudness }: Pick<RecordingRow, 'loudness'>): number {
  return loudness === null ? 0 : Math.max(-30, Math.min(30, LOUDNESS_TARGETS.default - loudness));
}

/** A recording and its timeline after all edits. */
export interface OpenRecording {
  readonly row: RecordingRow;
  readonly timeline: Timeline;
}

/** A recording's timeline, before any edit or after all of them. */
export function timelineOfRecording(row: RecordingRow, edits = row.edits): Timeline {
  return edited(recordedTimeline(row.id, RECORDING_RATE, row.samples, row.sentences), edits);
}

/**
 * Recordings as an engine: each recorded sentence is a voice that can say just that. It is found by its name
 * and offered to nobody.
 */
export class RecordedVoice implements SpeechEngine {
  readonly id = ENGINE;
  readonly voices: readonly Voice[] = [];
  readonly #recordings: RecordingRepository;
  readonly #sound: RecordingSound;
  readonly #open = new LRUCache<string, OpenRecording>({ max: 4 });

  constructor(recordings: RecordingRepository, sound: RecordingSound) {
    this.#recordings = recordings;
    this.#sound = sound;
  }

  versionOf = () => RECORDED_VERSION;
  start = () => Promise.resolve();
  stop = () => Promise.resolve();

  unlisted = (voiceId: string): Voice | undefined =>
    VOICE.test(voiceId)
      ? {
          id: voiceId,
          label: 'Recorded',
          language: 'und',
          region: '',
          timbre: 'lower',
          engine: ENGINE,
          sampleRate: RECORDING_RATE,
          timings: 'aligned',
        }
      : undefined;

  /**
   * Speaks a recorded sentence, to the school whose recording it is.
   * @throws SpeechError for any other one.
   */
  async speak(plan: SpeechPlan, { schoolId }: SpeakOptions = {}): Promise<SpokenClip> {
    const [, id = '', content = '', nth = ''] = VOICE.exec(plan.voice) ?? [];
    const { row, timeline } = await this.#recording(id, content);
    if (schoolId !== row.schoolId) throw gone();
    const span = recordedSpanOf(timeline, Number(nth));
    const sentence = row.sentences[Number(nth)];
    if (!span || !sentence)
      throw new SpeechError('failed', 'Nothing of this sentence is left in the recording. Record it again.');
    const pcm = await soundOfEdited(
      piecesBetween(timeline.pieces, span.from, span.to),
      RECORDING_RATE,
      this.#sound.reader(row.schoolId, row.id),
    );
    const gain = voiceGain(row);
    if (gain !== 0) applyGain(pcm, gain, RECORDING_RATE);
    const words = spokenTimes(plan.words, sentence.words, span.words);
    return {
      sampleRate: RECORDING_RATE,
      pcm,
      duration: pcm.length / RECORDING_RATE,
      words: words.map(({ from, to }) => ({ start: from / RECORDING_RATE, end: to / RECORDING_RATE })),
      // The speaker's own pause stays before the point where a longer one can be inserted.
      cuts: plan.breaks.map((after) =>
        Math.max(words[after]?.to ?? 0, (words[after + 1]?.from ?? pcm.length) - CLEAR),
      ),
      trailingSilence: span.trailingSilence,
    };
  }

  async #recording(id: string, content: string): Promise<OpenRecording> {
    const key = `${id}/${content}`;
    const open = this.#open.get(key);
    if (open) return open;
    const row = await this.#recordings.find(id);
    if (!row) throw gone();
    if (row.content !== content)
      throw new SpeechError(
        'other-version',
        'The recording was changed since this reading was planned. Open the handout for the pupil again.',
      );
    const found = { row, timeline: timelineOfRecording(row) };
    this.#open.set(key, found);
    return found;
  }
}

function gone(): SpeechError {
  return new SpeechError('failed', 'This recording is not here any more.');
}

/** Silence is inserted a little before the next word begins. Samples: 5 ms. */
const CLEAR = Math.round(0.005 * RECORDING_RATE);
