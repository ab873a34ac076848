import type { Cost, LeftOutView, Occurrence, Reading, ReadingSentence } from '@aurelfield/api';
import {
  baseLanguage,
  DEFAULT_CHOICES,
  displayedIntervals,
  leftOutOf,
  Lexicon,
  speedForPace,
  toSamples,
  type Block,
  type PlacedEntry,
  type PlanVoice,
  type ProfileSettings,
  type PronunciationEntry,
} from '@aurelfield/core';
import { costOf, type SpeakOptions, type Voice, type VoiceRegistry } from '@aurelfield/voices';
import { createHash } from 'node:crypto';
import type { HandoutStore } from '../handouts/handoutStore.ts';
import { HttpProblem } from '../http/problem.ts';
import type { JobRunner } from '../jobs/jobRunner.ts';
import { toJob, type JobStore } from '../jobs/jobStore.ts';
import type { PronunciationStore } from '../pronunciations/pronunciationStore.ts';
import type { PupilStore } from '../pupils/pupilStore.ts';
import { AudioSource, type AudioPart } from './audioSource.ts';
import type { ClipMaker } from './clipMaker.ts';
import type { ClipStore, StoredClip } from './clipStore.ts';
import type { PricedUseStore } from './pricedUseStore.ts';
import type { Planner } from './planner.ts';
import { expectedDuration, type ReadingRow, type ReadingStore, type SentenceRow } from './readingStore.ts';

/** Raised whenever the rules that turn text into a plan change, so that readings are planned anew. */
const PLAN_VERSION = 7;
const MAKING_AT_ONCE = 2;
const PRICED = 'priced';
const MAKING_BATCH = 64;

export interface ReadingParts {
  readonly handouts: HandoutStore;
  readonly pupils: PupilStore;
  readonly pronunciations: PronunciationStore;
  readonly readings: ReadingStore;
  readonly planner: Planner;
  readonly clips: ClipStore;
  readonly maker: ClipMaker;
  readonly voices: VoiceRegistry;
  readonly jobs: JobStore;
  readonly pricedUse: PricedUseStore;
}

/** Readings as teachers use them: open one, look at its sentences, get its sound, make all of it. */
export class ReadingService {
  readonly #parts: ReadingParts;

  constructor(parts: ReadingParts) {
    this.#parts = parts;
  }

  /**
   * The reading of a handout for a pupil's current profile, with its first sentences planned and its making under way.
   * @throws HttpProblem when no voice speaks the handout's language.
   */
  async open(schoolId: string, handoutId: string, pupilId: string, runner: JobRunner): Promise<Reading> {
    const { handouts, pupils, pronunciations, readings, planner, voices, jobs } = this.#parts;
    const [handout, pupil] = await Promise.all([
      handouts.row(schoolId, handoutId),
      pupils.get(schoolId, pupilId),
    ]);
    const { voices: chosen, pace, pitch, loudness, pauses, choices } = pupil.profile;
    const voice = voices.voiceFor(handout.language, chosen);
    if (!voice) throw noVoice(handout.language, voices);
    const engineVersion = voices.engineVersion(voice.id) ?? '';
    const lexicon = await pronunciations.inForce(schoolId, {
      pupilId,
      className: handout.className,
      subject: handout.subject,
    });
    const occurrences = (await handouts.occurrences(schoolId, handoutId)).map(toPlacedEntry);
    const passageVoices = this.#passageVoices(await handouts.blocks(schoolId, handoutId), voice, chosen);
    const planHash = createHash('sha256')
      .update(
        JSON.stringify([
          PLAN_VERSION,
          handout.contentHash,
          handout.language,
          voice.id,
          engineVersion,
          pace,
          pitch,
          loudness,
          pauses.comma,
          pauses.sentence,
          pauses.paragraph,
          pauses.heading,
          choices.emoji,
          choices.citations,
          choices.announcements,
          lexicon,
          occurrences,
          ...(Object.keys(passageVoices).length > 0 ? [passageVoices] : []),
        ]),
      )
      .digest('hex');
    const row =
      (await readings.find({ handoutId, pupilId, planHash })) ??
      (await readings.findOrAdd({
        schoolId,
        handoutId,
        pupilId,
        planHash,
        language: handout.language,
        voice: voice.id,
        engineVersion,
        sampleRate: voice.sampleRate,
        settings: {
          pace,
          pitch,
          loudness,
          pauses,
          choices,
          speed: await this.#speed(handout, pupil.profile, lexicon),
        },
        lexicon,
        occurrences,
        passageVoices,
      }));
    const reading = await (voice.price ? planner.finish(row) : planner.begin(row));
    if (!(await jobs.latest(row.id, 'make')) && (!voice.price || row.costAgreed))
      await runner.enqueue({ schoolId, kind: 'make', readingId: row.id });
    return this.describe(reading);
  }

