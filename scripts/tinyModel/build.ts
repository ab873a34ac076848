import { fadeEdges } from '@aurelfield/core/audio';
import pLimit from 'p-limit';
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { FLOAT, INT64, onnxFile } from './onnx.ts';
import { englishSounds, phonesOf, RATE, type Sound } from './sounds.ts';

/**
 * Samples that a token is heard for at the model's own speed: 25 milliseconds. A sound takes as many tokens
 * as it is long.
 */
export const TOKEN = 400;
/** Twice that is kept of each, for half the speed. */
const KEPT = 2 * TOKEN;
const FADE = 48;
/** What is heard between two words, and for a mark. */
const BLANK = ' ';
const MARKS = [',', '.', '?', '!'];
const AT_ONCE = 4;

/** What `npm run tiny-model` built. */
export interface TinyModel {
  /** Tokens of each word, in the order in which they are heard. */
  readonly lexicon: ReadonlyMap<string, readonly string[]>;
}

/**
 * Builds a model folder.
 * @param folder made where it is missing; what the model is called is the folder's name.
 * @param words all that it can say, in lower case.
 */
export async function buildTinyModel(
  folder: string,
  words: readonly string[],
  { label, region }: { readonly label: string; readonly region: string },
): Promise<TinyModel> {
  const sounds = await englishSounds();
  const tokens = [
    ...[BLANK, ...MARKS].map((name) => ({ name, samples: new Float32Array(KEPT) })),
    ...sounds.flatMap(tokensOf),
  ];
  const named = new Map(sounds.map((sound) => [sound.name, tokensOf(sound).map(({ name }) => name)]));
  const limit = pLimit(AT_ONCE);
  const spelledWords = await Promise.all(
    words.map((word) =>
      limit(async () => [word, (await phonesOf(word)).flatMap((phone) => named.get(phone) ?? [])] as const),
    ),
  );
  const lexicon = new Map(spelledWords.filter(([, own]) => own.length > 0));
  mkdirSync(folder, { recursive: true });
  const write = (name: string, content: string | Uint8Array) =>
    writeFileSync(path.join(folder, name), content);
  write('tokens.txt', tokens.map(({ name }, i) => `${name} ${i}\n`).join(''));
  write('lexicon.txt', [...lexicon].map(([word, own]) => `${word} ${own.join(' ')}\n`).join(''));
  write(
    'voice.json',
    `${JSON.stringify({ label, language: 'en-US', region, timbre: 'lower', sampleRate: RATE })}\n`,
  );
  write(`${path.basename(folder)}.onnx`, graph(tokens.map(({ samples }) => samples)));
  return { lexicon };
}

/** A sound as tokens: each holds what is heard from its place on. */
function tokensOf({ name, pcm }: Sound): { readonly name: string; readonly samples: Float32Array }[] {
  const smooth = pcm.slice();
  fadeEdges(smooth, FADE);
  return Array.from({ length: Math.max(1, Math.round(pcm.length / TOKEN)) }, (_, i) => ({
    name: `${name}${i}`,
    samples: Float32Array.from({ length: KEPT }, (_sample, k) => (smooth[i * TOKEN + k] ?? 0) / 32_768),
  }));
}

/**
 * Tokens → sound: the beginning of each token's samples, as long as the speed asks for, one after the other.
 */
function graph(table: readonly Float32Array[]): Uint8Array {
  const samples = new Float32Array(table.length * KEPT);
  table.forEach((token, i) => samples.set(token, i * KEPT));
  const one = (name: string, type: typeof FLOAT | typeof INT64) => ({ name, type, dimensions: [1] });
  return onnxFile({
    inputs: [
      { name: 'x', type: INT64, dimensions: [1, 'tokens'] },
      one('x_length', INT64),
      one('noise_scale', FLOAT),
      one('length_scale', FLOAT),
      one('noise_scale_w', FLOAT),
    ],
    outputs: [{ name: 'y', type: FLOAT, dimensions: [1, 'samples'] }],
    constants: [
      { name: 'table', values: samples, dimensions: [table.length, KEPT] },
      { name: 'token', values: Float32Array.of(TOKEN), dimensions: [1] },
      { name: 'first', values: BigInt64Array.of(0n), dimensions: [1] },
      { name: 'across', values: BigInt64Array.of(1n), dimensions: [1] },
      { name: 'line', values: BigInt64Array.of(1n, -1n), dimensions: [2] },
    ],
    steps: [
      { operator: 'Mul', inputs: ['token', 'length_scale'], output: 'length' },
      { operator: 'Cast', inputs: ['length'], output: 'end', settings: { to: INT64 } },
      { operator: 'Slice', inputs: ['table', 'first', 'end', 'across'], output: 'beginnings' },
      { operator: 'Gather', inputs: ['beginnings', 'x'], output: 'heard', settings: { axis: 0 } },
      { operator: 'Reshape', inputs: ['heard', 'line'], output: 'y' },
    ],
    facts: {
      sample_rate: RATE,
      n_speakers: 1,
      add_blank: 0,
      language: 'English',
      punctuation: MARKS.join(' '),
      comment: 'a tiny model for tests',
    },
  });
}
