import {
  givenSchema,
  embeddingSchema,
  assignmentSchema,
  pupilLinkSchema,
  type Assignment,
  type AssignmentRequest,
  type PupilLink,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const OUT = ['assignments'] as const;
const LINKS = ['pupil-links'] as const;
const GOING = 800;

/** What is out, looked at again while something is being made. */
export function useAssignments() {
  return useQuery({
    queryKey: OUT,
    queryFn: () => ask(z.array(assignmentSchema), '/assignments'),
    refetchInterval: ({ state }) => (state.data?.some((one) => one.state === 'making') ? GOING : false),
  });
}

/** The links that work. */
export function usePupilLinks() {
  return useQuery({ queryKey: LINKS, queryFn: () => ask(z.array(pupilLinkSchema), '/pupil-links') });
}

/** A change to what is out or to its links; both are looked at again after it. */
function useOutMutation<V, R>(change: (wanted: V) => Promise<R>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => {
      void client.invalidateQueries({ queryKey: OUT });
      void client.invalidateQueries({ queryKey: LINKS });
    },
  });
}

export function useGive() {
  return useOutMutation((wanted: AssignmentRequest) =>
    ask(z.array(assignmentSchema), '/assignments', { method: 'POST', json: wanted }),
  );
}

export function useRenew() {
  return useOutMutation(({ id }: Pick<Assignment, 'id'>) =>
    ask(assignmentSchema, `/assignments/${id}/renew`, { method: 'POST' }),
  );
}

export function useWithdraw() {
  return useOutMutation(({ id }: Pick<Assignment, 'id'>) =>
    request(`/assignments/${id}`, { method: 'DELETE' }),
  );
}

export function useLinkTo() {
  return useOutMutation(({ id }: Pick<Assignment, 'id'>) =>
    ask(pupilLinkSchema, `/assignments/${id}/link`, { method: 'POST' }),
  );
}

export function useReplaceLink() {
  return useOutMutation(({ id }: Pick<PupilLink, 'id'>) =>
    ask(pupilLinkSchema, `/pupil-links/${id}/replace`, { method: 'POST' }),
  );
}

export function useSetPin() {
  return useOutMutation(({ id, pin }: { id: string; pin: string | null }) =>
    request(`/pupil-links/${id}/pin`, { method: 'PUT', json: { pin } }),
  );
}

const EMBEDDING = ['school', 'embedding'] as const;

/** Which sites may show assignments in a frame. */
export function useEmbedding() {
  return useQuery({ queryKey: EMBEDDING, queryFn: () => ask(embeddingSchema, '/school/embedding') });
}

export function useChangeEmbedding() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (origins: readonly string[]) =>
      ask(embeddingSchema, '/school/embedding', { method: 'PUT', json: { origins } }),
    onSuccess: (embedding) => client.setQueryData(EMBEDDING, embedding),
  });
}

/** Asks how many pupils have a handout, or how many handouts a pupil has, before one of them is deleted. */
export function useAskGiven() {
  return useMutation({
    mutationFn: async (of: { readonly handoutId: string } | { readonly pupilId: string }) =>
      (
        await ask(
          givenSchema,
          'handoutId' in of ? `/handouts/${of.handoutId}/given` : `/pupils/${of.pupilId}/given`,
        )
      ).count,
  });
}
