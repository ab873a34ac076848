import { expect, test } from 'vitest';
import { DEFAULT_PAUSES } from '../pace/profile.ts';
import { DEFAULT_CHOICES } from '../spoken/choices.ts';
import { readingHash, type ReadingIdentity } from './readingHash.ts';

const IDENTITY: ReadingIdentity = {
  text: 'abc',
  voice: { id: 'v', engineVersion: '1' },
  sampleRate: 22_050,
  settings: { pace: 150, pitch: 0, pauses: DEFAULT_PAUSES, loudness: 'default', choices: DEFAULT_CHOICES },
  lexicon: [],
  places: [],
  passageVoices: {},
};

test('is the same whatever the order of the fields', () => {
  const { text, ...rest } = IDENTITY;
  const turned = { ...rest, settings: Object.fromEntries(Object.entries(IDENTITY.settings).reverse()), text };
  expect(readingHash(turned as unknown as ReadingIdentity)).toBe(readingHash(IDENTITY));
});

test.each<[string, Partial<ReadingIdentity>]>([
  ['text', { text: 'abd' }],
  ['voice', { voice: { id: 'v', engineVersion: '2' } }],
  ['pace', { settings: { ...IDENTITY.settings, pace: 151 } }],
  ['a pause', { settings: { ...IDENTITY.settings, pauses: { ...DEFAULT_PAUSES, heading: 2 } } }],
  ['loudness', { settings: { ...IDENTITY.settings, loudness: 'louder' } }],
  [
    'a setting that nobody names here',
    { settings: { ...IDENTITY.settings, window: 3 } as unknown as ReadingIdentity['settings'] },
  ],
  ['an entry', { lexicon: [{ written: 'a', kind: 'alias', said: 'b', caseSensitive: false }] }],
])('changes with another %s', (_what, change) => {
  expect(readingHash({ ...IDENTITY, ...change })).not.toBe(readingHash(IDENTITY));
});
