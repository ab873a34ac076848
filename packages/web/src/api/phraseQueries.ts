import {
  boardLinkSchema,
  boardSchema,
  boardSummarySchema,
  phraseVoiceSchema,
  type BoardChange,
  type BoardInput,
  type SayRequest,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const KEY = ['boards'];

export function useBoards() {
  return useQuery({ queryKey: KEY, queryFn: () => ask(z.array(boardSummarySchema), '/boards') });
}

export function useBoard(id: string) {
  return useQuery({
    queryKey: [...KEY, id],
    queryFn: () => fetchBoard(id),
    staleTime: 0,
    refetchOnMount: 'always',
  });
}

export function fetchBoard(id: string) {
  return ask(boardSchema, `/boards/${id}`);
}

export function useAddBoard() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (json: BoardInput) => ask(boardSchema, '/boards', { method: 'POST', json }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEY }),
  });
}

export function useSaveBoard(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (json: BoardChange) => ask(boardSchema, `/boards/${id}`, { method: 'PUT', json }),
    onSuccess: async (saved) => {
      client.setQueryData([...KEY, id], saved);
      await client.invalidateQueries({ queryKey: KEY, exact: true });
    },
  });
}

/** Deletes a board, or brings it back. */
export function useDeleteBoard() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: string; back: boolean }) =>
      request(back ? `/boards/${id}/restore` : `/boards/${id}`, { method: back ? 'POST' : 'DELETE' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEY }),
  });
}

/** Makes a new secret link, which is shown once, or withdraws it. */
export function useBoardLink(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (change: 'make' | 'revoke') => {
      if (change === 'make')
        return (await ask(boardLinkSchema, `/boards/${id}/link`, { method: 'POST' })).token;
      await request(`/boards/${id}/link`, { method: 'DELETE' });
      return undefined;
    },
    onSuccess: () => client.invalidateQueries({ queryKey: KEY }),
  });
}

/** The voice that a board's typed words are said in: new phrases begin with it. */
export function useBoardVoice(id: string, pupilId: string | null) {
  return useQuery({
    queryKey: [...KEY, id, 'voice', pupilId],
    queryFn: () => ask(z.object({ voice: phraseVoiceSchema, language: z.string() }), `/boards/${id}/voice`),
  });
}

/** A text in a phrase's voice, as a WAV file. */
export async function fetchPhrase(json: SayRequest): Promise<Blob> {
  return (await request('/phrases/hear', { method: 'POST', json })).blob();
}

/** Stores a picture for a button. @returns its name. */
export async function storePicture(png: Blob): Promise<string> {
  const response = await request('/phrase-pictures', { method: 'POST', blob: png });
  return z.object({ id: z.uuid() }).parse(await response.json()).id;
}
