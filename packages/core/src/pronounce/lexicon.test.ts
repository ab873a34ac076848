import { describe, expect, test } from 'vitest';
import { formatEntriesCsv, parseEntriesCsv } from './csv.ts';
import type { PronunciationEntry } from './entry.ts';
import { Lexicon } from './lexicon.ts';
import { formatPls, parsePls, PlsError } from './pls.ts';

const entry = (
  written: string,
  said: string,
  kind: PronunciationEntry['kind'] = 'ipa',
  caseSensitive = false,
): PronunciationEntry => ({ written, said, kind, caseSensitive });

describe('Lexicon', () => {
  const lexicon = new Lexicon([
    entry('Sallow', 'SAL-oh', 'respelling'),
    entry('Tarn Bridge', 'ˈtɑːn bɹɪd͡ʒ'),
    entry('Tarn', 'ˈtæn'),
    entry('Tarn', 'ˈsecond'),
    entry('Polish', 'ˈpəʊlɪʃ', 'ipa', true),
    entry('TBC', 'to be confirmed', 'alias'),
    entry('moss', 'ˈmɒs'),
    entry('bat', 'ˈbæt'),
  ]);

  test.each([
    ['sallow', 'ˈsæl.əʊ', 1],
    ['SALLOW', 'ˈsæl.əʊ', 1],
    ['Tarn Bridge', 'ˈtɑːn|bɹɪd͡ʒ', 2],
    ['Tarn river', 'ˈtæn', 1],
    ['Polish', 'ˈpəʊlɪʃ', 1],
    ['Sallow’s', 'ˈsæl.əʊz', 1],
    ['bats', 'ˈbæts', 1],
    ['bats’', 'ˈbæts', 1],
    ['mosses', 'ˈmɒsɪz', 1],
    ['moss’s', 'ˈmɒsɪz', 1],
  ])('%s is said %s', (written, ipa, taken) => {
    expect(lexicon.find(written.split(' '), 0)).toEqual({ taken, said: { ipa: ipa.split('|') } });
  });

  test.each(['polish', 'sallows-on-sea', 'mos', 'river', ''])('%j is not in it', (written) => {
    expect(lexicon.find([written], 0)).toBeUndefined();
  });

  test('an entry for several words that is written in one piece is parted by syllables', () => {
    const [first, second] = [
      new Lexicon([entry('Tarn Bridge', 'TARN-brij', 'respelling')]),
      new Lexicon([entry('a b c', 'ˈæ')]),
    ];
    expect(first.find(['Tarn', 'Bridge'], 0)?.said).toEqual({ ipa: ['ˈtɑːn', 'bɹɪd͡ʒ'] });
    expect(second.find(['a', 'b', 'c'], 0)?.said).toEqual({ ipa: ['ˈæ', 'ˈæ', 'ˈæ'] });
  });

  test('an alias is said as other words, with its ending', () => {
    expect(lexicon.find(['TBC'], 0)?.said).toEqual({ alias: 'to be confirmed' });
    expect(lexicon.find(["TBC's"], 0)?.said).toEqual({ alias: "to be confirmed's" });
  });
});

