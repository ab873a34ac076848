import {
  classListSchema,
  heardSampleSchema,
  pastProfileSchema,
  pupilSchema,
  voiceSchema,
  type HeardSample,
  type Pupil,
  type PupilChange,
  type Sample,
  type ImportClassList,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

export function fetchPupils() {
  return ask(z.array(pupilSchema), '/pupils');
}

export function usePupils() {
  return useQuery({ queryKey: KEYS.pupils, queryFn: fetchPupils });
}

/** Recently deleted pupils. */
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
    mutationFn: ({ id, change }: { id: string | undefined; change: PupilChange }) =>
      ask(pupilSchema, id === undefined ? '/pupils' : `/pupils/${id}`, {
        method: id === undefined ? 'POST' : 'PUT',
        json: change,
      }),
    onSuccess: (saved) => {
      client.setQueryData<Pupil[]>(KEYS.pupils, (before) =>
        before?.map((pupil) => (pupil.id === saved.id ? saved : pupil)),
      );
      return client.invalidateQueries({ queryKey: KEYS.pupils });
    },
  });
}

/** All profiles of a pupil, the latest first. */
export function usePastProfiles(pupilId: string | undefined) {
  return useQuery({
    queryKey: [...KEYS.pupils, pupilId, 'profiles'],
    queryFn: () => ask(z.array(pastProfileSchema), `/pupils/${pupilId ?? ''}/profiles`),
    enabled: pupilId !== undefined,
  });
}

/** Reads a class list; nothing is stored. */
export function readClassList(file: File) {
  const form = new FormData();
  form.append('file', file);
  return ask(classListSchema, '/class-lists/read', { method: 'POST', form });
}

export function useImportClassList() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (json: ImportClassList) =>
      ask(z.object({ added: z.number(), changed: z.number() }), '/class-lists', { method: 'POST', json }),
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

/** A sentence with settings that are not saved: its sound, and when its words are heard. */
export function fetchSample(json: Sample, signal?: AbortSignal) {
  return ask(heardSampleSchema, '/sample', { method: 'POST', json, ...(signal ? { signal } : {}) });
}

/** The sound of a heard sample, as a WAV file. */
export function soundOf({ wav }: HeardSample): Blob {
  return new Blob([Uint8Array.from(atob(wav), (character) => character.charCodeAt(0))], {
    type: 'audio/wav',
  });
}

/** The same as a sound alone. */
export async function fetchSampleSound(json: Sample): Promise<Blob> {
  return soundOf(await fetchSample(json));
}
