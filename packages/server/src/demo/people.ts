import type { EntryInput, ReadingStyle, Profile, PupilInput } from '@aurelfield/api';
import { DEFAULT_READING_STYLE } from '@aurelfield/core/readingStyle';
import { DEFAULT_CHOICES, DEFAULT_PAUSES } from '@aurelfield/core/speech';

/** The demo teacher's sign-in; shown on the sign-in screen while the demo school exists. */
export const DEMO_SIGN_IN = { email: 'mara@wrenmoor.example', password: 'tide-and-peat' } as const;

export const DEMO_SCHOOL = 'Wrenmoor School';
export const DEMO_TEACHER = 'Mara Penhallow';

const READING_STYLE: ReadingStyle = DEFAULT_READING_STYLE;

/** A pupil of the demo, with what their profile has of its own. */
const pupil = (
  { name, note, year, classes }: Omit<PupilInput, 'profile'>,
  profile: Partial<Profile> & Pick<Profile, 'voices' | 'pace'>,
): PupilInput => ({
  name,
  note,
  year,
  classes,
  profile: {
    pitch: 0,
    loudness: 'default',
    pauses: DEFAULT_PAUSES,
    pausesByPace: false,
    choices: DEFAULT_CHOICES,
    readingStyle: READING_STYLE,
    fileKind: 'mp3',
    fileQuality: { sampleRate: 22_050, bitRate: 64 },
    ...profile,
  },
});

/** Six pupils, each in need of something else. All invented. */
export const DEMO_PUPILS: readonly PupilInput[] = [
  pupil(
    {
      name: 'Ines',
      note: 'A low, slow voice and long pauses, so that there is time to picture each sentence.',
      year: '8',
      classes: ['Year 8'],
    },
    {
      voices: { en: 'espeak-en-gb-scotland-lower-1' },
      pace: 105,
      pitch: -1,
      pauses: { comma: 0.4, sentence: 0.9, paragraph: 1.6, heading: 1.8 },
      readingStyle: { ...READING_STYLE, textSize: 24, lineSpacing: 2 },
    },
  ),
  pupil(
    {
      name: 'Tobias',
      note: 'Reads along quickly and loses the thread when the voice dawdles.',
      year: '7',
      classes: ['Year 7'],
    },
    {
      voices: { en: 'espeak-en-gb-south-higher-1' },
      pace: 190,
      pauses: { comma: 0.12, sentence: 0.28, paragraph: 0.5, heading: 0.6 },
    },
  ),
  pupil(
    {
      name: 'Wren',
      note: 'One word at a time on a tinted ground; too much lit at once is too much.',
      year: '8',
      classes: ['Year 8'],
    },
    {
      voices: { en: 'espeak-en-gb-higher-2' },
      pace: 130,
      readingStyle: {
        ...READING_STYLE,
        font: 'andika',
        ground: 'reed',
        highlight: 'word',
        lineSpacing: 2.2,
        columnWidth: 56,
      },
    },
  ),
  pupil(
    {
      name: 'Kasia',
      note: 'Reads in English at school and in Polish at home.',
      year: '9',
      classes: ['Year 9'],
    },
    {
      voices: { en: 'espeak-en-gb-higher-1', pl: 'espeak-pl-higher-1' },
      pace: 140,
      readingStyle: { ...READING_STYLE, ground: 'tide' },
    },
  ),
  pupil(
    {
      name: 'Osric',
      note: 'Has no speech; listens in class and answers with ready phrases.',
      year: '9',
      classes: ['Year 9'],
    },
    { voices: { en: 'espeak-en-gb-lancaster-lower-2' }, pace: 150, loudness: 'louder' },
  ),
  pupil(
    {
      name: 'Yvette',
      note: 'Low vision: very large type, and the page must not jump.',
      year: '7',
      classes: ['Year 7'],
    },
    {
      voices: { en: 'espeak-en-gb-midlands-higher-1', fr: 'espeak-fr-higher-1' },
      pace: 145,
      pauses: { comma: 0.25, sentence: 0.55, paragraph: 1, heading: 1.2 },
      readingStyle: { ...READING_STYLE, textSize: 44, lineSpacing: 1.7, ground: 'heather' },
    },
  ),
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

/** The demo's phrase board: for Osric, who has no speech. */
export const DEMO_BOARD = {
  name: 'Osric’s board',
  pupil: 'Osric',
  phrases: [
    { category: 'Lesson', text: 'I have an answer.', icon: 'speak', tint: 'tide', variants: [] },
    {
      category: 'Lesson',
      text: 'Please say that again.',
      icon: 'again',
      tint: 'tide',
      variants: ['Please say that again, more slowly.'],
    },
    {
      category: 'Lesson',
      text: 'I don’t understand this word.',
      label: 'This word?',
      icon: 'help',
      tint: 'tide',
      variants: [],
    },
    { category: 'Lesson', text: 'I need more time.', icon: 'time', tint: 'tide', variants: [] },
    {
      category: 'Yes and no',
      text: 'Yes.',
      icon: 'yes',
      tint: 'moss',
      variants: ['Yes, please.', 'Yes, I think so.'],
    },
    {
      category: 'Yes and no',
      text: 'No.',
      icon: 'no',
      tint: 'clay',
      variants: ['No, thank you.', 'No, not now.'],
    },
    {
      category: 'Needs',
      text: 'I would like a break.',
      label: 'Break',
      icon: 'wait',
      tint: 'reed',
      variants: [],
    },
    {
      category: 'Needs',
      text: 'May I have some water?',
      label: 'Water',
      icon: 'water',
      tint: 'reed',
      variants: [],
    },
    {
      category: 'Needs',
      text: 'It is too loud in here.',
      label: 'Too loud',
      icon: 'quiet',
      tint: 'reed',
      variants: [],
    },
    {
      category: 'Friends',
      text: 'Do you want to work together?',
      label: 'Together?',
      icon: 'friends',
      tint: 'heather',
      variants: [],
    },
    { category: 'Friends', text: 'That was funny!', icon: 'laugh', tint: 'heather', variants: [] },
    { category: 'Friends', text: 'See you tomorrow.', icon: 'hello', tint: 'heather', variants: [] },
  ],
} as const;

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
