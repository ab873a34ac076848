import { TREATMENT_LIMITS } from '@aurelfield/core/timeline';
import { z } from 'zod';
import { id } from './common.ts';

/** Samples a second that recordings are kept with, whatever they came with. */
export const RECORDING_RATE = 32_000;
/** Samples of a peak of the waveform: 5 ms. */
export const PEAK_SAMPLES = 160;
/** Bytes of a sound file that is brought in: an hour and a half of video's sound and more. */
export const MAX_SOUND_BYTES = 600 * 1024 * 1024;
/** Bytes of a part of a recording that is being made: some seconds. */
export const MAX_PART_BYTES = 1024 * 1024;
/** A word whose confidence is below this is shown for a look. */
export const DOUBTFUL_WORD = 0.3;

const sample = z.number().int().min(0);
const range = { from: sample, to: sample };
const within = ({ least, most }: { readonly least: number; readonly most: number }) =>
  z.number().min(least).max(most);

const treatmentSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('tempo'), factor: within(TREATMENT_LIMITS.tempo) }),
  z.object({ kind: z.literal('pitch'), semitones: within(TREATMENT_LIMITS.pitch) }),
  z.object({
    kind: z.literal('clean'),
    noise: within(TREATMENT_LIMITS.noise).optional(),
    floor: z.array(z.number()).length(64).optional(),
    lowCut: within(TREATMENT_LIMITS.lowCut).optional(),
  }),
]);

const singleEdits = [
  z.object({ kind: z.literal('cut'), ...range }),
  z.object({ kind: z.literal('insert-silence'), at: sample, samples: sample }),
  z.object({ kind: z.literal('mute'), ...range }),
  z.object({ kind: z.literal('gain'), decibels: z.number().min(-40).max(40), ...range }),
  z.object({ kind: z.literal('fade'), direction: z.enum(['in', 'out']), ...range }),
  z.object({ kind: z.literal('move'), at: sample, ...range }),
  z.object({ kind: z.literal('treat'), treatment: treatmentSchema, ...range }),
] as const;

/** A change of a recording's timeline, as core carries it out. */
const editSchema = z.discriminatedUnion('kind', [
  ...singleEdits,
  z.object({
    kind: z.literal('together'),
    edits: z.array(z.discriminatedUnion('kind', singleEdits)).max(20_000),
  }),
]);

/**
 * A word of a recorded sentence: its place in the block's text, what is said for it, and when, in samples of
 * the recording; null where it is left out.
 */
const recordedWordSchema = z.object({
  start: z.number().int(),
  end: z.number().int(),
  spoken: z.array(z.string()),
  from: sample.nullable(),
  to: sample.nullable(),
  /** 1 as sure as can be, 0 not at all; 1 for one that a teacher has set. */
  confidence: z.number(),
  /** Whether a teacher has set it: aligning again leaves it as it is. */
  isSet: z.boolean().optional(),
});

/** A sentence that a recording was made of, as it was written then. */
const recordedSentenceSchema = z.object({
  block: z.string(),
  start: z.number().int(),
  end: z.number().int(),
  text: z.string(),
  words: z.array(recordedWordSchema),
});
export type RecordedSentence = z.infer<typeof recordedSentenceSchema>;

/** What of a recording is heard in readings: all of it, headings and questions alone, or nothing. */
const recordingUseSchema = z.enum(['everything', 'headings', 'nothing']);
export type RecordingUse = z.infer<typeof recordingUseSchema>;

/** A sentence as the speaker sees it. */
const promptSchema = z.object({
  block: z.string(),
  blockType: z.string(),
  start: z.number().int(),
  end: z.number().int(),
  text: z.string(),
  /** Spoken words: how long it takes. */
  words: z.number().int(),
});
export type Prompt = z.infer<typeof promptSchema>;

/** Which sentences a recording is of: by block and beginning; null for all of the text. */
const scopeSchema = z
  .array(z.object({ block: z.string(), start: z.number().int() }))
  .min(1)
  .max(20_000)
  .nullable();
