import type { SpeechPlan } from '@aurelfield/core';
import type { SpeakOptions, SpokenClip, VoiceRegistry } from '@aurelfield/voices';
import { beforeEach, describe, expect, test } from 'vitest';
import { ClipMaker } from './clipMaker.ts';
import type { ClipStore, StoredClip } from './clipStore.ts';

const PLAN = { voice: 'v' } as SpeechPlan;
const CLIP: SpokenClip = { sampleRate: 1000, pcm: new Int16Array(2), duration: 0.002, words: [] };

/** A store in memory and an engine whose answers the test lets go. */
function setUp() {
  const stored = new Map<string, StoredClip>();
  const spoken: { options: SpeakOptions; finish: () => void; fail: (error: Error) => void }[] = [];
  const store = {
    load: (_school: string, keys: readonly string[]) =>
      Promise.resolve(
        new Map(
          keys.flatMap((key) => (stored.has(key) ? [[key, stored.get(key) as StoredClip] as const] : [])),
        ),
      ),
    save: (_school: string, key: string) => {
      const clip = { key, sampleRate: 1000, samples: 2, duration: 0.002, words: [], file: key };
      stored.set(key, clip);
      return Promise.resolve(clip);
    },
  } as unknown as ClipStore;
  const voices = {
    speak: (_plan: SpeechPlan, options: SpeakOptions) =>
      new Promise<SpokenClip>((resolve, reject) => {
        options.signal?.addEventListener('abort', () => reject(options.signal?.reason as Error));
        spoken.push({ options, finish: () => resolve(CLIP), fail: reject });
      }),
  } as unknown as VoiceRegistry;
  return { maker: new ClipMaker(store, voices), spoken };
}

const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

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

  test('another school’s clip is made for itself', async () => {
    const both = [get(), get({}, 'other')];
    await settle();
    for (const { finish } of parts.spoken) finish();
    await Promise.all(both);
    expect(parts.maker.synthesised).toBe(2);
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
  });

  test('a request after a cancelled one is made anew', async () => {
    const first = new AbortController();
    const cancelled = get({ signal: first.signal });
    await settle();
    first.abort(new Error('gone'));
    const again = get();
    await expect(cancelled).rejects.toThrow('gone');
    await settle();
    parts.spoken[1]?.finish();
    await expect(again).resolves.toMatchObject({ key: 'k' });
  });

  test('a failure is told to all and not kept', async () => {
    const both = [get(), get()];
    await settle();
    parts.spoken[0]?.fail(new Error('no voice'));
    for (const waiting of both) await expect(waiting).rejects.toThrow('no voice');
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
