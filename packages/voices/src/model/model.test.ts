import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { ModelEngine } from './modelEngine.ts';
import { findModels } from './modelFolder.ts';
import { sharedTimes } from './sharedTimes.ts';

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

test('shared times cover the sentence in order, longer words longer', () => {
  const times = sharedTimes(['a', 'harbour', 'is'], 2);
  expect(times.at(0)?.start).toBe(0);
  expect(times.at(-1)?.end).toBeCloseTo(2, 9);
  expect((times[1]?.end ?? 0) - (times[1]?.start ?? 0)).toBeGreaterThan(1);
});
