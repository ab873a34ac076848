import { expandSentence } from '@aurelfield/core/speech';
import { sentencesOf } from '@aurelfield/core/text';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

/**
 * Lines as school handouts contain them, from readers who had not seen the rules. Case, "and" and punctuation
 * do not count.
 */
const linesOf = (name: string) =>
  readFileSync(new URL(`./lines/${name}.tsv`, import.meta.url), 'utf8')
    .trimEnd()
    .split('\n')
    .map((line) => {
      const [written = '', accepted = '', family = 'found'] = line.split('\t');
      return { written, accepted: accepted.split('|').map(simplified), family };
    });

function simplified(text: string): string {
  return text
    .toLowerCase()
    .replace(/[’]/gu, "'")
    .replace(/[-,.]/gu, ' ')
    .replace(/\band\b/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim();
}

function said(text: string): string {
  const words = sentencesOf(text, 'en-GB').flatMap(({ start, end }) =>
    expandSentence(text.slice(start, end), 'en-GB').flatMap((word) => word.spoken),
  );
  return simplified(words.join(' '));
}

test.each(['handouts', 'probes'])('the lines of %s are all said acceptably', (name) => {
  const lines = linesOf(name);
  const wrong = lines.flatMap(({ written, accepted, family }) =>
    accepted.includes(said(written)) ? [] : `${family}: ${written} → ${said(written)}`,
  );
  expect(lines.length).toBeGreaterThan(40);
  expect(wrong).toEqual([]);
});
