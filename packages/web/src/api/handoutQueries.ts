import {
  handoutSchema,
  handoutSummarySchema,
  type HandoutInput,
  type HandoutPatch,
  type HandoutPlace,
} from '@aurelfield/api';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

/** Current, archived or recently deleted handouts; with `search` only those that contain its words. */
export function useHandouts({
  search = '',
  from = 'active',
}: { readonly search?: string; readonly from?: HandoutPlace } = {}) {
  return useQuery({
    queryKey: [...KEYS.handouts, 'active', search, from],
    queryFn: () =>
      ask(z.array(handoutSummarySchema), `/handouts?search=${encodeURIComponent(search)}&from=${from}`),
    placeholderData: keepPreviousData,
  });
}

export function useDuplicate() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => ask(handoutSchema, `/handouts/${id}/duplicate`, { method: 'POST' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

/** Changes facts of any current handout. */
export function useChangeAny() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, patch }: { id: string; patch: HandoutPatch }) =>
      ask(handoutSchema, `/handouts/${id}`, { method: 'PATCH', json: patch }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

export function useHandout(id: string, isWanted = true) {
  return useQuery({
    queryKey: [...KEYS.handouts, id],
    queryFn: () => ask(handoutSchema, `/handouts/${id}`),
    enabled: isWanted,
  });
}

export function useAddHandout() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (input: HandoutInput) => {
      const form = new FormData();
      form.append('input', JSON.stringify(input));
      return ask(handoutSchema, '/handouts', { method: 'POST', form });
    },
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

export function useChangeHandout(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (json: HandoutPatch) => ask(handoutSchema, `/handouts/${id}`, { method: 'PATCH', json }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

/** Deletes a handout, or brings it back. */
export function useShelve() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: string; back: boolean }) =>
      request(back ? `/handouts/${id}/restore` : `/handouts/${id}`, { method: back ? 'POST' : 'DELETE' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}
