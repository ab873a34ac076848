import {
  assignmentRequestSchema,
  type Assignment,
  type AssignmentChange,
  type AssignmentRequest,
  type PupilLink,
} from '@aurelfield/api';
import { randomUUID } from 'node:crypto';
import type { OpenDatabase, Transaction } from '../../db/database.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import type { ReadingOpener } from '../readings/readingOpener.ts';
import type { ReadingRepository } from '../readings/readingRepository.ts';
import { AppError } from '../../appError.ts';
import type { AssignmentRepository, AssignmentWithJob, LinkRow } from './assignmentRepository.ts';
import type { LinkKeys } from './linkKeys.ts';

export interface AssignmentDeps {
  readonly database: OpenDatabase;
  readonly assignments: AssignmentRepository;
  readonly keys: LinkKeys;
  readonly handoutRepository: HandoutRepository;
  readonly pupils: PupilRepository;
  readonly readings: ReadingRepository;
  readonly opener: ReadingOpener;
  readonly jobs: Jobs;
}

/** How often a code is drawn again when another link has it. */
const TRIES = 5;

/** The teacher's side of assignments: give, renew, take back; links, codes and PINs. */
export class AssignmentService {
  readonly #deps: AssignmentDeps;

  constructor(deps: AssignmentDeps) {
    this.#deps = deps;
  }

  /**
   * Gives handouts to pupils and has them frozen. What is out already is renewed and gets these terms; every
   * pupil has a link afterwards.
   */
  async give(schoolId: string, given: AssignmentRequest): Promise<Assignment[]> {
    const { database, assignments, handoutRepository, pupils, jobs } = this.#deps;
    const { handoutIds, pupilIds, ...terms } = assignmentRequestSchema.parse(given);
    const titles = new Map<string, string>();
    for (const id of handoutIds) titles.set(id, (await handoutRepository.row(schoolId, id)).handout.title);
    await Promise.all(pupilIds.map((id) => pupils.get(schoolId, id)));
    const ids = await database.transaction(async (tx) => {
      const made: string[] = [];
      for (const pupilId of pupilIds) {
        for (const [handoutId, title] of titles) {
          const row = await assignments.give(tx.db, { schoolId, handoutId, pupilId, title, ...terms });
          const job = await jobs.enqueue(tx, {
            schoolId,
            payload: { kind: 'assignment', assignmentId: row.id },
          });
          await assignments.change(tx.db, row.id, { jobId: job.id });
          made.push(row.id);
        }
        await this.#ensureLink(tx, schoolId, pupilId, null);
      }
      return made;
    });
    const wanted = new Set(ids);
    return (await this.list(schoolId)).filter(({ id }) => wanted.has(id));
  }

