import {
  MAX_SOUND_BYTES,
  RECORDING_RATE,
  type Prompt,
  type RecordingScope,
  type RecordingSummary,
  type RecordingView,
  type TakeInput,
  type WordsInput,
} from '@aurelfield/api';
import { renderEdited } from '@aurelfield/core/audio';
import { piecesBetween, type Edit } from '@aurelfield/core/timeline';
import { Transform, type Readable } from 'node:stream';
import type { OpenDatabase } from '../../db/database.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import { AppError } from '../../appError.ts';
import type { ObjectStore } from '../../store/objectStore.ts';
import type { KnownText } from './knownText.ts';
import { timelineOfRecording, voiceGain } from './recordedVoice.ts';
import type { RecordingSound } from './recordingSound.ts';
import type { RecordingRow, RecordingRepository } from './recordingRepository.ts';
import { snapped } from './snapped.ts';

export interface RecordingDeps {
  readonly database: OpenDatabase;
  readonly recordings: RecordingRepository;
  readonly recordingSound: RecordingSound;
  readonly knownText: KnownText;
  readonly store: ObjectStore;
  readonly handoutRepository: HandoutRepository;
  readonly jobs: Jobs;
}

/** A stretch of a recording that is asked for, in samples; all of it where nothing is said. */
export interface RequestedSpan {
  readonly from: number | undefined;
  readonly to: number | undefined;
  /** As it was before all edits. */
  readonly original: boolean;
}

/** Recordings of a handout: taken or brought, aligned, edited, listened to. */
export class RecordingService {
  readonly #deps: RecordingDeps;

  constructor(deps: RecordingDeps) {
    this.#deps = deps;
  }

  /** The sentences of a handout as the speaker sees them. */
  async prompts(
    schoolId: string,
    handoutId: string,
  ): Promise<{ readonly prompts: Prompt[]; readonly textHash: string }> {
    const { text } = await this.#deps.handoutRepository.row(schoolId, handoutId);
    return { prompts: await this.#deps.knownText.prompts(text), textHash: text.hash };
  }

  async list(schoolId: string, handoutId: string): Promise<RecordingSummary[]> {
    await this.#deps.handoutRepository.row(schoolId, handoutId);
    return this.#deps.recordings.list(schoolId, handoutId);
  }

  async get(schoolId: string, id: string): Promise<RecordingView> {
    const { recordings } = this.#deps;
    // Read once: of two reads one could be from before the words were found.
    const row = await recordings.get(schoolId, id);
    const summary = await recordings.summaryOf(row);
    return {
      ...summary,
      text: [...row.sentences],
      edits: [...row.edits] as RecordingView['edits'],
      revision: row.revision,
      loudness: row.loudness,
      gain: voiceGain(row),
      floor: [...row.floor],
    };
  }

  /** Begins a recording of which the parts come one by one. */
  async beginTake(
    schoolId: string,
    handoutId: string,
    { name, scope, sampleRate }: TakeInput,
  ): Promise<RecordingSummary> {
    const { handoutRepository, recordings } = this.#deps;
    await handoutRepository.row(schoolId, handoutId);
    const row = await recordings.add({
      schoolId, handoutId, name, scope, sampleRate, origin: 'microphone', state: 'taking',
    }); // prettier-ignore
    return recordings.summary(schoolId, row.id);
  }

  /**
   * Stores a part; one that comes twice takes its own place.
   * @throws AppError when the recording has ended.
   */
  async putPart(schoolId: string, id: string, part: number, pcm: Buffer | undefined): Promise<void> {
    const { recordings, recordingSound, store } = this.#deps;
    const row = await recordings.get(schoolId, id);
    if (row.state !== 'taking') throw new AppError('changed', 'This recording has been ended already.');
    if (pcm === undefined || pcm.length === 0 || pcm.length % 2 !== 0)
      throw new AppError('invalid', 'A part of the recording arrived broken. It is sent again.');
    await store.put(recordingSound.taken(schoolId, id, part), pcm);
    await recordings.partCame(id, part);
  }

  /**
   * Ends a recording whose parts have all come, and has it aligned.
   * @throws AppError that names the parts which are missing.
   */
  async endTake(schoolId: string, id: string, parts: number): Promise<RecordingSummary> {
    const { recordings, recordingSound } = this.#deps;
    const row = await recordings.get(schoolId, id);
    if (row.state === 'taking') {
      const missing = await recordingSound.missing(schoolId, id, parts);
      if (missing.length > 0)
        throw new AppError(
          'parts-missing',
          `Of this recording ${missing.length} of ${parts} parts have not arrived yet.`,
        );
      await this.#align(row);
    }
    return recordings.summary(schoolId, id);
  }

  /** Takes a sound file in as it is and has it aligned. @throws AppError when it is larger than may be. */
  async bringFile(
    schoolId: string,
    handoutId: string,
    { name, scope }: { readonly name: string; readonly scope: RecordingScope },
    body: Readable | undefined,
  ): Promise<RecordingSummary> {
    const { handoutRepository, recordings, recordingSound, store } = this.#deps;
    await handoutRepository.row(schoolId, handoutId);
    if (!body) throw new AppError('file-type', 'A sound file is sent as it is. Choose it again.');
    const row = await recordings.add({
      schoolId, handoutId, name, scope, sampleRate: RECORDING_RATE, origin: 'file', state: 'taking',
    }); // prettier-ignore
    try {
      await store.put(recordingSound.source(schoolId, row.id), body.pipe(atMost(body)));
    } catch (error) {
      await recordings.remove(schoolId, row.id);
      throw error;
    }
    await this.#align(row);
    return recordings.summary(schoolId, row.id);
  }

  /**
   * Aligns it again: after the text was corrected, or after it was stopped. Edits stay, and so do words that
   * a teacher has set.
   */
  async alignAgain(schoolId: string, id: string, scope?: RecordingScope): Promise<RecordingSummary> {
    const { recordings } = this.#deps;
    const row = await recordings.get(schoolId, id);
    if (row.state === 'taking') throw new AppError('invalid', 'This recording has not been ended yet.');
    if (scope !== undefined) await recordings.setScope(row.id, scope);
    await this.#align(row);
    return recordings.summary(schoolId, id);
  }

  async #align(row: RecordingRow): Promise<void> {
    const { database, recordings, jobs } = this.#deps;
    await database.transaction(async (tx) => {
      const job = await jobs.enqueue(tx, {
        schoolId: row.schoolId,
        payload: { kind: 'recording', recordingId: row.id },
      });
      await recordings.setAligning(tx.db, row.id, job.id);
    });
  }

