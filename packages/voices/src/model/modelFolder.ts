import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';

/** What a school writes about a model, in `voice.json` beside it. */
const voiceSchema = z.object({
  label: z.string().min(1).max(80),
  language: z.string().min(2).max(20),
  region: z.string().max(80).default(''),
  timbre: z.enum(['lower', 'higher']),
  sampleRate: z.number().int().min(8000).max(48_000),
});

/** A model folder that has all it needs. */
export interface ModelFolder {
  /** The folder's name, part of the voice's identifier. */
  readonly name: string;
  readonly voice: z.infer<typeof voiceSchema>;
  readonly model: string;
  readonly tokens: string;
  /** Pronouncing data: a word list, or a folder. */
  readonly lexicon: string | undefined;
  readonly dataFolder: string | undefined;
}

/** A model folder as it was found: complete, or what it lacks. */
export type FoundModel =
  | { readonly complete: true; readonly folder: ModelFolder }
  | { readonly complete: false; readonly name: string; readonly lacks: readonly string[] };

/**
 * Looks into a folder for models: each in a folder of its own with one `.onnx` file, `tokens.txt`,
 * `voice.json`, and `lexicon.txt` or a data folder that holds `phontab`. Nothing is loaded.
 */
export function findModels(folder: string): FoundModel[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => statSync(path.join(folder, name)).isDirectory())
    .sort()
    .map((name) => examine(path.join(folder, name), name));
}

function examine(folder: string, name: string): FoundModel {
  const files = readdirSync(folder);
  const lacks: string[] = [];
  const models = files.filter((file) => file.endsWith('.onnx'));
  const [model] = models;
  if (models.length !== 1) lacks.push(models.length === 0 ? 'a model (.onnx)' : 'one model only (.onnx)');
  else if (statSync(path.join(folder, model ?? '')).size === 0) lacks.push('a model that is not empty');
  if (!isFilled(folder, 'tokens.txt')) lacks.push('tokens.txt');
  const data = files.find((file) => existsSync(path.join(folder, file, 'phontab')));
  const hasLexicon = isFilled(folder, 'lexicon.txt');
  if (!hasLexicon && data === undefined) lacks.push('lexicon.txt, or a data folder with phontab');
  const voice = readVoice(path.join(folder, 'voice.json'));
  if (typeof voice === 'string') lacks.push(voice);
  if (lacks.length > 0 || typeof voice === 'string' || model === undefined)
    return { complete: false, name, lacks };
  return {
    complete: true,
    folder: {
      name,
      voice,
      model: path.join(folder, model),
      tokens: path.join(folder, 'tokens.txt'),
      lexicon: hasLexicon ? path.join(folder, 'lexicon.txt') : undefined,
      dataFolder: data === undefined ? undefined : path.join(folder, data),
    },
  };
}

function isFilled(folder: string, file: string): boolean {
  const whole = path.join(folder, file);
  return existsSync(whole) && statSync(whole).size > 0;
}

/** What `voice.json` says, or what is wrong with it. */
function readVoice(file: string): z.infer<typeof voiceSchema> | string {
  if (!existsSync(file)) return 'voice.json';
  try {
    const parsed = voiceSchema.safeParse(JSON.parse(readFileSync(file, 'utf8')));
    if (parsed.success) return parsed.data;
    const issue = parsed.error.issues[0];
    return `a right “${issue?.path.join('.') ?? ''}” in voice.json`;
  } catch {
    return 'a voice.json that can be read';
  }
}
