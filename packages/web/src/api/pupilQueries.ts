import { pupilSchema, voiceSchema, type PupilInput, type Sample } from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

export function usePupils() {
  return useQuery({ queryKey: KEYS.pupils, queryFn: () => ask(z.array(pupilSchema), '/pupils') });
}

/** Pupils that were deleted of late. */
export function useDeletedPupils() {
  return useQuery({
    queryKey: [...KEYS.pupils, 'deleted'],
    queryFn: () => ask(z.array(pupilSchema), '/pupils/deleted'),
  });
}

export function useVoices() {
  return useQuery({
    queryKey: KEYS.voices,
    queryFn: () => ask(z.array(voiceSchema), '/voices'),
    staleTime: Infinity,
  });
}

/** What this machine lacks for some voices, in sentences. */
export function useMissingVoices() {
  return useQuery({
    queryKey: KEYS.missingVoices,
    queryFn: () => ask(z.array(z.string()), '/voices/missing'),
    staleTime: Infinity,
  });
}

export function useSavePupil() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, input }: { id: string | undefined; input: PupilInput }) =>
      ask(pupilSchema, id === undefined ? '/pupils' : `/pupils/${id}`, {
        method: id === undefined ? 'POST' : 'PUT',
        json: input,
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.pupils }),
  });
}

/** Deletes a pupil, or brings them back. */
export function useArchivePupil() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: string; back: boolean }) =>
      request(back ? `/pupils/${id}/restore` : `/pupils/${id}`, { method: back ? 'POST' : 'DELETE' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.pupils }),
  });
}

/** A sentence with settings that are not saved, as a WAV file. */
export async function fetchSample(json: Sample): Promise<Blob> {
  return (await request('/sample', { method: 'POST', json })).blob();
}
