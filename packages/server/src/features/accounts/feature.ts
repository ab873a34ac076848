import { lt, sql } from 'drizzle-orm';
import { sessions } from '../../db/schema/index.ts';
import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import { authRoutes } from './routes.ts';

/** Accounts: sign in, sign out, the first account. */
export function accountsFeature({
  database,
  limits,
  csrfTokens,
  config,
}: Pick<Platform, 'database' | 'limits' | 'csrfTokens' | 'config'>) {
  const feature: Feature = {
    routes: {
      beforeSignIn: [authRoutes({ database, limits, publicAddress: config.publicAddress }, csrfTokens)],
    },
    cleanUps: [
      { name: 'sessions', run: ({ db }) => db.delete(sessions).where(lt(sessions.expire, sql`now()`)) },
      { name: 'rate limits', run: () => limits.cleanUp() },
    ],
  };
  return { feature };
}
