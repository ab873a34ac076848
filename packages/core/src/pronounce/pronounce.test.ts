import { dictionary } from 'cmu-pronouncing-dictionary';
import { describe, expect, test } from 'vitest';
import { arpabetToIpa, ipaToArpabet } from './arpabet.ts';
import { ipaToEspeak } from './espeakMnemonics.ts';
import { formatIpa, parseIpa, PronunciationError } from './ipa.ts';
import { PHONES } from './phones.ts';
import { ipaToRespelling, respellingToIpa, RESPELLING_CONSONANTS, RESPELLING_VOWELS } from './respelling.ts';
import { ipaToXsampa, xsampaToIpa } from './xsampa.ts';

describe('IPA', () => {
  test.each([
    ['/ˈsæləʊ/', 'ˈsæləʊ'],
    ["'sæləu", 'ˈsæləu'],
    ['tʃiːz', 't͡ʃiːz'],
    ['t͡ʃiːz', 't͡ʃiːz'],
    ['ˈʤʌʤ', 'ˈd͡ʒʌd͡ʒ'],
    ['ga:', 'ɡaː'],
    ['ˈwɔːtɚ', 'ˈwɔːtə˞'],
    ['ɑ̃', 'ɑ̃'],
    ['ˈbʌt.n̩', 'ˈbʌt.n̩'],
    ['kæts', 'kæts'],
    ['ç', 'ç'],
  ])('%s is read as %s', (written, read) => {
    expect(formatIpa(parseIpa(written))).toBe(read.normalize('NFC'));
  });

  test.each([
    ['sæl7', '7'],
    ['', ''],
    ['Sal', 'S'],
  ])('%j is refused at %j', (written, found) => {
    expect(() => parseIpa(written)).toThrow(PronunciationError);
    try {
      parseIpa(written);
    } catch (error) {
      expect((error as PronunciationError).found).toBe(found);
    }
  });
});

describe('X-SAMPA', () => {
  test('every sound of the chart goes there and back', () => {
    for (const { ipa } of PHONES) expect(xsampaToIpa(ipaToXsampa(ipa)), ipa).toBe(ipa.normalize('NFC'));
  });

  test.each([
    ['"s{l@U', 'ˈsæləʊ'],
    ['"tSi:z', 'ˈt͡ʃiːz'],
    ['r\\Ed', 'ɹɛd'],
    ['"b}:s%vEi', 'ˈbʉːsˌvɛi'],
    ['kO~', 'kɔ̃'],
  ])('%s is %s', (xsampa, ipa) => {
    expect(xsampaToIpa(xsampa)).toBe(ipa.normalize('NFC'));
    expect(xsampaToIpa(ipaToXsampa(ipa))).toBe(ipa.normalize('NFC'));
  });

  test('what is no sign is told', () => {
    expect(() => xsampaToIpa('s{lé')).toThrow('“é” is not a sign of X-SAMPA.');
  });
});

// The CMU Pronouncing Dictionary, npm cmu-pronouncing-dictionary.
describe('ARPABET', () => {
  const words = Object.entries(dictionary).filter((_, i) => i % 40 === 0);

  test('a part of the CMU dictionary goes to IPA and back', () => {
    expect(words.length).toBeGreaterThan(3000);
    let same = 0;
    for (const [, arpabet] of words) {
      const { text, changes } = ipaToArpabet(arpabetToIpa(arpabet));
      expect(changes).toEqual([]);
      if (text === arpabet) same += 1;
    }
    // Two vowels in hiatus that look like a diphthong ("IH0 AH0") cannot be told from it in IPA; all else
    // comes back as it was.
    expect(same / words.length).toBeGreaterThan(0.985);
  });

  test('the same words go to X-SAMPA and to the engine without a change of sound', () => {
    for (const [, arpabet] of words) {
      const ipa = arpabetToIpa(arpabet);
      expect(xsampaToIpa(ipaToXsampa(ipa))).toBe(formatIpa(parseIpa(ipa)));
      expect(ipaToEspeak(ipa).changes).toEqual([]);
    }
  });

  test.each([
    ['S AE1 L OW0', 'ˈsæloʊ'],
    ['AH0 B AW1 T', 'əˈbaʊt'],
    ['S T R EH1 NG K TH', 'ˈstɹɛŋkθ'],
    ['W AO1 T ER0', 'ˈwɔːtə˞'],
  ])('%s is %s', (arpabet, ipa) => {
    expect(arpabetToIpa(arpabet)).toBe(ipa);
  });

  test('an unknown phone is told', () => {
    expect(() => arpabetToIpa('S QQ1')).toThrow('“QQ1” is not a phone of ARPABET.');
  });

  test('a sound that English lacks goes to the nearest and is told', () => {
    expect(ipaToArpabet('ˈlyː')).toEqual({ text: 'L IY1', changes: [{ wanted: 'y', given: 'i' }] });
    expect(ipaToArpabet('ˈbax').changes[0]?.wanted).toBe('x');
  });
});

