import type { Impact, ImpactRequest, Scope } from '@aurelfield/api';
import { and, count, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { handouts, readings } from '../../db/schema/index.ts';
import type { TextRepository } from '../texts/textRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { PronunciationRepository } from './pronunciationRepository.ts';

/** The narrower a list, the earlier it counts. */
const PRECEDENCE: readonly Scope[] = ['pupil', 'class', 'subject', 'school'];
/** Handouts whose texts are searched: the latest. */
const HANDOUTS_AT_MOST = 400;
/** Characters around a place that are shown. */
const AROUND = 35;

/** Finds what an entry would change, before it is made. */
export class ImpactService {
  readonly #db: Database;
  readonly #texts: TextRepository;
  readonly #threads: TextThreads;
  readonly #pronunciations: PronunciationRepository;

  readonly #limit: number;

  /** @param limit handouts whose texts are searched, the latest first. */
  constructor(
    db: Database,
    texts: TextRepository,
    threads: TextThreads,
    pronunciations: PronunciationRepository,
    limit = HANDOUTS_AT_MOST,
  ) {
    this.#limit = limit;
    this.#db = db;
    this.#texts = texts;
    this.#threads = threads;
    this.#pronunciations = pronunciations;
  }

  /**
   * Current handouts in which the word stands and the entry would count, the readings of them that are in
   * use, and what other lists have for the word.
   */
  async find(schoolId: string, request: ImpactRequest): Promise<Impact> {
    const { written, caseSensitive, scope, scopeValue } = request;
    const list = await this.#pronunciations.idsOf(schoolId, { scope, scopeValue });
    const rows = await this.#db
      .select({ id: handouts.id, title: handouts.title, textHash: handouts.textHash })
      .from(handouts)
      .where(
        and(
          eq(handouts.schoolId, schoolId),
          isNull(handouts.deletedAt),
          isNull(handouts.archivedAt),
          list?.classId ? eq(handouts.classId, list.classId) : undefined,
          list?.subjectId ? eq(handouts.subjectId, list.subjectId) : undefined,
          // Nothing belongs to a class or subject that is not there yet.
          list ? undefined : sql`false`,
        ),
      )
      .orderBy(desc(handouts.createdAt))
      .limit(this.#limit);
    const found: Impact['handouts'] = [];
    for (const { id, title, textHash } of rows) {
      const text = await this.#texts.get(schoolId, textHash);
      const blocks = text.blocks.map(({ text: own, language }) => ({
        text: own,
        ...(language ? { language } : {}),
      }));
      const places = await this.#threads.placesOfEntry(blocks, text.language, { written, caseSensitive });
      const [first] = places;
      if (!first) continue;
      const around =
        blocks[first.block]?.text.slice(Math.max(0, first.start - AROUND), first.end + AROUND) ?? '';
      found.push({ id, title, places: places.length, around });
    }
    const readingCount = await this.#readingsOf(
      schoolId,
      found.map(({ id }) => id),
      scope === 'pupil' ? scopeValue : undefined,
    );
    const all = await this.#pronunciations.list(schoolId);
    return {
      handouts: found,
      places: found.reduce((sum, { places }) => sum + places, 0),
      readings: readingCount,
      others: all
        .filter(
          (entry) =>
            entry.written.toLowerCase() === written.toLowerCase() &&
            (entry.scope !== scope || entry.scopeValue !== scopeValue),
        )
        .map(({ scope: theirs, scopeValue: value, kind, said }) => ({
          scope: theirs,
          scopeValue: value,
          kind,
          said,
          wins: PRECEDENCE.indexOf(theirs) < PRECEDENCE.indexOf(scope),
        })),
    };
  }

  async #readingsOf(
    schoolId: string,
    handoutIds: readonly string[],
    pupilId: string | undefined,
  ): Promise<number> {
    if (handoutIds.length === 0) return 0;
    const [row] = await this.#db
      .select({ n: count() })
      .from(readings)
      .where(
        and(
          eq(readings.schoolId, schoolId),
          isNull(readings.retiredAt),
          inArray(readings.handoutId, [...handoutIds]),
          pupilId === undefined ? undefined : eq(readings.pupilId, pupilId),
        ),
      );
    return row?.n ?? 0;
  }
}
