import type { SpeechPlan } from '@aurelfield/core/speech';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { FestivalEngine } from './festivalEngine.ts';

/** A program that speaks as the real one does, in silence, but drops the word "zonk". */
const PROGRAM = String.raw`
import { writeFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
createInterface({ input: process.stdin }).on('line', (line) => {
  if (line.includes('AUREL ready')) console.log('AUREL ready');
  const say = /\(aurel_say "([^"]*)" "([^"]*)"/.exec(line);
  if (!say) return;
  const words = say[1].split(' ').filter((word) => !/^zonk/.test(word));
  words.forEach((_, i) => console.log('AUREL word ' + i * 0.2 + ' ' + (i + 1) * 0.2));
  writeFileSync(say[2], Buffer.alloc(44 + 2 * 32000 * 3));
  setTimeout(() => console.log('AUREL said'), 30);
});
`;

let engine: FestivalEngine;
beforeAll(async () => {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-program-')), 'program.mjs');
  writeFileSync(file, PROGRAM);
  engine = new FestivalEngine({ processes: 2, program: { command: 'node', args: [file] } });
  await engine.start();
});
afterAll(() => engine.stop());

const plan = (words: string): SpeechPlan => ({
  voice: 'festival-en-us-higher', engineVersion: '', language: 'en-GB', words: words.split(' '), sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 32_000,
}); // prettier-ignore

test('sentences that are said at the same time and have the same word that the voice drops all come out, with it spelled', async () => {
  const clips = await Promise.all(
    ['the zonk is wet', 'a zonk ran', 'no zonk today', 'the moss is wet'].map((words) =>
      engine.speak(plan(words)),
    ),
  );
  expect(clips.map(({ spelledWords }) => spelledWords ?? [])).toEqual([[1], [1], [1], []]);
});
