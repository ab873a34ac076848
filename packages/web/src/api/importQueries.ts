import { documentPreviewSchema, placeInLineSchema } from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import pLimit from 'p-limit';
import { ask } from './client.ts';

/** What a pasted text is; asked again whenever it has changed and rested. */
export function useExamination(text: string) {
  return useQuery({
    queryKey: ['imported', text],
    queryFn: ({ signal }) =>
      ask(documentPreviewSchema, '/imports/text', { method: 'POST', json: { text }, signal }),
    enabled: text.trim() !== '',
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
    placeholderData: (previous) => previous,
  });
}

/** A browser has few connections to one server: more uploads at once would leave none for anything else. */
const UPLOADS_AT_ONCE = 3;
const turn = pLimit(UPLOADS_AT_ONCE);

/** @param key by which its place in the server's line can be asked for */
export function examineFile(file: File, key: string, signal: AbortSignal) {
  const form = new FormData();
  form.append('file', file);
  return turn(() => {
    signal.throwIfAborted();
    return ask(documentPreviewSchema, `/imports/file?waiting=${key}`, { method: 'POST', form, signal });
  });
}

const PLACE_MILLISECONDS = 1000;

/** How many documents the server reads before the one with this key; null when it is not in its line. */
export function usePlaceInLine(key: string | undefined) {
  return useQuery({
    queryKey: ['waiting', key],
    queryFn: ({ signal }) => ask(placeInLineSchema, `/imports/waiting/${key}`, { signal }),
    enabled: key !== undefined,
    refetchInterval: PLACE_MILLISECONDS,
    gcTime: 0,
    retry: false,
  });
}

export function examinePage(address: string, signal: AbortSignal) {
  return ask(documentPreviewSchema, '/imports/page', { method: 'POST', json: { address }, signal });
}
