import { sessionSchema, setupSchema, signInSchema, type Session } from '@aurelfield/api';
import { count, eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Database } from '../db/database.ts';
import { schools, teachers } from '../db/schema.ts';
import { DEMO_SIGN_IN } from '../demo/people.ts';
import { HttpProblem } from '../http/problem.ts';
import { hashPassword, passwordFits } from './passwords.ts';
import { csrfToken, requireCsrfToken, signIn, signOut } from './sessions.ts';

const TEN_MINUTES = 10 * 60 * 1000;

/** Sign in, sign out, who is signed in, and the first account. */
export function authRoutes(db: Database): Router {
  const router = Router();
  const tries = rateLimit({
    windowMs: TEN_MINUTES,
    limit: 10,
    skipSuccessfulRequests: true,
    handler: (_request, _response, next) =>
      next(new HttpProblem(429, 'too-many', 'Too many tries. Wait ten minutes and try again.')),
  });

  router.get('/session', async (request, response) => {
    response.json(await describe(db, request));
  });

  router.post('/session', requireCsrfToken, tries, async (request, response) => {
    const { email, password } = signInSchema.parse(request.body);
    const [teacher] = await db.select().from(teachers).where(eq(teachers.email, email));
    if (!(await passwordFits(password, teacher?.passwordHash)) || teacher === undefined) {
      throw new HttpProblem(
        401,
        'wrong',
        'Mail address and password do not go together. Check both and try again.',
      );
    }
    await signIn(request, teacher);
    response.json(await describe(db, request));
  });

  router.delete('/session', requireCsrfToken, async (request, response) => {
    await signOut(request);
    response.status(204).end();
  });

  router.post('/setup', requireCsrfToken, tries, async (request, response) => {
    const input = setupSchema.parse(request.body);
    const passwordHash = await hashPassword(input.password);
    const teacher = await db.transaction(
      async (tx) => {
        const [existing] = await tx.select({ n: count() }).from(teachers);
        if ((existing?.n ?? 0) > 0)
          throw new HttpProblem(409, 'exists', 'The first account exists already. Sign in instead.');
        const [school] = await tx.insert(schools).values({ name: input.school }).returning();
        if (!school) throw new Error('The school was not stored.');
        const [made] = await tx
          .insert(teachers)
          .values({ schoolId: school.id, name: input.name, email: input.email, passwordHash })
          .returning();
        if (!made) throw new Error('The teacher was not stored.');
        return made;
      },
      { isolationLevel: 'serializable' },
    );
    await signIn(request, teacher);
    response.status(201).json(await describe(db, request));
  });

  return router;
}

async function describe(db: Database, request: Request): Promise<Session> {
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
  const [demo] = teacher
    ? []
    : await db.select({ id: schools.id }).from(schools).where(eq(schools.isDemo, true));
  return sessionSchema.parse({
    teacher: teacher ?? null,
    needsSetup: (all?.n ?? 0) === 0,
    csrfToken: csrfToken(request),
    demo: demo === undefined ? null : DEMO_SIGN_IN,
  });
}
