import {
  boardSchema,
  DEFAULT_SCANNING,
  phraseSchema,
  type Board,
  type BoardChange,
  type BoardInput,
  type BoardSummary,
} from '@aurelfield/api';
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import type { Database } from '../../db/database.ts';
import { boards, boardSayings, phrasePictures } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';

type BoardRow = typeof boards.$inferSelect;

/** Bytes of the secret in a link. */
const SECRET_BYTES = 24;
/** Texts that are remembered of what was said on a board. */
const MOST_SAYINGS = 500;

/** Boards of a school, and the one that a secret link opens. */
export class BoardRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Boards that are not deleted, by name. */
  async list(schoolId: string): Promise<BoardSummary[]> {
    const rows = await this.#db
      .select()
      .from(boards)
      .where(and(eq(boards.schoolId, schoolId), isNull(boards.deletedAt)))
      .orderBy(asc(boards.name));
    return rows.map(toBoard).map(({ id, name, pupilId, hasLink, updatedAt, phrases }) => ({
      id,
      name,
      pupilId,
      hasLink,
      updatedAt,
      phrases: phrases.length,
    }));
  }

  /** @throws AppError 404 when the school has no such board. */
  async get(schoolId: string, boardId: string): Promise<Board> {
    const [row] = await this.#db.select().from(boards).where(own(schoolId, boardId));
    if (!row) throw notFound('This board');
    return toBoard(row);
  }

  async add(schoolId: string, input: BoardInput): Promise<Board> {
    const [row] = await this.#db
      .insert(boards)
      .values({ schoolId, ...input })
      .returning();
    if (!row) throw new Error('The board was not stored.');
    return toBoard(row);
  }

  /** @throws AppError 409 when somebody else has changed it since. */
  async update(schoolId: string, boardId: string, { revision, ...input }: BoardChange): Promise<Board> {
    const [row] = await this.#db
      .update(boards)
      .set({ ...input, revision: revision + 1, updatedAt: new Date() })
      .where(and(own(schoolId, boardId), eq(boards.revision, revision)))
      .returning();
    if (row) return toBoard(row);
    await this.get(schoolId, boardId);
    throw new AppError(
      'changed',
      'Somebody has changed this board in the meantime. Nothing of yours was stored: look at both and decide.',
    );
  }

  async setDeleted(schoolId: string, boardId: string, isDeleted: boolean): Promise<void> {
    const changed = await this.#db
      .update(boards)
      .set({ deletedAt: isDeleted ? new Date() : null })
      .where(and(eq(boards.id, boardId), eq(boards.schoolId, schoolId)))
      .returning({ id: boards.id });
    if (changed.length === 0) throw notFound('This board');
  }

  /** A new secret for the board's link; the one before opens nothing any more. Only its hash is kept. */
  async makeLink(schoolId: string, boardId: string): Promise<string> {
    const token = randomBytes(SECRET_BYTES).toString('base64url');
    await this.#setLink(schoolId, boardId, hashOf(token));
    return token;
  }

  async revokeLink(schoolId: string, boardId: string): Promise<void> {
    await this.#setLink(schoolId, boardId, null);
  }

  /**
   * The board that a link opens.
   * @throws AppError 404, the same for a wrong link and for one that was revoked.
   */
  async byToken(token: string): Promise<{ schoolId: string; board: Board }> {
    const [row] = await this.#db
      .select()
      .from(boards)
      .where(and(eq(boards.linkHash, hashOf(token)), isNull(boards.deletedAt)));
    if (!row) throw notFound('This board');
    return { schoolId: row.schoolId, board: toBoard(row) };
  }

  /** What was typed and said on a board, the latest first. */
  async sayings(boardId: string): Promise<{ text: string; times: number }[]> {
    return this.#db
      .select({ text: boardSayings.text, times: boardSayings.times })
      .from(boardSayings)
      .where(eq(boardSayings.boardId, boardId))
      .orderBy(desc(boardSayings.saidAt))
      .limit(MOST_SAYINGS);
  }

  /** Remembers what was typed and said. */
  async noteSaid(schoolId: string, boardId: string, text: string): Promise<void> {
    await this.#db
      .insert(boardSayings)
      .values({ schoolId, boardId, text })
      .onConflictDoUpdate({
        target: [boardSayings.boardId, boardSayings.text],
        set: { times: sql`${boardSayings.times} + 1`, saidAt: new Date() },
      });
    // What was said long ago makes room.
    const old = this.#db
      .select({ text: boardSayings.text })
      .from(boardSayings)
      .where(eq(boardSayings.boardId, boardId))
      .orderBy(desc(boardSayings.saidAt))
      .offset(MOST_SAYINGS);
    await this.#db
      .delete(boardSayings)
      .where(and(eq(boardSayings.boardId, boardId), inArray(boardSayings.text, old)));
  }

  async addPicture(schoolId: string, content: Buffer): Promise<string> {
    const [row] = await this.#db
      .insert(phrasePictures)
      .values({ schoolId, content })
      .returning({ id: phrasePictures.id });
    if (!row) throw new Error('The picture was not stored.');
    return row.id;
  }

  /** @throws AppError 404 when the school has no such picture. */
  async picture(schoolId: string, pictureId: string): Promise<Buffer> {
    const [row] = await this.#db
      .select({ content: phrasePictures.content })
      .from(phrasePictures)
      .where(and(eq(phrasePictures.schoolId, schoolId), eq(phrasePictures.id, pictureId)));
    if (!row) throw notFound('This picture');
    return row.content;
  }

  async #setLink(schoolId: string, boardId: string, linkHash: string | null): Promise<void> {
    const changed = await this.#db
      .update(boards)
      .set({ linkHash })
      .where(own(schoolId, boardId))
      .returning({ id: boards.id });
    if (changed.length === 0) throw notFound('This board');
  }
}

function own(schoolId: string, boardId: string) {
  return and(eq(boards.id, boardId), eq(boards.schoolId, schoolId), isNull(boards.deletedAt));
}

function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

function toBoard({
  id,
  name,
  pupilId,
  columns,
  scanning,
  phrases,
  linkHash,
  revision,
  updatedAt,
}: BoardRow): Board {
  return boardSchema.parse({
    id,
    name,
    pupilId,
    columns,
    scanning: { ...DEFAULT_SCANNING, ...scanning },
    phrases: phrases.map((phrase) => phraseSchema.parse(phrase)),
    hasLink: linkHash !== null,
    revision,
    updatedAt: updatedAt.toISOString(),
  });
}
