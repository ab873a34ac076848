import {
  listeningRecordsSchema,
  pupilNoteSchema,
  recordSettingsSchema,
  type PupilNote,
  type RecordQuery,
  type RecordSettings,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const RECORDS = ['records'] as const;
const unseen = z.object({ unseen: z.number() });

/** A query as the end of an address. */
export function recordAddress(path: string, { pupilId, handoutId }: RecordQuery): string {
  const query = new URLSearchParams({ ...(pupilId ? { pupilId } : {}), ...(handoutId ? { handoutId } : {}) });
  return query.size > 0 ? `${path}?${query.toString()}` : path;
}

export function useRecords(query: RecordQuery) {
  return useQuery({
    queryKey: [...RECORDS, query],
    queryFn: () => ask(listeningRecordsSchema, recordAddress('/records', query)),
  });
}

export function usePupilNotes(query: RecordQuery) {
  return useQuery({
    queryKey: [...RECORDS, 'notes', query],
    queryFn: () => ask(z.array(pupilNoteSchema), recordAddress('/pupil-notes', query)),
  });
}

/** How many comments nobody has seen. */
export function useUnseenNotes() {
  return useQuery({
    queryKey: [...RECORDS, 'unseen'],
    queryFn: async () => (await ask(unseen, '/pupil-notes/unseen')).unseen,
    refetchInterval: 60_000,
  });
}

export function useRecordSettings() {
  return useQuery({
    queryKey: [...RECORDS, 'settings'],
    queryFn: () => ask(recordSettingsSchema, '/records/settings'),
  });
}

/** A change after which everything about records is looked at again. */
function useRecordMutation<V, R>(change: (wanted: V) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => client.invalidateQueries({ queryKey: RECORDS }),
  });
}

export function useMarkSeen() {
  return useRecordMutation((notes: readonly PupilNote[]) =>
    request('/pupil-notes/seen', {
      method: 'POST',
      json: { notes: notes.map(({ id, pupilId }) => ({ id, pupilId })) },
    }),
  );
}

export function useChangeSchoolRecords() {
  return useRecordMutation((change: Partial<Pick<RecordSettings, 'keeps' | 'days'>>) =>
    ask(recordSettingsSchema, '/records/settings', { method: 'PATCH', json: change }),
  );
}

export function useChangePupilRecords() {
  return useRecordMutation(({ id, keeps }: { id: string; keeps: boolean }) =>
    ask(recordSettingsSchema, `/records/settings/pupils/${id}`, { method: 'PUT', json: { keeps } }),
  );
}

export function useDeleteRecords() {
  return useRecordMutation((query: Pick<RecordQuery, 'pupilId'>) =>
    request(recordAddress('/records', query), { method: 'DELETE' }),
  );
}
