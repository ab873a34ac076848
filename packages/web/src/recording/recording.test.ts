import 'fake-indexeddb/auto';
import { describe, expect, test } from 'vitest';
import { LevelMeter } from './level.ts';
import { PartStore, type KeptPart } from './partStore.ts';
import { Sender } from './sender.ts';

const pcm = (value: number) => Int16Array.of(value, value).buffer;
const numbers = (parts: readonly KeptPart[]) => parts.map(({ part }) => part);

describe('parts of a recording', () => {
  test('wait in order, by recording, and are there for the next page', async () => {
    const store = new PartStore('waiting');
    for (const part of [2, 0, 11, 1]) await store.put({ take: 'a', part, pcm: pcm(part) });
    await store.put({ take: 'b', part: 0, pcm: pcm(9) });
    const next = new PartStore('waiting');
    expect(numbers(await next.waiting('a'))).toEqual([0, 1, 2, 11]);
    await next.remove('a', 1);
    await next.forget('b');
    expect([numbers(await store.waiting('a')), await store.waiting('b')]).toEqual([[0, 2, 11], []]);
  });

  test('are sent one after the other, tried again while the server is away, and none is lost', async () => {
    const store = new PartStore('sending');
    const arrived: number[] = [];
    let failures = 2;
    const sender = new Sender('a', {
      store,
      isFinal: () => false,
      send: ({ part }) => {
        if (part === 1 && failures-- > 0) return Promise.reject(new Error('away'));
        arrived.push(part);
        return Promise.resolve();
      },
    });
    await Promise.all([0, 1, 2].map((part) => sender.add(part, pcm(part))));
    await sender.flushed();
    expect(arrived).toEqual([0, 1, 2]);
    expect([sender.waiting, sender.sent, sender.isAway]).toEqual([0, 3, false]);
    expect(await store.waiting('a')).toEqual([]);
  });

  test('that an earlier page left are sent by the next', async () => {
    const store = new PartStore('left');
    await store.put({ take: 'a', part: 4, pcm: pcm(4) });
    const arrived: number[] = [];
    const sender = new Sender('a', {
      store,
      isFinal: () => false,
      send: ({ part }) => Promise.resolve(void arrived.push(part)),
    });
    await sender.resume();
    await sender.flushed();
    expect(arrived).toEqual([4]);
  });

  test('of a recording that is gone stay kept, and it is told', async () => {
    const store = new PartStore('gone');
    const sender = new Sender('a', {
      store,
      isFinal: () => true,
      send: () => Promise.reject(new Error('It is not here any more.')),
    });
    await sender.add(0, pcm(0));
    await expect(sender.flushed()).rejects.toThrow('not here any more');
    expect(numbers(await store.waiting('a'))).toEqual([0]);
  });
});

describe('the level', () => {
  const tone = (level: number) => Float32Array.from({ length: 200 }, (_, i) => level * Math.sin(i / 3));
  test.each([
    [1, -3],
    [0.1, -23],
    [0, -60],
  ])('of a tone of %d is %d dB', (level, expected) => {
    expect(Math.round(new LevelMeter(20).hear(tone(level)).now)).toBe(expected);
  });

  test('tells what was cut off, for a while, and the noise between words', () => {
    const meter = new LevelMeter(20);
    expect(meter.hear(tone(1)).isClipped).toBe(true);
    expect(meter.hear(tone(0.1)).isClipped).toBe(true);
    let last = meter.hear(tone(0.2));
    for (let i = 0; i < 200; i++) last = meter.hear(tone(i % 4 === 0 ? 0.003 : 0.2));
    expect(last.isClipped).toBe(false);
    expect(last.noise ?? 0).toBeCloseTo(-53.5, 0);
  });
});
