import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { randomBytes, timingSafeEqual } from 'node:crypto';
import type pg from 'pg';
import { HttpProblem } from '../http/problem.ts';

declare module 'express-session' {
  interface SessionData {
    teacherId: string;
    schoolId: string;
    csrfToken: string;
  }
}

const TWELVE_HOURS = 12 * 60 * 60 * 1000;
export const CSRF_HEADER = 'x-aurelfield-token';

/** Sessions kept in the database; the browser holds only their signed number. */
export function sessionHandler(pool: pg.Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    store: new Store({ pool, tableName: 'sessions', pruneSessionInterval: false }),
    name: 'aurelfield',
    secret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: TWELVE_HOURS },
  });
}

/** The session's token, made at first need. */
export function csrfToken(request: Request): string {
  request.session.csrfToken ??= randomBytes(24).toString('base64url');
  return request.session.csrfToken;
}

/** Refuses a changing request that does not carry the session's token in its header. */
export const requireCsrfToken: RequestHandler = (request, _response, next) => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) {
    next();
    return;
  }
  const expected = Buffer.from(request.session.csrfToken ?? '');
  const given = Buffer.from(request.get(CSRF_HEADER) ?? '');
  const fits = expected.length > 0 && expected.length === given.length && timingSafeEqual(expected, given);
  next(
    fits
      ? undefined
      : new HttpProblem(403, 'token', 'This page has been open for too long. Reload it and try again.'),
  );
};

/** Refuses a request without a signed-in teacher. */
export const requireTeacher: RequestHandler = (request, _response, next) => {
  next(
    request.session.teacherId === undefined
      ? new HttpProblem(401, 'signed-out', 'Sign in to go on.')
      : undefined,
  );
};

/** The school of the signed-in teacher. */
export function schoolOf(request: Request): string {
  const { schoolId } = request.session;
  if (schoolId === undefined) throw new HttpProblem(401, 'signed-out', 'Sign in to go on.');
  return schoolId;
}

/** Gives the session a new number (against fixation) and signs the teacher in. */
export function signIn(request: Request, teacher: { id: string; schoolId: string }): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) {
        reject(asError(error));
        return;
      }
      request.session.teacherId = teacher.id;
      request.session.schoolId = teacher.schoolId;
      csrfToken(request);
      request.session.save((failure: unknown) => (failure ? reject(asError(failure)) : resolve()));
    });
  });
}

/** Ends the session. */
export function signOut(request: Request): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.destroy((error: unknown) => (error ? reject(asError(error)) : resolve()));
  });
}

function asError(failure: unknown): Error {
  return failure instanceof Error ? failure : new Error(String(failure));
}
