import {
  guessSubject,
  subjectNamed,
  readingHash,
  type VoicedPassage,
  type PlanVoice,
} from '@aurelfield/core/speech';
import { baseLanguage, type TextBlock } from '@aurelfield/core/text';
import type { TextSelection } from '@aurelfield/api';
import type { VoiceAssignmentRepository } from '../listening/voiceAssignmentRepository.ts';
import type { ParallelTextRepository } from '../listening/parallelTextRepository.ts';
import type { Voice, VoiceRegistry } from '@aurelfield/voices';
import { and, eq, isNull } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { OpenDatabase } from '../../db/database.ts';
import { handouts, subjects } from '../../db/schema/index.ts';
import type { Jobs } from '../../jobs/jobs.ts';
import type { JobRepository } from '../../jobs/jobRepository.ts';
import type { PronunciationRepository } from '../pronunciations/pronunciationRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { recordedPassages, withRecorded } from '../recordings/recordedPassages.ts';
import { RECORDED_VERSION } from '../recordings/recordedVoice.ts';
import type { RecordingRepository } from '../recordings/recordingRepository.ts';
import { notFound, AppError } from '../../appError.ts';
import { anchorRepository, placedEntries, type AnchorRow } from '../texts/anchorRepository.ts';
import type { StoredText, TextRepository } from '../texts/textRepository.ts';
import type { PlannedRow } from '../../threads/planTasks.ts';
import type { ClipMaker } from './clipMaker.ts';
import type { PlanBasis, ReadingPlanner } from './readingPlanner.ts';
import type { ReadingProgress } from './readingProgress.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';

export interface OpenerDeps {
  readonly database: OpenDatabase;
  readonly texts: TextRepository;
  readonly pupils: PupilRepository;
  readonly pronunciations: PronunciationRepository;
  readonly readings: ReadingRepository;
  readonly planner: ReadingPlanner;
  readonly progress: ReadingProgress;
  readonly maker: ClipMaker;
  readonly voices: VoiceRegistry;
  readonly jobs: Jobs;
  readonly jobRepository: JobRepository;
  readonly voiceAssignments: VoiceAssignmentRepository;
  readonly parallelTexts: ParallelTextRepository;
  readonly recordings: Pick<RecordingRepository, 'inUse'>;
}

/** A handout as it was at one moment: its facts and its entries for places together. */
interface Snapshot {
  readonly handout: typeof handouts.$inferSelect;
  readonly subject: string;
  readonly anchors: readonly AnchorRow[];
}

/** Finds or makes the reading of a handout as it is now, for a pupil's current profile. */
export class ReadingOpener {
  readonly #deps: OpenerDeps;

  constructor(deps: OpenerDeps) {
    this.#deps = deps;
  }

  /**
   * The reading, with its first sentences planned, and its making under way unless its voice has a price that
   * nobody has agreed to.
   * @throws AppError when no voice speaks the handout's language.
   */
  async open(
    schoolId: string,
    handoutId: string,
    pupilId: string,
    textSelection: TextSelection = 'original',
  ): Promise<ReadingRow> {
    const { jobRepository, jobs, voices, progress } = this.#deps;
    const row = await this.prepare(schoolId, handoutId, pupilId, textSelection, true);
    const reading = await progress.refresh(row);
    if (voices.find(reading.voice)?.price && !reading.costAgreed) return reading;
    const job = await jobRepository.latest(reading.id, 'reading');
    // Clips removed by a clean-up are made again; a job that failed or was stopped is not restarted by
    // itself.
    if (!job || (job.state === 'done' && !progress.isComplete(reading)))
      await jobs.begin({ schoolId, payload: { kind: 'reading', readingId: reading.id } });
    return reading;
  }

