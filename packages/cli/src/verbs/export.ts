import { parsePls } from '@aurelfield/core/pronunciation';
import { DEFAULT_PACE, PACE_RANGE } from '@aurelfield/core/speech';
import { decodeText } from '@aurelfield/core/text';
import { standardEngines, VoiceRegistry } from '@aurelfield/voices';
import { readFile } from 'node:fs/promises';
import { lexiconFlag } from '../lexiconFlag.ts';
import type { Terminal } from '../terminal.ts';
import { numberFlag, readArgs, UsageError } from '../usage.ts';
import { ClipFile } from './clipFile.ts';
import { readDocument } from './document.ts';
import { spokenExportDocument } from './spokenExportDocument.ts';
import { formatFlag, qualityFlags, writeFormat } from './writeFormat.ts';

/**
 * `export FILE --format F --out FILE [--voice ID] [--pace WPM] [--lexicon FILE.pls] [--rate N] [--bitrate N]
 * [--title T] [--pupil P]`: reads, speaks and writes a document in one of the formats.
 */
export async function exportDocument(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, {
    format: { type: 'string' },
    out: { type: 'string' },
    voice: { type: 'string' },
    pace: { type: 'string', default: String(DEFAULT_PACE) },
    lexicon: { type: 'string' },
    rate: { type: 'string' },
    bitrate: { type: 'string' },
    title: { type: 'string' },
    pupil: { type: 'string', default: '' },
  });
  const [file] = positionals;
  if (file === undefined || positionals.length > 1) throw new UsageError('export takes one file.');
  if (values.out === undefined) throw new UsageError('export needs --out, the file to write.');
  const format = formatFlag(values.format);
  const quality = qualityFlags(values.rate, values.bitrate);
  const pace = numberFlag('pace', values.pace, PACE_RANGE);
  const registry = new VoiceRegistry(standardEngines());
  if (values.voice !== undefined && !registry.find(values.voice))
    throw new UsageError(`There is no voice “${values.voice}”; \`voices\` lists them.`);
  const lexicon = await lexiconFlag(values.lexicon, terminal);
  const entries = values.lexicon === undefined ? [] : parsePls(decodeText(await readFile(values.lexicon)).text).entries; // prettier-ignore
  const read = await readDocument(file);
  const document = { ...read, title: values.title ?? read.title };
  const voice =
    values.voice === undefined ? registry.voiceFor(document.language, {}) : registry.find(values.voice);
  if (!voice) throw new Error(`No voice speaks ${document.language}; choose one with --voice.`);
  await registry.start(voice.engine);
  const clips = await ClipFile.open(registry);
  try {
    const speaking = { voice, pace, pupil: values.pupil, lexicon, entries };
    await writeFormat(
      await spokenExportDocument(document, speaking, { registry, clips }),
      format,
      quality,
      values.out,
    );
  } finally {
    await clips.close();
    await registry.stop();
  }
}
