import {
  classSetPlanSchema,
  classSetSchema,
  staleItemSchema,
  type ClassSet,
  type ClassSetRequest,
  type SetAction,
} from '@aurelfield/api';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask } from './client.ts';

const SETS = ['class-sets'] as const;
const GOING = 700;

/** What a class set would take; the last answer stays while the next one is on its way. */
export function useClassSetPlan(wanted: ClassSetRequest | undefined) {
  return useQuery({
    queryKey: [...SETS, 'plan', wanted],
    queryFn: ({ signal }) =>
      ask(classSetPlanSchema, '/class-sets/plan', { method: 'POST', json: wanted, signal }),
    enabled: wanted !== undefined,
    placeholderData: keepPreviousData,
    staleTime: 0,
    retry: false,
  });
}

/** The newest class sets. */
export function useClassSets() {
  return useQuery({ queryKey: SETS, queryFn: () => ask(z.array(classSetSchema), '/class-sets') });
}

/** One class set, looked at again while it is under way. */
export function useClassSet(id: string) {
  return useQuery({
    queryKey: [...SETS, id],
    queryFn: () => ask(classSetSchema, `/class-sets/${id}`),
    refetchInterval: ({ state }) =>
      state.data === undefined || state.data.state === 'running' ? GOING : false,
  });
}

/** Which items of a finished set are out of date, and why. */
export function useStaleItems({ id, state }: Pick<ClassSet, 'id' | 'state'>) {
  return useQuery({
    queryKey: [...SETS, id, 'stale', state],
    queryFn: () => ask(z.array(staleItemSchema), `/class-sets/${id}/stale`),
    enabled: state !== 'running',
  });
}

export function useBeginClassSet() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (wanted: ClassSetRequest) =>
      ask(classSetSchema, '/class-sets', { method: 'POST', json: wanted }),
    onSuccess: (set) => {
      client.setQueryData([...SETS, set.id], set);
      void client.invalidateQueries({ queryKey: SETS, exact: true });
    },
  });
}

export function useSetAction(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (action: SetAction) =>
      ask(classSetSchema, `/class-sets/${id}`, { method: 'PATCH', json: { action } }),
    onSuccess: (set) => {
      client.setQueryData([...SETS, id], set);
      void client.invalidateQueries({ queryKey: SETS });
    },
  });
}
