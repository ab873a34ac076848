import { z } from 'zod';
import { id } from './common.ts';
import { allowsSchema, DEFAULT_ALLOWS, type Allows } from './pupilPage.ts';

const day = z.iso.date();
const allows = z.custom<Allows>(
  (value) => allowsSchema.safeParse(value).success,
  'What the pupil may do is not as it should be.',
);
const pin = z.string().regex(/^\d{4,8}$/u, 'A PIN has four to eight figures.');

/** Terms of an assignment. */
const termsSchema = z.object({
  allows,
  /** First and last day on which the link opens it, both included; `null` for no bound. */
  firstDay: day.nullable(),
  lastDay: day.nullable(),
});

/** Handouts that are given to pupils, each to each. What is out already is renewed. */
export const assignmentRequestSchema = z
  .object({
    handoutIds: z.array(id).min(1, 'Choose a handout.').max(50),
    pupilIds: z.array(id).min(1, 'Choose at least one pupil.').max(200),
    allows: allows.default(DEFAULT_ALLOWS),
    firstDay: day.nullable().default(null),
    lastDay: day.nullable().default(null),
  })
  .refine(
    ({ firstDay, lastDay }) => firstDay === null || lastDay === null || firstDay <= lastDay,
    'The last day lies before the first.',
  );
export type AssignmentRequest = z.input<typeof assignmentRequestSchema>;

/** What may be changed of an assignment that is out. */
export const assignmentChangeSchema = termsSchema.partial();
export type AssignmentChange = z.infer<typeof assignmentChangeSchema>;

/** A PIN for a pupil's links; `null` takes it away. */
export const pinChangeSchema = z.object({ pin: pin.nullable() });

/** A frozen reading given to a pupil, as the teacher sees it. */
export const assignmentSchema = z.object({
  id,
  handoutId: id,
  pupilId: id,
  pupil: z.string(),
  title: z.string(),
  /** How often it was made; 0 while it never was. */
  version: z.number().int(),
  madeAt: z.string().nullable(),
  seconds: z.number(),
  bytes: z.number(),
  state: z.enum(['making', 'out', 'failed', 'not-yet', 'over']),
  /** Share of the making that is done. */
  done: z.number(),
  error: z.string().nullable(),
  /** Why a newer one would come out otherwise; nothing where it is up to date. */
  newer: z.array(z.string()),
  ...termsSchema.shape,
});
export type Assignment = z.infer<typeof assignmentSchema>;

/** How many pupils have a handout, or how many handouts a pupil has. */
export const givenSchema = z.object({ count: z.number().int() });
export type Given = z.infer<typeof givenSchema>;

/** The way to a pupil's page. */
export const pupilLinkSchema = z.object({
  id,
  pupilId: id,
  pupil: z.string(),
  classes: z.array(z.string()),
  /** The one assignment that it opens; `null` for all that is handed to the pupil. */
  assignmentId: id.nullable(),
  /** Secret part of the address. */
  secret: z.string(),
  /** Short code that can be typed. */
  code: z.string(),
  hasPin: z.boolean(),
  openedAt: z.string().nullable(),
});
export type PupilLink = z.infer<typeof pupilLinkSchema>;

/**
 * HTML that shows a pupil's page inside another page. It plays only when it is asked to, and tells nobody
 * where it stands.
 */
export function embedCode(address: string, title: string): string {
  const text = (value: string) =>
    value.replace(/&/gu, '&amp;').replace(/"/gu, '&quot;').replace(/</gu, '&lt;');
  return `<iframe src="${text(address)}" title="${text(title)}" width="100%" height="640" loading="lazy" referrerpolicy="no-referrer" allow="autoplay 'none'" style="border:1px solid #888"></iframe>`;
}

/** Origins of sites, e.g. `https://learn.wrenmoor.example`; a longer address is cut to its origin. */
export const originsSchema = z
  .array(
    z.string().transform((value, context) => {
      const origin = originOf(value.trim());
      if (origin !== undefined) return origin;
      context.addIssue({
        code: 'custom',
        message: `“${value}” is no address of a site. Write it like https://learn.school.example`,
      });
      return z.NEVER;
    }),
  )
  .max(50, 'At most 50 sites.');

/** Pages that may show assignments in a frame. */
export const embeddingSchema = z.object({ origins: originsSchema });

/** The origin of an address; undefined for what is none that a page can have. */
function originOf(value: string): string | undefined {
  try {
    const { origin, protocol } = new URL(value);
    return protocol === 'https:' || protocol === 'http:' ? origin : undefined;
  } catch {
    return undefined;
  }
}
