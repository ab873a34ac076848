import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createInterface } from 'node:readline';
import type { WordTime } from '../clip/shapeClip.ts';
import type { SpawnRunner } from '@aurelfield/pool';
import { PRELUDE } from './prelude.ts';

/** One sentence for the engine, in its own terms. */
export interface FestivalRequest {
  /** The Scheme function that chooses the voice. */
  readonly choose: string;
  readonly isBritish: boolean;
  readonly sampleRate: number;
  readonly text: string;
  /** How many words the text has. */
  readonly words: number;
  readonly sounds: readonly { readonly token: string; readonly phones: string }[];
  /** 1 is the voice's own. */
  readonly rate: number;
  /** 2 is an octave higher. */
  readonly pitch: number;
  /** Whether the phones are wanted beside the words. */
  readonly phones?: boolean;
  /** Whether only the phones are wanted, and no sound is to be made. */
  readonly isSilent?: boolean;
}

/** What the engine made of it. */
export interface FestivalResponse {
  readonly pcm: Int16Array;
  /** Milliseconds, one for each word. */
  readonly words: readonly WordTime[];
  /** Phones with their ends in milliseconds, where they were asked for. */
  readonly phones: readonly { readonly name: string; readonly end: number }[];
}

/** Programs of the runner: which file to run, for tests one that misbehaves. */
export interface FestivalProgram {
  readonly command: string;
  readonly args: readonly string[];
}

export const FESTIVAL: FestivalProgram = { command: 'festival', args: ['--pipe'] };
const WAV_HEADER_BYTES = 44;
/** Samples per second; keeps the pitch within a tenth of a semitone. */
const RESAMPLING_STEP = 400;

/** Runners that are child processes of the engine, fed with Scheme on standard input; no shell between. */
export function festivalRunner(
  program: FestivalProgram = FESTIVAL,
): SpawnRunner<FestivalRequest, FestivalResponse> {
  return ({ ready, answer, ended }) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-speech-'));
    const child = spawn(program.command, program.args, { stdio: ['pipe', 'pipe', 'ignore'], cwd: folder });
    const gone = (reason: string) => {
      rmSync(folder, { recursive: true, force: true });
      ended(reason);
    };
    child.on('error', (error) => gone(error.message));
    child.on('exit', (status, signal) => gone(`The speech program ended (${signal ?? String(status)}).`));
    // A program that died between two writes is reported by its exit.
    child.stdin.on('error', () => undefined);

    const known = new Set<string>();
    let current:
      { request: FestivalRequest; words: WordTime[]; phones: { name: string; end: number }[] } | undefined;
    let count = 0;
    const file = () => path.join(folder, `${count}.wav`);

    createInterface({ input: child.stdout }).on('line', (line) => {
      const [mark, what, ...rest] = line.trim().split(' ');
      if (mark !== 'AUREL') return;
      if (what === 'ready') ready();
      if (current === undefined) return;
      const { request } = current;
      const milliseconds = (seconds = '') => (Number(seconds) * 1000) / resampledBy(request);
      if (what === 'word') current.words.push({ start: milliseconds(rest[0]), end: milliseconds(rest[1]) });
      else if (what === 'phone') current.phones.push({ name: rest[0] ?? '', end: milliseconds(rest[1]) });
      else if (what === 'said' || what === 'failed') {
        const { words, phones } = current;
        current = undefined;
        if (what === 'failed') answer({ type: 'failed', message: 'The voice could not say this sentence.' });
        else if (request.isSilent)
          answer({ type: 'done', response: { pcm: new Int16Array(0), words, phones } });
        else if (words.length !== request.words)
          answer({
            type: 'failed',
            message: `The voice reported ${words.length} words of ${request.words}.`,
          });
        else
          readSamples(file()).then(
            (pcm) => answer({ type: 'done', response: { pcm, words, phones } }),
            (error: unknown) =>
              answer({ type: 'failed', message: error instanceof Error ? error.message : String(error) }),
          );
      }
    });
    child.stdin.write(PRELUDE);
    return {
      post: (request) => {
        count += 1;
        current = { request, words: [], phones: [] };
        child.stdin.write(expressionOf(request, file(), known));
      },
      // A sentence takes a fraction of a second; it is let finish and nobody hears it.
      cancel: () => undefined,
      end: async () => {
        child.kill('SIGKILL');
        await Promise.resolve();
      },
    };
  };
}

/** The Scheme that says one request and tells how it went. */
function expressionOf(request: FestivalRequest, file: string, known: Set<string>): string {
  // Each sound has a lexicon of its own.
  const key = (token: string) => `${request.isBritish} ${token}`;
  const fresh = request.sounds.filter(({ token }) => !known.has(key(token)));
  for (const { token } of fresh) known.add(key(token));
  const steps = [
    `(aurel_choose '${request.choose} ${request.isBritish ? 't' : 'nil'})`,
    ...fresh.map(({ token, phones }) => `(aurel_sounds ${quoted(token)} '(${phones}))`),
    `(aurel_set ${request.rate.toFixed(4)} ${request.pitch.toFixed(4)})`,
    request.isSilent
      ? `(aurel_pronounce ${quoted(request.text)})`
      : `(aurel_say ${quoted(request.text)} ${quoted(file)} ${request.phones ? 't' : 'nil'} ${Math.round(request.sampleRate / resampledBy(request))})`,
  ];
  return `(format t "\\nAUREL %s\\n" (unwind-protect (begin ${steps.join(' ')} "said") "failed"))\n(fflush nil)\n`;
}

/**
 * How many times faster the samples are played than the engine made them: its pitch, where the voice has none
 * of its own. The engine can only resample by a ratio of small numbers.
 */
function resampledBy({ choose, pitch, sampleRate }: FestivalRequest): number {
  if (choose === 'voice_kal_diphone') return 1;
  return sampleRate / (Math.round(sampleRate / pitch / RESAMPLING_STEP) * RESAMPLING_STEP);
}

function quoted(text: string): string {
  return `"${text.replace(/["\\]/gu, '\\$&')}"`;
}

async function readSamples(file: string): Promise<Int16Array> {
  const bytes = await readFile(file);
  await rm(file, { force: true });
  const samples = new Int16Array((bytes.length - WAV_HEADER_BYTES) >> 1);
  for (let i = 0; i < samples.length; i++) samples[i] = bytes.readInt16LE(WAV_HEADER_BYTES + i * 2);
  return samples;
}
