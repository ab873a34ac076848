import { z } from 'zod';
import { id, languageSchema } from './common.ts';
import { blockIdSchema } from './handouts.ts';

/** Colours that a reader marks with, by name. */
export const MARK_COLOURS = ['amber', 'fern', 'sky', 'rose', 'violet'] as const;
export type MarkColour = (typeof MARK_COLOURS)[number];

const offset = z.number().int().nonnegative().max(10_000_000);

/** A range of a block's text, and what was written there. */
const rangeFields = {
  block: blockIdSchema,
  start: offset,
  end: offset,
  written: z.string().min(1).max(5000),
};

export const studyMarkInputSchema = z.object({
  ...rangeFields,
  colour: z.enum(MARK_COLOURS),
  note: z.string().trim().max(1000, 'A note has at most 1,000 characters.').default(''),
});
export type StudyMarkInput = z.input<typeof studyMarkInputSchema>;

/** A passage that was marked for study. */
export const studyMarkSchema = studyMarkInputSchema.extend({
  id,
  createdAt: z.iso.datetime(),
  /** Whether what was marked is not in the text any more. */
  lost: z.boolean(),
});
export type StudyMark = z.infer<typeof studyMarkSchema>;

export const studyMarkChangeSchema = studyMarkInputSchema.pick({ colour: true, note: true }).partial();

/** A passage and who says it; nobody for the narrator. */
const voicedPassageSchema = z.object({
  ...rangeFields,
  who: z.string().trim().min(1).max(60).nullable(),
});
export type VoicedPassage = z.infer<typeof voicedPassageSchema>;

/** Several voices for a handout, in every pupil's reading. */
export const voiceAssignmentInputSchema = z.object({
  isOn: z.boolean(),
  /** The voice of each speaker, by name; who has none is read in the pupil's voice. */
  voices: z.record(z.string().max(60), z.string().max(100)),
  /** What the teacher has set otherwise than it was found. */
  passages: z.array(voicedPassageSchema).max(2000),
  /** What the change was made on; 0 for a first one. */
  revision: z.number().int(),
});
export type VoiceAssignmentInput = z.infer<typeof voiceAssignmentInputSchema>;

/** A cast with the passages as they are: found in the text, corrected by the teacher. */
export const voiceAssignmentSchema = voiceAssignmentInputSchema.extend({
  speakers: z.array(z.string()),
  dialogueTurns: z.array(
    z.object({ block: blockIdSchema, start: offset, end: offset, who: z.string().nullable() }),
  ),
});
export type VoiceAssignment = z.infer<typeof voiceAssignmentSchema>;

/** Which side of a handout in two languages is read. */
export const textSelectionSchema = z.enum(['original', 'parallel', 'both']);
export type TextSelection = z.infer<typeof textSelectionSchema>;

/** A sentence of the handout and what stands beside it in the other language. */
const parallelTextPairSchema = z.object({
  block: blockIdSchema,
  start: offset,
  end: offset,
  original: z.string(),
  parallelText: z.string().max(5000),
});
export type ParallelTextPair = z.infer<typeof parallelTextPairSchema>;

export const parallelTextSchema = z.object({
  language: languageSchema,
  /** Where it came from. */
  origin: z.enum(['typed', 'table', 'translated']),
  pairs: z.array(parallelTextPairSchema),
  revision: z.number().int(),
});
export type ParallelText = z.infer<typeof parallelTextSchema>;

export const parallelTextInputSchema = z.object({
  language: languageSchema,
  /** The whole translation, which is matched to the original sentence by sentence. */
  text: z.string().max(2_000_000).optional(),
  /** Or what stands beside each sentence, in order, as the teacher corrected it. */
  sentences: z.array(z.string().max(5000)).max(20_000).optional(),
  revision: z.number().int(),
});
export type ParallelTextInput = z.infer<typeof parallelTextInputSchema>;

export const translateRequestSchema = z.object({ language: languageSchema, revision: z.number().int() });