describe('the formant engine', () => {
  test.each([
    ['ˈsæləʊ', "s'aloU"],
    ['əˈbaʊt', "@b'aUt"],
    ['ˈt͡ʃiːz', "tS'i:z"],
    ['ˌʌndəˈstænd', ",Vnd@st'and"],
  ])('%s is %s', (ipa, mnemonics) => {
    expect(ipaToEspeak(ipa)).toEqual({ text: mnemonics, changes: [] });
  });

  test('a sound it lacks goes to the nearest and is told', () => {
    expect(ipaToEspeak('ˈlyː').changes).toEqual([{ wanted: 'y', given: 'i' }]);
    expect(ipaToEspeak('ˈɬan').changes[0]?.wanted).toBe('ɬ');
  });
});

describe('respelling', () => {
  test.each([
    ['SAL-oh', 'ˈsæl.əʊ'],
    ['uh-BOWT', 'əˈbaʊt'],
    ['RIGH-nuh', 'ˈɹaɪ.nə'],
    ['kuh-THEE-druhl', 'kəˈθiː.dɹəl'],
    ['MAY-zhuh', 'ˈmeɪ.ʒə'],
    ['thing', 'ˈθɪŋ'],
    ['SKY', 'ˈskaɪ'],
    ['yes', 'ˈjɛs'],
    ['oks-EN', 'ɒksˈɛn'],
  ])('%s is %s', (written, ipa) => {
    expect(respellingToIpa(written)).toBe(ipa);
  });

  test.each([
    ['CAT', 'write k or s'],
    ['kwiq', 'write kw'],
    ['boks-x', 'write ks'],
    ['', 'no syllable'],
    ['sh-b', 'no vowel'],
    ['béd', '“é” is not in the scheme.'],
  ])('%j is refused with advice', (written, advice) => {
    expect(() => respellingToIpa(written)).toThrow(advice);
  });

  test('every sound of the scheme has an example, and its spelling is read as that sound', () => {
    for (const { written, ipa, example } of RESPELLING_VOWELS) {
      expect(example).not.toBe('');
      expect(respellingToIpa(`b${written}`), written).toBe(`ˈb${ipa}`);
    }
    for (const { written, ipa } of RESPELLING_CONSONANTS)
      expect(respellingToIpa(`${written}ah`), written).toBe(`ˈ${ipa}ɑː`);
  });

  test.each([
    ['ˈsæləʊ', 'SA-loh'],
    ['əˈbaʊt', 'uh-BOWT'],
    ['kəˈθiːdɹəl', 'kuh-THEE-druhl'],
    ['ˈt͡ʃɪmni', 'CHIM-nee'],
    ['ˈwɔːtə', 'WAW-tuh'],
    ['pɛnˈhæl.əʊ', 'pen-HAL-oh'],
  ])('%s is shown as %s', (ipa, written) => {
    expect(ipaToRespelling(ipa)).toBe(written);
    expect(() => respellingToIpa(written)).not.toThrow();
  });
});
