import { eq } from 'drizzle-orm';
import type { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { installationSettings } from '../../db/schema/index.ts';
import { AppError } from '../../appError.ts';
import { translationSchema } from '../../simulated/translationService.ts';

/** Where a translation service listens, as an installation setting. */
const SERVICE = 'translation service';
const TIMEOUT = 30_000;

/** Asks the translation service that is announced, if there is one. */
export class TranslationClient {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /** Tells all processes where the service listens. */
  async announce(address: string): Promise<void> {
    await this.#db
      .insert(installationSettings)
      .values({ name: SERVICE, value: address })
      .onConflictDoUpdate({ target: installationSettings.name, set: { value: address } });
  }

  /**
   * Sentences in another language, null where the service has none.
   * @throws AppError when there is no service or it does not answer.
   */
  async translate(
    sentences: readonly string[],
    from: string,
    to: string,
  ): Promise<z.infer<typeof translationSchema>> {
    const [fact] = await this.#db
      .select()
      .from(installationSettings)
      .where(eq(installationSettings.name, SERVICE));
    if (!fact)
      throw new AppError(
        'busy',
        'There is no translation service here. Type or paste the text in the other language.',
      );
    try {
      const answer = await fetch(`${fact.value}/translate`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ from, to, sentences }),
        signal: AbortSignal.timeout(TIMEOUT),
      });
      const translation = translationSchema.parse(await answer.json());
      if (translation.sentences.length !== sentences.length)
        throw new Error('It answered with another number of sentences.');
      return translation;
    } catch (error) {
      throw new AppError(
        'busy',
        `The translation service does not answer as it should. Try again, or type the text. ${error instanceof Error ? error.message : ''}`.trim(),
      );
    }
  }
}
