import type { EntryInput, Look, PupilInput } from '@aurelfield/api';
import { DEFAULT_CHOICES, DEFAULT_PAUSES } from '@aurelfield/core';

/** The demo teacher's sign-in; shown on the sign-in screen while the demo school exists. */
export const DEMO_SIGN_IN = { email: 'mara@wrenmoor.example', password: 'tide-and-peat' } as const;

export const DEMO_SCHOOL = 'Wrenmoor School';
export const DEMO_TEACHER = 'Mara Penhallow';

const LOOK: Look = { textSize: 22, lineSpacing: 1.8, ground: 'plain', lit: 'word-and-sentence' };

/** Six pupils, each in need of something else. All invented. */
export const DEMO_PUPILS: readonly PupilInput[] = [
  {
    name: 'Ines',
    note: 'A low, slow voice and long pauses, so that there is time to picture each sentence.',
    profile: {
      voices: { en: 'espeak-en-gb-scotland-lower-1' },
      pace: 105,
      pitch: -1,
      loudness: 'usual',
      pauses: { comma: 0.4, sentence: 0.9, paragraph: 1.6, heading: 1.8 },
      choices: DEFAULT_CHOICES,
      look: { ...LOOK, textSize: 24, lineSpacing: 2 },
    },
  },
  {
    name: 'Tobias',
    note: 'Reads along quickly and loses the thread when the voice dawdles.',
    profile: {
      voices: { en: 'espeak-en-gb-south-higher-1' },
      pace: 190,
      pitch: 0,
      loudness: 'usual',
      pauses: { comma: 0.12, sentence: 0.28, paragraph: 0.5, heading: 0.6 },
      choices: DEFAULT_CHOICES,
      look: LOOK,
    },
  },
  {
    name: 'Wren',
    note: 'One word at a time on a tinted ground; too much lit at once is too much.',
    profile: {
      voices: { en: 'espeak-en-gb-higher-2' },
      pace: 130,
      pitch: 0,
      loudness: 'usual',
      pauses: DEFAULT_PAUSES,
      choices: DEFAULT_CHOICES,
      look: { ...LOOK, ground: 'reed', lit: 'word', lineSpacing: 2.2 },
    },
  },
  {
    name: 'Kasia',
    note: 'Reads in English at school and in Polish at home.',
    profile: {
      voices: { en: 'espeak-en-gb-higher-1', pl: 'espeak-pl-higher-1' },
      pace: 140,
      pitch: 0,
      loudness: 'usual',
      pauses: DEFAULT_PAUSES,
      choices: DEFAULT_CHOICES,
      look: { ...LOOK, ground: 'tide' },
    },
  },
  {
    name: 'Osric',
    note: 'Has no speech; listens in class and answers with ready phrases.',
    profile: {
      voices: { en: 'espeak-en-gb-lancaster-lower-2' },
      pace: 150,
      pitch: 0,
      loudness: 'louder',
      pauses: DEFAULT_PAUSES,
      choices: DEFAULT_CHOICES,
      look: LOOK,
    },
  },
  {
    name: 'Yvette',
    note: 'Low vision: very large type, and the page must not jump.',
    profile: {
      voices: { en: 'espeak-en-gb-midlands-higher-1', fr: 'espeak-fr-higher-1' },
      pace: 145,
      pitch: 0,
      loudness: 'usual',
      pauses: { comma: 0.25, sentence: 0.55, paragraph: 1, heading: 1.2 },
      choices: DEFAULT_CHOICES,
      look: { ...LOOK, textSize: 44, lineSpacing: 1.7, ground: 'heather' },
    },
  },
];

/** The demo's typed handouts: a file of demo/handouts each. */
export const DEMO_HANDOUTS = [
  { file: 'peat-bog.md', subject: 'Science', className: 'Year 8' },
  { file: 'lamplighters.md', subject: 'History', className: 'Year 7' },
  { file: 'tide-table.md', subject: 'Maths', className: 'Year 8' },
  { file: 'kiln-letter.md', subject: 'English', className: 'Year 9' },
] as const;

/** The demo's photographed handout: demo/photos/moss.jpg. */
export const DEMO_PHOTO = { name: 'moss.jpg', subject: 'Science', className: 'Year 8' } as const;

/** Words of the demo's world that a voice would say wrongly. */
export const DEMO_PRONUNCIATIONS: readonly EntryInput[] = [
  {
    written: 'Sallow',
    said: 'SAL-oh',
    kind: 'respelling',
    caseSensitive: false,
    partOfSpeech: 'any',
    scope: 'school',
    scopeValue: '',
  },
  {
    written: 'Jory',
    said: 'JAW-ree',
    kind: 'respelling',
    caseSensitive: false,
    partOfSpeech: 'any',
    scope: 'school',
    scopeValue: '',
  },
  {
    written: 'sphagnum',
    said: 'SFAG-num',
    kind: 'respelling',
    caseSensitive: false,
    partOfSpeech: 'any',
    scope: 'subject',
    scopeValue: 'Science',
  },
];
