import type { OpenedItem } from '@aurelfield/api/pupilPage';
import { useEffect, useState } from 'react';
import * as z from 'zod/mini';
import { recall, remember } from '../storage.ts';

const marksSchema = z.object({ version: z.int(), sentences: z.array(z.int()) });

/** Sentences that the pupil marked, kept in this browser and shown in the text. */
export function useMarks(item: OpenedItem) {
  const key = `marks:${item.id}`;
  const [marks, setMarks] = useState<ReadonlySet<number>>(() => {
    const kept = marksSchema.safeParse(recall(key)).data;
    return new Set(kept?.version === item.version ? kept.sentences : []);
  });
  useEffect(() => {
    for (const one of document.querySelectorAll('.text .marked')) one.classList.remove('marked');
    for (const sentence of marks)
      for (const one of document.querySelectorAll(`#s${sentence},[data-of="s${sentence}"]`))
        one.classList.add('marked');
  }, [marks]);
  return {
    marks,
    setMarked: (sentence: number, isMarked: boolean) => {
      const next = new Set(marks);
      if (isMarked) next.add(sentence);
      else next.delete(sentence);
      setMarks(next);
      remember(key, { version: item.version, sentences: [...next] });
    },
  };
}
