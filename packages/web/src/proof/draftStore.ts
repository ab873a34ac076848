import { del, entries, set } from 'idb-keyval';
import { z } from 'zod';
import { owner } from '../storage/memory.ts';
import type { Steps } from './steps.ts';

/** What lies in the browser until the server has it, and the steps for going back after that. */
export interface Draft {
  readonly steps: Steps;
  /** Content hash on the server that it was made from. */
  readonly base: string;
  /** Whether the server has it. */
  readonly isKept: boolean;
  /** When its window last wrote it; milliseconds. A window that has something unsent writes now and then. */
  readonly touchedAt: number;
}

const draftSchema = z.object({
  steps: z.object({ past: z.array(z.string()), current: z.string(), future: z.array(z.string()) }),
  base: z.string(),
  isKept: z.boolean(),
  touchedAt: z.number(),
});

/** A draft that was not touched for so long belongs to a window that is closed. Milliseconds. */
export const WINDOW_GONE = 15_000;

/**
 * Drafts of one handout in this browser: of this teacher alone, and one for each window, so that no window
 * writes over another's.
 */
export interface DraftStore {
  /** This window's own draft, or the newest that a closed window left. */
  find(): Promise<Draft | undefined>;
  /** Keeps this window's draft. A browser that keeps nothing is no error. */
  put(draft: Draft): Promise<void>;
  /** Forgets this window's draft. */
  forget(): Promise<void>;
}

/** Drafts in the browser's own database. @param window identifies this window, also after a reload. */
export function browserDrafts(handoutId: string, window: string): DraftStore {
  const prefix = `aurelfield:proof:${owner()}:${handoutId}:`;
  const own = prefix + window;
  return {
    find: async () => {
      const all = (await entries<string, unknown>().catch(() => []))
        .filter(([key]) => typeof key === 'string' && key.startsWith(prefix))
        .flatMap(([key, value]) => {
          const draft = draftSchema.safeParse(value).data;
          return draft ? [{ key, draft }] : [];
        });
      const mine = all.find(({ key }) => key === own);
      if (mine) return mine.draft;
      const [left] = all
        .filter(({ draft }) => draft.isKept || Date.now() - draft.touchedAt > WINDOW_GONE)
        .sort(
          (a, b) => Number(a.draft.isKept) - Number(b.draft.isKept) || b.draft.touchedAt - a.draft.touchedAt,
        );
      if (!left) return undefined;
      const draft = { ...left.draft, touchedAt: Date.now() };
      await set(own, draft).catch(() => undefined);
      await del(left.key).catch(() => undefined);
      return draft;
    },
    put: (draft) => set(own, draft).catch(() => undefined),
    forget: () => del(own).catch(() => undefined),
  };
}
