import {
  allowsSchema,
  DEFAULT_ALLOWS,
  type ReadingSnapshot,
  type Opened,
  type ListeningEvent,
} from '@aurelfield/api';
import type { Request } from 'express';
import { LRUCache } from 'lru-cache';
import type { Database } from '../../db/database.ts';
import { compressed, type Compressed } from '../../http/compressed.ts';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { AppError } from '../../appError.ts';
import { ObjectGone, type ObjectStore } from '../../store/objectStore.ts';
import type { FailedAttempts } from './failedAttempts.ts';
import type { AssignmentRow, AssignmentRepository, OpenLink } from './assignmentRepository.ts';
import { today } from './assignmentService.ts';
import { SNAPSHOT_TEXT, snapshotObject, WHOLE_SOUND } from './assignmentJob.ts';
import { wordIn, type OpenWord } from './openWord.ts';
import { CODE_LENGTH, type LinkKeys } from './linkKeys.ts';

export interface ShareAccessDeps {
  readonly db: Database;
  readonly assignments: AssignmentRepository;
  readonly keys: LinkKeys;
  readonly store: ObjectStore;
  readonly limits: SharedLimits;
  readonly failedAttempts: FailedAttempts;
}

/** Texts that are kept small in memory: a class opens the same few at the same time. */
const TEXTS_KEPT = 60;
const DAY = 24 * 60 * 60 * 1000;
/**
 * What one pupil's links may write in a day: eight hours of a sentence every three seconds, and more messages
 * than anybody sends.
 */
const [MAX_EVENTS_A_DAY, MAX_COMMENTS_A_DAY] = [10_000, 200];

/** What a link opened, and what its page needs besides. */
export interface Entered {
  readonly opened: Opened;
  readonly schoolId: string;
  readonly embedOrigins: readonly string[];
}

/** What a visitor with a link may see. */
export class ShareAccess {
  readonly #deps: ShareAccessDeps;
  readonly #texts = new LRUCache<string, Promise<Compressed>>({ max: TEXTS_KEPT });

  constructor(deps: ShareAccessDeps) {
    this.#deps = deps;
  }

  /**
   * Opens a link by its secret, or by its short code. A secret always opens; short codes and PINs are limited
   * in guesses.
   * @throws AppError `unknown-code`, `unknown-link`, `withdrawn` (a link that was ended), `pin-needed`,
   * `wrong-pin`, or
   * `too-many` after too many wrong codes or PINs.
   */
  async enter(key: string, pin: string, request: Request): Promise<Entered> {
    const { keys, failedAttempts } = this.#deps;
    const isCode = key.replace(/[^a-z0-9]/giu, '').length === CODE_LENGTH;
    return failedAttempts.evenly(async () => {
      const found = isCode
        ? await failedAttempts.code(request, () => this.#byCode(key))
        : await this.#bySecret(keys.secretHash(key));
      await this.#checkPin(found, pin);
      return this.#entered(found);
    });
  }

  /**
   * Opens again what a page opened before, by its pass.
   * @throws AppError as {@link enter} does; `pin-needed` when the PIN was changed.
   */
  async resume(accessToken: string): Promise<Entered> {
    return this.#deps.failedAttempts.evenly(async () => this.#entered(await this.#linkOf(accessToken)));
  }

  async #byCode(code: string): Promise<OpenLink> {
    const { assignments, keys } = this.#deps;
    const found = await assignments.opened({ codeHash: keys.codeHash(code) }, today());
    if (!found) throw new AppError('unknown-code', 'Code not recognised. Check it, or ask your teacher.');
    return found;
  }

