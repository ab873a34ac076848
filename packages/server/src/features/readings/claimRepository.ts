import type { ClipFacts } from '@aurelfield/core/timeline';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { retryWhileDisconnected } from '../../db/retryWhileDisconnected.ts';
import { clipClaims, clips, pricedUse } from '../../db/schema/index.ts';

/** What a clip in a priced voice costs, to be booked with its claim. */
interface Charge {
  readonly engine: string;
  readonly characters: number;
}

/** A clip that somebody wants to make. */
export interface ClaimedClip {
  readonly key: string;
  readonly charge: Charge | undefined;
}

/** A clip as it was made. */
export interface MadeClip {
  readonly key: string;
  readonly voice: string;
  readonly sampleRate: number;
  readonly facts: ClipFacts;
  readonly object: string;
  readonly bytes: number;
}

/** A claim is over after so many seconds, unless it is renewed. */
export const CLAIM_SECONDS = 15;

/**
 * Who makes which clip at the moment: all its SQL. A claim is taken before a clip is made, and what it costs
 * is booked with the claim, so that no number of processes makes a clip twice or pays for it twice. Who
 * dies leaves a claim that another one takes over, and what was booked for it stays booked once.
 */
export class ClaimRepository {
  readonly #db: Database;
  readonly #holder: string;

  /** @param holder name of this process, which no other has. */
  constructor(db: Database, holder: string) {
    this.#db = db;
    this.#holder = holder;
  }

  /**
   * Claims clips that are neither made nor being made.
   * @returns the keys that are this process's to make now.
   */
  async claim(schoolId: string, wanted: readonly ClaimedClip[]): Promise<Set<string>> {
    if (wanted.length === 0) return new Set();
    // In one order, so that two who want the same do not wait for each other.
    const rows = [...new Map(wanted.map((clip) => [clip.key, clip])).values()].sort((a, b) =>
      a.key < b.key ? -1 : 1,
    );
    const result = await this.#db.execute<{ key: string }>(sql`
      with wanted as (
        select * from jsonb_to_recordset(${JSON.stringify(rows.map(({ key, charge }) => ({ key, engine: charge?.engine ?? null, characters: charge?.characters ?? 0 })))}::jsonb)
          as w(key text, engine text, characters int)
        where not exists (select 1 from ${clips} c where c.school_id = ${schoolId} and c.key = w.key)
      ), claimed as (
        insert into ${clipClaims} as old (school_id, key, holder, until, engine, month, characters)
        select ${schoolId}, key, ${this.#holder}, now() + make_interval(secs => ${CLAIM_SECONDS}), engine, to_char(now() at time zone 'utc', 'YYYY-MM'), characters from wanted
        on conflict (school_id, key) do update set holder = excluded.holder, until = excluded.until where old.until < now()
        returning key, engine, month, characters, (xmax = 0) as is_new
      ), booked as (
        insert into ${pricedUse} as sum (school_id, engine, month, characters)
        select ${schoolId}, engine, month, sum(characters) from claimed where is_new and engine is not null group by engine, month
        on conflict (school_id, engine, month) do update set characters = sum.characters + excluded.characters
      )
      select key from claimed`);
    return new Set(result.rows.map(({ key }) => key));
  }

  /** Keeps claims of this process. One that nobody names, because its answer got lost, runs out. */
  async renew(schoolId: string, keys: readonly string[]): Promise<void> {
    await this.#db
      .update(clipClaims)
      .set({ until: sql`now() + make_interval(secs => ${CLAIM_SECONDS})` })
      .where(
        and(
          eq(clipClaims.schoolId, schoolId),
          eq(clipClaims.holder, this.#holder),
          inArray(clipClaims.key, [...keys]),
        ),
      );
  }

  /**
   * Notes a clip that was made and ends its claim, in one step; waits for a database that is away, since what
   * was made and paid must not be lost.
   */
  async made(schoolId: string, { key, voice, sampleRate, facts, object, bytes }: MadeClip): Promise<void> {
    const words = JSON.stringify(facts.words.map(({ from, to }) => [from, to]));
    await retryWhileDisconnected(() =>
      this.#db.execute(sql`
      with stored as (
        insert into ${clips} (school_id, key, voice, sample_rate, samples, words, cuts, spelled_words, trailing_silence, object, bytes)
        values (${schoolId}, ${key}, ${voice}, ${sampleRate}, ${facts.samples}, ${words}::jsonb, ${JSON.stringify(facts.cuts)}::jsonb, ${JSON.stringify(facts.spelledWords ?? [])}::jsonb, ${facts.trailingSilence ?? 0}, ${object}, ${bytes})
        on conflict (school_id, key) do update set object = excluded.object, bytes = excluded.bytes, samples = excluded.samples, words = excluded.words, cuts = excluded.cuts, spelled_words = excluded.spelled_words, trailing_silence = excluded.trailing_silence
      )
      delete from ${clipClaims} where school_id = ${schoolId} and key = ${key} and holder = ${this.#holder}`),
    );
  }

  /** Gives a claim up: nothing was made, and nothing was charged, so nothing stays booked. */
  async giveUp(schoolId: string, key: string): Promise<void> {
    await this.#db.execute(sql`
      with gone as (
        delete from ${clipClaims} where school_id = ${schoolId} and key = ${key} and holder = ${this.#holder} returning engine, month, characters
      )
      update ${pricedUse} as sum set characters = greatest(0, sum.characters - gone.characters) from gone
      where sum.school_id = ${schoolId} and sum.engine = gone.engine and sum.month = gone.month`);
  }

  /** Leaves a claim to others, with what was booked for it: whether it was charged is not known. */
  async leave(schoolId: string, key: string): Promise<void> {
    await this.#db
      .update(clipClaims)
      .set({ until: sql`now() - interval '1 second'` })
      .where(
        and(eq(clipClaims.schoolId, schoolId), eq(clipClaims.key, key), eq(clipClaims.holder, this.#holder)),
      );
  }

  /** Characters that a school sent to a priced service in this month. */
  async used(schoolId: string, engine: string): Promise<number> {
    const [row] = await this.#db
      .select({ characters: pricedUse.characters })
      .from(pricedUse)
      .where(
        and(
          eq(pricedUse.schoolId, schoolId),
          eq(pricedUse.engine, engine),
          eq(pricedUse.month, sql`to_char(now() at time zone 'utc', 'YYYY-MM')`),
        ),
      );
    return row?.characters ?? 0;
  }
}
