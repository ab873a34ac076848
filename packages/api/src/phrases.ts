import { PACE_RANGE, PITCH_RANGE } from '@aurelfield/core/speech';
import { z } from 'zod';
import { id } from './common.ts';

/** Colours of phrase buttons, by what they are for. */
export const PHRASE_TINTS = ['stone', 'reed', 'tide', 'heather', 'clay', 'moss'] as const;
export type PhraseTint = (typeof PHRASE_TINTS)[number];

/** Longest phrase in characters: about two minutes. */
const MAX_PHRASE = 1500;

/** How a phrase is said; it keeps what it was saved with. */
export const phraseVoiceSchema = z.object({
  voice: z.string().max(100),
  pace: z.number().int().min(PACE_RANGE.min).max(PACE_RANGE.max),
  pitch: z.number().min(PITCH_RANGE.min).max(PITCH_RANGE.max),
  loudness: z.enum(['default', 'louder', 'loudest']),
});
export type PhraseVoice = z.infer<typeof phraseVoiceSchema>;

const phraseText = z.string().trim().min(1, 'Write what is to be said.').max(MAX_PHRASE);

export const phraseSchema = z.object({
  /** Chosen by the client. */
  id: z.string().regex(/^[\w-]{8,60}$/u),
  category: z.string().trim().max(40).default(''),
  text: phraseText,
  /** What stands on the button; the text itself where it is empty. */
  label: z.string().trim().max(60).default(''),
  tint: z.enum(PHRASE_TINTS).default('stone'),
  /** Name of an icon of the set that ships. */
  icon: z.string().max(40).nullable().default(null),
  /** A picture of the teacher's own, by its name. */
  picture: id.nullable().default(null),
  voice: phraseVoiceSchema,
  /** Other ways to say about the same. */
  variants: z.array(phraseText).max(12, 'A phrase has at most 12 variants.').default([]),
});
export type Phrase = z.infer<typeof phraseSchema>;

/** How a board is used with one switch or two: what is lit in turn, and how fast. */
const scanningSchema = z.object({
  switches: z.enum(['none', 'one', 'two']),
  /** Seconds that a row or button is lit. */
  seconds: z.number().min(0.4).max(10),
  order: z.enum(['rows', 'buttons']),
  /** Whether each step is heard as a click. */
  sound: z.boolean(),
  /** Rounds after which it rests until the switch is pressed again. */
  rounds: z.number().int().min(1).max(20),
});
export type Scanning = z.infer<typeof scanningSchema>;

export const DEFAULT_SCANNING: Scanning = {
  switches: 'none',
  seconds: 1.5,
  order: 'rows',
  sound: true,
  rounds: 3,
};

export const boardInputSchema = z.object({
  name: z.string().trim().min(1, 'Give the board a name.').max(80),
  pupilId: id.nullable(),
  columns: z.number().int().min(2).max(8),
  scanning: scanningSchema,
  phrases: z.array(phraseSchema).max(300, 'A board has at most 300 phrases.'),
});
export type BoardInput = z.infer<typeof boardInputSchema>;

export const boardChangeSchema = boardInputSchema.extend({
  /** What the change was made on. */
  revision: z.number().int(),
});
export type BoardChange = z.infer<typeof boardChangeSchema>;

export const boardSchema = boardInputSchema.extend({
  id,
  revision: z.number().int(),
  /** Whether there is a link by which it is opened without signing in. */
  hasLink: z.boolean(),
  updatedAt: z.iso.datetime(),
});
export type Board = z.infer<typeof boardSchema>;

export const boardSummarySchema = boardSchema
  .pick({ id: true, name: true, pupilId: true, hasLink: true, updatedAt: true })
  .extend({ phrases: z.number().int() });
export type BoardSummary = z.infer<typeof boardSummarySchema>;

/** The secret link, shown once: only its hash is stored. */
export const boardLinkSchema = z.object({ token: z.string() });

/** A board as a visitor with its link sees it. */
export const openBoardSchema = boardSchema
  .pick({ name: true, columns: true, scanning: true, phrases: true, revision: true })
  .extend({
    /** The voice that typed words are said in. */
    voice: phraseVoiceSchema,
    language: z.string(),
    /** What was typed and said before, the latest first. */
    said: z.array(z.object({ text: z.string(), times: z.number().int() })),
  });
export type OpenBoard = z.infer<typeof openBoardSchema>;

export const sayRequestSchema = z.object({
  text: z.string().trim().min(1).max(MAX_PHRASE),
  voice: phraseVoiceSchema,
});
export type SayRequest = z.input<typeof sayRequestSchema>;

/** Largest picture of a button, in bytes; it is made small before it is sent. */
export const MAX_PICTURE_BYTES = 400 * 1024;
