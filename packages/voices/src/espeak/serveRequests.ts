import { parentPort, workerData } from 'node:worker_threads';
import type { SpokenClip } from '../engine.ts';
import type { WorkerMessage, WorkerRequest, WorkerSetup } from '../pool/threadRunner.ts';
import type { EspeakRequest, EspeakWords, Speaker } from './speaker.ts';

/** Answers what a thread is asked. */
export type Answerer = Pick<Speaker, 'speak' | 'pronounce'>;

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
  port.on('message', ({ request }: WorkerRequest<EspeakRequest | EspeakWords>) => {
    try {
      if ('words' in request) {
        send({ type: 'done', response: answerer.pronounce(request) });
        return;
      }
      const response = answerer.speak(request);
      send({ type: 'done', response }, [response.pcm.buffer as ArrayBuffer]);
    } catch (error) {
      send({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  });
  send({ type: 'ready' });
}
