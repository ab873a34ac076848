import { z } from 'zod';

/** What a screen needs to know of a format. */
export const formatViewSchema = z.object({
  id: z.string(),
  label: z.string(),
  goodFor: z.string(),
  group: z.enum(['sound', 'timed text', 'book', 'text']),
  extension: z.string(),
  /** Which choices of quality it takes. */
  quality: z.array(z.enum(['sampleRate', 'bitRate'])),
});
export type FormatView = z.infer<typeof formatViewSchema>;

export const qualitySchema = z.object({
  /** Samples a second. */
  sampleRate: z.literal([8000, 16_000, 22_050, 44_100, 48_000]).default(22_050),
  /** Kilobits a second. */
  bitRate: z.literal([64, 96, 128, 160, 192]).default(64),
});
export type QualityChoice = z.infer<typeof qualitySchema>;

/** Which part of a reading a file holds, and how. */
const shapeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('whole') }),
  /** A file for each section. */
  z.object({ kind: z.literal('sections') }),
  /** Each sentence several times, with a gap to say it in: a multiple of how long it lasts. */
  z.object({
    kind: z.literal('repeated'),
    times: z.number().int().min(2).max(3),
    gap: z.number().min(0.5).max(3),
  }),
]);
export type Shape = z.infer<typeof shapeSchema>;

/** What somebody gets: format, quality, shape. */
export const outputSchema = z.object({
  format: z.string().min(1).max(20),
  quality: qualitySchema.default({ sampleRate: 22_050, bitRate: 64 }),
  shape: shapeSchema.default({ kind: 'whole' }),
});
export type Output = z.infer<typeof outputSchema>;

const SOUND_IDS = ['reeds', 'bowl'] as const;

/** Several handouts as one. */
export const joiningSchema = z.object({
  title: z.string().trim().min(1, 'Give what is joined a title.').max(300),
  /** Seconds of silence between two. */
  pause: z.number().min(0).max(30),
  opening: z.enum(SOUND_IDS).nullable(),
  closing: z.enum(SOUND_IDS).nullable(),
});
export type JoiningOptions = z.infer<typeof joiningSchema>;

export const DEFAULT_NAMES = '{title} – {pupil}';

/** How files are called. */
export const namingSchema = z.object({
  pattern: z.string().trim().min(1, 'Write a pattern for the names.').max(200),
  /** Whether pupils are named by their initials only. */
  initials: z.boolean(),
});
export type Naming = z.infer<typeof namingSchema>;

export const exportRequestSchema = outputSchema.extend({
  naming: namingSchema.default({ pattern: DEFAULT_NAMES, initials: false }),
  /** Takes what is made so far, up to the first sentence that is not, and makes nothing. */
  partial: z.boolean().default(false),
});
export type ExportRequest = z.input<typeof exportRequestSchema>;