  /** How far a reading is. */
  async get(schoolId: string, readingId: string): Promise<Reading> {
    return this.describe(await this.#parts.readings.get(schoolId, readingId));
  }

  /** Sentences with the times of those that are made. */
  async sentences(schoolId: string, readingId: string, from: number, to: number): Promise<ReadingSentence[]> {
    await this.#parts.readings.get(schoolId, readingId);
    const rows = await this.#parts.readings.sentences(readingId, from, to);
    const clips = await this.#parts.clips.find(
      schoolId,
      rows.map((row) => row.clipKey),
    );
    return rows.map((row) => toSentence(row, clips.get(row.clipKey)));
  }

  /** The same, but what is missing is made first, before all that is made in advance. */
  async makeSentences(
    schoolId: string,
    readingId: string,
    from: number,
    to: number,
    signal?: AbortSignal,
  ): Promise<ReadingSentence[]> {
    const reading = await this.#parts.readings.get(schoolId, readingId);
    const rows = await this.#parts.readings.sentences(readingId, from, to);
    const clips = await this.#clipsOf(reading, rows, {
      priority: 'listening',
      ...(signal ? { signal } : {}),
    });
    return rows.map((row, i) => toSentence(row, clips[i]));
  }

  /** The sound of some sentences, pauses after them included; what is missing is made first. */
  async audio(
    schoolId: string,
    readingId: string,
    from: number,
    to: number,
    signal?: AbortSignal,
  ): Promise<AudioSource> {
    const reading = await this.#parts.readings.get(schoolId, readingId);
    const rows = await this.#parts.readings.sentences(readingId, from, to);
    if (rows.length === 0) throw new HttpProblem(416, 'no-sentence', 'The reading has no such sentences.');
    const clips = await this.#clipsOf(reading, rows, {
      priority: 'listening',
      ...(signal ? { signal } : {}),
    });
    return new AudioSource(reading.sampleRate, partsOf(reading, rows, clips));
  }

  /** Plans and makes all that is missing; tells how far it is. Rejects with the signal's reason when cancelled. */
  async makeAll(
    reading: ReadingRow,
    signal: AbortSignal,
    progress: (done: number, total: number) => Promise<void>,
  ): Promise<void> {
    const { planner, readings, maker } = this.#parts;
    this.#checkAgreed(reading);
    const planned = await planner.finish(reading, signal);
    let { made } = await readings.progress(reading.id);
    await progress(made, planned.sentences);
    for (let from = 0; ;) {
      const missing = await readings.missing(reading.id, from, MAKING_BATCH);
      const last = missing.at(-1);
      if (last === undefined) break;
      await eachOf(missing, MAKING_AT_ONCE, async ({ key, plan }) => {
        await maker.get(reading.schoolId, { key, plan }, { signal });
        made += 1;
        await progress(Math.min(made, planned.sentences), planned.sentences);
      });
      from = last.position + 1;
    }
    await progress(planned.sentences, planned.sentences);
  }

  /** What the handout shows and this reading does not say. */
  async leftOut(schoolId: string, readingId: string): Promise<LeftOutView[]> {
    const reading = await this.#parts.readings.get(schoolId, readingId);
    const blocks = await this.#parts.handouts.blocks(schoolId, reading.handoutId);
    return leftOutOf(blocks, reading.language, reading.settings.choices ?? DEFAULT_CHOICES);
  }

  /** Voices for passages in other languages: the pupil's own or the first that speaks them, if its sound can be joined to the main voice's and costs nothing. */
  #passageVoices(
    blocks: readonly Block[],
    main: Voice,
    chosen: Readonly<Record<string, string>>,
  ): Record<string, PlanVoice> {
    const { voices } = this.#parts;
    const tags = [...new Set(blocks.flatMap(({ language }) => language ?? []))];
    return Object.fromEntries(
      tags.flatMap((tag) => {
        if (baseLanguage(tag) === baseLanguage(main.language)) return [];
        const voice = voices.voiceFor(tag, chosen);
        if (!voice || voice.price || voice.sampleRate !== main.sampleRate) return [];
        return [[tag, { id: voice.id, engineVersion: voices.engineVersion(voice.id) ?? '' }] as const];
      }),
    );
  }

  /** Agrees to what the rest of a reading costs; nothing is asked of voices without a price. */
  async agree(schoolId: string, readingId: string): Promise<void> {
    await this.#parts.readings.agreeToCost(schoolId, readingId);
  }

  /** Adds what is counted to a reading's row. */
  async describe(row: ReadingRow): Promise<Reading> {
    const { readings, voices, jobs } = this.#parts;
    const [progress, job] = await Promise.all([readings.progress(row.id), jobs.latest(row.id, 'make')]);
    const voice = voices.find(row.voice);
    if (!voice)
      throw new HttpProblem(
        409,
        'voice-gone',
        'The voice of this reading is not installed any more. Choose another one for the pupil.',
      );
    const complete = row.planned && progress.made === progress.sentences;
    return {
      id: row.id,
      handoutId: row.handoutId,
      pupilId: row.pupilId,
      voice: { ...voice },
      language: row.language,
      sampleRate: row.sampleRate,
      pace: row.settings.pace,
      sentences: progress.sentences,
      planned: row.planned,
      made: progress.made,
      duration: complete ? progress.duration : null,
      job: job ? toJob(job) : null,
      cost: voice.price ? await this.#cost(row, voice.price) : null,
    };
  }

  async #cost(row: ReadingRow, price: NonNullable<Voice['price']>): Promise<Cost> {
    const { readings, pricedUse } = this.#parts;
    const characters = await readings.missingCharacters(row.id);
    const used = await pricedUse.used(row.schoolId, PRICED);
    return {
      agreed: row.costAgreed,
      characters,
      price: costOf(characters, used, price),
      currency: price.currency,
      used,
      usedPrice: costOf(used, 0, price),
      freePerMonth: price.freePerMonth,
      service: price.service,
      simulated: price.simulated,
    };
  }

  /** @throws HttpProblem 402 when something would be sent to a priced service that nobody has agreed to. */
  #checkAgreed(reading: ReadingRow): void {
    if (reading.costAgreed || !this.#parts.voices.find(reading.voice)?.price) return;
    throw new HttpProblem(
      402,
      'not-agreed',
      'This voice costs money. Agree to the price above first, or choose another voice for the pupil.',
    );
  }

  /** The speed that brings this handout out at the pupil's pace. */
  async #speed(
    { schoolId, id, language }: { readonly schoolId: string; readonly id: string; readonly language: string },
    profile: Pick<ProfileSettings, 'pace' | 'pauses' | 'choices'>,
    lexicon: readonly PronunciationEntry[],
  ): Promise<number> {
    const blocks = await this.#parts.handouts.blocks(schoolId, id);
    return speedForPace(blocks, language, profile, lexicon.length > 0 ? new Lexicon(lexicon) : undefined);
  }

  async #clipsOf(
    reading: ReadingRow,
    rows: readonly SentenceRow[],
    options: SpeakOptions,
  ): Promise<StoredClip[]> {
    const { schoolId } = reading;
    const stored = await this.#parts.clips.load(
      schoolId,
      rows.map((row) => row.clipKey),
    );
    if (rows.some((row) => !stored.has(row.clipKey))) this.#checkAgreed(reading);
    return Promise.all(
      rows.map(
        async (row) =>
          stored.get(row.clipKey) ??
          this.#parts.maker.get(schoolId, { key: row.clipKey, plan: row.plan }, options),
      ),
    );
  }
}