  /**
   * Keeps the list of edits.
   * @returns it as it is kept: the edges of a new cut lie where the sound crosses zero.
   */
  async saveEdits(
    schoolId: string,
    id: string,
    revision: number,
    edits: readonly Edit[],
  ): Promise<{ readonly revision: number; readonly edits: readonly Edit[] }> {
    const { recordings } = this.#deps;
    const row = await this.#ready(schoolId, id);
    const kept =
      edits.length === row.edits.length + 1
        ? await snapped(timelineOfRecording(row, []), edits, this.#read(row))
        : edits;
    return { revision: await recordings.save(row, revision, { edits: kept }), edits: kept };
  }

  /**
   * Puts words right. What a teacher has set is sure.
   * @throws AppError for words that are not there, or that would lie outside of the recording.
   */
  async saveWords(schoolId: string, id: string, { revision, words }: WordsInput): Promise<number> {
    const row = await this.#ready(schoolId, id);
    const sentences = row.sentences.map((sentence) => ({ ...sentence, words: [...sentence.words] }));
    for (const { sentence, word, from, to } of words) {
      const own = sentences[sentence]?.words;
      const found = own?.[word];
      if (!own || !found) throw new AppError('invalid', 'There is no such word in this recording.');
      const isOut = from === null || to === null;
      if (!isOut && (from >= to || to > row.samples))
        throw new AppError('invalid', 'A word must end after it begins, and inside the recording.');
      own[word] = { ...found, from: isOut ? null : from, to: isOut ? null : to, confidence: 1, isSet: true };
    }
    return this.#deps.recordings.save(row, revision, { sentences });
  }

  /** The sound of a stretch, as it is edited now or as it was recorded. */
  async sound(
    schoolId: string,
    id: string,
    { from, to, original }: RequestedSpan,
  ): Promise<{ readonly samples: number; readonly render: () => AsyncGenerator<Int16Array> }> {
    const row = await this.#deps.recordings.get(schoolId, id);
    const timeline = timelineOfRecording(row, original ? [] : row.edits);
    const start = Math.min(from ?? 0, timeline.samples);
    const end = Math.max(start, Math.min(to ?? timeline.samples, timeline.samples));
    return {
      samples: end - start,
      render: () => renderEdited(piecesBetween(timeline.pieces, start, end), RECORDING_RATE, this.#read(row)),
    };
  }

  /** Its waveform: lowest and highest of every 5 ms. */
  async peaks(schoolId: string, id: string): Promise<Buffer> {
    const row = await this.#deps.recordings.get(schoolId, id);
    return this.#deps.store.read(this.#deps.recordingSound.peaks(schoolId, row.id));
  }

  async #ready(schoolId: string, id: string): Promise<RecordingRow> {
    const row = await this.#deps.recordings.get(schoolId, id);
    if (row.state !== 'ready')
      throw new AppError(
        'not-ready',
        'The words of this recording have not been found yet. Wait until they are.',
      );
    return row;
  }

  #read(row: RecordingRow) {
    return this.#deps.recordingSound.reader(row.schoolId, row.id);
  }
}

/** Lets through so many bytes as a sound file may have. */
function atMost(body: Readable): Transform {
  let bytes = 0;
  const limit = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MAX_SOUND_BYTES)
        done(
          new AppError(
            'too-large',
            `This file is larger than ${MAX_SOUND_BYTES / 1024 / 1024} MB. Save it as MP3 or M4A, or cut it into parts.`,
          ),
        );
      else done(undefined, chunk);
    },
  });
  body.on('error', (error) => limit.destroy(error));
  body.on('aborted', () => limit.destroy(new AppError('invalid', 'The upload broke off. Try again.')));
  return limit;
}
