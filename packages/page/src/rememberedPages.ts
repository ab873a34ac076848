import { openedSchema, type Opened } from '@aurelfield/api/pupilPage';
import * as z from 'zod/mini';
import { dropLink } from './kept.ts';
import { linkIdOf } from './linkId.ts';
import { forget, recall, remember, rememberedKeys } from './storage.ts';

/** Signs that a code is made of; capitals and spaces do not count. */
const plainCode = (code: string) => code.toLowerCase().replace(/[^a-z0-9]/gu, '');

const pageSchema = z.object({ opened: openedSchema, code: z.string() });

/**
 * A page that was opened on this device: with a PIN or a code it opens again without asking, also offline.
 */
export function rememberPage(opened: Opened, code = recallCode(opened.key)): void {
  remember(`page:${opened.key}`, { opened, code: plainCode(code) });
}

/** What an address opened the last time. */
export function recallPage(key: string): Opened | undefined {
  return pageSchema.safeParse(recall(`page:${key}`)).data?.opened;
}

/** The page that a code opened on this device before. */
export function recallByCode(code: string): Opened | undefined {
  const wanted = plainCode(code);
  if (wanted === '') return undefined;
  return rememberedKeys('page:')
    .map((key) => pageSchema.safeParse(recall(key)).data)
    .find((page) => page?.code === wanted)?.opened;
}

/** Has the page ask for its PIN again; its text and sound stay on this device. */
export function lockPage(key: string): void {
  forget(`page:${key}`);
}

/**
 * Removes all that this device keeps of a page: its text and sound, settings, marks and places. What waits to
 * be sent stays.
 */
export async function forgetPage(key: string): Promise<void> {
  const opened = recallPage(key);
  forget(`page:${key}`);
  if (!opened) return;
  forget(`settings:${linkIdOf(opened.accessToken)}`);
  for (const { id } of opened.items) for (const what of ['place', 'marks']) forget(`${what}:${id}`);
  await dropLink(opened.accessToken);
}

function recallCode(key: string): string {
  return pageSchema.safeParse(recall(`page:${key}`)).data?.code ?? '';
}