  async #bySecret(secretHash: string): Promise<OpenLink> {
    const { assignments } = this.#deps;
    const found = await assignments.opened({ secretHash }, today());
    if (found) return found;
    throw (await assignments.ended({ secretHash })) ? withdrawn() : closed();
  }

  async #checkPin({ link: { id, pinHash } }: OpenLink, pin: string): Promise<void> {
    const { keys, failedAttempts } = this.#deps;
    if (pinHash === null) return;
    if (pin === '') throw pinNeeded();
    await failedAttempts.pin(id, () => {
      if (!keys.isPin(id, pin, pinHash)) throw new AppError('wrong-pin', 'PIN not recognised. Try again, or ask your teacher.'); // prettier-ignore
      return Promise.resolve();
    });
  }

  async #entered(found: OpenLink): Promise<Entered> {
    const { assignments, keys, db } = this.#deps;
    const { link, items } = found;
    if (link.assignmentId !== null && items.length === 0)
      throw (await assignments.isWithdrawn(link.assignmentId, today())) ? withdrawn() : closed();
    if (link.openedAt === null) await assignments.changeLink(db, link.id, { openedAt: new Date() });
    return {
      opened: {
        key: keys.secretOf(link.id),
        accessToken: keys.accessToken(link, Date.now()),
        hasPin: link.pinHash !== null,
        school: found.school,
        language: items[0]?.language ?? 'en-GB',
        items: items.map(({ id, package: name, title, version, seconds, bytes, madeAt, allows }) => ({
          id,
          package: name ?? '',
          title,
          version,
          seconds,
          bytes,
          madeAt: madeAt?.toISOString() ?? '',
          allows: allowsSchema.safeParse(allows).data ?? DEFAULT_ALLOWS,
        })),
        records: found.records,
      },
      schoolId: link.schoolId,
      embedOrigins: found.embedOrigins,
    };
  }

  /** A file of what is out to the holder of a pass. @throws AppError 404 for everything else. */
  async file(accessToken: string, packageName: string, file: string): Promise<Buffer> {
    const row = await this.#itemOf(accessToken, packageName);
    return this.#read(row, file);
  }

  /**
   * The text and times of what is out to the holder of a pass, made small once.
   * @throws AppError 404 for everything else.
   */
  async text(accessToken: string, packageName: string): Promise<Compressed> {
    const row = await this.#itemOf(accessToken, packageName);
    const known = this.#texts.get(packageName);
    if (known) return known;
    // Those who ask while it is made small wait for the same.
    const text = this.#read(row, SNAPSHOT_TEXT).then(compressed);
    this.#texts.set(packageName, text);
    text.catch(() => this.#texts.delete(packageName));
    return text;
  }

  /** A word of what is out to the holder of a pass. @throws AppError 404 where it does not stand there. */
  async word(accessToken: string, packageName: string, sentence: number, word: number): Promise<OpenWord> {
    const row = await this.#itemOf(accessToken, packageName);
    const { plain } = await this.text(accessToken, packageName);
    const found = wordIn(JSON.parse(plain.toString()) as ReadingSnapshot, sentence, word);
    if (!found) throw closed();
    return { ...found, schoolId: row.schoolId, pupilId: row.pupilId, language: row.language };
  }

  /** The whole sound as one file, where the pupil may save it. @throws AppError 404 otherwise. */
  async saved(accessToken: string, packageName: string): Promise<{ content: Buffer; title: string }> {
    const row = await this.#itemOf(accessToken, packageName);
    if (!row.allows.save.includes('mp3')) throw closed();
    return { content: await this.#read(row, WHOLE_SOUND), title: row.title };
  }

  /**
   * Takes in what happened on a page, where listening is recorded. What is not about an assignment of this
   * link is left.
   */
  async take(accessToken: string, events: readonly ListeningEvent[]): Promise<number> {
    const { assignments } = this.#deps;
    const { link, records, items } = await this.#linkOf(accessToken);
    const known = new Set(items.map(({ id }) => id));
    // A comment is meant for the teacher; all else is a record of listening.
    const own = events.filter(
      ({ assignment, kind }) => known.has(assignment) && (records || kind === 'comment'),
    );
    await this.#checkAmount(link.pupilId, own);
    return assignments.addEvents(link, own);
  }

  /** @throws AppError 429 when a pupil's links have written more in a day than listening can account for. */
  async #checkAmount(pupilId: string, events: readonly ListeningEvent[]): Promise<void> {
    const { limits } = this.#deps;
    const comments = events.filter(({ kind }) => kind === 'comment').length;
    const counts = await Promise.all([
      limits.add(`events ${pupilId}`, DAY, events.length),
      limits.add(`comments ${pupilId}`, DAY, comments),
    ]);
    const [all, messages] = counts.map(({ totalHits }) => totalHits);
    if ((all ?? 0) > MAX_EVENTS_A_DAY || (messages ?? 0) > MAX_COMMENTS_A_DAY)
      throw new AppError('too-many', 'That is all for today. Your teacher can’t take more messages.');
  }

  /** The link that a pass was given for. @throws AppError for any other pass. */
  async #linkOf(accessToken: string): Promise<OpenLink> {
    const { assignments, keys } = this.#deps;
    const id = keys.linkOf(accessToken);
    if (id === undefined) throw closed();
    const found = await assignments.opened({ id }, today());
    if (found) {
      if (keys.isAccessToken(accessToken, found.link, Date.now())) return found;
      throw found.link.pinHash === null ? closed() : pinNeeded();
    }
    const ended = await assignments.ended({ id });
    throw ended && keys.isAccessToken(accessToken, ended, Date.now()) ? withdrawn() : closed();
  }

  /** What is out to the holder of a pass under this name. @throws AppError 404. */
  async #itemOf(accessToken: string, packageName: string): Promise<AssignmentRow> {
    const { items } = await this.#linkOf(accessToken);
    const item = items.find((one) => one.package === packageName || isFormer(one, packageName));
    if (!item) throw closed();
    return { ...item, package: packageName };
  }

  async #read({ schoolId, package: name }: AssignmentRow, file: string): Promise<Buffer> {
    try {
      return await this.#deps.store.read(snapshotObject(schoolId, name ?? '', file));
    } catch (error) {
      throw error instanceof ObjectGone ? closed() : error;
    }
  }
}

/** Whether an open page may still fetch this earlier version. */
function isFormer({ formerPackages }: AssignmentRow, packageName: string): boolean {
  return formerPackages.some((one) => one.package === packageName && Date.parse(one.until) > Date.now());
}

function closed(): AppError {
  return new AppError('unknown-link', 'This link isn’t working. Check the address, or ask your teacher.');
}

function withdrawn(): AppError {
  return new AppError('withdrawn', 'Your teacher has ended this link. Ask for a new one.');
}

function pinNeeded(): AppError {
  return new AppError('pin-needed', 'Type your PIN.');
}
