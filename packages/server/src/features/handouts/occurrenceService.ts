import type { OccurrenceInput, OtherReadings } from '@aurelfield/api';
import { DEFAULT_CHOICES, guessSubject, otherReadings, subjectNamed } from '@aurelfield/core/speech';
import { sentencesOf, wordsOf, type TextBlock } from '@aurelfield/core/text';
import { AppError } from '../../appError.ts';
import type { OpenDatabase } from '../../db/database.ts';
import { anchorRepository, standsIn } from '../texts/anchorRepository.ts';
import type { HandoutRepository } from './handoutRepository.ts';

/** A text in which the same is written oftener is no handout. */
const PLACES_AT_MOST = 500;

/** How words are said in single places of a handout, as a teacher sets it. */
export class OccurrenceService {
  readonly #database: OpenDatabase;
  readonly #handoutRepository: HandoutRepository;

  constructor(database: OpenDatabase, handoutRepository: HandoutRepository) {
    this.#database = database;
    this.#handoutRepository = handoutRepository;
  }

  /**
   * @param everywhere also in every other place where the same word is written.
   * @throws AppError `moved` when something else is written there.
   */
  async set(
    schoolId: string,
    handoutId: string,
    occurrence: OccurrenceInput,
    everywhere = false,
  ): Promise<void> {
    const { text } = await this.#handoutRepository.row(schoolId, handoutId);
    if (!standsIn(text.blocks, occurrence)) throw moved(occurrence.written);
    const places = everywhere ? placesOf(occurrence.written, text.blocks, text.language) : [];
    await this.#database.transaction(async ({ db }) => {
      await anchorRepository.set(db, schoolId, handoutId, occurrence);
      for (const place of places)
        if (place.block !== occurrence.block || place.start !== occurrence.start)
          await anchorRepository.set(db, schoolId, handoutId, { ...occurrence, ...place });
    });
  }

  /**
   * Says the word as everywhere else again.
   * @param everywhere also in every other place of the handout where the same is said of the same word.
   */
  async remove(schoolId: string, handoutId: string, occurrenceId: string, everywhere = false): Promise<void> {
    await this.#handoutRepository.row(schoolId, handoutId);
    await this.#database.transaction(async ({ db }) => {
      const all = everywhere ? await anchorRepository.all(db, schoolId, handoutId) : [];
      const own = all.find(({ id }) => id === occurrenceId);
      await anchorRepository.remove(db, schoolId, handoutId, occurrenceId);
      for (const { id, written, said, kind } of all)
        if (id !== occurrenceId && written === own?.written && said === own.said && kind === own.kind)
          await anchorRepository.remove(db, schoolId, handoutId, id);
    });
  }

  /**
   * How else the word in a place could be read.
   * @throws AppError `moved` when no such place is in the text.
   */
  async otherReadings(
    schoolId: string,
    handoutId: string,
    place: { readonly block: string; readonly start: number },
  ): Promise<OtherReadings> {
    const { handout, text } = await this.#handoutRepository.row(schoolId, handoutId);
    const block = text.blocks.find(({ id }) => id === place.block);
    const sentence =
      block &&
      sentencesOf(block.text, text.language).find(
        ({ start, end }) => place.start >= start && place.start < end,
      );
    if (block === undefined || sentence === undefined) throw moved('The word');
    const subject =
      subjectNamed(handout.subject) ?? guessSubject(text.blocks.map((one) => one.text).join('\n'));
    const ways = otherReadings(
      block.text.slice(sentence.start, sentence.end),
      place.start - sentence.start,
      text.language,
      { ...DEFAULT_CHOICES, subject },
    );
    return { ways };
  }
}

function moved(written: string): AppError {
  return new AppError(
    'moved',
    `“${written}” does not stand there any more. Load the page again and choose the word once more.`,
  );
}

/** Every place in which a word is written. */
function placesOf(
  written: string,
  blocks: readonly TextBlock[],
  language: string,
): { block: string; start: number }[] {
  return blocks
    .flatMap(({ id, text }) =>
      wordsOf(text, language)
        .filter(({ start, end }) => text.slice(start, end) === written)
        .map(({ start }) => ({ block: id, start })),
    )
    .slice(0, PLACES_AT_MOST);
}
