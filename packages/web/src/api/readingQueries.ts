import {
  readingSchema,
  textSchema,
  type Handout,
  type Pupil,
  type Reading,
  type TextSelection,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask } from './client.ts';
import { KEYS } from './keys.ts';

/**
 * The reading of a handout's present text for a pupil's present profile. A changed text is another reading.
 */
export function useReading(handout: Handout, pupil: Pupil | undefined, textSelection: TextSelection) {
  return useQuery({
    queryKey: ['reading', handout.id, pupil?.id, handout.contentHash, pupil?.profile, textSelection],
    queryFn: () =>
      ask(readingSchema, '/readings', {
        method: 'POST',
        json: { handoutId: handout.id, pupilId: pupil?.id, textSelection },
      }),
    enabled: pupil !== undefined,
    staleTime: Infinity,
    retry: false,
    // Another pupil's reading plays on until this one is there.
    placeholderData: (before: Reading | undefined) => (before?.handoutId === handout.id ? before : undefined),
  });
}

/** A text by its name; it never changes. The handout's own need not be fetched. */
export function useText(hash: string | undefined, { contentHash, language, blocks }: Handout) {
  return useQuery({
    queryKey: ['text', hash],
    queryFn: () => ask(textSchema, `/texts/${hash ?? ''}`),
    ...(hash === contentHash ? { initialData: { hash: contentHash, language, blocks } } : {}),
    enabled: hash !== undefined,
    staleTime: Infinity,
  });
}

/** How far a reading is, asked twice a second until all is made. */
export function useReadingProgress(readingId: string | undefined) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['progress', readingId],
    queryFn: async () => {
      const reading = await ask(readingSchema, `/readings/${readingId ?? ''}`);
      if (reading.duration !== null)
        void client.invalidateQueries({ queryKey: [...KEYS.handouts, 'active'] });
      return reading;
    },
    enabled: readingId !== undefined,
    refetchInterval: ({ state }) => (isMaking(state.data) ? 500 : false),
  });
}

function isMaking(reading: Reading | undefined): boolean {
  if (reading === undefined) return true;
  return reading.job?.state === 'waiting' || reading.job?.state === 'running';
}

/** Agrees to what the rest of a reading costs and has it made. */
export function useAgree({ id, handoutId }: { readonly id: string; readonly handoutId: string }) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask(readingSchema, `/readings/${id}/agree`, { method: 'POST' }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['reading', handoutId] }),
  });
}

export function makeRest(readingId: string) {
  return ask(readingSchema, `/readings/${readingId}/make`, { method: 'POST' });
}
