import type { SpeechPlan } from '@aurelfield/core/speech';
import { SpeechError, type SpeakOptions, type SpokenClip } from '@aurelfield/voices';
import { beforeEach, describe, expect, test } from 'vitest';
import { ClipMaker, type ClipMakerDeps } from './clipMaker.ts';
import type { StoredClip } from './clipRepository.ts';

const PLAN = { voice: 'v', words: ['a'] } as unknown as SpeechPlan;
const CLIP: SpokenClip = { sampleRate: 1000, pcm: new Int16Array(2), duration: 0.002, words: [], cuts: [] };

/**
 * Claims and clips in memory, shared by makers as processes share a database, and an engine whose answers the
 * test lets go.
 */
function setUp({ priced = false } = {}) {
  const made = new Map<string, StoredClip>();
  const claims = new Map<string, string>();
  const log: string[] = [];
  const spoken: { options: SpeakOptions; finish: () => void; fail: (error: Error) => void }[] = [];
  const makerOf = (holder: string) =>
    new ClipMaker({
      clips: {
        find: (school, keys) =>
          Promise.resolve(
            new Map(
              keys.flatMap((key) => {
                const clip = made.get(`${school}/${key}`);
                return clip ? [[key, clip] as const] : [];
              }),
            ),
          ),
      },
      claims: {
        claim: (school, wanted) => {
          const free = wanted
            .map(({ key }) => key)
            .filter((key) => !claims.has(`${school}/${key}`) && !made.has(`${school}/${key}`));
          for (const key of free) claims.set(`${school}/${key}`, holder);
          return Promise.resolve(new Set(free));
        },
        renew: () => Promise.resolve(),
        made: (school, { key, sampleRate, facts, object }) => {
          made.set(`${school}/${key}`, { key, sampleRate, facts, object });
          claims.delete(`${school}/${key}`);
          return Promise.resolve();
        },
        giveUp: (school, key) => {
          log.push(`give up ${key}`);
          claims.delete(`${school}/${key}`);
          return Promise.resolve();
        },
        leave: (school, key) => {
          log.push(`leave ${key}`);
          claims.delete(`${school}/${key}`);
          return Promise.resolve();
        },
      },
      store: { put: () => Promise.resolve() },
      voices: {
        find: () => (priced ? { price: {}, engine: 'priced' } : undefined),
        speak: (_plan: SpeechPlan, options: SpeakOptions) =>
          new Promise<SpokenClip>((resolve, reject) => {
            options.signal?.addEventListener('abort', () => reject(options.signal?.reason as Error));
            spoken.push({ options, finish: () => resolve(CLIP), fail: reject });
          }),
      } as unknown as ClipMakerDeps['voices'],
    });
  return { maker: makerOf('one'), other: makerOf('two'), spoken, claims, made, log };
}

const settle = (milliseconds = 5) => new Promise((resolve) => setTimeout(resolve, milliseconds));

describe('ClipMaker', () => {
  let parts: ReturnType<typeof setUp>;
  beforeEach(() => {
    parts = setUp();
  });
  const get = (options?: SpeakOptions, school = 's') =>
    parts.maker.get(school, { key: 'k', plan: PLAN }, options);

  test('requests for the same clip share one making, and later ones are served from the store', async () => {
    const both = [get(), get()];
    await settle();
    parts.spoken[0]?.finish();
    await Promise.all(both);
    await get();
    expect(parts.spoken).toHaveLength(1);
    expect(parts.maker.synthesised).toBe(1);
  });

  test('several are claimed together, the same one once', async () => {
    const all = parts.maker.getAll('s', [{ key: 'k', plan: PLAN }, { key: 'l', plan: PLAN }, { key: 'k', plan: PLAN }]); // prettier-ignore
    await settle();
    for (const { finish } of parts.spoken) finish();
    expect((await all).map(({ key }) => key)).toEqual(['k', 'l', 'k']);
    expect(parts.spoken).toHaveLength(2);
  });

  test('another school’s clip is made for itself', async () => {
    const both = [get(), get({}, 'other')];
    await settle();
    for (const { finish } of parts.spoken) finish();
    await Promise.all(both);
    expect(parts.maker.synthesised).toBe(2);
  });

  test('what another process is making is waited for', async () => {
    const [own, others] = [get(), parts.other.get('s', { key: 'k', plan: PLAN })];
    await settle(60);
    expect(parts.spoken).toHaveLength(1);
    parts.spoken[0]?.finish();
    expect((await others).object).toBe((await own).object);
    expect(parts.other.synthesised).toBe(0);
  });

  test('what another process began and died of is taken over', async () => {
    parts.claims.set('s/k', 'dead');
    const own = get();
    await settle(40);
    expect(parts.spoken).toHaveLength(0);
    parts.claims.delete('s/k');
    await settle(120);
    parts.spoken[0]?.finish();
    await expect(own).resolves.toMatchObject({ key: 'k' });
  });

  test('one who leaves does not stop the making for the other; the last one does', async () => {
    const [first, second] = [new AbortController(), new AbortController()];
    const waiting = [get({ signal: first.signal }), get({ signal: second.signal })];
    await settle();
    first.abort(new Error('gone'));
    await expect(waiting[0]).rejects.toThrow('gone');
    expect(parts.spoken[0]?.options.signal?.aborted).toBe(false);
    second.abort(new Error('gone too'));
    await expect(waiting[1]).rejects.toThrow('gone too');
    expect(parts.spoken[0]?.options.signal?.aborted).toBe(true);
    await settle();
    expect(parts.claims.size).toBe(0);
  });

  test('a request after a cancelled one is made anew', async () => {
    const first = new AbortController();
    const cancelled = get({ signal: first.signal });
    await settle();
    first.abort(new Error('gone'));
    const again = get();
    await expect(cancelled).rejects.toThrow('gone');
    await settle(60);
    parts.spoken[1]?.finish();
    await expect(again).resolves.toMatchObject({ key: 'k' });
  });

  test('a failure is told to all, not kept, and gives the claim up', async () => {
    const both = [get(), get()];
    await settle();
    parts.spoken[0]?.fail(new Error('no voice'));
    for (const waiting of both) await expect(waiting).rejects.toThrow('no voice');
    expect(parts.log).toEqual(['give up k']);
    const again = get();
    await settle();
    parts.spoken[1]?.finish();
    await expect(again).resolves.toMatchObject({ key: 'k' });
  });

  test('what is cancelled before it begins is not made', async () => {
    await expect(get({ signal: AbortSignal.abort(new Error('never mind')) })).rejects.toThrow('never mind');
    expect(parts.spoken).toHaveLength(0);
  });
});

describe('what is booked for a clip in a priced voice', () => {
  test.each([
    ['is taken back when the service refused', new SpeechError('refused', 'no'), 'give up k'],
    [
      'stays, for the next attempt, when nobody knows whether it was charged',
      new SpeechError('timeout', 'late'),
      'leave k',
    ],
    ['stays when the connection broke', new Error('reset'), 'leave k'],
  ])('%s', async (_name, error, expected) => {
    const parts = setUp({ priced: true });
    const waiting = parts.maker.get('s', { key: 'k', plan: PLAN });
    await settle();
    parts.spoken[0]?.fail(error);
    await expect(waiting).rejects.toBe(error);
    expect(parts.log).toEqual([expected]);
  });

  test('goes by a name that the service charges once', async () => {
    const parts = setUp({ priced: true });
    const waiting = parts.maker.get('s', { key: 'k', plan: PLAN });
    await settle();
    expect(parts.spoken[0]?.options.requestId).toBe('s/k');
    parts.spoken[0]?.finish();
    await waiting;
  });
});
