import { joinedExportDocument, type ExportDocument, type ExportDocumentBlock } from '@aurelfield/formats';
import type { JoiningOptions } from '@aurelfield/api';
import type { VoiceRegistry } from '@aurelfield/voices';
import { eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database } from '../../db/database.ts';
import { schools } from '../../db/schema/index.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import type { ReadingSound, Span } from '../readings/readingSound.ts';
import type { ReadingRow, ReadingRepository } from '../readings/readingRepository.ts';
import { AppError } from '../../appError.ts';
import type { TextRepository } from '../texts/textRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import { withSpokenTitle } from './spokenTitle.ts';

export interface ExportDocumentDeps {
  readonly db: Database;
  readonly readings: ReadingRepository;
  readonly sound: ReadingSound;
  readonly texts: TextRepository;
  readonly handoutRepository: HandoutRepository;
  readonly pupils: PupilRepository;
  readonly voices: VoiceRegistry;
  readonly threads: TextThreads;
}

/** An edition, and what names of its files are made of. */
export interface NamedExportDocument {
  readonly exportDocument: ExportDocument;
  readonly subject: string;
}

/** The facts of an edition alone. */
export type NamedFacts = Pick<NamedExportDocument, 'subject'> & {
  readonly exportDocument: Pick<ExportDocument, 'facts'>;
};

/** Readings → editions: what formats are given. */
export class ExportDocumentMaker {
  readonly #deps: ExportDocumentDeps;

  constructor(deps: ExportDocumentDeps) {
    this.#deps = deps;
  }

  /** What is said about a reading in tags and names. */
  async factsOf(reading: ReadingRow): Promise<NamedFacts> {
    const { texts, handoutRepository, pupils, voices, db } = this.#deps;
    const { schoolId, handoutId, pupilId } = reading;
    const [text, { handout }, pupil, [school]] = await Promise.all([
      texts.get(schoolId, reading.textHash),
      handoutRepository.row(schoolId, handoutId),
      pupils.get(schoolId, pupilId),
      db.select({ name: schools.name }).from(schools).where(eq(schools.id, schoolId)),
    ]);
    return {
      subject: handout.subject,
      exportDocument: {
        facts: {
          identifier: `urn:uuid:${reading.id}`,
          title: handout.title,
          language: text.language,
          pupil: pupil.name,
          voice: voices.find(reading.voice)?.label ?? reading.voice,
          school: school?.name ?? '',
          className: handout.className,
          date: new Date().toISOString().slice(0, 10),
          madeAt: new Date().toISOString().replace(/\.\d+Z$/u, 'Z'),
          pace: reading.settings.pace,
          readingStyle: pupil.profile.readingStyle,
          lexicon: reading.lexicon,
        },
      },
    };
  }

  /**
   * Names all that files of a reading hold beside its sound and text: title, pupil, class, look and so on.
   * The same facts have the same name.
   */
  async fingerprint(reading: ReadingRow): Promise<string> {
    const { subject, exportDocument } = await this.factsOf(reading);
    const { date: _date, madeAt: _madeAt, ...facts } = exportDocument.facts;
    return createHash('sha256')
      .update(JSON.stringify([subject, facts]))
      .digest('hex');
  }

  /**
   * A reading whose clips are made, as an edition.
   * @param partial takes what is made up to the first sentence that is not; `isSilent` takes the planned text
   * without any sound.
   * @throws AppError when nothing of it is made.
   */
  async of(reading: ReadingRow, { partial = false, isSilent = false } = {}): Promise<NamedExportDocument> {
    const { readings, sound, texts } = this.#deps;
    const firstMissing = partial ? (await readings.missing(reading.id, 0, 1))[0]?.position : undefined;
    const end = firstMissing ?? reading.sentences;
    if (partial && end === 0)
      throw new AppError('nothing-made', 'Nothing of this reading is made yet. Wait a moment and try again.');
    const [named, text, span] = await Promise.all([
      this.factsOf(reading),
      texts.get(reading.schoolId, reading.textHash),
      isSilent ? this.#silent(reading) : sound.span(reading, 0, end, { priority: 'making' }),
    ]);
    const blocks = text.blocks.map(({ id: _id, ...block }): ExportDocumentBlock => block);
    return {
      subject: named.subject,
      exportDocument: {
        facts: named.exportDocument.facts,
        blocks: partial ? blocks.slice(0, (span.sentences.at(-1)?.block ?? 0) + 1) : blocks,
        sentences: span.sentences,
        timeline: span.timeline,
        render: (pieces) => sound.render(reading, span, pieces),
      },
    };
  }

  /** The planned sentences of a reading with no sound at all. */
  async #silent(reading: ReadingRow): Promise<Span> {
    const sentences = await this.#deps.readings.sentences(reading.id, 0, reading.sentences);
    const nothing = { from: 0, to: 0 };
    const timed = sentences.map(({ words }) => ({ ...nothing, words: words.map(() => nothing) }));
    const timeline = { sampleRate: reading.sampleRate, samples: 0, pieces: [], sentences: timed };
    return { sentences, clips: new Map(), timeline };
  }

  /** Several readings of one pupil as one edition, each with its title said before it. */
  async joined(
    all: readonly ReadingRow[],
    { title, pause, opening, closing }: JoiningOptions,
    identifier: string,
  ): Promise<NamedExportDocument> {
    const exportDocuments: NamedExportDocument[] = [];
    for (const reading of all) {
      const named = await this.of(reading);
      exportDocuments.push({
        ...named,
        exportDocument: await withSpokenTitle(named.exportDocument, reading, this.#deps),
      });
    }
    return {
      subject: exportDocuments[0]?.subject ?? '',
      exportDocument: joinedExportDocument(
        exportDocuments.map(({ exportDocument }) => exportDocument),
        { title, identifier, pause, opening: opening ?? undefined, closing: closing ?? undefined },
      ),
    };
  }
}
