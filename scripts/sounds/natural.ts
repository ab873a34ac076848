import { dictionary } from 'cmu-pronouncing-dictionary';
import britishEnglish from 'dictionary-en-gb';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import nspell from 'nspell';
import { ruleVocabulary } from '@aurelfield/core/speech';
import { meantSounds } from './meantSounds.ts';
import { OWN_WORDS } from './ownWords.ts';
import { ROOT } from '../lib/prepare.mjs';

const TARGET = path.join(ROOT, 'packages/voices/src/festival/soundLexicon.json');

const spelling = nspell({ aff: Buffer.from(britishEnglish.aff), dic: Buffer.from(britishEnglish.dic) });

/** Phones without what hardly differs: unstressed vowels that are weak one way or another are one. */
function withoutStress(phones: string): string {
  return phones
    .toLowerCase()
    .split(' ')
    .filter(Boolean)
    .map((phone) => {
      const name = phone.replace(/\d/gu, '').replace('axr', 'er');
      return /^(?:ax|ah|ih|eh|aa|ao|uh)$/u.test(name) && !/[12]$/u.test(phone)
        ? 'weak'
        : name === 'ax'
          ? 'ah'
          : name;
    })
    .join(' ')
    .replaceAll('weak r', 'er')
    .replaceAll('uw weak', 'w weak')
    .replaceAll('iy weak', 'y weak')
    .replaceAll('t y', 'ch')
    .replaceAll('ao r', 'aa r')
    .replaceAll('ao', 'aa');
}

const firstOf = (phones: string) => phones.split(' | ')[0] ?? '';

/** What the engine itself says for some words. */
function engineSays(words: readonly string[]): Map<string, string> {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-sounds-')), 'words.scm');
  const asked = words
    .map((word) => `(format t "W ${word} ") (tell (lex.lookup "${word}" nil)) (format t "\\n")`)
    .join('\n');
  writeFileSync(
    file,
    `(voice_cmu_us_slt_arctic_hts)\n(define (tell entry) (mapcar (lambda (syllable) (mapcar (lambda (phone) (format t "%s%s " phone (cadr syllable))) (car syllable))) (caddr entry)))\n${asked}\n`,
  );
  const out = execFileSync('festival', ['-b', file], { maxBuffer: 1 << 28, encoding: 'utf8' });
  return new Map(
    [...out.matchAll(/^W (\S+) (.*)$/gmu)].map(([, word = '', phones = '']) => [word, phones.trim()]),
  );
}

/**
 * `npm run sounds natural`: lays what the natural voices' own lexicon and letter rules say for each word of
 * the CMU dictionary that is British English in spelling too against what that dictionary says, and writes
 * those that differ in more than a weak vowel to the engine's sound lexicon. Takes about six minutes.
 */
export function writeNaturalLexicon(): void {
  const words = Object.keys(dictionary).filter((word) => /^[a-z]{4,}$/u.test(word) && spelling.correct(word));
  const said = engineSays(words);
  const differing: Record<string, string> = {};
  for (const word of words) {
    const own = said.get(word);
    const variants = ['', '(1)', '(2)', '(3)'].flatMap((nth) => dictionary[word + nth] ?? []);
    const [first] = variants;
    if (
      own !== undefined &&
      first !== undefined &&
      !variants.some((variant) => withoutStress(variant) === withoutStress(own))
    )
      differing[word] = first;
  }
  for (const [word, phones] of Object.entries(OWN_WORDS)) differing[word] = firstOf(phones);
  // What the rules say is reported whether the engine knows it or not: names of units are built of parts that it
  // takes apart its own way.
  for (const word of ruleVocabulary())
    if (dictionary[word] === undefined) differing[word] ??= meantSounds(word)[0] ?? '';
  const lines = Object.entries(differing)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([word, phones]) => `  ${JSON.stringify(word)}: ${JSON.stringify(phones)}`);
  writeFileSync(TARGET, `{\n${lines.join(',\n')}\n}\n`);
  console.log(`${lines.length} words of ${words.length} differ.`);
}
