import type { ClassSet, ClassSetRequest, SetAction, SetItem, StaleItem } from '@aurelfield/api';
import { classSetRequestSchema } from '@aurelfield/api';
import { eq } from 'drizzle-orm';
import type { OpenDatabase } from '../../db/database.ts';
import { schools } from '../../db/schema/index.ts';
import { checkOutput, filesOf } from '../exports/exportService.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import { toJob, type JobRepository } from '../../jobs/jobRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import type { ReadingOpener } from '../readings/readingOpener.ts';
import type { ReadingRepository } from '../readings/readingRepository.ts';
import { AppError } from '../../appError.ts';
import type { ClassSetRow, ClassSetRepository, ItemWithJob } from './classSetRepository.ts';

export interface ClassSetDeps {
  readonly database: OpenDatabase;
  readonly sets: ClassSetRepository;
  readonly handoutRepository: HandoutRepository;
  readonly pupils: PupilRepository;
  readonly readings: ReadingRepository;
  readonly opener: ReadingOpener;
  readonly jobs: Jobs;
  readonly jobRepository: JobRepository;
}

/** Sets that the list shows. */
const SHOWN = 12;
/** Share of a set that must be done before the remaining time can be estimated. */
const TELLING = 0.04;
const ENDED = ['done', 'failed', 'cancelled'];

/** Class sets: begin, look, pause, go on, cancel. */
export class ClassSetService {
  readonly #deps: ClassSetDeps;

  constructor(deps: ClassSetDeps) {
    this.#deps = deps;
  }

  /** Begins a set. @throws AppError when the request is wrong. */
  async begin(schoolId: string, given: ClassSetRequest): Promise<ClassSet> {
    const { database, sets, handoutRepository, pupils, jobRepository } = this.#deps;
    const request = classSetRequestSchema.parse(given);
    for (const output of [request.output, ...Object.values(request.outputs)])
      checkOutput(output, request.naming);
    const titles = await Promise.all(
      request.handoutIds.map(async (id) => (await handoutRepository.row(schoolId, id)).handout.title),
    );
    await Promise.all(request.pupilIds.map((id) => pupils.get(schoolId, id)));
    const items =
      request.joining === null
        ? request.pupilIds.flatMap((pupilId) =>
            request.handoutIds.map((handoutId) => ({ pupilId, handoutIds: [handoutId] })),
          )
        : request.pupilIds.map((pupilId) => ({ pupilId, handoutIds: [...request.handoutIds] }));
    const title = request.joining?.title ?? (titles.length > 1 ? `${titles[0]} and ${titles.length - 1} more` : (titles[0] ?? '')); // prettier-ignore
    const set = await database.transaction(async (tx) => {
      const groupId = await jobRepository.addGroup(tx.db, schoolId);
      const row = await sets.add(tx.db, { schoolId, title, request, groupId }, items);
      await tx.db.update(schools).set({ naming: request.naming }).where(eq(schools.id, schoolId));
      await this.#enqueueMissing(tx, row);
      return row;
    });
    return this.get(schoolId, set.id);
  }

  /** How the school's files were called last. */
  async naming(schoolId: string) {
    const [row] = await this.#deps.database.db
      .select({ naming: schools.naming })
      .from(schools)
      .where(eq(schools.id, schoolId));
    return row?.naming ?? null;
  }

  /** A set as it stands. */
  async get(schoolId: string, setId: string): Promise<ClassSet> {
    const [view] = await this.#views(schoolId, [await this.#deps.sets.get(schoolId, setId)]);
    if (!view) throw new Error('The class set got lost.');
    return view;
  }

  /** Which of its finished items are out of date, and why: by their numbers. */
  async stale(schoolId: string, setId: string): Promise<StaleItem[]> {
    const { readings, opener } = this.#deps;
    const { items } = await this.get(schoolId, setId);
    const found: StaleItem[] = [];
    for (const [item, { state, readingId }] of items.entries()) {
      if (state !== 'done' || readingId === null) continue;
      const reasons = await readings
        .get(schoolId, readingId)
        .then((reading) => opener.changedSince(reading))
        .catch((error: unknown) => {
          // A pupil or handout that was deleted has nothing newer.
          if (error instanceof AppError) return [];
          throw error;
        });
      if (reasons.length > 0) found.push({ item, reasons });
    }
    return found;
  }

  /** The newest sets. */
  async latest(schoolId: string): Promise<ClassSet[]> {
    return this.#views(schoolId, await this.#deps.sets.latest(schoolId, SHOWN));
  }

