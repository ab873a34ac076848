import { DEFAULT_PACE, PACE_RANGE } from '@aurelfield/core/speech';
import { DEFAULT_PATTERN, FileNames, formatOf, nameOf, namePattern } from '@aurelfield/formats';
import { standardEngines, VoiceRegistry } from '@aurelfield/voices';
import { mkdir, readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import type { Terminal } from '../terminal.ts';
import { readArgs, UsageError } from '../usage.ts';
import { ClipFile } from './clipFile.ts';
import { readDocument } from './document.ts';
import { spokenExportDocument } from './spokenExportDocument.ts';
import { qualityFlags, writeFormat } from './writeFormat.ts';

const PROFILES = 'profiles.json';

const profilesSchema = z
  .array(
    z.object({
      name: z.string().min(1),
      voice: z.string().optional(),
      pace: z.number().min(PACE_RANGE.min).max(PACE_RANGE.max).default(DEFAULT_PACE),
      format: z.string().default('mp3'),
      rate: z.number().optional(),
      bitrate: z.number().optional(),
    }),
  )
  .min(1);

/**
 * `set FOLDER --out FOLDER [--names PATTERN]`: every document of a folder for every profile of its
 * profiles.json. A sentence that several hear alike is made once.
 */
export async function makeSet(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, {
    out: { type: 'string' },
    names: { type: 'string', default: DEFAULT_PATTERN },
  });
  const [folder] = positionals;
  if (folder === undefined || positionals.length > 1) throw new UsageError('set takes one folder.');
  if (values.out === undefined) throw new UsageError('set needs --out, the folder to write to.');
  const pattern = patternFlag(values.names);
  const profiles = await readProfiles(folder);
  const files = (await readdir(folder, { withFileTypes: true }))
    .filter((entry) => entry.isFile() && entry.name !== PROFILES && !entry.name.startsWith('.'))
    .map(({ name }) => name)
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
  if (files.length === 0) throw new Error(`There is no document in ${folder}.`);
  const registry = new VoiceRegistry(standardEngines());
  for (const { voice } of profiles)
    if (voice !== undefined && !registry.find(voice))
      throw new UsageError(`There is no voice “${voice}”; \`voices\` lists them.`);
  await mkdir(values.out, { recursive: true });
  const started = new Set<string>();
  const clips = await ClipFile.open(registry);
  const names = new FileNames();
  let [written, failed] = [0, 0];
  try {
    for (const file of files) {
      try {
        const document = await readDocument(path.join(folder, file));
        for (const profile of profiles) {
          const voice = profile.voice === undefined ? registry.voiceFor(document.language, {}) : registry.find(profile.voice); // prettier-ignore
          if (!voice) throw new Error(`no voice speaks ${document.language}`);
          if (!started.has(voice.engine)) await registry.start(voice.engine);
          started.add(voice.engine);
          const exportDocument = await spokenExportDocument(document, { voice, pace: profile.pace, pupil: profile.name }, { registry, clips }); // prettier-ignore
          const format = formatOf(profile.format);
          const { title, date } = exportDocument.facts;
          const stem = nameOf(pattern, { title, pupil: profile.name, class: '', subject: '', voice: voice.label, date, school: '', section: '' }); // prettier-ignore
          const target = path.join(values.out, names.unique(stem, format.extension));
          const quality = qualityFlags(profile.rate?.toString(), profile.bitrate?.toString());
          await writeFormat(exportDocument, format, quality, target);
          written += 1;
        }
      } catch (error) {
        failed += 1;
        terminal.message(`${file}: ${error instanceof Error ? error.message : String(error)}`);
      }
    }
    terminal.output(`${JSON.stringify({ files: written, failed, clips: clips.made })}\n`);
  } finally {
    await clips.close();
    await registry.stop();
  }
  if (failed > 0) throw new Error(`${failed} of ${files.length} documents could not be made.`);
}

function patternFlag(pattern: string): string {
  try {
    return namePattern(pattern);
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

async function readProfiles(folder: string) {
  const file = path.join(folder, PROFILES);
  const text = await readFile(file, 'utf8').catch(() => {
    throw new UsageError(
      `${folder} needs a ${PROFILES}: [{"name": "Ines", "voice": "…", "pace": 120, "format": "mp3"}].`,
    );
  });
  const parsed = profilesSchema.safeParse(parsedJson(text, file));
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    throw new UsageError(`${file}: ${issue?.path.join('.') ?? ''} ${issue?.message ?? ''}`);
  }
  for (const { format } of parsed.data)
    try {
      formatOf(format);
    } catch (error) {
      throw new UsageError(error instanceof Error ? error.message : String(error));
    }
  return parsed.data;
}

function parsedJson(text: string, file: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new UsageError(`${file} is not JSON.`);
  }
}
