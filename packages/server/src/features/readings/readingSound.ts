import { BYTES_PER_SAMPLE, wavHeader } from '@aurelfield/core/audio';
import { loudnessGain } from '@aurelfield/core/speech';
import {
  scheduledSentence,
  piecesBetween,
  timelineOf,
  type Piece,
  type ReadingSentencePlan,
  type Timeline,
} from '@aurelfield/core/timeline';
import type { SpeakOptions, VoiceRegistry } from '@aurelfield/voices';
import { LRUCache } from 'lru-cache';
import type { ClipMaker } from './clipMaker.ts';
import type { ClipRepository, StoredClip } from './clipRepository.ts';
import { checkAgreed } from './cost.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';
import type { SoundRenderer, SoundSource } from './soundRenderer.ts';

export interface SoundDeps {
  readonly readings: ReadingRepository;
  readonly clips: ClipRepository;
  readonly maker: ClipMaker;
  readonly renderer: SoundRenderer;
  readonly voices: VoiceRegistry;
}

/** Planned sentences with their clips, and the timeline they make. */
export interface Span {
  readonly sentences: readonly ReadingSentencePlan[];
  readonly clips: Map<string, StoredClip>;
  readonly timeline: Timeline;
}

/**
 * A WAV file that exists only as its pieces; any stretch of its bytes can be read without holding the whole.
 */
export interface WavSound {
  /** Length of the whole file. */
  readonly bytes: number;
  /** The bytes from `start` up to, not including, `end`, in order. */
  read(start?: number, end?: number): AsyncGenerator<Uint8Array>;
}

/**
 * Stretches are remembered, since a player asks for the parts of one several times: so many sentences of
 * them, for so long.
 */
const REMEMBERED = { sentences: 20_000, milliseconds: 20 * 60 * 1000 };

/** The sound of readings: their sentences' clips, made when missing, on the timeline. */
export class ReadingSound {
  readonly #deps: SoundDeps;
  readonly #known = new LRUCache<string, Span>({
    maxSize: REMEMBERED.sentences,
    sizeCalculation: ({ sentences }) => sentences.length + 1,
    ttl: REMEMBERED.milliseconds,
  });

  constructor(deps: SoundDeps) {
    this.#deps = deps;
  }

  /** Some sentences, pauses after them included; clips that are missing are made first. */
  async span(reading: ReadingRow, from: number, to: number, options: SpeakOptions): Promise<Span> {
    const name = `${reading.id} ${from} ${to}`;
    const known = this.#known.get(name);
    if (known) return known;
    const sentences = await this.#deps.readings.sentences(reading.id, from, to);
    const clips = await this.#clipsOf(reading, sentences, options);
    const span = { sentences, clips, timeline: timelineFor(reading, sentences, clips) };
    // What is planned and made stays as it is; only the end of what is planned moves.
    if (sentences.length === to - from || reading.planned) this.#known.set(name, span);
    return span;
  }

  /** Sentences that are no part of the reading, in its voice and loudness: what is said around it. */
  async of(
    reading: ReadingRow,
    sentences: readonly ReadingSentencePlan[],
    options: SpeakOptions,
  ): Promise<Span> {
    const clips = await this.#clipsOf(reading, sentences, options);
    return { sentences, clips, timeline: timelineFor(reading, sentences, clips) };
  }

  /** A stretch as a WAV file. */
  wav(reading: ReadingRow, { sentences, clips, timeline }: Span): WavSound {
    const header = wavHeader(timeline.sampleRate, timeline.samples);
    const source = this.#source(reading, clips, sentences);
    const { renderer } = this.#deps;
    const whole = header.length + timeline.samples * BYTES_PER_SAMPLE;
    return {
      bytes: whole,
      async *read(start = 0, end = whole) {
        if (start < header.length) yield header.subarray(start, Math.min(end, header.length));
        const [first, last] = [Math.max(0, start - header.length), end - header.length];
        if (last <= first) return;
        const [from, to] = [Math.floor(first / BYTES_PER_SAMPLE), Math.ceil(last / BYTES_PER_SAMPLE)];
        const pieces = piecesBetween(timeline.pieces, from, to);
        let at = from * BYTES_PER_SAMPLE;
        for await (const chunk of renderer.render({ ...source, pieces })) {
          yield chunk.subarray(Math.max(0, first - at), Math.min(chunk.length, last - at));
          at += chunk.length;
        }
      },
    };
  }

  /** The samples of some pieces of a stretch's timeline, as 16-bit little-endian bytes. */
  render(
    reading: ReadingRow,
    { sentences, clips }: Span,
    pieces: readonly Piece[],
  ): AsyncIterable<Uint8Array> {
    return this.#deps.renderer.render({ ...this.#source(reading, clips, sentences), pieces });
  }

  #source(
    reading: ReadingRow,
    clips: Map<string, StoredClip>,
    sentences: readonly ReadingSentencePlan[],
  ): Omit<SoundSource, 'pieces'> & { readonly pieces: readonly Piece[] } {
    return {
      pieces: [],
      clipOf: (key) => clips.get(key),
      makeAgain: async (clip) => {
        const sentence = sentences.find(({ clipKey }) => clipKey === clip.key);
        if (!sentence) throw new Error(`The clip ${clip.key} is none of these sentences’.`);
        await this.#deps.clips.forget(reading.schoolId, clip);
        const again = await this.#deps.maker.get(
          reading.schoolId,
          { key: clip.key, plan: sentence.plan },
          { priority: 'listening' },
        );
        clips.set(clip.key, again);
        return again;
      },
    };
  }

  async #clipsOf(
    reading: ReadingRow,
    sentences: readonly ReadingSentencePlan[],
    options: SpeakOptions,
  ): Promise<Map<string, StoredClip>> {
    const { clips, maker, voices } = this.#deps;
    const { schoolId } = reading;
    const found = await clips.find(
      schoolId,
      sentences.map(({ clipKey }) => clipKey),
    );
    const missing = sentences.filter(({ clipKey }) => !found.has(clipKey));
    if (missing.length > 0) {
      checkAgreed(reading, voices);
      const wanted = missing.map(({ clipKey, plan }) => ({ key: clipKey, plan }));
      for (const clip of await maker.getAll(schoolId, wanted, options)) found.set(clip.key, clip);
    }
    await clips.touch(schoolId, [...found.keys()]);
    return found;
  }
}

function timelineFor(
  { sampleRate, settings }: ReadingRow,
  sentences: readonly ReadingSentencePlan[],
  clips: ReadonlyMap<string, StoredClip>,
): Timeline {
  const laying = { sampleRate, gain: loudnessGain(settings.loudness) };
  return timelineOf(
    sampleRate,
    sentences.map((sentence) => {
      const clip = clips.get(sentence.clipKey);
      if (!clip) throw new Error(`The clip ${sentence.clipKey} was not made.`);
      return scheduledSentence(sentence, clip.facts, laying);
    }),
  );
}
