import type { VoiceRegistry } from '@aurelfield/voices';
import pLimit from 'p-limit';
import type { JobContext } from '../../jobs/worker.ts';
import type { ClipMaker } from './clipMaker.ts';
import { checkAgreed } from './cost.ts';
import type { ReadingPlanner } from './readingPlanner.ts';
import type { ReadingProgress } from './readingProgress.ts';
import type { MissingClip, ReadingRow, ReadingRepository } from './readingRepository.ts';

/**
 * Sentences looked up at once, claimed at once, and sets of them that are under way at the same time: enough
 * to keep the engine busy, few enough that a listener waits for a moment only.
 */
const BATCH = 64;
const CLAIMED_TOGETHER = 3;
const SETS_AT_ONCE = 2;

export interface ReadingMakerDeps {
  readonly readings: ReadingRepository;
  readonly planner: ReadingPlanner;
  readonly progress: ReadingProgress;
  readonly maker: ClipMaker;
  readonly voices: VoiceRegistry;
}

/** Plans and makes all that is missing of a reading. */
export class ReadingMaker {
  readonly #deps: ReadingMakerDeps;

  constructor(deps: ReadingMakerDeps) {
    this.#deps = deps;
  }

  /** @throws the signal's reason when cancelled; what is made stays. */
  async makeAll(reading: ReadingRow, { signal, progress }: JobContext): Promise<ReadingRow> {
    const { planner, readings, maker, voices } = this.#deps;
    checkAgreed(reading, voices);
    const planned = await this.#deps.progress.refresh(await planner.finish(reading, signal));
    let { made } = planned;
    let noted = made;
    await progress(made, planned.sentences);
    const turn = pLimit(SETS_AT_ONCE);
    let failure: { readonly error: unknown } | undefined;
    const makeSet = async (set: readonly MissingClip[]) => {
      // After one set has failed none is begun; those under way come to their end, and what they make is
      // kept.
      if (failure) return;
      try {
        signal.throwIfAborted();
        await maker.getAll(reading.schoolId, set, { signal });
        made += set.length;
        if (made - noted < CLAIMED_TOGETHER * SETS_AT_ONCE) return;
        noted = made;
        await this.#deps.progress.note(planned, made);
        await progress(Math.min(made, planned.sentences), planned.sentences);
      } catch (error) {
        failure ??= { error };
      }
    };
    for (let from = 0; ;) {
      const missing = await readings.missing(reading.id, from, BATCH);
      const last = missing.at(-1);
      if (last === undefined) break;
      await Promise.all(setsOf(missing, CLAIMED_TOGETHER).map((set) => turn(() => makeSet(set))));
      if (failure) throw failure.error;
      from = last.position + 1;
    }
    const done = await this.#deps.progress.refresh(planned);
    await progress(planned.sentences, planned.sentences);
    return done;
  }
}

function setsOf<T>(items: readonly T[], size: number): T[][] {
  const sets: T[][] = [];
  for (let at = 0; at < items.length; at += size) sets.push(items.slice(at, at + size));
  return sets;
}
