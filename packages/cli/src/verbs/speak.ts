import { renderPiece, wavHeader } from '@aurelfield/core/audio';
import {
  breakPause,
  DEFAULT_PACE,
  DEFAULT_PAUSES,
  PACE_RANGE,
  pauseAfter,
  planAtPace,
  type PlannedSentence,
} from '@aurelfield/core/speech';
import { blocksFromPlainText, decodeText } from '@aurelfield/core/text';
import { scheduleSentence, silence, type ScheduledSentence } from '@aurelfield/core/timeline';
import { factsOfClip, standardEngines, VoiceRegistry, type SpokenClip } from '@aurelfield/voices';
import { mkdir, open, readFile, rename, unlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { lexiconFlag } from '../lexiconFlag.ts';
import type { Terminal } from '../terminal.ts';
import { numberFlag, readArgs, UsageError } from '../usage.ts';
import { inOrder } from './inOrder.ts';

const AT_ONCE = 4;

/** `speak FILE --voice ID [--pace WPM] [--lexicon FILE.pls] --out DIR`: writes audio.wav and timings.json. */
export async function speak(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, {
    voice: { type: 'string' },
    pace: { type: 'string', default: String(DEFAULT_PACE) },
    lexicon: { type: 'string' },
    out: { type: 'string' },
  });
  const [file] = positionals;
  if (file === undefined || positionals.length > 1) throw new UsageError('speak takes one file.');
  if (values.voice === undefined) throw new UsageError('speak needs --voice; `voices` lists them.');
  if (values.out === undefined) throw new UsageError('speak needs --out, the folder to write to.');
  const pace = numberFlag('pace', values.pace, PACE_RANGE);
  const registry = new VoiceRegistry(standardEngines());
  const voice = registry.find(values.voice);
  if (!voice) throw new UsageError(`There is no voice “${values.voice}”; \`voices\` lists them.`);
  const lexicon = await lexiconFlag(values.lexicon, terminal);
  const text = decodeText(await readFile(file)).text;
  const blocks = blocksFromPlainText(text);
  if (blocks.length === 0) throw new Error(`There is no text in ${file}.`);

  await mkdir(values.out, { recursive: true });
  const sentences: { start: number; end: number; text: string }[] = [];
  const words: { text: string; start: number; end: number; sentence: number; from: number; to: number }[] =
    [];
  const spelledWords = new Set<string>();
  let samples = 0;
  await registry.start(voice.engine);
  const target = path.join(values.out, 'audio.wav');
  const draft = `${target}.part`;
  const audio = await open(draft, 'w');
  try {
    await audio.write(wavHeader(voice.sampleRate, 0));
    const plans = planAtPace(
      blocks,
      voice.language,
      { id: voice.id, engineVersion: registry.engineVersion(voice.id) ?? '' },
      { pace, pitch: 0, sampleRate: voice.sampleRate },
      { lexicon },
    );
    for await (const { item: sentence, result: clip } of inOrder(plans, AT_ONCE, ({ plan }) =>
      registry.speak(plan),
    )) {
      const scheduled = schedule(sentence, clip);
      for (const nth of clip.spelledWords ?? []) spelledWords.add(sentence.plan.words[nth] ?? '');
      const seconds = (sample: number) => (samples + sample) / clip.sampleRate;
      const base = blocks[sentence.block]?.offset ?? 0;
      sentences.push({
        start: seconds(0),
        end: seconds(scheduled.samples),
        text: text.slice(base + sentence.start, base + sentence.end),
      });
      sentence.words.forEach((word, i) => {
        const heard = scheduled.words[i];
        if (!heard) return;
        const [from, to] = [base + word.start, base + word.end];
        words.push({
          text: text.slice(from, to),
          start: seconds(heard.from),
          end: seconds(heard.to),
          sentence: sentences.length - 1,
          from,
          to,
        });
      });
      for (const piece of [...scheduled.pieces, silence(scheduled.pauseAfter)]) {
        const pcm = renderPiece(piece, piece.source.kind === 'silence' ? undefined : clip.pcm);
        await audio.write(Buffer.from(pcm.buffer, pcm.byteOffset, pcm.byteLength));
      }
      samples += scheduled.samples + scheduled.pauseAfter;
    }
    await audio.write(wavHeader(voice.sampleRate, samples), 0, undefined, 0);
    await audio.close();
    await rename(draft, target);
  } catch (error) {
    await audio.close().catch(() => undefined);
    await unlink(draft).catch(() => undefined);
    throw error;
  } finally {
    await registry.stop();
  }
  const timings = {
    voice: voice.id,
    pace,
    sampleRate: voice.sampleRate,
    duration: samples / voice.sampleRate,
    sentences,
    words,
  };
  await writeFile(path.join(values.out, 'timings.json'), `${JSON.stringify(timings)}\n`);
  if (spelledWords.size > 0)
    terminal.message(`this voice cannot say these words and spelled them: ${[...spelledWords].join(', ')}`);
}

function schedule({ words, plan, breaks, place }: PlannedSentence, clip: SpokenClip): ScheduledSentence {
  return scheduleSentence(
    {
      words,
      breaks: plan.breaks,
      pauses: breaks.map((kind) => breakPause(kind, DEFAULT_PAUSES)),
      pauseAfter: pauseAfter(place, DEFAULT_PAUSES),
    },
    '',
    factsOfClip(clip),
    { sampleRate: clip.sampleRate, gain: 0 },
  );
}
