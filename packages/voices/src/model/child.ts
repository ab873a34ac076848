import { createRequire } from 'node:module';
import type { WorkerMessage, WorkerRequest } from '../pool/threadRunner.ts';
import type { ModelRequest, ModelResponse } from './modelEngine.ts';
import type { ModelFolder } from './modelFolder.ts';

/** The process that a model runs in: loads it, then answers requests one by one. Its argument is the model folder as JSON. */
interface Runtime {
  readonly OfflineTts: new (config: object) => {
    generate(request: { text: string; sid: number; speed: number }): {
      samples: Float32Array;
      sampleRate: number;
    };
  };
}

const folder = JSON.parse(process.argv[2] ?? '{}') as ModelFolder;
const { OfflineTts } = createRequire(import.meta.url)('sherpa-onnx-node') as Runtime;
const model = new OfflineTts({
  model: {
    vits: {
      model: folder.model,
      tokens: folder.tokens,
      lexicon: folder.lexicon ?? '',
      dataDir: folder.dataFolder ?? '',
    },
    numThreads: 1,
    provider: 'cpu',
    debug: 0,
  },
  maxNumSentences: 1,
});

const send = (message: WorkerMessage<ModelResponse>) => process.send?.(message);

process.on('message', ({ request }: WorkerRequest<ModelRequest>) => {
  try {
    const { samples, sampleRate } = model.generate({ text: request.text, sid: 0, speed: request.speed });
    const pcm = Int16Array.from(samples, (sample) => Math.max(-1, Math.min(1, sample)) * 32_767);
    send({ type: 'done', response: { pcm, sampleRate } });
  } catch (error) {
    send({ type: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
send({ type: 'ready' });
