import {
  doubtfulListSchema,
  doubtfulQueueSchema,
  handoutSchema,
  leftOutSchema,
  otherReadingsSchema,
  variantSchema,
  type Occurrence,
  type SetOccurrence,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

/** Words of a handout that a pupil's voice may say wrongly. */
export function useDoubtful(handoutId: string | undefined, pupilId: string | undefined) {
  return useQuery({
    queryKey: [...KEYS.pronunciations, 'doubtful', handoutId, pupilId],
    queryFn: () => ask(doubtfulListSchema, `/handouts/${handoutId ?? ''}/doubtful?pupilId=${pupilId ?? ''}`),
    enabled: handoutId !== undefined && pupilId !== undefined,
    retry: false,
  });
}

/** Doubtful words of all current handouts. */
export function useDoubtfulQueue(pupilId: string | undefined, isWanted: boolean) {
  return useQuery({
    queryKey: [...KEYS.pronunciations, 'doubtful', 'all', pupilId],
    queryFn: ({ signal }) => ask(doubtfulQueueSchema, `/doubtful?pupilId=${pupilId ?? ''}`, { signal }),
    enabled: isWanted && pupilId !== undefined,
    retry: false,
  });
}

/** Notes that the voice says a word well, or takes that back. */
export function useAcceptWord() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ word, back }: { word: string; back: boolean }) =>
      request('/accepted-words', { method: back ? 'DELETE' : 'POST', json: { word } }),
    onSuccess: () => client.invalidateQueries({ queryKey: [...KEYS.pronunciations, 'doubtful'] }),
  });
}

/** The ways in which a written word can be said, where there are several. */
export function useVariants(word: string) {
  return useQuery({
    queryKey: ['variants', word],
    queryFn: () => ask(z.array(variantSchema), `/pronunciations/variants?word=${encodeURIComponent(word)}`),
    staleTime: Infinity,
  });
}

/** How else the word in a place could be read. */
export function useOtherReadings(
  handoutId: string,
  { block, start }: { readonly block: string; readonly start: number },
) {
  return useQuery({
    queryKey: ['other readings', handoutId, block, start],
    queryFn: () =>
      ask(
        otherReadingsSchema,
        `/handouts/${handoutId}/other-readings?block=${encodeURIComponent(block)}&start=${start}`,
      ),
    retry: false,
  });
}

/** Sets how a word is pronounced in one place, or undoes that; the reading is planned again. */
export function useOccurrence(handoutId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: { set: SetOccurrence } | { back: Pick<Occurrence, 'id'>; everywhere?: boolean }) =>
      'back' in change
        ? ask(
            handoutSchema,
            `/handouts/${handoutId}/occurrences/${change.back.id}?everywhere=${change.everywhere === true}`,
            { method: 'DELETE' },
          )
        : ask(handoutSchema, `/handouts/${handoutId}/occurrences`, { method: 'PUT', json: change.set }),
    onSuccess: async (handout) => {
      client.setQueryData([...KEYS.handouts, handoutId], handout);
      await client.invalidateQueries({ queryKey: ['reading', handoutId] });
    },
  });
}

/** What a reading shows and does not say. */
export function useLeftOut(readingId: string) {
  return useQuery({
    queryKey: ['left-out', readingId],
    queryFn: () => ask(z.array(leftOutSchema), `/readings/${readingId}/left-out`),
    staleTime: Infinity,
  });
}