  /**
   * The same without making clips, except the first sentence where it `hurries`. In a priced voice all of it
   * is planned, to know the price.
   */
  async prepare(
    schoolId: string,
    handoutId: string,
    pupilId: string,
    textSelection: TextSelection = 'original',
    hurries = false,
  ): Promise<ReadingRow> {
    const { readings, planner, database } = this.#deps;
    const { text, voice, settings, basis } = await this.#basis(schoolId, handoutId, pupilId, textSelection);
    // A reading in one voice keeps the name that it had before there were several.
    const { voicedPassages, ...alone } = basis;
    const planHash = readingHash({
      text: text.hash,
      ...alone,
      ...(voicedPassages.length > 0 ? { voicedPassages } : {}),
    });
    const found = await readings.find({ handoutId, pupilId, planHash });
    if (found) {
      if (found.retiredAt !== null) await database.transaction((tx) => readings.makeCurrent(tx, found));
      const known = { ...found, retiredAt: null };
      return voice.price ? planner.finish(known) : known;
    }
    const { speed, rows, nextBlock, isLast } = await planner.begin(text, basis);
    if (hurries && !voice.price) this.#hurry(schoolId, rows[0]);
    const added = await database.transaction(async (tx) => {
      const row = await readings.add(
        tx,
        {
          schoolId,
          handoutId,
          pupilId,
          textHash: text.hash,
          planHash,
          voice: voice.id,
          engineVersion: basis.voice.engineVersion,
          sampleRate: voice.sampleRate,
          settings: { ...settings, speed },
          lexicon: basis.lexicon,
          places: basis.places,
          passageVoices: basis.passageVoices,
          voicedPassages: basis.voicedPassages,
          plannedBlocks: nextBlock,
          planned: isLast,
          sentences: rows.length,
        },
        rows,
      );
      if (row) await readings.makeCurrent(tx, row);
      return row;
    });
    const reading = added ?? (await readings.find({ handoutId, pupilId, planHash }));
    if (!reading) throw new Error('The reading was not stored.');
    return voice.price ? planner.finish(reading) : reading;
  }

