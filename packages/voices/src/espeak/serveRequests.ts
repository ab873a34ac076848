import { parentPort, workerData } from 'node:worker_threads';
import type { SpokenClip } from '../engine.ts';
import type { WorkerMessage, WorkerRequest, WorkerSetup } from '@aurelfield/pool';
import type { EspeakRequest, EspeakWords } from './speaker.ts';

/** Answers what a thread is asked. */
export interface Answerer {
  readonly speak: (request: EspeakRequest) => SpokenClip | Promise<SpokenClip>;
  readonly pronounce: (request: EspeakWords) => string[][] | Promise<string[][]>;
}

/**
 * Has this thread answer requests one by one.
 * @param open makes what answers them; is given whether the current request was cancelled.
 */
export async function serveRequests(
  open: (isCancelled: () => boolean) => Answerer | Promise<Answerer>,
): Promise<void> {
  const port = parentPort;
  if (port === null) throw new Error('This file runs as a worker thread.');

  const { cancelFlag } = workerData as WorkerSetup;
  const send = (message: WorkerMessage<SpokenClip | string[][]>, transfer: ArrayBuffer[] = []) =>
    port.postMessage(message, transfer);

  const answerer = await open(() => Atomics.load(cancelFlag, 0) === 1);
  const answer = async (request: EspeakRequest | EspeakWords) => {
    try {
      if ('words' in request) {
        send({ type: 'done', response: await answerer.pronounce(request) });
        return;
      }
      const response = await answerer.speak(request);
      send({ type: 'done', response }, [response.pcm.buffer as ArrayBuffer]);
    } catch (error) {
      send({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  };
  port.on('message', ({ request }: WorkerRequest<EspeakRequest | EspeakWords>) => void answer(request));
  send({ type: 'ready' });
}
