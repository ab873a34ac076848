import { joinSamples } from '@aurelfield/core/audio';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { SPEECH_RATE } from '../../../packages/core/src/align/speech/spectra.ts';
import { splitPhones } from '../../../packages/voices/src/espeak/phones.ts';
import { runFlite } from '../../../packages/voices/src/flite/fliteProgram.ts';

/** A recording of which the truth is known. */
export interface Truth {
  readonly pcm: Int16Array;
  /** Each word that is said, in samples. */
  readonly words: readonly { readonly word: string; readonly from: number; readonly to: number }[];
}

export const TRUTH_VOICES = ['kal16', 'awb', 'rms', 'slt'] as const;

/** What was said is kept: flite is a process for every sentence. */
const KEPT = path.join(tmpdir(), 'aurelfield-align');

/** Pause between sentences, seconds. */
const PAUSE = 0.45;

/**
 * Sentences said by a voice of Debian's flite, with the ends of the phones that it tells (-psdur). Which
 * phones belong to which word is reported by the words said alone.
 * @param sentences words as they are spoken, in lower case, with nothing but letters and apostrophes.
 */
export async function spokenByFlite(
  voice: string,
  sentences: readonly (readonly string[])[],
  stretch = 1,
): Promise<Truth> {
  mkdirSync(KEPT, { recursive: true });
  const name = path.join(
    KEPT,
    createHash('sha256')
      .update(JSON.stringify([voice, sentences, stretch]))
      .digest('hex'),
  );
  if (existsSync(`${name}.json`)) {
    const bytes = readFileSync(`${name}.raw`);
    return {
      pcm: new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2),
      words: JSON.parse(readFileSync(`${name}.json`, 'utf8')) as Truth['words'],
    };
  }
  const truth = await spoken(voice, sentences, stretch);
  writeFileSync(`${name}.raw`, new Uint8Array(truth.pcm.buffer));
  writeFileSync(`${name}.json`, JSON.stringify(truth.words));
  return truth;
}

async function spoken(
  voice: string,
  sentences: readonly (readonly string[])[],
  stretch: number,
): Promise<Truth> {
  const parts: Int16Array[] = [];
  const words: { word: string; from: number; to: number }[] = [];
  let at = 0;
  const say = (text: string, isSilent = false) =>
    runFlite('flite', { voice, text, stretch, sounds: [], isSilent }, { timeout: 60_000 });
  for (const sentence of sentences) {
    const { pcm, phones } = await say(`${sentence.join(' ')}.`);
    const alone = await Promise.all(sentence.map((word) => phonesAlone(voice, word)));
    const spoken = phones
      .map(({ name, end }, i) => ({ name, end, start: phones[i - 1]?.end ?? 0 }))
      .filter(({ name }) => name !== 'pau');
    const firsts = splitPhones(
      alone,
      spoken.map(({ name }) => name),
    );
    const sample = (ms: number) => at + Math.round((ms * SPEECH_RATE) / 1000);
    sentence.forEach((word, i) => {
      const first = firsts[i] ?? 0;
      const last = Math.max(first, (firsts[i + 1] ?? spoken.length) - 1);
      words.push({ word, from: sample(spoken[first]?.start ?? 0), to: sample(spoken[last]?.end ?? 0) });
    });
    parts.push(pcm, new Int16Array(Math.round(PAUSE * SPEECH_RATE)));
    at += pcm.length + Math.round(PAUSE * SPEECH_RATE);
  }
  return { pcm: joinSamples(parts), words };
}

const known = new Map<string, Promise<string[]>>();
function phonesAlone(voice: string, word: string): Promise<string[]> {
  const key = `${voice} ${word}`;
  const found =
    known.get(key) ??
    runFlite(
      'flite',
      { voice, text: `${word}.`, stretch: 1, sounds: [], isSilent: true },
      { timeout: 60_000 },
    ).then(({ phones }) => phones.map(({ name }) => name).filter((name) => name !== 'pau'));
  known.set(key, found);
  return found;
}

/** A stream of numbers that is the same every time (mulberry32). */
export function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** White noise behind a sound, at a ratio in decibels to what is not pause. */
export function withNoise(pcm: Int16Array, decibels: number, seed = 7): Int16Array {
  const next = chance(seed);
  let [power, count] = [0, 0];
  for (const sample of pcm)
    if (Math.abs(sample) > 50) {
      power += sample * sample;
      count += 1;
    }
  const deviation = Math.sqrt(power / Math.max(1, count) / 10 ** (decibels / 10));
  return pcm.map((sample) => {
    const gauss = Math.sqrt(-2 * Math.log(next() + 1e-12)) * Math.cos(2 * Math.PI * next());
    return Math.max(-32768, Math.min(32767, Math.round(sample + deviation * gauss)));
  });
}
