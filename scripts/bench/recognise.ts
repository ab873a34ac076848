import { wavHeader } from '@aurelfield/core/audio';
import { planHandout } from '@aurelfield/core/speech';
import { FestivalEngine, FliteEngine, EspeakEngine, type SpeechEngine } from '@aurelfield/voices';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/**
 * `npm run bench:recognise`: a speech recogniser that we did not write (Debian's pocketsphinx with its
 * English model) writes down ten sentences said by each natural voice. Prints the word error rate; no pass
 * mark, since the recogniser errs too.
 */
const SENTENCES = [
  'The old men sat by the fire and told stories about the sea.',
  'She opened the window and looked out over the garden.',
  'We will meet again in the morning when the train arrives.',
  'The children walked to school along the river.',
  'He could not remember where he had left his keys.',
  'There was nothing left to eat but bread and cheese.',
  'The doctor told her to stay in bed for a week.',
  'They bought a small app near the church.',
  'It is hard to say what the weather will be like tomorrow.',
  'My brother wants to become a teacher.',
];

if (spawnSync('pocketsphinx_continuous', ['-h']).error) {
  console.log('pocketsphinx is not installed. Type: sudo apt-get install pocketsphinx pocketsphinx-en-us');
  process.exit(0);
}
const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-recognise-'));

const VOICES = [
  'festival-en-us-higher',
  'festival-en-us-lower',
  'festival-en-gb-higher',
  'festival-en-gb-lower',
  'flite-en-scottish-lower',
  'flite-en-us-lower',
  'espeak-en-us-lower-1',
];
const engines: SpeechEngine[] = [new FestivalEngine(), new FliteEngine(), new EspeakEngine({ workers: 1 })];
for (const engine of engines) {
  await engine.start();
  for (const { id, sampleRate } of engine.voices.filter((voice) => VOICES.includes(voice.id))) {
    let [errors, words] = [0, 0];
    for (const text of SENTENCES) {
      const blocks = [{ type: 'paragraph' as const, text, offset: 0 }];
      const [sentence] = planHandout(
        blocks,
        'en-US',
        { id, engineVersion: engine.versionOf(id) },
        { speed: 170, pitch: 0, sampleRate },
      );
      if (!sentence) continue;
      const clip = await engine.speak(sentence.plan);
      const said = wordsOf(text);
      const heard = wordsOf(recognise(clip.pcm, sampleRate));
      errors += distance(said, heard);
      words += said.length;
    }
    console.log(
      `${id.padEnd(28)} word error rate ${((errors * 100) / words).toFixed(0)} % of ${words} words`,
    );
  }
  await engine.stop();
}
rmSync(folder, { recursive: true, force: true });

function recognise(pcm: Int16Array, sampleRate: number): string {
  const [given, file] = [path.join(folder, 'given.wav'), path.join(folder, 'at16k.wav')];
  writeFileSync(
    given,
    Buffer.concat([
      wavHeader(sampleRate, pcm.length),
      Buffer.from(pcm.buffer, pcm.byteOffset, pcm.byteLength),
    ]),
  );
  const quiet = ['-y', '-loglevel', 'error'];
  execFileSync('ffmpeg', [...quiet, '-i', given, '-af', 'apad=pad_dur=0.3,adelay=300', '-ar', '16000', file]);
  return spawnSync('pocketsphinx_continuous', ['-infile', file, '-logfn', '/dev/null'], { encoding: 'utf8' })
    .stdout;
}

function wordsOf(text: string): string[] {
  return text
    .toLowerCase()
    .replace(/[^a-z' ]+/gu, ' ')
    .split(' ')
    .filter((word) => word !== '');
}

/** Words to change, add or take out (Levenshtein). */
function distance(a: readonly string[], b: readonly string[]): number {
  let row = b.map((_, j) => j + 1);
  row.unshift(0);
  a.forEach((word, i) => {
    const next = [i + 1];
    b.forEach((other, j) => {
      next.push(
        Math.min((next[j] ?? 0) + 1, (row[j + 1] ?? 0) + 1, (row[j] ?? 0) + (word === other ? 0 : 1)),
      );
    });
    row = next;
  });
  return row.at(-1) ?? 0;
}
