import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type pg from 'pg';
import { AppError } from '../appError.ts';

declare module 'express-session' {
  interface SessionData {
    teacherId: string;
    schoolId: string;
    csrfToken: string;
  }
}

/** Who changes a text, and from where. */
export interface Author {
  readonly schoolId: string;
  readonly teacherId: string | null;
  /** The browser window: what is typed in one window in quick succession is one version. */
  readonly window: string | null;
}

const TWELVE_HOURS = 12 * 60 * 60 * 1000;
const PRUNE_SECONDS = 15 * 60;
export const CSRF_HEADER = 'x-aurelfield-token';
/**
 * Holds a random number of a browser that is not signed in; its token is made of it, so that no session need
 * be kept for it.
 */
const VISITOR_COOKIE = 'aurelfield-visitor';

/** Sessions of those who are signed in, kept in the database; the browser holds only their signed number. */
export function sessionHandler(pool: pg.Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    store: new Store({ pool, tableName: 'sessions', pruneSessionInterval: PRUNE_SECONDS }),
    name: 'aurelfield',
    secret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: TWELVE_HOURS },
  });
}

/**
 * The token that changing requests carry: the session's, or, before anybody is signed in, one of the
 * visitor's own number.
 */
export class CsrfTokens {
  readonly #secret: string;

  constructor(secret: string) {
    this.#secret = secret;
  }

  /** The browser's token; a visitor without a number is given one. */
  of(request: Request, response: Response): string {
    if (request.session.csrfToken !== undefined) return request.session.csrfToken;
    const visitor = visitorOf(request) ?? randomBytes(24).toString('base64url');
    response.cookie(VISITOR_COOKIE, visitor, { httpOnly: true, sameSite: 'lax', secure: request.secure });
    return this.#ofVisitor(visitor);
  }

  /** Refuses a changing request that does not carry its token in the header. */
  readonly require: RequestHandler = (request, _response, next) => {
    if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) {
      next();
      return;
    }
    const visitor = visitorOf(request);
    const expected = Buffer.from(
      request.session.csrfToken ?? (visitor === undefined ? '' : this.#ofVisitor(visitor)),
    );
    const given = Buffer.from(request.get(CSRF_HEADER) ?? '');
    const fits = expected.length > 0 && expected.length === given.length && timingSafeEqual(expected, given);
    next(
      fits
        ? undefined
        : new AppError('token', 'This page has been open for too long. Reload it and try again.'),
    );
  };

  #ofVisitor(visitor: string): string {
    return createHmac('sha256', this.#secret).update(`visitor ${visitor}`).digest('base64url');
  }
}

function visitorOf(request: Request): string | undefined {
  const cookies = (request.headers.cookie ?? '').split(';').map((cookie) => cookie.trim());
  const own = cookies.find((cookie) => cookie.startsWith(`${VISITOR_COOKIE}=`));
  return own?.slice(VISITOR_COOKIE.length + 1).slice(0, 100);
}

/** Refuses a request without a signed-in teacher. */
export const requireTeacher: RequestHandler = (request, _response, next) => {
  next(request.session.teacherId === undefined ? new AppError('signed-out', 'Sign in to go on.') : undefined);
};

/** The school of the signed-in teacher. */
export function schoolOf(request: Request): string {
  const { schoolId } = request.session;
  if (schoolId === undefined) throw new AppError('signed-out', 'Sign in to go on.');
  return schoolId;
}

/** Who changes a text in which window. */
export function authorOf(request: Request, window: string | undefined): Author {
  return {
    schoolId: schoolOf(request),
    teacherId: request.session.teacherId ?? null,
    window: window ?? null,
  };
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
      request.session.csrfToken = randomBytes(24).toString('base64url');
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
