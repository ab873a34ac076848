import { alignWords, SPEECH_RATE } from '@aurelfield/core/alignment';
import { treated } from '@aurelfield/core/audio';
import { createRequire } from 'node:module';
import { resampleClip } from '../clip/resampleClip.ts';
import type { WorkerMessage, WorkerRequest } from '@aurelfield/pool';
import type { ModelFolder } from './modelFolder.ts';
import type { ModelRequest, ModelResponse } from './modelRequest.ts';

/**
 * The process that a model runs in: loads it, then answers requests one by one, and looks for the words in
 * what the model says. Its argument is the model folder as JSON.
 */
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

async function say({ text, speed, pitch, known }: ModelRequest): Promise<ModelResponse> {
  const { samples, sampleRate } = model.generate({ text, sid: 0, speed });
  const pcm = Int16Array.from(samples, (sample) => Math.max(-1, Math.min(1, sample)) * 32_767);
  const clip = { sampleRate, pcm, duration: pcm.length / sampleRate, words: [], cuts: [] };
  return {
    // The words stay where they are: a pitch takes no time.
    pcm: pitch === 0 ? pcm : treated(pcm, sampleRate, { kind: 'pitch', semitones: pitch }),
    sampleRate,
    alignment: known && alignWords(known, (await resampleClip(clip, SPEECH_RATE)).pcm),
  };
}

const send = (message: WorkerMessage<ModelResponse>) => process.send?.(message);

process.on('message', ({ request }: WorkerRequest<ModelRequest>) => {
  say(request).then(
    (response) => send({ type: 'done', response }),
    (error: unknown) =>
      send({ type: 'failed', message: error instanceof Error ? error.message : String(error) }),
  );
});
send({ type: 'ready' });
