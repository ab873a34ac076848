import { PACE_RANGE, PAUSE_RANGE, PITCH_RANGE } from '@aurelfield/core';
import { z } from 'zod';
import { id } from './common.ts';

const pause = z.number().min(PAUSE_RANGE.min).max(PAUSE_RANGE.max);

/** How the page looks to a pupil. */
export const lookSchema = z.object({
  /** Size of the text in CSS pixels. */
  textSize: z.number().int().min(16).max(64),
  /** Line height as a multiple of the text size. */
  lineSpacing: z.number().min(1.2).max(3),
  ground: z.enum(['plain', 'reed', 'tide', 'heather']),
  /** What is lit: the word in its sentence, or one word at a time on a still page. */
  lit: z.enum(['word-and-sentence', 'word']),
});
export type Look = z.infer<typeof lookSchema>;

/** What of a text is said, where pupils differ. */
export const choicesSchema = z.object({
  emoji: z.enum(['named', 'left-out']),
  citations: z.enum(['said', 'left-out']),
  announcements: z.enum(['none', 'headings']),
  /** How the figure 0 is said; as "zero" where it is not told. */
  zero: z.enum(['zero', 'nought']).optional(),
  /** Brackets of calculations; said where it is not told. */
  brackets: z.enum(['said', 'paused']).optional(),
  fractions: z.enum(['named', 'over']).optional(),
});

export const profileSchema = z.object({
  voices: z.record(z.string().regex(/^[a-z]{2,3}$/u), z.string().max(100)),
  pace: z.number().int().min(PACE_RANGE.min).max(PACE_RANGE.max),
  pitch: z.number().min(PITCH_RANGE.min).max(PITCH_RANGE.max),
  loudness: z.enum(['usual', 'louder']),
  pauses: z.object({ comma: pause, sentence: pause, paragraph: pause, heading: pause }),
  choices: choicesSchema,
  look: lookSchema,
});
export type Profile = z.infer<typeof profileSchema>;

export const pupilInputSchema = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(80, 'A name has at most 80 characters.'),
  note: z.string().trim().max(500, 'A note has at most 500 characters.'),
  profile: profileSchema,
});
export type PupilInput = z.infer<typeof pupilInputSchema>;

export const pupilSchema = pupilInputSchema.extend({ id });
export type Pupil = z.infer<typeof pupilSchema>;

export const voiceSchema = z.object({
  id: z.string(),
  label: z.string(),
  language: z.string(),
  region: z.string(),
  timbre: z.enum(['lower', 'higher']),
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
  profile: profileSchema.omit({ look: true }),
});
export type Sample = z.infer<typeof sampleSchema>;
