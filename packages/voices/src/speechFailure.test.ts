import { PoolFailure } from '@aurelfield/pool';
import { expect, test } from 'vitest';
import { speechFailure } from './speechFailure.ts';

test.each([
  ['timeout', 'No answer within 20 seconds.', 'The voice took too long to answer. Try again.'],
  ['crash', 'It ended with 11.', 'The speech engine stopped while saying this sentence. (It ended with 11.)'],
  ['failed', 'Unknown phone.', 'Unknown phone.'],
  ['stopped', 'The pool was stopped.', 'The speech engine was stopped.'],
] as const)('a pool that fails by %s', (kind, message, words) => {
  expect(speechFailure(new PoolFailure(kind, message))).toMatchObject({
    name: 'SpeechError',
    kind,
    message: words,
  });
});
