import { parentPort, workerData } from 'node:worker_threads';
import type { SpokenClip } from '../engine.ts';
import type { WorkerMessage, WorkerRequest, WorkerSetup } from '../pool/threadRunner.ts';
import { loadEspeak } from './module.ts';
import { Speaker, type EspeakRequest, type EspeakWords } from './speaker.ts';

/** The engine's thread: loads it, says one sentence to warm it up, then answers requests one by one. */
const port = parentPort;
if (port === null) throw new Error('This file runs as a worker thread.');

const { cancelFlag } = workerData as WorkerSetup;
const send = (message: WorkerMessage<SpokenClip | string[][]>, transfer: ArrayBuffer[] = []) =>
  port.postMessage(message, transfer);

const speaker = new Speaker(await loadEspeak(), () => Atomics.load(cancelFlag, 0) === 1);
speaker.speak({
  identifier: 'gmw/en+f2',
  rate: 150,
  wordGap: 0,
  gain: 0,
  pitch: 50,
  plan: {
    voice: '',
    engineVersion: '',
    language: 'en-GB',
    words: 'it is in the warming up of the engine'.split(' '),
    sounds: [],
    breaks: [],
    end: 'statement',
    speed: 180,
    pitch: 0,
    sampleRate: 22_050,
  },
});

port.on('message', ({ request }: WorkerRequest<EspeakRequest | EspeakWords>) => {
  try {
    if ('words' in request) {
      send({ type: 'done', response: speaker.pronounce(request) });
      return;
    }
    const response = speaker.speak(request);
    send({ type: 'done', response }, [response.pcm.buffer as ArrayBuffer]);
  } catch (error) {
    send({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
send({ type: 'ready' });