function toPlacedEntry({ block, start, written, kind, said }: Occurrence): PlacedEntry {
  return { block, start, entry: { written, kind, said, caseSensitive: true } };
}

function partsOf(
  reading: ReadingRow,
  rows: readonly SentenceRow[],
  clips: readonly StoredClip[],
): AudioPart[] {
  return rows.flatMap((row, i) => {
    const clip = clips[i];
    const pause = { samples: toSamples(row.pauseAfter, reading.sampleRate) };
    return clip === undefined ? [pause] : [{ samples: clip.samples, file: clip.file }, pause];
  });
}

function toSentence(row: SentenceRow, clip: StoredClip | undefined): ReadingSentence {
  const words = row.words.map(([start, end, firstSpoken, spokenCount]) => ({
    start,
    end,
    firstSpoken,
    spokenCount,
  }));
  return {
    index: row.position,
    block: row.block,
    start: row.start,
    end: row.end,
    words: words.map(({ start, end, firstSpoken, spokenCount }) => ({
      start,
      end,
      said: row.plan.words.slice(firstSpoken, firstSpoken + spokenCount).join(' '),
    })),
    spokenWords: row.plan.words.length,
    pauseAfter: row.pauseAfter,
    duration: clip?.duration ?? expectedDuration(row),
    times: clip === undefined ? null : displayedIntervals(words, clip).map(({ start, end }) => [start, end]),
  };
}

function noVoice(language: string, voices: VoiceRegistry): HttpProblem {
  const names = new Intl.DisplayNames('en-GB', { type: 'language' });
  const speaks = [
    ...new Set(voices.voices.map((voice) => names.of(baseLanguage(voice.language)) ?? voice.language)),
  ].sort();
  return new HttpProblem(
    422,
    'no-voice',
    `No voice here speaks ${nameOf(language, names)}. There are voices for ${speaks.join(', ')}. If the language was guessed wrongly, change it.`,
  );
}

function nameOf(language: string, names: Intl.DisplayNames): string {
  try {
    return names.of(language) ?? language;
  } catch {
    return language;
  }
}

async function eachOf<T>(
  items: readonly T[],
  atOnce: number,
  work: (item: T) => Promise<void>,
): Promise<void> {
  const queue = [...items];
  const lane = async () => {
    for (let item = queue.shift(); item !== undefined; item = queue.shift()) await work(item);
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
}
