import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { AudioSource } from './audioSource.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-audio-'));
const file = (name: string, samples: readonly number[]) => {
  const target = path.join(folder, name);
  writeFileSync(target, Buffer.from(Int16Array.from(samples).buffer));
  return { file: target, samples: samples.length };
};
const readAll = async (source: AudioSource, start?: number, end?: number) => {
  const chunks: Uint8Array[] = [];
  for await (const chunk of source.read(start, end)) chunks.push(Buffer.from(chunk));
  return Buffer.concat(chunks);
};

describe('AudioSource', () => {
  const source = new AudioSource(1000, [
    file('a', [1, 2, 3]),
    { samples: 4 },
    file('b', [7, 8]),
    { samples: 0 },
  ]);

  test('is the header, then samples and silence in order', async () => {
    const bytes = await readAll(source);
    expect(bytes.length).toBe(source.bytes);
    expect(bytes.subarray(0, 4).toString()).toBe('RIFF');
    expect(bytes.readUInt32LE(40)).toBe(18);
    expect([
      ...new Int16Array(bytes.buffer.slice(bytes.byteOffset + 44, bytes.byteOffset + bytes.length)),
    ]).toEqual([1, 2, 3, 0, 0, 0, 0, 7, 8]);
  });

  test('gives every stretch of its bytes as it stands in the whole', async () => {
    const whole = await readAll(source);
    for (let start = 0; start <= whole.length; start++) {
      for (const end of [start, start + 1, start + 7, whole.length]) {
        if (end <= whole.length)
          expect(
            (await readAll(source, start, end)).equals(whole.subarray(start, end)),
            `${start}–${end}`,
          ).toBe(true);
      }
    }
  });

  test('a long silence comes in pieces', async () => {
    let largest = 0;
    let total = 0;
    for await (const chunk of new AudioSource(22_050, [{ samples: 1_000_000 }]).read(44)) {
      largest = Math.max(largest, chunk.length);
      total += chunk.length;
    }
    expect(total).toBe(2_000_000);
    expect(largest).toBeLessThanOrEqual(256 * 1024);
  });

  test('a file shorter than it should be is an error, not a shorter sound', async () => {
    await expect(readAll(new AudioSource(1000, [{ ...file('short', [1]), samples: 5 }]))).rejects.toThrow(
      'shorter than it should be',
    );
  });
});