  /** All that decides how a handout sounds for a pupil now. */
  async #basis(schoolId: string, handoutId: string, pupilId: string, textSelection: TextSelection) {
    const { texts, pupils, pronunciations, voices, parallelTexts } = this.#deps;
    const [{ handout, subject: named, anchors }, pupil] = await Promise.all([
      this.#snapshot(schoolId, handoutId),
      pupils.get(schoolId, pupilId),
    ]);
    const own = await texts.get(schoolId, handout.textHash);
    const text =
      textSelection === 'original'
        ? own
        : await parallelTexts.selectedText(schoolId, handoutId, own, textSelection);
    // What is seen, not heard, makes no other reading.
    const {
      voices: chosen,
      readingStyle: _readingStyle,
      pausesByPace: _byPace,
      fileKind: _fileKind,
      fileQuality: _fileQuality,
      ...profile
    } = pupil.profile;
    const subject = subjectNamed(named) ?? guessSubject(text.blocks.map((block) => block.text).join('\n'));
    const settings = subject ? { ...profile, choices: { ...profile.choices, subject } } : profile;
    const voice = voices.voiceFor(text.language, chosen);
    if (!voice) throw noVoice(text.language, voices);
    const lexicon = await pronunciations.inForce(schoolId, {
      pupilId,
      classId: handout.classId,
      subjectId: handout.subjectId,
    });
    const basis: PlanBasis = {
      voice: this.#planVoice(voice),
      sampleRate: voice.sampleRate,
      settings,
      lexicon,
      places: placedEntries(anchors, text.blocks),
      passageVoices: this.#passageVoices(text.blocks, voice, chosen),
      voicedPassages: withRecorded(
        await this.#voicedPassages(schoolId, handoutId, text),
        recordedPassages(
          await this.#deps.recordings.inUse(schoolId, handoutId),
          text.blocks,
          RECORDED_VERSION,
        ),
      ),
    };
    return { text, voice, settings, basis };
  }

  /** Why a reading would come out otherwise if it were made now; nothing where it is up to date. */
  async changedSince(reading: ReadingRow): Promise<string[]> {
    const { schoolId, handoutId, pupilId } = reading;
    const { text, settings, basis } = await this.#basis(schoolId, handoutId, pupilId, 'original');
    const { speed: _speed, ...before } = reading.settings;
    const isSame = (one: unknown, other: unknown) => isDeepStrictEqual(plain(one), plain(other));
    const reasons: string[] = [];
    if (reading.textHash !== text.hash) reasons.push('text');
    if (reading.voice !== basis.voice.id) reasons.push('voice');
    else if (reading.engineVersion !== basis.voice.engineVersion) reasons.push('voice version');
    if (!isSame(before, settings)) reasons.push('profile');
    if (
      !isSame(reading.lexicon, basis.lexicon) ||
      (reading.textHash === text.hash && !isSame(reading.places, basis.places))
    )
      reasons.push('pronunciations');
    if (!isSame(reading.passageVoices, basis.passageVoices)) reasons.push('voices of passages');
    if (reading.textHash === text.hash && !isSame(reading.voicedPassages, basis.voicedPassages))
      reasons.push('who speaks');
    return reasons;
  }

  /** Makes the first sentence while the reading is being stored: its listener is waiting. */
  #hurry(schoolId: string, first: PlannedRow | undefined): void {
    if (!first) return;
    this.#deps.maker
      .get(schoolId, { key: first.clipKey, plan: first.plan }, { priority: 'listening' })
      // It will be requested again; a failure shows then.
      .catch(() => undefined);
  }

  #snapshot(schoolId: string, handoutId: string): Promise<Snapshot> {
    return this.#deps.database.transaction(async ({ db }) => {
      const [row] = await db
        .select({ handout: handouts, subject: subjects.name })
        .from(handouts)
        .leftJoin(subjects, eq(subjects.id, handouts.subjectId))
        .where(and(eq(handouts.id, handoutId), eq(handouts.schoolId, schoolId), isNull(handouts.deletedAt)));
      if (!row) throw notFound('This handout');
      const { handout, subject } = row;
      return {
        handout,
        subject: subject ?? '',
        anchors: await anchorRepository.all(db, schoolId, handoutId),
      };
    }, 'repeatable read');
  }

  #planVoice({ id }: Pick<Voice, 'id'>): PlanVoice {
    return { id, engineVersion: this.#deps.voices.engineVersion(id) ?? '' };
  }

  /**
   * Passages in voices of their own, where the teacher has turned them on: speakers that have a voice that is
   * here and costs nothing.
   */
  async #voicedPassages(schoolId: string, handoutId: string, text: StoredText): Promise<VoicedPassage[]> {
    const { voiceAssignments, voices } = this.#deps;
    const {
      isOn,
      voices: chosen,
      dialogueTurns,
    } = await voiceAssignments.get(schoolId, handoutId, text.blocks);
    if (!isOn) return [];
    const numbers = new Map(text.blocks.map(({ id }, index) => [id, index]));
    return dialogueTurns.flatMap(({ block, start, end, who }) => {
      const voice = who === null ? undefined : voices.find(chosen[who] ?? '');
      const index = numbers.get(block);
      if (
        !voice ||
        voice.price ||
        index === undefined ||
        baseLanguage(voice.language) !== baseLanguage(text.language)
      )
        return [];
      return [{ block: index, start, end, voice: this.#planVoice(voice) }];
    });
  }

  /**
   * Voices for passages in other languages: the pupil's own or the first that speaks them, if it costs
   * nothing.
   */
  #passageVoices(
    blocks: readonly TextBlock[],
    main: Voice,
    chosen: Readonly<Record<string, string>>,
  ): Record<string, PlanVoice> {
    const { voices } = this.#deps;
    const tags = [...new Set(blocks.flatMap(({ language }) => language ?? []))];
    return Object.fromEntries(
      tags.flatMap((tag) => {
        if (baseLanguage(tag) === baseLanguage(main.language)) return [];
        const voice = voices.voiceFor(tag, chosen);
        return !voice || voice.price ? [] : [[tag, this.#planVoice(voice)] as const];
      }),
    );
  }
}

/** As it comes back from the database: without what is undefined. */
function plain(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value));
}

function noVoice(language: string, voices: VoiceRegistry): AppError {
  const names = new Intl.DisplayNames('en-GB', { type: 'language' });
  const speaks = [
    ...new Set(voices.voices.map((voice) => names.of(baseLanguage(voice.language)) ?? voice.language)),
  ].sort();
  return new AppError(
    'no-voice',
    `No voice here speaks ${nameOf(language, names)}. There are voices for ${speaks.join(', ')}. If the language was guessed wrongly, change it.`,
  );
}

function nameOf(language: string, names: Intl.DisplayNames): string {
  try {
    return names.of(language) ?? language;
  } catch {
    return language;
  }
}
