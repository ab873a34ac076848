import { describe, expect, test } from 'vitest';
import { z } from 'zod';
import { AppError } from '../appError.ts';
import { errorOf } from './errorHandler.ts';

const withCode = (code: string, message = 'x') => Object.assign(new Error(message), { code });
const inQuery = (cause: Error) => new Error('Failed query', { cause });

describe('what is answered to an error', () => {
  test.each([
    ['an error of ours', new AppError('changed', 'Somebody changed it.'), 409, 'changed'],
    ['a code without a status of its own', new AppError('odd', 'Odd.'), 422, 'odd'],
    ['a field that is wrong', z.object({ title: z.string() }).safeParse({}).error, 400, 'invalid'],
    ['a body that cannot be read', Object.assign(new Error(), { status: 400 }), 400, 'invalid'],
    [
      'an upload that is too large',
      Object.assign(new Error(), { type: 'entity.too.large' }),
      413,
      'too-large',
    ],
    ['a value that cannot be stored', inQuery(withCode('22021')), 400, 'invalid'],
    ['a row that points to nothing', inQuery(withCode('23503')), 404, 'not-found'],
    ['two transactions at once', inQuery(withCode('40P01')), 503, 'busy'],
    ['a database that is stopped', inQuery(withCode('57P01')), 503, 'unavailable'],
    ['a database that refuses connections', withCode('ECONNREFUSED'), 503, 'unavailable'],
    ['a connection that ends', new Error('Connection terminated unexpectedly'), 503, 'unavailable'],
    ['a mistake of ours', new TypeError('x is not a function'), 500, 'failure'],
    ['nothing at all', undefined, 500, 'failure'],
  ])('%s', (_name, error, status, code) => {
    expect(errorOf(error)).toMatchObject({ status, code });
    expect(errorOf(error).message).toMatch(/^\p{Lu}/u);
  });
});