describe('PLS 1.0', () => {
  // Examples of the W3C Pronunciation Lexicon Specification 1.0, sections 4.4 to 4.9 (written down from
  // memory).
  const parse = (lexemes: string, alphabet = 'ipa') =>
    parsePls(`<?xml version="1.0" encoding="UTF-8"?>
<lexicon version="1.0" xmlns="http://www.w3.org/2005/01/pronunciation-lexicon" alphabet="${alphabet}" xml:lang="en-US">${lexemes}</lexicon>`);

  test('a grapheme and a phoneme', () => {
    expect(parse('<lexeme><grapheme>tomato</grapheme><phoneme>təˈmɑːtoʊ</phoneme></lexeme>')).toEqual({
      language: 'en-US',
      entries: [entry('tomato', 'təˈmɑːtoʊ')],
      warnings: [],
    });
  });

  test('several graphemes share a pronunciation', () => {
    const { entries } = parse(
      '<lexeme><grapheme>centre</grapheme><grapheme>center</grapheme><phoneme>ˈsɛntər</phoneme></lexeme>',
    );
    expect(entries.map(({ written }) => written)).toEqual(['centre', 'center']);
  });

  test('of several phonemes the first counts, or the preferred one', () => {
    expect(
      parse('<lexeme><grapheme>huge</grapheme><phoneme>hjuːd͡ʒ</phoneme><phoneme>juːd͡ʒ</phoneme></lexeme>')
        .entries[0]?.said,
    ).toBe('hjuːd͡ʒ');
    expect(
      parse(
        '<lexeme><grapheme>huge</grapheme><phoneme>hjuːd͡ʒ</phoneme><phoneme prefer="true">juːd͡ʒ</phoneme></lexeme>',
      ).entries[0]?.said,
    ).toBe('juːd͡ʒ');
  });

  test('an alias, also preferred over a phoneme', () => {
    expect(
      parse('<lexeme><grapheme>W3C</grapheme><alias>World Wide Web Consortium</alias></lexeme>').entries,
    ).toEqual([entry('W3C', 'World Wide Web Consortium', 'alias')]);
    expect(
      parse(
        '<lexeme><grapheme>101</grapheme><alias prefer="true">one hundred and one</alias><phoneme>wʌn</phoneme></lexeme>',
      ).entries[0]?.kind,
    ).toBe('alias');
  });

  test('a role that names a part of speech, by the CLAWS tags of the specification’s example or by its own name', () => {
    const { entries } = parse(
      '<lexeme role="claws:VVI"><grapheme>read</grapheme><phoneme>ɹiːd</phoneme></lexeme><lexeme role="claws:VVD"><grapheme>read</grapheme><phoneme>ɹɛd</phoneme></lexeme><lexeme role="x:y"><grapheme>lead</grapheme><phoneme>lɛd</phoneme></lexeme>',
    );
    expect(entries.map(({ partOfSpeech }) => partOfSpeech)).toEqual(['verb', 'past', undefined]);
    const lexicon = new Lexicon(entries.slice(0, 2));
    const find = (part: string) => lexicon.find(['read'], 0, (_index, wanted) => wanted === part)?.said;
    expect(find('past')).toEqual({ ipa: ['ɹɛd'] });
    expect(find('verb')).toEqual({ ipa: ['ɹiːd'] });
    expect(find('noun')).toBeUndefined();
    expect(parsePls(formatPls(entries, 'en-GB')).entries).toEqual(entries);
    expect(parseEntriesCsv(formatEntriesCsv(entries.slice(0, 2))).entries).toEqual(entries.slice(0, 2));
  });

  test('an alphabet of its own for one phoneme', () => {
    const { entries } = parse(
      '<lexeme><grapheme>cheese</grapheme><phoneme alphabet="x-sampa">tSi:z</phoneme></lexeme>',
    );
    expect(entries).toEqual([entry('cheese', 'tSi:z', 'x-sampa')]);
  });

  test('what cannot be used is left out and told', () => {
    const { entries, warnings } = parse(
      '<lexeme><grapheme>a</grapheme></lexeme><lexeme><grapheme>b</grapheme><phoneme>b7</phoneme></lexeme><lexeme><grapheme>c</grapheme><phoneme alphabet="x-own">c</phoneme></lexeme>',
    );
    expect(entries).toEqual([]);
    expect(warnings).toHaveLength(3);
  });

  test.each([
    ['no XML', 'hello'],
    ['broken XML', '<lexicon><lexeme></lexicon>'],
    ['another document', '<html></html>'],
    ['an entity bomb', '<!DOCTYPE l [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><lexicon>&b;</lexicon>'],
  ])('%s is refused', (_name, source) => {
    expect(() => parsePls(source)).toThrow(PlsError);
  });

  test('what is written is read again', () => {
    const entries = [
      entry('Sallow', 'SAL-oh', 'respelling'),
      entry('salt & peat', 'sɔːlt', 'ipa'),
      entry('TBC', 'to be <confirmed>', 'alias'),
    ];
    const again = parsePls(formatPls(entries, 'en-GB'));
    expect(again.language).toBe('en-GB');
    expect(again.entries).toEqual([
      entry('Sallow', 'ˈsæl.əʊ'),
      entry('salt & peat', 'sɔːlt'),
      entry('TBC', 'to be <confirmed>', 'alias'),
    ]);
  });
});

describe('CSV', () => {
  test('there and back', () => {
    const entries = [
      entry('Sallow', 'SAL-oh', 'respelling'),
      entry('Polish, the', 'ˈpəʊlɪʃ', 'ipa', true),
      entry('T"BC', 'to be', 'alias'),
    ];
    expect(parseEntriesCsv(formatEntriesCsv(entries))).toEqual({ entries, warnings: [] });
  });

  test('without a header, with semicolons, with rows that cannot be read', () => {
    const { entries, warnings } = parseEntriesCsv('Sallow;SAL-oh\nTarn;CAT\n;x\nbog;bɒɡ;ipa\nbog;b;sounds');
    expect(entries.map(({ written, kind }) => `${written} ${kind}`)).toEqual([
      'Sallow respelling',
      'bog ipa',
    ]);
    expect(warnings).toHaveLength(3);
    expect(warnings[0]).toContain('Row 2');
  });
});

describe('cells that a spreadsheet would take for a formula', () => {
  test.each([
    ['=1+1', "'=1+1"],
    ['@baUt', "'@baUt"],
    ['-er', "'-er"],
    ['+', "'+"],
    ["'=x", "''=x"],
    ["'tis", "'tis"],
    ['plain', 'plain'],
  ])('%s is written as %s and read as it was', (said, cell) => {
    const entry = { written: 'about', said, kind: 'alias' as const, caseSensitive: false };
    const table = formatEntriesCsv([entry]);
    expect(table.split('\n')[1]?.split(',')[1]).toBe(cell);
    expect(parseEntriesCsv(table).entries).toEqual([entry]);
  });
});
