import type { Saved } from '@aurelfield/api';
import { contentHash, hasSameContent, withIds, type Block, type TextBlock } from '@aurelfield/core/text';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Author } from '../../http/sessions.ts';
import type { OpenDatabase, Transaction } from '../../db/database.ts';
import { handouts, versions } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import { anchorRepository, toOccurrence, type AnchorRow } from './anchorRepository.ts';
import { setSearchParts } from './searchParts.ts';
import { addText, type StoredText, type TextRepository } from './textRepository.ts';

export type ChangeReason = 'edited' | 'fetched again' | 'brought back';

/** Blocks as they come from a screen or a reader. */
export type LooseBlock = Omit<Block, 'offset'> & { readonly id?: string | undefined };

/** Edits of one window within this time are one version. Milliseconds. */
const ONE_VERSION = 5 * 60 * 1000;
/** Entries for places may be changed while a save is being prepared; then it is prepared again. */
const TRIES = 5;

class AnchorsChanged extends Error {}

/**
 * Puts texts in the place of a handout's text: each save is one transaction that compares and sets, and
 * carries the entries for single places over.
 */
export class TextRevisionService {
  readonly #database: OpenDatabase;
  readonly #texts: TextRepository;
  readonly #threads: TextThreads;

  constructor(database: OpenDatabase, texts: TextRepository, threads: TextThreads) {
    this.#database = database;
    this.#texts = texts;
    this.#threads = threads;
  }

  /**
   * Makes a handout's text this one.
   * @throws AppError `changed` when the handout's text is not `base` any more, unless it is this very text.
   */
  async save(
    author: Author,
    handoutId: string,
    content: readonly LooseBlock[],
    { base, reason }: { readonly base: string; readonly reason: ChangeReason },
  ): Promise<Saved> {
    for (let tries = 1; ; tries++) {
      try {
        return await this.#trySave(author, handoutId, content, { base, reason });
      } catch (error) {
        if (!(error instanceof AnchorsChanged) || tries === TRIES) throw error;
      }
    }
  }

  async #trySave(
    author: Author,
    handoutId: string,
    content: readonly LooseBlock[],
    { base, reason }: { readonly base: string; readonly reason: ChangeReason },
  ): Promise<Saved> {
    const { schoolId } = author;
    const current = await this.#current(schoolId, handoutId);
    if (hasSameContent(content, current.blocks))
      return { contentHash: current.hash, words: current.words, lost: [] };
    if (!(await this.#isBase(schoolId, base, current))) throw changedElsewhere();
    const blocks = withIds(content, randomUUID);
    const rows = await anchorRepository.all(this.#database.db, schoolId, handoutId);
    const [words, carried] = await Promise.all([
      this.#threads.countWords(blocks, current.language),
      this.#threads.carryAnchors(rows, current.blocks, blocks),
    ]);
    const text = textOf(blocks, current.language, words);
    await this.#database.transaction(async (tx) => {
      await claimText(tx, author, handoutId, current.hash);
      if (!isSame(rows, await anchorRepository.all(tx.db, schoolId, handoutId))) throw new AnchorsChanged();
      await addText(tx.db, { schoolId, ...text });
      await tx.db
        .update(handouts)
        .set({ textHash: text.hash, updatedAt: new Date() })
        .where(eq(handouts.id, handoutId));
      await anchorRepository.carry(tx.db, handoutId, carried);
      await setSearchParts(tx.db, handoutId, blocks);
      await noteVersion(tx, author, handoutId, text.hash, reason);
    });
    const newlyLost = carried.lost.filter(({ lostAt }) => lostAt === null);
    return { contentHash: text.hash, words, lost: newlyLost.map(toOccurrence) };
  }

  /**
   * Keeps a text among a handout's versions without making it the handout's: the one that somebody decided
   * against.
   */
  async setAside(author: Author, handoutId: string, content: readonly LooseBlock[]): Promise<void> {
    const current = await this.#current(author.schoolId, handoutId);
    const blocks = withIds(content, randomUUID);
    const text = textOf(blocks, current.language, await this.#threads.countWords(blocks, current.language));
    await this.#database.transaction(async (tx) => {
      await addText(tx.db, { schoolId: author.schoolId, ...text });
      await tx.db.insert(versions).values({
        schoolId: author.schoolId,
        handoutId,
        reason: 'set aside',
        textHash: text.hash,
        teacherId: author.teacherId,
        window: author.window,
      });
    });
  }

  /** Reads the same blocks as another language from now on: another text, and no version. */
  async setLanguage(schoolId: string, handoutId: string, language: string): Promise<void> {
    const current = await this.#current(schoolId, handoutId);
    if (current.language === language) return;
    const words = await this.#threads.countWords(current.blocks, language);
    const text = textOf(current.blocks, language, words);
    await this.#database.transaction(async (tx) => {
      await claimText(tx, { schoolId }, handoutId, current.hash);
      await addText(tx.db, { schoolId, ...text });
      await tx.db.update(handouts).set({ textHash: text.hash }).where(eq(handouts.id, handoutId));
    });
  }

  async #current(schoolId: string, handoutId: string): Promise<StoredText> {
    const [row] = await this.#database.db
      .select({ textHash: handouts.textHash })
      .from(handouts)
      .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)));
    if (!row) throw notFound('This handout');
    return this.#texts.get(schoolId, row.textHash);
  }

  /** Whether a text is the handout's now; one that differs in nothing but the language counts too. */
  async #isBase(schoolId: string, base: string, current: StoredText): Promise<boolean> {
    if (base === current.hash) return true;
    const text = await this.#texts.find(schoolId, base);
    return text !== undefined && hasSameContent(text.blocks, current.blocks);
  }
}

/** A text with its name. */
export function textOf(blocks: readonly TextBlock[], language: string, words: number): StoredText {
  return { hash: contentHash(language, blocks), language, words, blocks };
}

/** Takes the handout for this transaction, if its text is still the one that was looked at. */
async function claimText(
  { db }: Transaction,
  { schoolId }: Pick<Author, 'schoolId'>,
  handoutId: string,
  hash: string,
): Promise<void> {
  const [row] = await db
    .select({ textHash: handouts.textHash })
    .from(handouts)
    .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId)))
    .for('update');
  if (row?.textHash !== hash) throw changedElsewhere();
}

async function noteVersion(
  { db }: Transaction,
  { schoolId, teacherId, window }: Author,
  handoutId: string,
  textHash: string,
  reason: ChangeReason,
): Promise<void> {
  const [last] = await db
    .select()
    .from(versions)
    .where(eq(versions.handoutId, handoutId))
    .orderBy(desc(versions.createdAt))
    .limit(1);
  const goesOn =
    last?.reason === 'edited' &&
    reason === 'edited' &&
    window !== null &&
    last.window === window &&
    last.teacherId === teacherId &&
    Date.now() - last.createdAt.getTime() < ONE_VERSION;
  if (goesOn)
    await db.update(versions).set({ textHash, updatedAt: new Date() }).where(eq(versions.id, last.id));
  else await db.insert(versions).values({ schoolId, handoutId, reason, textHash, teacherId, window });
}

function isSame(a: readonly AnchorRow[], b: readonly AnchorRow[]): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function changedElsewhere(): AppError {
  return new AppError(
    'changed',
    'This handout was changed in another window meanwhile. Your text is kept here: look at both and choose.',
  );
}
