import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import type { Handout } from '@aurelfield/api';
import { Client } from './client.ts';

/**
 * A teacher who types: checks a handout's text, a few blocks of it changed, again and again until told to
 * end. A process of its own, so that whoever measures meanwhile is not held up by writing and reading the
 * texts.
 */
const [origin = '', handoutId = ''] = process.argv.slice(2);
const client = new Client(origin);
await client.signIn(DEMO_SIGN_IN);
const { blocks } = await client.get<Handout>(`/handouts/${handoutId}`);
let isDone = false;
process.once('message', () => (isDone = true));
process.send?.('begun');
let rounds = 0;
while (!isDone) {
  rounds += 1;
  const content = blocks.map((block, i) =>
    i % 40 === rounds % 40 ? { ...block, text: `${block.text} Round ${rounds}.` } : block,
  );
  await client.send('POST', '/proof/check', { content, language: 'en-GB' });
}
process.send?.(rounds);
process.disconnect();