export type RecordingScope = z.infer<typeof scopeSchema>;

const nameSchema = z.string().trim().min(1, 'A recording needs a name.').max(120);

export const scopeInputSchema = z.object({ scope: scopeSchema.optional() });

/** Begins a recording in the browser. */
export const takeInputSchema = z.object({
  name: nameSchema,
  scope: scopeSchema,
  sampleRate: z.number().int().min(8000).max(192_000),
});
export type TakeInput = z.infer<typeof takeInputSchema>;

/** Ends it: how many parts it has. */
export const takeEndSchema = z.object({ parts: z.number().int().min(1).max(100_000) });

/** Beside a sound file, in its address. */
export const soundFileQuerySchema = z.object({
  name: nameSchema,
  scope: z
    .string()
    .max(1_000_000)
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text);
      } catch {
        context.addIssue('The sentences are not told in a way that can be read.');
        return z.NEVER;
      }
    })
    .pipe(scopeSchema)
    .optional(),
});

const recordingStateSchema = z.enum(['taking', 'aligning', 'ready', 'failed']);

export const recordingSummarySchema = z.object({
  id,
  handoutId: id,
  name: z.string(),
  origin: z.enum(['microphone', 'file']),
  state: recordingStateSchema,
  /** Why it failed: a word for the program, a sentence for people. */
  code: z.string().nullable(),
  error: z.string().nullable(),
  /** Its work while it is being aligned. */
  job: z.object({ id, state: z.string(), done: z.number(), total: z.number() }).nullable(),
  sampleRate: z.number().int(),
  samples: z.number().int(),
  /** Parts that have arrived while it is being made. */
  parts: z.number().int(),
  use: recordingUseSchema,
  sentences: z.number().int(),
  words: z.number().int(),
  missing: z.number().int(),
  doubtful: z.number().int(),
  createdAt: z.string(),
});
export type RecordingSummary = z.infer<typeof recordingSummarySchema>;

export const recordingSchema = recordingSummarySchema.extend({
  text: z.array(recordedSentenceSchema),
  edits: z.array(editSchema),
  revision: z.number().int(),
  /** Loudness of its speech, LUFS; null for silence. */
  loudness: z.number().nullable(),
  /** What brings it to the loudness of the voices, in decibels. */
  gain: z.number(),
  /** Level of the room's noise in 64 bands, dB below full scale. */
  floor: z.array(z.number()),
});
export type RecordingView = z.infer<typeof recordingSchema>;

export const recordingListSchema = z.object({ recordings: z.array(recordingSummarySchema) });
export const promptListSchema = z.object({ prompts: z.array(promptSchema), textHash: z.string() });

export const recordingChangeSchema = z
  .object({ name: nameSchema, use: recordingUseSchema })
  .partial()
  .refine((change) => Object.keys(change).length > 0, 'Nothing is to be changed.');
export type RecordingChange = z.infer<typeof recordingChangeSchema>;

export const editsInputSchema = z.object({
  revision: z.number().int(),
  edits: z.array(editSchema).max(5000, 'That are more steps than one recording can keep.'),
});
export const editsSavedSchema = z.object({ revision: z.number().int(), edits: z.array(editSchema) });

/**
 * Words put right by hand: by sentence and word; null leaves a word out. Samples of the recording as it was
 * made.
 */
export const wordsInputSchema = z.object({
  revision: z.number().int(),
  words: z
    .array(
      z.object({
        sentence: z.number().int().min(0),
        word: z.number().int().min(0),
        from: sample.nullable(),
        to: sample.nullable(),
      }),
    )
    .min(1)
    .max(20_000),
});
export type WordsInput = z.infer<typeof wordsInputSchema>;

export const soundQuerySchema = z.object({
  from: z.coerce.number().int().min(0).optional(),
  to: z.coerce.number().int().min(0).optional(),
  original: z.enum(['yes', 'no']).default('no'),
});
