import {
  checkedSchema,
  entrySchema,
  importedSchema,
  type EntryInput,
  type HearRequest,
  type Scope,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

export function usePronunciations() {
  return useQuery({
    queryKey: KEYS.pronunciations,
    queryFn: () => ask(z.array(entrySchema), '/pronunciations'),
  });
}

/** Adds an entry, or changes the one with this identifier. */
export function useSaveEntry() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, input }: { id: string | undefined; input: EntryInput }) =>
      ask(entrySchema, id === undefined ? '/pronunciations' : `/pronunciations/${id}`, {
        method: id === undefined ? 'POST' : 'PUT',
        json: input,
      }),
    onSuccess: () => forgetReadings(client),
  });
}

export function useRemoveEntry() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => request(`/pronunciations/${id}`, { method: 'DELETE' }),
    onSuccess: () => forgetReadings(client),
  });
}

export function useImportEntries() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({
      file,
      scope,
      scopeValue,
      preview,
    }: {
      file: File;
      scope: Scope;
      scopeValue: string;
      preview: boolean;
    }) => {
      const form = new FormData();
      form.append('preview', preview ? 'yes' : 'no');
      form.append('scope', scope);
      form.append('scopeValue', scopeValue);
      form.append('file', file);
      return ask(importedSchema, '/pronunciations/file', { method: 'POST', form });
    },
    onSuccess: () => forgetReadings(client),
  });
}

/** What becomes of a pronunciation that is being typed. */
export function useCheckedSaid(said: string, kind: EntryInput['kind']) {
  return useQuery({
    queryKey: ['checked', kind, said],
    queryFn: ({ signal }) =>
      ask(checkedSchema, '/pronunciations/check', { method: 'POST', json: { said, kind }, signal }),
    enabled: said.trim() !== '',
    retry: false,
    staleTime: Infinity,
    gcTime: 0,
  });
}

/** A word said as an entry would have it, as a WAV file. */
export async function fetchHeard(json: HearRequest): Promise<Blob> {
  return (await request('/pronunciations/hear', { method: 'POST', json })).blob();
}

/** A changed pronunciation plans readings again: the open one at once, the others when they are opened. */
async function forgetReadings(client: QueryClient): Promise<void> {
  client.removeQueries({ queryKey: ['reading'], type: 'inactive' });
  await client.invalidateQueries({ queryKey: ['reading'] });
  await client.invalidateQueries({ queryKey: KEYS.pronunciations });
}
