import { copyFile, mkdir, readdir, readFile, rename, symlink, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { ProgramMissing, runProgram } from '../program.ts';
import { ReaderError } from '../readerError.ts';

/** Where Debian keeps the engine's data: settings, and languages installed with it. */
const DEBIAN_DATA = '/usr/share/tesseract-ocr/5/tessdata';
/** Languages of the finer kind, from the package registry. */
const FINE = ['eng', 'fra', 'deu', 'spa', 'ita', 'pol', 'cym'];
const fileOf = (language: string) =>
  `@tesseract.js-data/${language}/4.0.0_best_int/${language}.traineddata.gz`;
/** Data of the engine that are no language. */
const NO_LANGUAGE = new Set(['osd', 'equ']);
/** Milliseconds for one page. */
const TIMEOUT = 90_000;

let data: Promise<string> | undefined;

/** A folder with the engine's settings and all languages there are. */
function dataFolder(): Promise<string> {
  data ??= prepare().catch((error: unknown) => {
    data = undefined;
    throw error;
  });
  return data;
}

async function prepare(): Promise<string> {
  const folder = path.join(tmpdir(), `aurelfield-tessdata-${process.getuid?.() ?? 0}`);
  await mkdir(path.join(folder, 'configs'), { recursive: true });
  for (const name of await readdir(path.join(DEBIAN_DATA, 'configs')).catch(() => []))
    await copyFile(path.join(DEBIAN_DATA, 'configs', name), path.join(folder, 'configs', name));
  for (const language of FINE) {
    const bytes = gunzipSync(await readFile(createRequire(import.meta.url).resolve(fileOf(language))));
    const target = path.join(folder, `${language}.traineddata`);
    const there = await readFile(target).catch(() => undefined);
    if (there?.equals(bytes)) continue;
    // Another process may be reading it: it is put in its place as a whole.
    const part = `${target}.${process.pid}`;
    await writeFile(part, bytes);
    await rename(part, target);
  }
  for (const name of await readdir(DEBIAN_DATA).catch(() => []))
    if (name.endsWith('.traineddata') && !FINE.includes(name.replace('.traineddata', '')))
      await symlink(path.join(DEBIAN_DATA, name), path.join(folder, name)).catch(() => undefined);
  return folder;
}

/**
 * Codes (ISO 639-2/T, as the engine names them) of the languages that can be recognised; none without the
 * engine.
 */
export async function recognisableLanguages(): Promise<string[]> {
  try {
    await run(['--version'], undefined);
    const names = await readdir(await dataFolder());
    return names
      .flatMap((name) => /^([a-z_]+)\.traineddata$/iu.exec(name)?.[1] ?? [])
      .filter((name) => !NO_LANGUAGE.has(name))
      .sort();
  } catch {
    return [];
  }
}

export interface RecogniseOptions {
  /** Codes of languages; English where none of them is installed. */
  readonly languages: readonly string[];
  readonly dpi: number;
  /** A whole page, in which columns are looked for, one block of text, or one word. A page by default. */
  readonly layout?: 'page' | 'block' | 'word';
  /** Signs that may come out; all by default. */
  readonly signs?: string;
}

/** The engine's numbers for them. */
const SEGMENTATION = { page: '3', block: '6', word: '8' } as const;

/**
 * Recognises the words of a page.
 * @param picture PNG or PGM, at the dots an inch that are reported.
 * @returns hOCR.
 * @throws ReaderError when the engine is missing or fails.
 */
export async function recognise(
  picture: Uint8Array,
  { languages, dpi, layout = 'page', signs }: RecogniseOptions,
): Promise<string> {
  const known = new Set(await recognisableLanguages());
  if (known.size === 0)
    throw new ReaderError(
      'no-engine',
      'Photos cannot be read on this computer: the Debian package tesseract-ocr is missing. Install it and start Aurelfield again.',
    );
  const chosen = languages.filter((language) => known.has(language));
  const folder = await dataFolder();
  return run(
    ['stdin', 'stdout', '--tessdata-dir', folder, '-l', (chosen.length > 0 ? chosen : ['eng']).join('+'), '--psm', SEGMENTATION[layout], '--dpi', String(dpi), ...(signs === undefined ? [] : ['-c', `tessedit_char_whitelist=${signs}`]), 'hocr'], // prettier-ignore
    picture,
  );
}

/** What the engine finds out about the direction and the script of a page's letters, in its own words. */
export async function recogniserSays(picture: Uint8Array): Promise<string> {
  const folder = await dataFolder();
  return run(['stdin', 'stdout', '--tessdata-dir', folder, '--psm', '0', '--dpi', '150'], picture);
}

async function run(args: readonly string[], input: Uint8Array | undefined): Promise<string> {
  const env = { ...process.env, OMP_THREAD_LIMIT: '1' };
  const out = await runProgram('tesseract', args, { input, env, timeout: TIMEOUT }).catch(
    (error: unknown) => {
      if (!(error instanceof Error) || error instanceof ProgramMissing) throw error;
      throw new ReaderError('engine', `The recogniser stopped: ${error.message}. Try the page again.`);
    },
  );
  return out.toString('utf8');
}
