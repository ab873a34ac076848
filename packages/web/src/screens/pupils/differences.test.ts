import type { Profile, VoiceInfo } from '@aurelfield/api';
import { DEFAULT_READING_STYLE, contrastsOf, paletteOf } from '@aurelfield/core/readingStyle';
import { DEFAULT_CHOICES, DEFAULT_PAUSES } from '@aurelfield/core/speech';
import { describe, expect, test } from 'vitest';
import { differencesOf, formatDifferences } from './differences.ts';
import { STARTING_POINTS } from './startingPoints.ts';
import { formatVoice, voicesLike } from './voiceQualities.ts';

const voice = (id: string, label: string, more: Partial<VoiceInfo> = {}): VoiceInfo => ({
  id,
  label,
  language: 'en-GB',
  region: 'Scotland',
  timbre: 'lower',
  engine: 'x',
  sampleRate: 22_050,
  timings: 'exact',
  ...more,
});
const VOICES = [
  voice('a', 'English (Scotland), lower, softer'),
  voice('b', 'English (Scotland), higher, brighter', { timbre: 'higher' }),
  voice('c', 'English (a Scottish speaker), natural, lower', {
    isNatural: true,
    region: 'a Scottish speaker',
  }),
];

const profile: Profile = {
  voices: { en: 'a' },
  pace: 150,
  pitch: 0,
  loudness: 'default',
  pauses: DEFAULT_PAUSES,
  pausesByPace: true,
  choices: DEFAULT_CHOICES,
  readingStyle: DEFAULT_READING_STYLE,
  fileKind: 'mp3',
  fileQuality: { sampleRate: 22_050, bitRate: 64 },
};

describe('what two profiles have otherwise', () => {
  test.each<[string, Partial<Profile>, [string, string, string][]]>([
    ['nothing', {}, []],
    ['the pace', { pace: 90 }, [['pace', '150 words a minute', '90 words a minute']]],
    ['the pitch', { pitch: -1.5 }, [['pitch', 'normal', '1.5 semitones lower']]],
    [
      'a voice',
      { voices: { en: 'c' } },
      [['voice, English', 'Scotland · lower, plain, calm', 'a Scottish speaker · lower, natural']],
    ],
    ['one language more', { voices: { en: 'a', pl: 'gone' } }, [['voice, Polish', '–', 'gone']]],
    [
      'the look',
      { readingStyle: { ...DEFAULT_READING_STYLE, font: 'lexend', window: 1 } },
      [
        ['typeface', 'Atkinson Hyperlegible', 'Lexend'],
        ['reading window', 'off', '1 line'],
      ],
    ],
    [
      'what is said',
      { choices: { ...DEFAULT_CHOICES, links: 'named', pictures: 'left-out' } },
      [
        ['web addresses', 'said in full', '“link”'],
        ['picture descriptions', 'said', 'left out'],
      ],
    ],
  ])('%s', (_name, change, expected) => {
    const found = differencesOf(profile, { ...profile, ...change }, VOICES);
    expect(found.map(({ what, before, after }) => [what, before, after])).toEqual(expected);
  });

  test('every setting is told: a change of any of them shows', () => {
    for (const [key, value] of Object.entries({
      ...DEFAULT_READING_STYLE,
      textSize: 30,
      letterSpacing: 0.1,
      wordSpacing: 0.1,
      lineSpacing: 2.5,
      paragraphSpacing: 2,
      columnWidth: 40,
      ground: 'reed',
      ink: '#111111',
      scheme: 'dark',
      highlight: 'line',
      window: 3,
      syllables: 'dots',
      wordClasses: true,
      font: 'andika',
      word: { ...DEFAULT_READING_STYLE.word, shape: 'box' },
      sentence: { ...DEFAULT_READING_STYLE.sentence, shape: 'bar' },
    }))
      expect(
        differencesOf(profile, { ...profile, readingStyle: { ...DEFAULT_READING_STYLE, [key]: value } }, [])
          .length,
        key,
      ).toBe(1);
  });

  test('in one line, with how many more', () => {
    const found = differencesOf(
      profile,
      { ...profile, pace: 90, pitch: 2, loudness: 'louder', fileKind: 'wav' },
      [],
    );
    expect(formatDifferences(found, 2)).toBe(
      'pace: 90 words a minute · pitch: 2 semitones higher · and 2 more',
    );
    expect(formatDifferences([])).toBe('nothing changed');
  });
});

describe('voices by what they are like', () => {
  test.each([
    [{}, ['c', 'a', 'b']],
    [{ height: 'higher' }, ['b']],
    [{ sound: 'natural' }, ['c']],
    [{ manner: 'calm', accent: 'Scotland' }, ['a']],
    [{ manner: 'brisk', height: 'lower' }, []],
  ] as const)('%j', (wanted, ids) => {
    expect(voicesLike(VOICES, wanted).map(({ id }) => id)).toEqual(ids);
  });

  test('no two of a list read alike', () => {
    expect(new Set(VOICES.map(formatVoice)).size).toBe(VOICES.length);
  });

  test.each([
    [{ engine: 'model', region: 'Made here', timings: 'aligned' }, 'Reed, Made here · lower, plain'],
    [{ engine: 'model', region: '', timings: 'aligned' }, 'Reed · lower, plain'],
    [
      { engine: 'model', region: '', timings: 'estimated' },
      'Reed · lower, plain (its words are lit roughly)',
    ],
    [{}, 'Scotland · lower, plain'],
  ] as const)('%j is told as %s', (more, result) => {
    expect(formatVoice(voice('d', 'Reed', more))).toBe(result);
  });
});

test.each(STARTING_POINTS)(
  'starting point “$name” can be read',
  ({ settings: { readingStyle = DEFAULT_READING_STYLE } }) => {
    for (const dark of [false, true])
      for (const { what, ratio, least } of contrastsOf(readingStyle, paletteOf(readingStyle, dark)))
        expect(ratio, what).toBeGreaterThanOrEqual(least);
  },
);
