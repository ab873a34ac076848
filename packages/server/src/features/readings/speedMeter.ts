import { eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { installationSettings } from '../../db/schema/index.ts';

/** Seconds of work after which what was measured is written down. */
const ENOUGH = 3;
/** How much a new measurement counts against those before it. */
const SHARE = 0.4;
/**
 * Characters a second of an engine that was never measured here: a formant voice on a machine with two slow
 * processors (measured when this was written), so that a plan promises too little speed rather than too much.
 */
const UNMEASURED = 400;

/**
 * How fast this machine makes clips, engine by engine: characters over the time in which at least one clip
 * was being made. All processes share what was measured.
 */
export class SpeedMeter {
  readonly #db: Database;
  readonly #engines = new Map<string, { active: number; since: number; busy: number; characters: number }>();

  constructor(db: Database) {
    this.#db = db;
  }

  /** Something is being made. @returns the way to say that it is. */
  begin(engine: string, now = performance.now()): (characters: number, now?: number) => void {
    const meter = this.#engines.get(engine) ?? { active: 0, since: now, busy: 0, characters: 0 };
    this.#engines.set(engine, meter);
    if (meter.active === 0) meter.since = now;
    meter.active += 1;
    return (characters, end = performance.now()) => {
      meter.active -= 1;
      meter.characters += characters;
      meter.busy += (end - meter.since) / 1000;
      meter.since = end;
      if (meter.busy < ENOUGH || meter.characters === 0) return;
      const speed = meter.characters / meter.busy;
      [meter.busy, meter.characters] = [0, 0];
      // A plan that is a little wrong is no reason to fail a clip.
      void this.#note(engine, speed).catch(() => undefined);
    };
  }

  /** Characters a second, and whether that was measured on this installation. */
  async of(engine: string): Promise<{ speed: number; measured: boolean }> {
    const known = await this.#known(engine);
    return { speed: known ?? UNMEASURED, measured: known !== undefined };
  }

  async #note(engine: string, speed: number): Promise<void> {
    const known = await this.#known(engine);
    const value = String(known === undefined ? speed : known + (speed - known) * SHARE);
    await this.#db
      .insert(installationSettings)
      .values({ name: nameOf(engine), value })
      .onConflictDoUpdate({ target: installationSettings.name, set: { value } });
  }

  async #known(engine: string): Promise<number | undefined> {
    const [row] = await this.#db
      .select()
      .from(installationSettings)
      .where(eq(installationSettings.name, nameOf(engine)));
    const speed = Number(row?.value);
    return speed > 0 ? speed : undefined;
  }
}

function nameOf(engine: string): string {
  return `speed of ${engine}`;
}
