// @ts-check
import { appendFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';

/**
 * Stands in for the thread of the speech engine where it is counted what the engine is asked for: each sentence takes a while and becomes a tone, and a line in the file that AUREL_COUNTING names says which process spoke it.
 */
const SAMPLE_RATE = 22_050;
const MILLISECONDS = 12;
const WORD = 1000;
const port = parentPort;
if (port === null) throw new Error('This file runs as a worker thread.');
const log = process.env.AUREL_COUNTING ?? '';
const nobody = new Int32Array(new SharedArrayBuffer(4));
void workerData;

port.on('message', ({ request }) => {
  if ('words' in request) {
    port.postMessage({ type: 'done', response: request.words.map(() => ['a']) });
    return;
  }
  const { identifier, rate, pitch, plan } = request;
  Atomics.wait(nobody, 0, 0, MILLISECONDS);
  const words = plan.words.length;
  const pcm = new Int16Array(words * WORD).fill(500);
  const key = JSON.stringify([plan.voice, identifier, rate, pitch, plan.words, plan.breaks, plan.end]);
  appendFileSync(log, `${process.pid} ${key}\n`);
  port.postMessage({
    type: 'done',
    response: {
      sampleRate: SAMPLE_RATE,
      pcm,
      duration: pcm.length / SAMPLE_RATE,
      words: plan.words.map((/** @type {string} */ _, /** @type {number} */ i) => ({
        start: (i * WORD) / SAMPLE_RATE,
        end: ((i + 1) * WORD) / SAMPLE_RATE,
      })),
      cuts: plan.breaks.map((/** @type {number} */ after) => (after + 1) * WORD),
    },
  });
});
port.postMessage({ type: 'ready' });
