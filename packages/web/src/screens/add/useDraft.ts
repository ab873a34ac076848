import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';
import { z } from 'zod';
import { forget, recall, remember } from '../../storage/memory.ts';

const DRAFT_KEY = 'aurelfield:draft';
const draftSchema = z.object({
  text: z.string(),
  title: z.string().nullable(),
  language: z.string(),
  subject: z.string(),
  className: z.string(),
});

/** A handout that is not stored yet. Without a title or language the guessed one counts. */
export type Draft = z.infer<typeof draftSchema>;

export const NO_DRAFT: Draft = { text: '', title: null, language: '', subject: '', className: '' };
/** Longer drafts are not kept in the browser, whose store is small. */
const KEPT_CHARACTERS = 1_000_000;
const REST = 150;

export interface KeptDraft {
  readonly draft: Draft;
  readonly setDraft: Dispatch<SetStateAction<Draft>>;
  readonly set: (field: keyof Draft) => (value: string) => void;
  /** Forgets what the browser keeps; what is shown stays. */
  readonly forgetDraft: () => void;
}

/** What is being typed, kept in the browser until it is stored. */
export function useDraft(): KeptDraft {
  const [draft, setDraft] = useState<Draft>(() => draftSchema.safeParse(recall(DRAFT_KEY)).data ?? NO_DRAFT);
  useEffect(() => {
    if (draft === NO_DRAFT) return;
    const timer = setTimeout(() => {
      if (draft.text.length <= KEPT_CHARACTERS) remember(DRAFT_KEY, draft);
    }, REST);
    return () => clearTimeout(timer);
  }, [draft]);
  return {
    draft,
    setDraft,
    set: (field) => (value) => setDraft((before) => ({ ...before, [field]: value })),
    forgetDraft: () => forget(DRAFT_KEY),
  };
}
