import { z } from 'zod';
import { id } from './common.ts';
import { joiningSchema, namingSchema, outputSchema } from './formats.ts';
import { jobStateSchema } from './jobs.ts';

const MOST_READINGS = 1000;

/** Handouts that are made for pupils, each for each, and what each pupil gets. */
export const classSetRequestSchema = z
  .object({
    handoutIds: z.array(id).min(1, 'Choose at least one handout.').max(200),
    pupilIds: z.array(id).min(1, 'Choose at least one pupil.').max(200),
    /** What pupils get who are not named below. */
    output: outputSchema,
    /** What single pupils get, by their ids. */
    outputs: z.record(z.string(), outputSchema).default({}),
    naming: namingSchema,
    /** Whether each pupil gets one file of all handouts, in their order. */
    joining: joiningSchema.nullable().default(null),
    /** Whether the teacher agrees to what priced voices cost; without it, nothing is made in them. */
    costAgreed: z.boolean().default(false),
  })
  .refine(
    ({ handoutIds, pupilIds }) => handoutIds.length * pupilIds.length <= MOST_READINGS,
    `At most ${MOST_READINGS} readings at once. Choose fewer handouts or pupils.`,
  );
export type ClassSetRequest = z.input<typeof classSetRequestSchema>;
/** The same with everything that was left out filled in. */
export type ParsedClassSetRequest = z.output<typeof classSetRequestSchema>;

const amountSchema = z.object({
  /** Sentences; those that are ready; missing clips, each counted once. */
  sentences: z.number().int(),
  ready: z.number().int(),
  missing: z.number().int(),
  /** Characters of the missing clips. */
  characters: z.number().int(),
  /** Seconds of sound. */
  seconds: z.number(),
  /** Bytes of the files, about. */
  bytes: z.number(),
});

/** What a class set would take, before anything of it runs. */
export const classSetPlanSchema = z.object({
  pupils: z.array(
    amountSchema.extend({
      pupilId: id,
      name: z.string(),
      /** Name of the first file that the pupil gets. */
      fileName: z.string(),
      files: z.number().int(),
      voice: z.string(),
      /** Why this pupil can get nothing; null where all is well. */
      error: z.string().nullable(),
    }),
  ),
  /** Over all: a sentence that several pupils hear alike is made once. */
  total: amountSchema,
  /** Seconds that it will take on this machine, from its own measured speed. */
  expectedSeconds: z.number(),
  /** Whether that speed was measured here, or is what machines like it do. */
  measured: z.boolean(),
  cost: z
    .object({
      service: z.string(),
      simulated: z.boolean(),
      currency: z.string(),
      characters: z.number().int(),
      price: z.number(),
      /** Characters that are free this month: before, and after this set. */
      freeLeft: z.number().int(),
      freeAfter: z.number().int(),
    })
    .nullable(),
});
export type ClassSetPlan = z.infer<typeof classSetPlanSchema>;

const setItemSchema = z.object({
  pupilId: id,
  pupil: z.string(),
  handouts: z.array(z.object({ handoutId: id, title: z.string() })),
  readingId: id.nullable(),
  state: jobStateSchema,
  done: z.number().int(),
  total: z.number().int(),
  error: z.string().nullable(),
  /** Its file, once it is there. */
  file: z.string().nullable(),
  fileName: z.string().nullable(),
  bytes: z.number().nullable(),
});
export type SetItem = z.infer<typeof setItemSchema>;

export const classSetSchema = z.object({
  id,
  title: z.string(),
  /** Whether files carry pupils' initials in place of their names. */
  initials: z.boolean(),
  createdAt: z.string(),
  state: z.enum(['running', 'paused', 'cancelled', 'failed', 'done']),
  /** Sentences over all items. */
  done: z.number().int(),
  total: z.number().int(),
  /** Estimated seconds until everything is ready; null while that is unknown. */
  secondsLeft: z.number().nullable(),
  items: z.array(setItemSchema),
});
export type ClassSet = z.infer<typeof classSetSchema>;

export const setChangeSchema = z.object({ action: z.enum(['pause', 'go-on', 'bring-up-to-date', 'cancel']) });
export type SetAction = z.infer<typeof setChangeSchema>['action'];

export const staleItemSchema = z.object({
  /** Number of the item in its set. */
  item: z.number().int(),
  /** What has changed since it was made. */
  reasons: z.array(z.string()),
});
export type StaleItem = z.infer<typeof staleItemSchema>;
