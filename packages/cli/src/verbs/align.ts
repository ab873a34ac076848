import { alignWords, ACCEPTANCE_THRESHOLD, SPEECH_RATE, type KnownSpeech } from '@aurelfield/core/alignment';
import { readSound } from '@aurelfield/readers';
import { resampleClip, standardEngines, VoiceRegistry } from '@aurelfield/voices';
import { writeFile } from 'node:fs/promises';
import type { ExportDocument } from '@aurelfield/formats';
import { lexiconFlag } from '../lexiconFlag.ts';
import type { Terminal } from '../terminal.ts';
import { readArgs, UsageError } from '../usage.ts';
import { ClipFile } from './clipFile.ts';
import { readDocument } from './document.ts';
import { spokenExportDocument } from './spokenExportDocument.ts';

/** The pace that the known voice speaks with: about that of reading aloud, words a minute. */
const KNOWN_PACE = 160;

/**
 * `align AUDIO TEXT [--voice ID] [--lexicon FILE.pls] --out timings.json`: when each word of a text is said
 * in a recording of it.
 */
export async function align(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, {
    voice: { type: 'string' },
    lexicon: { type: 'string' },
    out: { type: 'string' },
  });
  const [audio, file] = positionals;
  if (audio === undefined || file === undefined || positionals.length > 2)
    throw new UsageError('align takes two files: a recording and its text.');
  if (values.out === undefined) throw new UsageError('align needs --out, the file to write.');
  const registry = new VoiceRegistry(standardEngines());
  const document = await readDocument(file);
  const voice =
    values.voice === undefined ? registry.steadyVoiceFor(document.language) : registry.find(values.voice);
  if (!voice)
    throw values.voice === undefined
      ? new Error(`No voice speaks ${document.language}; choose one with --voice.`)
      : new UsageError(`There is no voice “${values.voice}”; \`voices\` lists them.`);
  const lexicon = await lexiconFlag(values.lexicon, terminal);
  const recording = await readSound(audio, SPEECH_RATE);
  await registry.start(voice.engine);
  const clips = await ClipFile.open(registry);
  try {
    const exportDocument = await spokenExportDocument(
      document,
      { voice, pace: KNOWN_PACE, pupil: '', lexicon },
      { registry, clips },
    );
    const { words, fit } = alignWords(await knownSpeech(exportDocument), recording);
    if (fit < ACCEPTANCE_THRESHOLD)
      throw new Error(
        `This does not sound like a reading of ${file}: of ${words.length} words ${words.filter(({ range }) => range).length} were found, and few of them fit. Is it the right page, the whole of it, and loud enough?`,
      );
    await writeFile(values.out, `${JSON.stringify(timingsOf(exportDocument, words, recording.length))}\n`);
    const out = words.filter(({ range }) => !range).length;
    if (out > 0) terminal.message(`${out} of ${words.length} words are not in the recording.`);
  } finally {
    await clips.close();
    await registry.stop();
  }
}

/** An edition's sound at the rate that is compared, and its words on it. */
async function knownSpeech({ timeline, render }: ExportDocument): Promise<KnownSpeech> {
  const pcm = new Int16Array(timeline.samples);
  const bytes = new Uint8Array(pcm.buffer);
  let at = 0;
  for await (const chunk of render(timeline.pieces)) {
    bytes.set(chunk, at);
    at += chunk.length;
  }
  const { sampleRate } = timeline;
  const sound = await resampleClip({ sampleRate, pcm, duration: 0, words: [], cuts: [] }, SPEECH_RATE);
  const sample = (own: number) => Math.round((own * SPEECH_RATE) / sampleRate);
  return {
    pcm: sound.pcm,
    words: timeline.sentences.flatMap(({ words }) =>
      words.map(({ from, to }) => ({ from: sample(from), to: sample(to) })),
    ),
  };
}

function timingsOf(
  { blocks, sentences }: ExportDocument,
  aligned: ReturnType<typeof alignWords>['words'],
  samples: number,
) {
  const seconds = (sample: number) => Number((sample / SPEECH_RATE).toFixed(4));
  let nth = 0;
  return {
    duration: seconds(samples),
    words: sentences.flatMap(({ block, words }, sentence) =>
      words.map(({ start, end }) => {
        const { range, confidence } = aligned[nth++] ?? { range: undefined, confidence: 0 };
        return {
          text: blocks[block]?.text.slice(start, end) ?? '',
          start: range ? seconds(range.from) : null,
          end: range ? seconds(range.to) : null,
          confidence: Number(confidence.toFixed(2)),
          sentence,
          block,
          from: start,
          to: end,
        };
      }),
    ),
  };
}
