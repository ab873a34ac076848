import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { SpeechError } from '../engine.ts';

/** What the program is asked. */
export interface FliteRequest {
  /** The program's own name of the voice. */
  readonly voice: string;
  readonly text: string;
  /** 2 is half as fast. */
  readonly stretch: number;
  /** Tokens of the text that are said with phones of ours. */
  readonly sounds: readonly { readonly token: string; readonly phones: string }[];
  /** Whether only the phones are wanted. */
  readonly isSilent?: boolean;
}

export interface FliteResponse {
  /** At 16,000 samples a second; none where only phones were asked for. */
  readonly pcm: Int16Array;
  /** Phones and pauses ("pau") in order, with their ends in milliseconds. */
  readonly phones: readonly { readonly name: string; readonly end: number }[];
}

const WAV_HEADER = 44;

/**
 * Says one request with the program, a process of its own for each: it has no memory to go wrong, and one
 * that hangs or dies takes nothing with it. No shell stands between.
 * @throws SpeechError when it fails or takes too long; the signal's reason when cancelled.
 */
export async function runFlite(
  command: string,
  request: FliteRequest,
  { signal, timeout }: { readonly signal?: AbortSignal | undefined; readonly timeout: number },
): Promise<FliteResponse> {
  const folder = await mkdtemp(path.join(tmpdir(), 'aurelfield-flite-'));
  try {
    const lexicon = path.join(folder, 'words');
    // Its phones have one stress or none; one with a second is dropped without a word.
    const entries = request.sounds.map(
      ({ token, phones }) => `${token} 0 : ${phones.replaceAll('2', '0')}\n`,
    );
    await writeFile(lexicon, entries.join(''));
    const sound = path.join(folder, 'sound.wav');
    const out = await run(
      command,
      [
        '-voice', request.voice,
        ...(request.sounds.length > 0 ? ['-add_lex', lexicon] : []),
        '--setf', `duration_stretch=${request.stretch.toFixed(4)}`,
        '-psdur',
        '-t', request.text,
        '-o', request.isSilent ? 'none' : sound,
      ], // prettier-ignore
      signal,
      timeout,
    );
    return {
      pcm: request.isSilent ? new Int16Array(0) : samplesOf(await readFile(sound)),
      phones: phonesIn(out),
    };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function run(
  command: string,
  args: string[],
  signal: AbortSignal | undefined,
  timeout: number,
): Promise<string> {
  signal?.throwIfAborted();
  return new Promise((resolve, reject) => {
    execFile(
      command,
      args,
      { timeout, killSignal: 'SIGKILL', maxBuffer: 1 << 24, ...(signal ? { signal } : {}) },
      (error, out) => {
        if (!error) resolve(out);
        else if (signal?.aborted) reject(signal.reason instanceof Error ? signal.reason : error);
        else if (error.killed) reject(new SpeechError('timeout', 'The speech program took too long.'));
        else if (error.signal)
          reject(new SpeechError('crash', `The speech program ended (${error.signal}).`));
        else
          reject(
            new SpeechError('failed', `The speech program could not say this sentence: ${error.message}`),
          );
      },
    );
  });
}

/** "pau:0.253 hh:0.313" → phones with their ends. */
function phonesIn(out: string): { name: string; end: number }[] {
  return [...out.matchAll(/(\S+):(\d+(?:\.\d+)?)/gu)].map(([, name = '', end = '0']) => ({
    name,
    end: Number(end) * 1000,
  }));
}

function samplesOf(wav: Buffer): Int16Array {
  const body = wav.subarray(WAV_HEADER);
  return new Int16Array(
    body.buffer.slice(body.byteOffset, body.byteOffset + Math.floor(body.length / 2) * 2),
  );
}
