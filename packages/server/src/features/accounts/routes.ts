import { sessionSchema, setupSchema, signInSchema, type Session } from '@aurelfield/api';
import { count, eq } from 'drizzle-orm';
import { Router, type Request, type Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import type { OpenDatabase } from '../../db/database.ts';
import { schools, teachers } from '../../db/schema/index.ts';
import { isFromHere } from '../../http/fromHere.ts';
import type { SharedLimits } from '../../http/sharedLimits.ts';
import { AppError } from '../../appError.ts';
import { hashPassword, passwordFits } from './passwords.ts';
import { signIn, signOut, type CsrfTokens } from '../../http/sessions.ts';

const TEN_MINUTES = 10 * 60 * 1000;
/**
 * Wrong passwords for one account from one address, and from one address for whatever accounts, in ten
 * minutes.
 */
const [TRIES_FOR_ACCOUNT, TRIES_FROM_ADDRESS] = [10, 200];

export interface AuthRouteDeps {
  readonly database: OpenDatabase;
  readonly limits: SharedLimits;
  readonly publicAddress: string | undefined;
}

/** Sign in, sign out, who is signed in, the demo school, and the first account. */
export function authRoutes({ database, limits, publicAddress }: AuthRouteDeps, tokens: CsrfTokens): Router {
  const router = Router();
  const { db } = database;
  const limit = (name: string, most: number, keyOf: (request: Request) => string) =>
    rateLimit({
      windowMs: TEN_MINUTES,
      store: limits.store(name),
      limit: most,
      skipSuccessfulRequests: true,
      keyGenerator: keyOf,
      handler: (_request, _response, next) =>
        next(new AppError('too-many', 'Too many tries. Wait ten minutes and try again.')),
    });
  const addressOf = (request: Request) => ipKeyGenerator(request.ip ?? '');
  const perAddress = limit('sign-in address', TRIES_FROM_ADDRESS, addressOf);
  const perAccount = limit('sign-in account', TRIES_FOR_ACCOUNT, (request) => {
    const email = signInSchema.shape.email.safeParse(
      (request.body as { email?: unknown } | undefined)?.email,
    );
    return `${addressOf(request)} ${email.data ?? ''}`;
  });

  const describe = async (request: Request, response: Response): Promise<Session> => {
    const { teacherId } = request.session;
    const [teacher] =
      teacherId === undefined
        ? []
        : await db
            .select({ id: teachers.id, name: teachers.name, email: teachers.email, school: schools.name })
            .from(teachers)
            .innerJoin(schools, eq(schools.id, teachers.schoolId))
            .where(eq(teachers.id, teacherId));
    const [all] = await db.select({ n: count() }).from(teachers);
    const [demo] =
      teacher || !isFromHere(request)
        ? []
        : await db.select({ id: schools.id }).from(schools).where(eq(schools.isDemo, true));
    return sessionSchema.parse({
      teacher: teacher ?? null,
      needsSetup: (all?.n ?? 0) === 0,
      csrfToken: tokens.of(request, response),
      demo: demo !== undefined,
      publicAddress: publicAddress ?? null,
    });
  };

  router.get('/session', async (request, response) => {
    response.json(await describe(request, response));
  });

  router.post('/session', tokens.require, perAddress, perAccount, async (request, response) => {
    const { email, password } = signInSchema.parse(request.body);
    const [teacher] = await db.select().from(teachers).where(eq(teachers.email, email));
    if (!(await passwordFits(password, teacher?.passwordHash)) || teacher === undefined)
      throw new AppError('wrong', 'Email or password is wrong. Check both and try again.');
    await signIn(request, teacher);
    response.json(await describe(request, response));
  });

  router.post('/session/demo', tokens.require, async (request, response) => {
    if (!isFromHere(request))
      throw new AppError(
        'not-from-here',
        'The demo school can be entered without a password only at the machine it runs on.',
      );
    const [teacher] = await db
      .select({ id: teachers.id, schoolId: teachers.schoolId })
      .from(teachers)
      .innerJoin(schools, eq(schools.id, teachers.schoolId))
      .where(eq(schools.isDemo, true))
      .orderBy(teachers.createdAt)
      .limit(1);
    if (!teacher) throw new AppError('not-found', 'There is no demo school here.');
    await signIn(request, teacher);
    response.json(await describe(request, response));
  });

  router.delete('/session', tokens.require, async (request, response) => {
    await signOut(request);
    response.status(204).end();
  });

  router.post('/setup', tokens.require, perAddress, async (request, response) => {
    const input = setupSchema.parse(request.body);
    const passwordHash = await hashPassword(input.password);
    const teacher = await database.transaction(async (tx) => {
      // One first account at a time.
      await tx.executeSql('lock table teachers in share row exclusive mode', []);
      const [existing] = await tx.db.select({ n: count() }).from(teachers);
      if ((existing?.n ?? 0) > 0)
        throw new AppError('exists', 'The first account exists already. Sign in instead.');
      const [school] = await tx.db.insert(schools).values({ name: input.school }).returning();
      if (!school) throw new Error('The school was not stored.');
      const [made] = await tx.db
        .insert(teachers)
        .values({ schoolId: school.id, name: input.name, email: input.email, passwordHash })
        .returning();
      if (!made) throw new Error('The teacher was not stored.');
      return made;
    });
    await signIn(request, teacher);
    response.status(201).json(await describe(request, response));
  });

  return router;
}
