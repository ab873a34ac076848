import {
  COLUMN_WIDTH_RANGE,
  DEFAULT_READING_STYLE,
  FONT_IDS,
  LETTER_SPACING_RANGE,
  LINE_SPACING_RANGE,
  HIGHLIGHTS,
  PARAGRAPH_SPACING_RANGE,
  SHAPES,
  TEXT_SIZE_RANGE,
  TINT_IDS,
  WINDOW_RANGE,
  WORD_SPACING_RANGE,
  type Colour,
} from '@aurelfield/core/readingStyle';
import { PACE_RANGE, PAUSE_RANGE, PITCH_RANGE } from '@aurelfield/core/speech';
import { z } from 'zod';
import { id } from './common.ts';
import { qualitySchema } from './formats.ts';

const pause = z.number().min(PAUSE_RANGE.min).max(PAUSE_RANGE.max);

const between = ({ min, max }: { readonly min: number; readonly max: number }) =>
  z.number().min(min).max(max);

const colourSchema = z.custom<Colour>(
  (value) => typeof value === 'string' && /^#[\da-f]{6}$/iu.test(value),
  'A colour is written like #1a2b3c.',
);

const colourChoiceSchema = z.union([z.literal('default'), colourSchema]).default('default');

const markSchema = z
  .object({ shape: z.enum(SHAPES), ground: colourChoiceSchema, ink: colourChoiceSchema })
  .default(DEFAULT_READING_STYLE.word);

/** How the page looks to a pupil. What an earlier release did not know has its usual value. */
export const readingStyleSchema = z.object({
  font: z.enum(FONT_IDS).default(DEFAULT_READING_STYLE.font),
  textSize: between(TEXT_SIZE_RANGE).int(),
  letterSpacing: between(LETTER_SPACING_RANGE).default(DEFAULT_READING_STYLE.letterSpacing),
  wordSpacing: between(WORD_SPACING_RANGE).default(DEFAULT_READING_STYLE.wordSpacing),
  lineSpacing: between(LINE_SPACING_RANGE),
  paragraphSpacing: between(PARAGRAPH_SPACING_RANGE).default(DEFAULT_READING_STYLE.paragraphSpacing),
  columnWidth: between(COLUMN_WIDTH_RANGE).int().default(DEFAULT_READING_STYLE.columnWidth),
  ground: z.union([z.enum(TINT_IDS), colourSchema]),
  ink: colourChoiceSchema,
  scheme: z.enum(['device', 'light', 'dark']).default('device'),
  highlight: z.enum(HIGHLIGHTS),
  word: markSchema,
  sentence: markSchema,
  window: between(WINDOW_RANGE).int().default(DEFAULT_READING_STYLE.window),
  syllables: z.enum(['none', 'dots', 'weight']).default(DEFAULT_READING_STYLE.syllables),
  wordClasses: z.boolean().default(DEFAULT_READING_STYLE.wordClasses),
});
export type ReadingStyle = z.infer<typeof readingStyleSchema>;

/** What of a text is said, where pupils differ. */
const choicesSchema = z.object({
  emoji: z.enum(['named', 'left-out']),
  citations: z.enum(['said', 'left-out']),
  announcements: z.enum(['none', 'headings']),
  /** How the figure 0 is said; "zero" by default. */
  zero: z.enum(['zero', 'nought']).optional(),
  /** Brackets of calculations; said by default. */
  brackets: z.enum(['said', 'paused']).optional(),
  fractions: z.enum(['named', 'over']).optional(),
  links: z.enum(['said', 'named', 'left-out']).optional(),
  asides: z.enum(['said', 'left-out']).optional(),
  pictures: z.enum(['said', 'left-out']).optional(),
});

const profileSchema = z.object({
  voices: z.record(z.string().regex(/^[a-z]{2,3}$/u), z.string().max(100)),
  pace: z.number().int().min(PACE_RANGE.min).max(PACE_RANGE.max),
  pitch: z.number().min(PITCH_RANGE.min).max(PITCH_RANGE.max),
  loudness: z.enum(['default', 'louder']),
  pauses: z.object({ comma: pause, sentence: pause, paragraph: pause, heading: pause }),
  /** Whether the pauses follow the pace, or are set one by one. */
  pausesByPace: z.boolean().default(false),
  choices: choicesSchema,
  readingStyle: readingStyleSchema,
  /** The format that the pupil's device takes, by its id, and the quality of its sound. */
  fileKind: z.string().min(1).max(20).default('mp3'),
  fileQuality: qualitySchema.default({ sampleRate: 22_050, bitRate: 64 }),
});
export type Profile = z.infer<typeof profileSchema>;

