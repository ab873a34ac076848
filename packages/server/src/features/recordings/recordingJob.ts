import { RECORDING_RATE, type RecordedSentence } from '@aurelfield/api';
import { ACCEPTANCE_THRESHOLD, SPEECH_RATE, type AlignedWord } from '@aurelfield/core/alignment';
import { measureLoudness, noiseFloor, wavHeader, BYTES_PER_SAMPLE } from '@aurelfield/core/audio';
import { ReaderError, readSound, soundChunks } from '@aurelfield/readers';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { JobHandler } from '../../jobs/worker.ts';
import { AppError } from '../../appError.ts';
import type { ObjectStore } from '../../store/objectStore.ts';
import type { Align } from './aligner.ts';
import type { KnownText } from './knownText.ts';
import type { RecordingSound } from './recordingSound.ts';
import type { RecordingRow, RecordingRepository } from './recordingRepository.ts';

export interface RecordingJobDeps {
  readonly recordings: RecordingRepository;
  readonly sound: RecordingSound;
  readonly store: ObjectStore;
  readonly handoutRepository: HandoutRepository;
  readonly known: KnownText;
  readonly align: Align;
}

/**
 * What of the work reading the sound and speaking the text are taken for, in hundredths; the rest is
 * aligning.
 */
const [READING, SPEAKING] = [25, 30];
/** Below this there is no speech. LUFS. */
const SILENT = -60;
/** Quieter parts than this below the loud ones do not count into the loudness. LU; after ITU-R BS.1770. */
const GATE = 10;

/**
 * Carries out jobs that read a recording's sound and find the words of its text in it. What is wrong with the
 * recording itself is noted there, for people.
 */
export function recordingJob(deps: RecordingJobDeps): JobHandler<'recording'> {
  const { recordings } = deps;
  return async ({ schoolId, payload: { recordingId } }, { signal, progress }) => {
    const row = await recordings.get(schoolId, recordingId);
    const folder = await mkdtemp(path.join(tmpdir(), 'aurelfield-recording-'));
    try {
      const file = path.join(folder, 'sound');
      await fetchTo(file, row, deps);
      const sentences = await found(row, file, deps, signal, (hundredths) => progress(hundredths, 100));
      await recordings.setAligned(row.id, sentences);
    } catch (error) {
      signal.throwIfAborted();
      if (!(error instanceof ReaderError) && !(error instanceof AppError)) throw error;
      const code = error.code;
      await recordings.setFailed(row.id, code, error.message);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
    return undefined;
  };
}

/** Brings the sound as it came into a file. */
async function fetchTo(file: string, row: RecordingRow, { sound, store }: RecordingJobDeps): Promise<void> {
  if (row.origin === 'file') {
    await pipeline(await store.stream(sound.source(row.schoolId, row.id)), createWriteStream(file));
    return;
  }
  // How long it is, is written as "until the end".
  const samples = Math.floor(0xffff_ffff / BYTES_PER_SAMPLE);
  await pipeline(
    Readable.from(
      (async function* () {
        yield wavHeader(row.sampleRate, samples);
        for (let part = 0; part < row.parts; part++)
          yield await store.read(sound.taken(row.schoolId, row.id, part));
      })(),
    ),
    createWriteStream(file),
  );
}

async function found(
  row: RecordingRow,
  file: string,
  { recordings, sound, handoutRepository, known, align }: RecordingJobDeps,
  signal: AbortSignal,
  progress: (hundredths: number) => Promise<void>,
): Promise<readonly RecordedSentence[]> {
  const measured: { readonly lufs: number; readonly floor: readonly number[] }[] = [];
  let share = 0;
  const samples = await sound.write(
    row.schoolId,
    row.id,
    soundChunks(file, RECORDING_RATE, { signal }),
    async (pcm) => {
      measured.push({
        lufs: measureLoudness(pcm, RECORDING_RATE).lufs,
        floor: noiseFloor(pcm, RECORDING_RATE),
      });
      // How much is to come is not known before all is read.
      share += (READING - share) / 20;
      await progress(Math.round(share));
    },
  );
  const loudness = loudnessOf(measured.map(({ lufs }) => lufs));
  const facts = { samples, sampleRate: RECORDING_RATE, loudness, floor: middleFloor(measured) };
  await recordings.setSound(row.id, facts);
  if (loudness < SILENT)
    throw new AppError(
      'silent',
      'There is nothing to be heard in this recording. Look whether the microphone is on and the right one is chosen, then record again.',
    );
  await progress(READING);
  const { text } = await handoutRepository.row(row.schoolId, row.handoutId);
  const { known: speech, sentences } = await known.speak(text, row.scope, {
    signal,
    progress: (done) => progress(Math.round(READING + SPEAKING * done)),
  });
  const recording = await readSound(file, SPEECH_RATE, { signal });
  const { words, fit } = await align(speech, recording, signal);
  if (fit < ACCEPTANCE_THRESHOLD) throw otherText(words);
  return placed(sentences, words, samples);
}

function placed(
  sentences: readonly RecordedSentence[],
  words: readonly AlignedWord[],
  samples: number,
): readonly RecordedSentence[] {
  const own = (sample: number) => Math.min(samples, Math.round((sample * RECORDING_RATE) / SPEECH_RATE));
  let nth = 0;
  return sentences.map((sentence) => ({
    ...sentence,
    words: sentence.words.map((word) => {
      const { range, confidence } = words[nth++] ?? { range: undefined, confidence: 0 };
      return {
        ...word,
        from: range ? own(range.from) : null,
        to: range ? own(range.to) : null,
        confidence: Math.round(confidence * 100) / 100,
      };
    }),
  }));
}

function otherText(words: readonly AlignedWord[]): AppError {
  const heard = words.filter(({ range }) => range).length;
  return new AppError(
    'other-text',
    `This does not sound like a reading of this text: ${heard} of its ${words.length} words were found, and few of them fit. Is it the right handout, all of what was chosen, and loud enough? If only a part was read, choose just that part.`,
  );
}

/** Loudness of the whole out of that of its parts: the power of those that are not far below the rest. */
function loudnessOf(parts: readonly number[]): number {
  const power = (lufs: number) => 10 ** (lufs / 10);
  const mean = (values: readonly number[]) =>
    10 * Math.log10(values.reduce((sum, lufs) => sum + power(lufs), 0) / Math.max(1, values.length));
  const heard = parts.filter((lufs) => lufs > SILENT - GATE);
  const gate = mean(heard) - GATE;
  return mean(heard.filter((lufs) => lufs > gate));
}

/** The noise that is usual: in each band the middle of what the parts have. */
function middleFloor(parts: readonly { readonly floor: readonly number[] }[]): number[] {
  return (parts[0]?.floor ?? []).map((_, band) => {
    const levels = parts.map(({ floor }) => floor[band] ?? -160).sort((a, b) => a - b);
    return levels[Math.floor(levels.length / 2)] ?? -160;
  });
}
