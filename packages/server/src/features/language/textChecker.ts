import type { BlockView, CheckedText } from '@aurelfield/api';
import { gradeLevel, readingEase } from '@aurelfield/core/literacy';
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { CheckedBlock } from '../../threads/checkTasks.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

const FINDINGS_AT_MOST = 300;
/**
 * Longer texts are looked through for the commonest confusions only: each word of many meanings takes a
 * millisecond. Words.
 */
const DEEP_AT_MOST = 15_000;
const CHARACTERS_PER_WORD = 6;
/** Blocks whose findings are remembered. */
const REMEMBERED = 20_000;
/** A section with fewer words has no readability worth telling. */
const FEWEST_WORDS = 10;

/**
 * Looks through texts, block by block in a thread; what was found in a block is remembered, so that only
 * blocks that changed are looked through again.
 */
export class TextChecker {
  readonly #threads: TextThreads;
  readonly #known = new LRUCache<string, CheckedBlock>({ max: REMEMBERED });

  constructor(threads: TextThreads) {
    this.#threads = threads;
  }

  /** @param own words of the school's own, in small letters: they are spelled right. */
  async check(
    content: readonly BlockView[],
    language: string,
    own: ReadonlySet<string>,
  ): Promise<CheckedText> {
    const checked = await this.#checked(content, language);
    const findings = checked.flatMap(({ findings: found }, block) =>
      found
        .filter(({ kind, start, end, unknown }) => {
          if (kind !== 'spelling') return true;
          const word =
            content[block]?.text
              .slice(start, end)
              .toLowerCase()
              .replace(/['’]s$/u, '') ?? '';
          return (
            !own.has(word) && !(unknown.length > 0 && unknown.every((part) => own.has(part.toLowerCase())))
          );
        })
        .map(({ kind, start, end, message, instead }) => ({
          kind,
          block,
          start,
          end,
          message,
          instead: [...instead],
        })),
    );
    return {
      findings: findings.slice(0, FINDINGS_AT_MOST),
      total: findings.length,
      sections: sectionsOf(content, checked),
    };
  }

  async #checked(content: readonly BlockView[], language: string): Promise<CheckedBlock[]> {
    const characters = content.reduce((sum, { text }) => sum + text.length, 0);
    const deep = characters < DEEP_AT_MOST * CHARACTERS_PER_WORD;
    const keys = content.map(({ type, text }) => keyOf(language, deep, type, text));
    const unknown = new Map<string, { type: BlockView['type']; text: string }>();
    content.forEach(({ type, text }, i) => {
      const key = keys[i] ?? '';
      if (!this.#known.has(key)) unknown.set(key, { type, text });
    });
    const found = await this.#threads.checkBlocks([...unknown.values()], language, deep);
    const fresh = new Map([...unknown.keys()].map((key, i) => [key, found[i]]));
    for (const [key, block] of fresh) if (block) this.#known.set(key, block);
    return keys.map((key) => this.#known.get(key) ?? fresh.get(key) ?? NOTHING);
  }
}

const NOTHING: CheckedBlock = { findings: [], words: 0, sentences: 0, syllables: 0 };

function keyOf(language: string, deep: boolean, type: string, text: string): string {
  return createHash('sha1').update(`${language} ${deep} ${type} ${text}`).digest('base64');
}

/** Readability from each heading to the next. */
function sectionsOf(
  content: readonly Pick<BlockView, 'type' | 'text'>[],
  checked: readonly CheckedBlock[],
): CheckedText['sections'] {
  const sections: { block: number; title: string; blocks: CheckedBlock[] }[] = [];
  content.forEach(({ type, text }, block) => {
    const found = checked[block] ?? NOTHING;
    if (type === 'heading') sections.push({ block, title: text, blocks: [] });
    else {
      if (sections.length === 0) sections.push({ block, title: '', blocks: [] });
      if (type !== 'table-row' && type !== 'equation') sections.at(-1)?.blocks.push(found);
    }
  });
  return sections.flatMap(({ block, title, blocks }) => {
    const sum = (of: (found: CheckedBlock) => number) => blocks.reduce((all, found) => all + of(found), 0);
    const counts = {
      words: sum(({ words }) => words),
      sentences: sum(({ sentences }) => sentences),
      syllables: sum(({ syllables }) => syllables),
    };
    if (counts.words < FEWEST_WORDS) return [];
    return [{ block, title, words: counts.words, ease: readingEase(counts), grade: gradeLevel(counts) }];
  });
}
