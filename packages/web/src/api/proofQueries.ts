import {
  checkedTextSchema,
  fetchedAgainSchema,
  savedSchema,
  versionContentSchema,
  versionSchema,
  type BlockView,
  type SaveBlocks,
} from '@aurelfield/api';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

/** Keeps a handout's blocks on the server. */
export function saveBlocks(handoutId: string, json: SaveBlocks) {
  return ask(savedSchema, `/handouts/${handoutId}/blocks`, { method: 'PUT', json });
}

/** Keeps a text among a handout's versions without making it the handout's. */
export function setAside(handoutId: string, json: { content: readonly BlockView[]; window: string }) {
  return request(`/handouts/${handoutId}/versions`, { method: 'POST', json });
}

/** Places to look at, and readability. */
export function useTextCheck(content: readonly BlockView[], language: string) {
  return useQuery({
    queryKey: ['proof', language, content],
    queryFn: ({ signal }) =>
      ask(checkedTextSchema, '/proof/check', { method: 'POST', json: { content, language }, signal }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
}

export function useSuggestions(word: string | undefined, language: string) {
  return useQuery({
    queryKey: ['spelling', language, word],
    queryFn: () =>
      ask(z.array(z.string()), `/spelling?word=${encodeURIComponent(word ?? '')}&language=${language}`),
    enabled: word !== undefined && word !== '',
    staleTime: Infinity,
  });
}

export function useVersions(handoutId: string, isOpen: boolean) {
  return useQuery({
    queryKey: ['versions', handoutId],
    queryFn: () => ask(z.array(versionSchema), `/handouts/${handoutId}/versions`),
    enabled: isOpen,
    staleTime: 0,
  });
}

export function fetchVersion(handoutId: string, versionId: string) {
  return ask(versionContentSchema, `/handouts/${handoutId}/versions/${versionId}`);
}

export function fetchPageAgain(handoutId: string) {
  return ask(fetchedAgainSchema, `/handouts/${handoutId}/fetch-again`, { method: 'POST' });
}
