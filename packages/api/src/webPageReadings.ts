import { z } from 'zod';
import { id } from './common.ts';
import { originsSchema } from './assignments.ts';

/**
 * Sites whose pages their readers can hear, and the pupil in whose way they are read; none is read while
 * there is no such pupil.
 */
export const allowedSitesSchema = z.object({ origins: originsSchema, pupilId: id.nullable() });
export type AllowedSites = z.infer<typeof allowedSitesSchema>;

/** A page that somebody wanted to hear, as the teacher sees it. */
export const webPageReadingSchema = z.object({
  id,
  address: z.string(),
  /** Title of the handout that it became; `null` where it could not be read. */
  title: z.string().nullable(),
  handoutId: id.nullable(),
  state: z.enum(['making', 'ready', 'failed', 'stopped']),
  error: z.string().nullable(),
  fetchedAt: z.string(),
});
export type WebPageReading = z.infer<typeof webPageReadingSchema>;

/** How far the making of a page is, for the page on which its reader waits. */
export interface Hearing {
  readonly state: 'making' | 'ready' | 'failed';
  /** Where it is heard, from the server's root on; once it is ready. */
  readonly path: string | null;
  readonly message: string;
}

/** The line that a school's page puts where its readers shall find the link. */
export function hearingLine(server: string): string {
  return `<script async src="${server}/hear.js"></script>`;
}

/** A plain link to one page's sound, for sites that take no script. */
export function hearingLink(server: string, page: string): string {
  return `<a href="${server}/hear?page=${encodeURIComponent(page)}">Listen to this page</a>`;
}
