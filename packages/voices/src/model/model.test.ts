import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { ModelEngine } from './modelEngine.ts';
import { findModels } from './modelFolder.ts';
import { foundTimes, modelTimes, sharedTimes } from './modelTimes.ts';

const VOICE = { label: 'Reed', language: 'en-GB', timbre: 'lower', sampleRate: 22_050 };

function folderWith(files: Readonly<Record<string, string>>): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-models-'));
  for (const [name, content] of Object.entries(files)) {
    const file = path.join(folder, 'reed', name);
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, content);
  }
  return folder;
}
const COMPLETE = {
  'reed.onnx': 'x',
  'tokens.txt': 'a 1',
  'lexicon.txt': 'a a',
  'voice.json': JSON.stringify(VOICE),
};

describe('a model folder', () => {
  test('is complete with a model, tokens, pronouncing data and a description', () => {
    expect(findModels(folderWith(COMPLETE))).toMatchObject([
      { complete: true, folder: { name: 'reed', voice: VOICE } },
    ]);
    const { 'lexicon.txt': _lexicon, ...rest } = COMPLETE;
    expect(findModels(folderWith({ ...rest, 'data/phontab': 'x' }))).toMatchObject([{ complete: true }]);
  });

  test.each([
    ['no model', { 'reed.onnx': undefined }, 'a model (.onnx)'],
    ['two models', { 'other.onnx': 'x' }, 'one model only (.onnx)'],
    ['an empty model', { 'reed.onnx': '' }, 'a model that is not empty'],
    ['no tokens', { 'tokens.txt': undefined }, 'tokens.txt'],
    ['no pronouncing data', { 'lexicon.txt': undefined }, 'lexicon.txt, or a data folder with phontab'],
    ['no description', { 'voice.json': undefined }, 'voice.json'],
    ['a garbled description', { 'voice.json': '{' }, 'a voice.json that can be read'],
    ['a wrong description', { 'voice.json': '{"label":"x"}' }, 'a right “language” in voice.json'],
  ])('with %s says what it lacks', (_name, change, lack) => {
    const files = Object.fromEntries(
      Object.entries({ ...COMPLETE, ...change }).filter(([, content]) => content !== undefined),
    ) as Record<string, string>;
    expect(findModels(folderWith(files))).toMatchObject([{ complete: false, lacks: [lack] }]);
  });

  test('that is not there has no models', () => {
    expect(findModels('/nowhere')).toEqual([]);
  });
});

test('the runtime loads here', () => {
  expect(createRequire(import.meta.url)('sherpa-onnx-node')).toHaveProperty('OfflineTts');
});

test('a model that is no model fails as such and takes nothing down', async () => {
  const engine = new ModelEngine({ folder: folderWith(COMPLETE) });
  expect(engine.voices).toMatchObject([{ id: 'model-reed', timings: 'estimated', engine: 'model' }]);
  const plan = {
    voice: 'model-reed', engineVersion: '', language: 'en-GB', words: ['It'], sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 22_050,
  } as const; // prettier-ignore
  await expect(engine.speak(plan)).rejects.toThrow('could not be loaded');
  await engine.stop();
});

const RATE = 16_000;
const ms = (from: number, to: number) => ({
  range: { from: (from * RATE) / 1000, to: (to * RATE) / 1000 },
  confidence: 1,
});
const NOWHERE = { range: undefined, confidence: 0 };

describe('words of what a model says', () => {
  test('that were not found share out what is heard, longer words longer', () => {
    const times = sharedTimes(['a', 'harbour', 'is'], { start: 100, end: 2100 });
    expect(times.at(0)?.start).toBe(100);
    expect(times.at(-1)?.end).toBeCloseTo(2100, 9);
    expect((times[1]?.end ?? 0) - (times[1]?.start ?? 0)).toBeGreaterThan(1000);
  });

  test.each([
    ['all found', [ms(10, 200), ms(200, 450), ms(500, 700)], [[10, 200], [200, 450], [500, 700]]],
    ['the middle one not', [ms(10, 200), NOWHERE, ms(500, 700)], [[10, 200], [200, 500], [500, 700]]],
    ['the first not', [NOWHERE, ms(200, 450), ms(500, 700)], [[5, 200], [200, 450], [500, 700]]],
    ['the last not', [ms(10, 200), ms(200, 450), NOWHERE], [[10, 200], [200, 450], [450, 900]]],
    ['two that overlap', [ms(10, 220), ms(200, 450), ms(500, 700)], [[10, 220], [220, 450], [500, 700]]],
  ])('%s', (_name, words, expected) => {
    const found = foundTimes(['one', 'two', 'three'], { words, fit: 1 }, { start: 5, end: 900 });
    expect(found.map(({ start, end }) => [Math.round(start), Math.round(end)])).toEqual(expected);
  }); // prettier-ignore

  test.each([
    ['fits well', 0.9, 300],
    ['fits hardly', 0.1, 350],
    ['is nowhere', undefined, 350],
  ])('where the speech %s', (_name, fit, second) => {
    // A tenth of a second of silence, then half a second of sound.
    const pcm = Int16Array.from({ length: RATE }, (_, i) => (i >= 1600 && i < 9600 ? 5000 : 0));
    const alignment = fit === undefined ? undefined : { words: [ms(40, 300), ms(300, 600)], fit };
    const times = modelTimes(['one', 'two'], [], { pcm, sampleRate: RATE, alignment });
    // What is heard is heard from the first word to the last.
    expect(Math.round(times[0]?.start ?? 0)).toBe(100);
    expect(Math.round(times[1]?.start ?? 0)).toBe(second);
    expect(Math.round(times[1]?.end ?? 0)).toBe(600);
  });

  test.each([
    [
      'where it is silent, however the words were found',
      [
        [100, 300],
        [400, 600],
      ],
      ms(100, 250),
      ms(330, 600),
      [300, 400],
    ],
    [
      'where the later word begins, where it is never silent',
      [[100, 600]],
      ms(100, 250),
      ms(330, 600),
      [330, 330],
    ],
    [
      'in the longest silence there',
      [
        [100, 200],
        [230, 300],
        [400, 600],
      ],
      ms(100, 310),
      ms(390, 600),
      [300, 400],
    ],
  ] as const)('a break is %s', (_name, loud, one, two, [end, start]) => {
    const pcm = Int16Array.from({ length: RATE }, (_, i) =>
      loud.some(([from, to]) => i >= from * 16 && i < to * 16) ? 5000 : 0,
    );
    const alignment = { words: [one, two], fit: 1 };
    const times = modelTimes(['one', 'two'], [0], { pcm, sampleRate: RATE, alignment });
    expect(times.map((time) => [Math.round(time.start), Math.round(time.end)])).toEqual([
      [100, end],
      [start, 600],
    ]);
  });
});
