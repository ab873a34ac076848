/** @module-tag long */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { readSound } from './readSound.ts';

const RATE = 16_000;
const SECONDS = 1.5;
let folder: string;
const at = (name: string) => path.join(folder, name);
const ffmpeg = (...args: string[]) =>
  execFileSync('ffmpeg', ['-hide_banner', '-loglevel', 'error', '-y', ...args], { stdio: 'ignore' });
const tone = ['-f', 'lavfi', '-i', `sine=frequency=440:duration=${SECONDS}`];

beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'aurel-sound-'));
  ffmpeg(...tone, at('tone.wav'));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** How often a tone crosses zero upwards in a second. */
function pitchOf(pcm: Int16Array): number {
  let crossings = 0;
  for (let i = 1; i < pcm.length; i++) if ((pcm[i - 1] ?? 0) < 0 && (pcm[i] ?? 0) >= 0) crossings += 1;
  return (crossings * RATE) / pcm.length;
}

describe('a sound file is read, whatever it is in', () => {
  test.each([
    ['tone.wav', []],
    ['telephone.wav', ['-ar', '8000']],
    ['studio.wav', ['-ar', '96000', '-ac', '2', '-c:a', 'pcm_s24le']],
    ['tone.mp3', []],
    ['tone.m4a', ['-c:a', 'aac']],
    ['tone.ogg', ['-c:a', 'libvorbis']],
    ['tone.opus', []],
    ['tone.flac', []],
    ['tone.aiff', []],
    ['tone.webm', ['-c:a', 'libopus']],
  ])('%s', async (name, how) => {
    if (name !== 'tone.wav') ffmpeg('-i', at('tone.wav'), ...how, at(name));
    const pcm = await readSound(at(name), RATE);
    expect(Math.abs(pcm.length / RATE - SECONDS)).toBeLessThan(0.08);
    expect(Math.abs(pitchOf(pcm) - 440)).toBeLessThan(8);
  });

  test('the sound of a video', async () => {
    ffmpeg('-f', 'lavfi', '-i', `color=size=64x64:duration=${SECONDS}`, ...tone, '-shortest', at('film.mp4'));
    expect(Math.abs(pitchOf(await readSound(at('film.mp4'), RATE)) - 440)).toBeLessThan(8);
  });
});

describe('what is no sound is refused in words', () => {
  test.each<[string, () => void, RegExp]>([
    ['empty.wav', () => writeFileSync(at('empty.wav'), ''), /empty/u],
    ['garbage.mp3', () => writeFileSync(at('garbage.mp3'), Buffer.from('ab'.repeat(4000))), /no sound file/u],
    ['text.txt', () => writeFileSync(at('text.txt'), 'The ferry leaves at ten.'), /no sound file/u],
    ['head.flac', () => writeFileSync(at('head.flac'), readFileSync(at('tone.flac')).subarray(0, 40)), /no sound/u],
    ['silent film.mp4', () => ffmpeg('-f', 'lavfi', '-i', 'color=size=64x64:duration=1', at('silent film.mp4')), /no sound/u],
    ['long.mp3', () => ffmpeg('-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-t', '5500', '-b:a', '8k', at('long.mp3')), /more than 90 minutes/u],
    // A list of other files must not lead anywhere.
    ['list.m3u8', () => writeFileSync(at('list.m3u8'), `#EXTM3U\n#EXTINF:2,\n${at('tone.wav')}\n#EXT-X-ENDLIST\n`), /no sound file/u],
    ['list.mp3', () => writeFileSync(at('list.mp3'), `ffconcat version 1.0\nfile ${at('tone.wav')}\n`), /no sound file/u],
  ])('%s', async (name, make, message) => {
    make();
    await expect(readSound(at(name), RATE)).rejects.toThrow(message);
  }); // prettier-ignore

  test('a file that is not there', async () => {
    await expect(readSound(at('nowhere.wav'), RATE)).rejects.toThrow('There is no file');
  });

  test('given up, it throws what it was given up for', async () => {
    await expect(
      readSound(at('tone.wav'), RATE, { signal: AbortSignal.abort(new Error('given up')) }),
    ).rejects.toThrow('given up');
  });
});