  /** What is out; of one handout where it is named. */
  async list(schoolId: string, handoutId?: string): Promise<Assignment[]> {
    const rows = await this.#deps.assignments.list(schoolId, { handoutId });
    // While something is made the list is asked for again and again: what is newer is looked for when all is
    // made.
    const checksImpact = !rows.some(({ job }) => isUnderWay(job));
    return Promise.all(rows.map((one) => this.#view(schoolId, one, checksImpact)));
  }

  async get(schoolId: string, id: string): Promise<Assignment> {
    const [found] = await this.#deps.assignments.list(schoolId, { id });
    if (!found) throw new AppError('not-found', 'This handout is no longer given out.');
    return this.#view(schoolId, found, true);
  }

  /** Makes a new version from the current reading. Links stay. */
  async renew(schoolId: string, id: string): Promise<Assignment> {
    const { database, assignments, jobs } = this.#deps;
    await assignments.get(schoolId, id);
    await database.transaction(async (tx) => {
      const job = await jobs.enqueue(tx, { schoolId, payload: { kind: 'assignment', assignmentId: id } });
      await assignments.change(tx.db, id, { jobId: job.id });
    });
    return this.get(schoolId, id);
  }

  /** Changes what the pupil may do with it, and its days. */
  async change(schoolId: string, id: string, change: AssignmentChange): Promise<Assignment> {
    const { database, assignments } = this.#deps;
    const before = await assignments.get(schoolId, id);
    const { firstDay = before.firstDay, lastDay = before.lastDay } = change;
    if (firstDay !== null && lastDay !== null && firstDay > lastDay)
      throw new AppError('invalid', 'The last day lies before the first.');
    if (Object.keys(change).length > 0) await assignments.change(database.db, id, change);
    return this.get(schoolId, id);
  }

  /** Takes it back: no link opens it any more. */
  async withdraw(schoolId: string, id: string): Promise<void> {
    const { database, assignments, jobs } = this.#deps;
    const row = await assignments.get(schoolId, id);
    await assignments.change(database.db, id, { takenBackAt: new Date() });
    if (row.jobId !== null) await jobs.cancel(schoolId, row.jobId).catch(() => undefined);
  }

  /** Links that work. */
  async links(schoolId: string): Promise<PupilLink[]> {
    return (await this.#deps.assignments.links(schoolId)).map((link) => this.#linkView(link));
  }

  /** A link that opens one assignment alone; the one that there is, where there is one. */
  async linkTo(schoolId: string, assignmentId: string): Promise<PupilLink> {
    const { database, assignments } = this.#deps;
    const { pupilId } = await assignments.get(schoolId, assignmentId);
    await database.transaction((tx) => this.#ensureLink(tx, schoolId, pupilId, assignmentId));
    return this.#linkOf(schoolId, pupilId, assignmentId);
  }

  /** Another link in the place of one, which opens nothing any more. Its PIN goes with it. */
  async replaceLink(schoolId: string, id: string): Promise<PupilLink> {
    const { database, assignments } = this.#deps;
    const { pupilId, assignmentId } = await assignments.link(schoolId, id);
    await database.transaction(async (tx) => {
      await assignments.changeLink(tx.db, id, { revokedAt: new Date() });
      await this.#ensureLink(tx, schoolId, pupilId, assignmentId);
    });
    return this.#linkOf(schoolId, pupilId, assignmentId);
  }

  /** Ends a link. */
  async revokeLink(schoolId: string, id: string): Promise<void> {
    const { database, assignments } = this.#deps;
    await assignments.link(schoolId, id);
    await assignments.changeLink(database.db, id, { revokedAt: new Date() });
  }

  /** Sets a link's PIN, or takes it away. Pages that were opened before ask for it. */
  async setPin(schoolId: string, id: string, pin: string | null): Promise<void> {
    const { database, assignments, keys } = this.#deps;
    await assignments.link(schoolId, id);
    await assignments.changeLink(database.db, id, { pinHash: pin === null ? null : keys.pinHash(id, pin) });
  }

  async #ensureLink(
    tx: Transaction,
    schoolId: string,
    pupilId: string,
    assignmentId: string | null,
  ): Promise<void> {
    const { assignments, keys } = this.#deps;
    const isThere = async () =>
      (await assignments.linksOf(tx.db, pupilId)).some((link) => link.assignmentId === assignmentId);
    for (let tries = 0; tries < TRIES && !(await isThere()); tries++) {
      const id = randomUUID();
      const [secretHash, codeHash] = [keys.secretHash(keys.secretOf(id)), keys.codeHash(keys.codeOf(id))];
      await assignments.addLink(tx.db, {
        id,
        schoolId,
        pupilId,
        assignmentId,
        secretHash,
        codeHash,
        pinHash: null,
      });
    }
  }

  async #linkOf(schoolId: string, pupilId: string, assignmentId: string | null): Promise<PupilLink> {
    const links = await this.#deps.assignments.links(schoolId, [pupilId]);
    const link = links.find((one) => one.assignmentId === assignmentId);
    if (!link) throw new Error('The link was not stored.');
    return this.#linkView(link);
  }

  #linkView(link: LinkRow & { pupil: string; classes: string[] }): PupilLink {
    const { keys } = this.#deps;
    const { id, pupilId, pupil, classes, assignmentId, pinHash, openedAt } = link;
    return {
      id,
      pupilId,
      pupil,
      classes,
      assignmentId,
      secret: keys.secretOf(id),
      code: keys.codeOf(id),
      hasPin: pinHash !== null,
      openedAt: openedAt?.toISOString() ?? null,
    };
  }

  async #view(
    schoolId: string,
    { row, pupil, job }: AssignmentWithJob,
    checksImpact: boolean,
  ): Promise<Assignment> {
    const { readings, opener } = this.#deps;
    const isMaking = isUnderWay(job);
    const newer =
      row.readingId === null || !checksImpact || isMaking
        ? []
        : await readings
            .get(schoolId, row.readingId)
            .then((reading) => opener.changedSince(reading))
            .catch((error: unknown) => {
              // Reasons against updating show when somebody tries.
              if (error instanceof AppError) return [];
              throw error;
            });
    return {
      id: row.id,
      handoutId: row.handoutId,
      pupilId: row.pupilId,
      pupil,
      title: row.title,
      version: row.version,
      madeAt: row.madeAt?.toISOString() ?? null,
      seconds: row.seconds,
      bytes: row.bytes.opus,
      state: isMaking ? 'making' : stateOf(row, job?.state),
      done: isMaking && job ? job.done / Math.max(1, job.total) : 1,
      error: job?.state === 'failed' ? job.error : null,
      newer,
      allows: row.allows,
      firstDay: row.firstDay,
      lastDay: row.lastDay,
    };
  }
}

function isUnderWay(job: AssignmentWithJob['job']): boolean {
  return job?.state === 'waiting' || job?.state === 'running';
}

/** Today as an ISO date, by the server's clock and place. */
export function today(): string {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}

function stateOf(
  {
    package: made,
    firstDay,
    lastDay,
  }: { package: string | null; firstDay: string | null; lastDay: string | null },
  job: string | undefined,
): Assignment['state'] {
  if (made === null || job === 'failed') return 'failed';
  if (firstDay !== null && firstDay > today()) return 'not-yet';
  return lastDay !== null && lastDay < today() ? 'over' : 'out';
}