const label = z.string().trim().max(80);

export const pupilInputSchema = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(80, 'A name has at most 80 characters.'),
  note: z.string().trim().max(500, 'A note has at most 500 characters.'),
  year: label.default(''),
  classes: z.array(label.min(1)).max(30, 'A pupil is in at most 30 classes.').default([]),
  profile: profileSchema,
});
export type PupilInput = z.infer<typeof pupilInputSchema>;

/** What was heard side by side before a setting was chosen. */
const trialSchema = z.object({
  sentence: z.string().max(300),
  blind: z.boolean(),
  /** The settings that were compared, as differences from the previous ones, and which was chosen. */
  heard: z
    .array(z.object({ name: z.string().max(80), differs: z.string().max(400) }))
    .min(2)
    .max(4),
  chosen: z.number().int().nonnegative().max(3),
});
export type Trial = z.infer<typeof trialSchema>;

/** A change of a pupil. */
export const pupilChangeSchema = pupilInputSchema.extend({
  /** What the change was made on: when somebody else has changed the pupil since, nothing is overwritten. */
  revision: z.number().int().optional(),
  /** Why the profile was changed, for its history. */
  reason: z.string().trim().max(300, 'A note has at most 300 characters.').default(''),
  trials: z.array(trialSchema).max(40).default([]),
});
export type PupilChange = z.input<typeof pupilChangeSchema>;

export const pupilSchema = pupilInputSchema.extend({ id, revision: z.number().int() });
export type Pupil = z.infer<typeof pupilSchema>;

/** A profile that a pupil has or had. */
export const pastProfileSchema = z.object({
  id,
  current: z.boolean(),
  createdAt: z.iso.datetime(),
  teacher: z.string().nullable(),
  reason: z.string(),
  trials: z.array(trialSchema),
  profile: profileSchema,
});
export type PastProfile = z.infer<typeof pastProfileSchema>;

/** Pupils of a class list, as read from a table. */
export const classListSchema = z.object({
  /** Those that would be added, and those that are there already and would get the class. */
  pupils: z.array(
    z.object({
      name: z.string(),
      year: z.string(),
      classes: z.array(z.string()),
      note: z.string(),
      /** The pupil of this name that is there already. */
      known: id.nullable(),
    }),
  ),
  refused: z.array(z.object({ row: z.number().int(), why: z.string() })),
});
export type ClassList = z.infer<typeof classListSchema>;

export const importClassListSchema = z.object({
  pupils: classListSchema.shape.pupils.max(500, 'A list has at most 500 pupils.'),
  /** The pupil whose profile the new ones begin with; the usual one without. */
  likePupil: id.optional(),
});
export type ImportClassList = z.infer<typeof importClassListSchema>;

export const voiceSchema = z.object({
  id: z.string(),
  label: z.string(),
  language: z.string(),
  region: z.string(),
  timbre: z.enum(['lower', 'higher']),
  isNatural: z.boolean().optional(),
  engine: z.string(),
  sampleRate: z.number(),
  timings: z.enum(['exact', 'aligned', 'estimated']),
  /** What its service asks; voices without it cost nothing. */
  price: z
    .object({
      perMillion: z.number(),
      currency: z.string(),
      freePerMonth: z.number(),
      service: z.string(),
      simulated: z.boolean(),
    })
    .optional(),
});
export type VoiceInfo = z.infer<typeof voiceSchema>;

/** A sentence to be heard with settings that are not saved yet. */
export const sampleSchema = z.object({
  text: z.string().trim().min(1).max(300),
  language: z.string(),
  profile: profileSchema.omit({ readingStyle: true }),
});
export type Sample = z.input<typeof sampleSchema>;

/** A sentence that was tried: its sound and when each of its words is heard. */
export const heardSampleSchema = z.object({
  /** A WAV file, in base64. */
  wav: z.string(),
  /** Seconds. */
  duration: z.number(),
  /** Displayed words, with where they stand in the text and from when to when they are heard, in seconds. */
  words: z.array(
    z.object({ start: z.number(), end: z.number(), from: z.number(), to: z.number(), sentence: z.number() }),
  ),
});
export type HeardSample = z.infer<typeof heardSampleSchema>;