  /**
   * Pauses or cancels what is not done, or has what is missing or failed made from where it stands: what is
   * made is never made again.
   */
  async act(schoolId: string, setId: string, action: SetAction): Promise<ClassSet> {
    const { database, sets, jobs } = this.#deps;
    const set = await sets.get(schoolId, setId);
    if (action === 'go-on' || action === 'bring-up-to-date')
      await database.transaction(async (tx) => {
        await sets.lock(tx.db, setId);
        await sets.change(tx.db, setId, { pausedAt: null, cancelledAt: null, startedAt: new Date() });
        await this.#enqueueMissing(tx, set, action === 'bring-up-to-date');
      });
    else {
      const now = new Date();
      await sets.change(database.db, setId, action === 'pause' ? { pausedAt: now } : { cancelledAt: now });
      if (set.groupId !== null) await jobs.cancelGroup(schoolId, set.groupId);
    }
    return this.get(schoolId, setId);
  }

  /**
   * A job for each item that is neither done nor under way.
   * @param doneToo looks at those again that are done: what has not changed is found and not made again.
   */
  async #enqueueMissing(
    tx: Parameters<Parameters<OpenDatabase['transaction']>[0]>[0],
    { id: setId, schoolId, groupId }: ClassSetRow,
    doneToo = false,
  ): Promise<void> {
    const { sets, jobs } = this.#deps;
    for (const { item, job } of await sets.items([setId], tx.db)) {
      const isWanted =
        !job || job.state === 'failed' || job.state === 'cancelled' || (doneToo && job.state === 'done');
      if (!isWanted) continue;
      const { id: jobId } = await jobs.enqueue(tx, {
        schoolId,
        groupId: groupId ?? undefined,
        payload: { kind: 'set', setId, position: item.position },
      });
      await sets.setItem(tx.db, item, { jobId });
    }
  }

  async #views(schoolId: string, rows: readonly ClassSetRow[]): Promise<ClassSet[]> {
    const { sets, pupils, handoutRepository } = this.#deps;
    const all = await sets.items(rows.map(({ id }) => id));
    const names = new Map(
      [...(await pupils.list(schoolId)), ...(await pupils.deleted(schoolId))].map(({ id, name }) => [
        id,
        name,
      ]),
    );
    const titles = await handoutRepository.titles(schoolId, [
      ...new Set(all.flatMap(({ item }) => item.handoutIds)),
    ]);
    return rows.map((row) => {
      const items = all.filter(({ item }) => item.setId === row.id).map((one) => toItem(one, names, titles));
      const done = items.reduce((sum, item) => sum + item.done, 0);
      const total = items.reduce((sum, item) => sum + item.total, 0);
      const state = stateOf(row, items);
      return {
        id: row.id,
        title: row.title,
        initials: row.request.naming.initials,
        createdAt: row.createdAt.toISOString(),
        state,
        done,
        total,
        secondsLeft: state === 'running' ? secondsLeft(row, items) : null,
        items,
      };
    });
  }
}

function toItem(
  { item, job }: ItemWithJob,
  names: ReadonlyMap<string, string>,
  titles: ReadonlyMap<string, string>,
): SetItem {
  const files = job?.payload.kind === 'export' ? filesOf(job.result) : [];
  // The job that plans an item stands for it until the one that makes it takes its place.
  const isPlanned = job?.payload.kind === 'export';
  const view = job ? toJob(job) : undefined;
  return {
    pupilId: item.pupilId,
    pupil: names.get(item.pupilId) ?? 'A pupil who was deleted',
    handouts: item.handoutIds.map((handoutId) => ({
      handoutId,
      title: titles.get(handoutId) ?? 'A handout that was deleted',
    })),
    readingId: item.readingId,
    state: !job || (!isPlanned && job.state === 'done') ? 'waiting' : job.state,
    done: isPlanned ? (job.state === 'done' ? Math.max(job.done, 1) : job.done) : 0,
    total: isPlanned ? Math.max(job.total, 1) : 1,
    error: job?.error ?? null,
    file: isPlanned ? (view?.file ?? null) : null,
    fileName: isPlanned ? (view?.fileName ?? null) : null,
    bytes: files.length > 0 ? files.reduce((sum, { bytes }) => sum + bytes, 0) : null,
  };
}

function stateOf({ pausedAt, cancelledAt }: ClassSetRow, items: readonly SetItem[]): ClassSet['state'] {
  if (items.every(({ state }) => state === 'done')) return 'done';
  if (cancelledAt !== null) return 'cancelled';
  if (pausedAt !== null) return 'paused';
  return items.every(({ state }) => ENDED.includes(state)) ? 'failed' : 'running';
}

/** From how much was done since it was begun: items count alike until their sentences are known. */
function secondsLeft({ startedAt }: ClassSetRow, items: readonly SetItem[]): number | null {
  const share = items.reduce((sum, { done, total }) => sum + Math.min(1, done / total), 0) / items.length;
  const seconds = (Date.now() - startedAt.getTime()) / 1000;
  return share < TELLING ? null : Math.round((seconds * (1 - share)) / share);
}

/** @throws AppError for a set of which nothing can be packed. */
export function checkPackable({ state, items }: ClassSet): void {
  if (state !== 'running' && !items.some(({ file }) => file !== null))
    throw new AppError('nothing-made', 'No file of this class set is made. Let it go on first.');
}
