import { type PronunciationEntry } from '@aurelfield/core/pronunciation';
import { type VoicedPassage, type PlacedEntry, type PlanVoice } from '@aurelfield/core/speech';
import { toBlocks, type Block } from '@aurelfield/core/text';
import type { OpenDatabase } from '../../db/database.ts';
import type { ReadingSettings } from '../../db/schema/readings.ts';
import type { StoredText, TextRepository } from '../texts/textRepository.ts';
import type { PlanInput, PlannedRow } from '../../threads/planTasks.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';

/** All that a reading is planned from, beside its text. */
export interface PlanBasis {
  readonly voice: PlanVoice;
  readonly sampleRate: number;
  readonly settings: Omit<ReadingSettings, 'speed'>;
  readonly lexicon: readonly PronunciationEntry[];
  readonly places: readonly PlacedEntry[];
  readonly passageVoices: Readonly<Record<string, PlanVoice>>;
  readonly voicedPassages: readonly VoicedPassage[];
}

/** Characters of the blocks that are planned in one go: about three minutes of speech. */
const WINDOW = 40_000;

/**
 * Plans readings, window by window of whole blocks, in a thread; goes on where it was stopped. A reading is
 * planned from its own text, which never changes.
 */
export class ReadingPlanner {
  readonly #database: OpenDatabase;
  readonly #readings: ReadingRepository;
  readonly #texts: TextRepository;
  readonly #threads: TextThreads;

  constructor(
    database: OpenDatabase,
    readings: ReadingRepository,
    texts: TextRepository,
    threads: TextThreads,
  ) {
    this.#database = database;
    this.#readings = readings;
    this.#texts = texts;
    this.#threads = threads;
  }

  /** Plans the beginning and finds the speed that brings the text out at its pace. */
  async begin(
    text: StoredText,
    basis: PlanBasis,
  ): Promise<{ speed: number; rows: readonly PlannedRow[]; nextBlock: number; isLast: boolean }> {
    const blocks = toBlocks(text.blocks);
    const planned = await this.#threads.planBeginning(
      inputOf(blocks, 0, text.language, basis),
      basis.settings.pace,
    );
    return { ...planned, isLast: planned.nextBlock >= blocks.length };
  }

  /** Plans to the end. Rejects with the signal's reason when cancelled; what is planned stays. */
  async finish(given: ReadingRow, signal?: AbortSignal): Promise<ReadingRow> {
    let reading = given;
    if (reading.planned) return reading;
    const text = await this.#texts.get(reading.schoolId, reading.textHash);
    const blocks = toBlocks(text.blocks);
    const basis: PlanBasis = {
      ...reading,
      voice: { id: reading.voice, engineVersion: reading.engineVersion },
    };
    while (!reading.planned) {
      signal?.throwIfAborted();
      const input = inputOf(blocks, reading.plannedBlocks, text.language, basis);
      const rows = await this.#threads.planBlocks(input, reading.settings.speed);
      const nextBlock = reading.plannedBlocks + input.blocks.length;
      const current = reading;
      await this.#database.transaction((tx) =>
        this.#readings.addSentences(tx, current, rows, { nextBlock, isLast: nextBlock >= blocks.length }),
      );
      reading = await this.#readings.get(reading.schoolId, reading.id);
    }
    return reading;
  }
}

function inputOf(blocks: readonly Block[], from: number, language: string, basis: PlanBasis): PlanInput {
  const { voice, sampleRate, settings, lexicon, places, passageVoices, voicedPassages } = basis;
  let to = from;
  for (let characters = 0; to < blocks.length && characters < WINDOW; to++)
    characters += blocks[to]?.text.length ?? 0;
  return {
    blocks: blocks.slice(from, to),
    offset: from,
    isFollowed: blocks.findIndex(({ silent }, i) => i >= to && !silent) >= 0,
    language,
    voice,
    sampleRate,
    pitch: settings.pitch,
    pauses: settings.pauses,
    choices: settings.choices,
    lexicon,
    places: places.filter(({ block }) => block >= from && block < to),
    passageVoices,
    voicedPassages: voicedPassages.filter(({ block }) => block >= from && block < to),
  };
}
