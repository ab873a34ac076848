import type { ParallelText, ParallelTextInput, ParallelTextPair, TextSelection } from '@aurelfield/api';
import { sentencePairs } from '@aurelfield/core/alignment';
import { contentHash, sentencesOf, wordsOf, type TextBlock } from '@aurelfield/core/text';
import { and, eq } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { parallelTexts, teachers } from '../../db/schema/index.ts';
import { notFound, AppError } from '../../appError.ts';
import { addText, type StoredText } from '../texts/textRepository.ts';

/** A sentence of a handout that something can stand beside. */
export interface OriginalSentence {
  readonly block: string;
  readonly start: number;
  readonly end: number;
  readonly original: string;
}

/** Marks the id of a block that stands beside another. */
const COMPANION = '~parallelText';

/** Handouts in two languages, always within one school. */
export class ParallelTextRepository {
  readonly #db: Database;

  constructor(db: Database) {
    this.#db = db;
  }

  /**
   * What stands beside the sentences of the handout's text as it is now; nothing where it has no translation.
   */
  async get(schoolId: string, handoutId: string, text: StoredText): Promise<ParallelText | undefined> {
    const [row] = await this.#db
      .select()
      .from(parallelTexts)
      .where(and(eq(parallelTexts.schoolId, schoolId), eq(parallelTexts.handoutId, handoutId)));
    if (!row) return undefined;
    const { language, origin, revision } = row;
    return { language, origin, revision, pairs: carried(row.pairs, originalSentences(text)) };
  }

  /**
   * Lays a text, or sentences in their order, beside the original.
   * @throws AppError 409 when somebody else has changed it since.
   */
  async set(
    schoolId: string,
    handoutId: string,
    text: StoredText,
    { language, text: whole, sentences, revision }: ParallelTextInput,
    { origin, teacherId }: { readonly origin: ParallelText['origin']; readonly teacherId: string | null },
  ): Promise<void> {
    const originals = originalSentences(text);
    const translated =
      sentences ??
      sentencePairs(
        originals.map(({ original }) => original),
        sentencesIn(whole ?? '', language),
      );
    const pairs = originals.map((sentence, i) => ({
      ...sentence,
      parallelText: translated[i]?.trim() ?? '',
    }));
    await this.#db.transaction(async (tx) => {
      const [row] = await tx
        .select({ revision: parallelTexts.revision, teacher: teachers.name })
        .from(parallelTexts)
        .leftJoin(teachers, eq(teachers.id, parallelTexts.teacherId))
        .where(and(eq(parallelTexts.schoolId, schoolId), eq(parallelTexts.handoutId, handoutId)))
        .for('update', { of: parallelTexts });
      if ((row?.revision ?? 0) !== revision)
        throw new AppError(
          'changed',
          `${row?.teacher ?? 'Somebody'} has changed the other language in the meantime. Look at it, then change yours again.`,
        );
      const values = { language, origin, pairs, revision: revision + 1, teacherId, updatedAt: new Date() };
      await tx
        .insert(parallelTexts)
        .values({ schoolId, handoutId, ...values })
        .onConflictDoUpdate({ target: parallelTexts.handoutId, set: values });
    });
  }

  async remove(schoolId: string, handoutId: string): Promise<void> {
    await this.#db
      .delete(parallelTexts)
      .where(and(eq(parallelTexts.schoolId, schoolId), eq(parallelTexts.handoutId, handoutId)));
  }

  /**
   * The text of one side, or of both in turn, sentence by sentence; stored under its own name.
   * @throws AppError 404 where there is no translation.
   */
  async selectedText(
    schoolId: string,
    handoutId: string,
    text: StoredText,
    textSelection: Exclude<TextSelection, 'original'>,
  ): Promise<StoredText> {
    const parallelText = await this.get(schoolId, handoutId, text);
    if (!parallelText) throw notFound('A text in another language');
    const blocks = text.blocks.flatMap((block) => selectedBlocks(block, parallelText, textSelection));
    const language = textSelection === 'parallel' ? parallelText.language : text.language;
    const derived = {
      hash: contentHash(language, blocks),
      language,
      words: blocks.reduce((sum, block) => sum + wordsOf(block.text, block.language ?? language).length, 0),
      blocks,
    };
    await addText(this.#db, { ...derived, schoolId });
    return derived;
  }
}

/** The sentences of a text that are said, one after the other. */
export function originalSentences({
  blocks,
  language,
}: Pick<StoredText, 'blocks' | 'language'>): OriginalSentence[] {
  return blocks.flatMap((block) => {
    if (
      block.silent ||
      block.type === 'table-row' ||
      block.type === 'equation' ||
      block.language !== undefined
    )
      return [];
    return sentencesOf(block.text, language).map(({ start, end }) => ({
      block: block.id,
      start,
      end,
      original: block.text.slice(start, end),
    }));
  });
}

/** The sentences of a text in another language, whatever its paragraphs. */
function sentencesIn(text: string, language: string): string[] {
  return text
    .split(/\n+/u)
    .flatMap((line) => sentencesOf(line, language).map(({ start, end }) => line.slice(start, end).trim()))
    .filter((sentence) => sentence !== '');
}

/**
 * What stood beside a sentence stands beside it still, wherever it is now; of the same sentence twice each
 * has its own.
 */
function carried(
  pairs: readonly ParallelTextPair[],
  sentences: readonly OriginalSentence[],
): ParallelTextPair[] {
  const known = new Map<string, string[]>();
  for (const { original, parallelText } of pairs) {
    const own = known.get(original);
    if (own) own.push(parallelText);
    else known.set(original, [parallelText]);
  }
  return sentences.map((sentence) => ({
    ...sentence,
    parallelText: known.get(sentence.original)?.shift() ?? '',
  }));
}

/** A block as it is on one side; on both, split into its sentences, each with what stands beside it. */
function selectedBlocks(
  block: TextBlock,
  { language, pairs }: ParallelText,
  textSelection: Exclude<TextSelection, 'original'>,
): TextBlock[] {
  const own = pairs.filter((pair) => pair.block === block.id);
  if (textSelection === 'parallel') {
    const translated = own.map(({ parallelText }) => parallelText).filter((text) => text !== '');
    const { label: _label, ...rest } = block;
    if (own.length > 0) return translated.length === 0 ? [] : [{ ...rest, text: translated.join(' ') }];
    // What is not said in sentences (tables, equations) belongs to both.
    return [block];
  }
  if (own.every(({ parallelText }) => parallelText === '')) return [block];
  return own.flatMap(({ start, end, parallelText }, i) => {
    const { label, ...rest } = block;
    const part = {
      ...rest,
      ...(i === 0 && label !== undefined ? { label } : {}),
      id: `${block.id}~${i}`,
      text: block.text.slice(start, end),
    };
    if (parallelText === '') return [part];
    const { level: _level, columnHeaders: _columnHeaders, ...plain } = rest;
    return [
      part,
      {
        ...plain,
        type: 'paragraph' as const,
        id: `${block.id}~${i}${COMPANION}`,
        language,
        text: parallelText,
      },
    ];
  });
}
