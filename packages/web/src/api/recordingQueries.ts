import {
  editsSavedSchema,
  promptListSchema,
  recordingListSchema,
  recordingSchema,
  recordingSummarySchema,
  type RecordingChange,
  type RecordingScope,
  type TakeInput,
  type WordsInput,
} from '@aurelfield/api';
import type { Peaks } from '@aurelfield/core/audio';
import type { Edit } from '@aurelfield/core/timeline';
import { PEAK_SAMPLES } from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

const GOING = 700;
const listKey = (handoutId: string) => ['recordings', handoutId] as const;
const oneKey = (id: string) => ['recording', id] as const;

/** The sentences of a handout in reading order; fetched at every visit, since the text may have changed. */
export function usePrompts(handoutId: string) {
  return useQuery({
    queryKey: ['prompts', handoutId],
    queryFn: () => ask(promptListSchema, `/handouts/${handoutId}/prompts`),
    staleTime: 0,
  });
}

/** The recordings of a handout, looked at again while one is being aligned. */
export function useRecordings(handoutId: string) {
  return useQuery({
    queryKey: listKey(handoutId),
    queryFn: async () => (await ask(recordingListSchema, `/handouts/${handoutId}/recordings`)).recordings,
    refetchInterval: ({ state }) =>
      state.data?.some(
        (one) => one.state === 'aligning' && one.job?.state !== 'cancelled' && one.job?.state !== 'failed',
      )
        ? GOING
        : false,
  });
}

export function useRecording(id: string) {
  return useQuery({ queryKey: oneKey(id), queryFn: () => ask(recordingSchema, `/recordings/${id}`) });
}

/** Its waveform, which never changes. */
export function usePeaks(id: string, isReady: boolean) {
  return useQuery({
    queryKey: ['recording', id, 'peaks'],
    enabled: isReady,
    staleTime: Infinity,
    queryFn: async (): Promise<Peaks> => {
      const response = await request(`/recordings/${id}/peaks`);
      return { step: PEAK_SAMPLES, values: new Int8Array(await response.arrayBuffer()) };
    },
  });
}

/** A change to recordings of a handout; readings and lists are fetched again afterwards. */
export function useRecordingChanges(handoutId: string) {
  const client = useQueryClient();
  const onSettled = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: listKey(handoutId) }),
      client.invalidateQueries({ queryKey: ['recording'] }),
      client.invalidateQueries({ queryKey: ['reading'] }),
      client.invalidateQueries({ queryKey: KEYS.handouts }),
    ]);
  const change = useMutation({
    mutationFn: ({ id, ...json }: RecordingChange & { readonly id: string }) =>
      ask(recordingSummarySchema, `/recordings/${id}`, { method: 'PATCH', json }),
    onSettled,
  });
  const remove = useMutation({
    mutationFn: (id: string) => request(`/recordings/${id}`, { method: 'DELETE' }),
    onSettled,
  });
  const restore = useMutation({
    mutationFn: (id: string) => request(`/recordings/${id}/restore`, { method: 'POST' }),
    onSettled,
  });
  const align = useMutation({
    mutationFn: ({ id, scope }: { readonly id: string; readonly scope?: RecordingScope }) =>
      ask(recordingSummarySchema, `/recordings/${id}/align`, {
        method: 'POST',
        json: scope === undefined ? {} : { scope },
      }),
    onSettled,
  });
  const bring = useMutation({
    mutationFn: ({ file, scope }: { readonly file: File; readonly scope: RecordingScope }) =>
      bringFile(handoutId, file, scope),
    onSettled,
  });
  return { change, remove, restore, align, bring, refresh: onSettled };
}

const SOUND = 'application/octet-stream';
const LONGEST_NAME = 120;

function bringFile(handoutId: string, file: File, scope: RecordingScope) {
  const query = new URLSearchParams({
    name: file.name.slice(0, LONGEST_NAME) || 'A sound file',
    ...(scope ? { scope: JSON.stringify(scope) } : {}),
  });
  return ask(recordingSummarySchema, `/handouts/${handoutId}/recordings/file?${query.toString()}`, {
    method: 'POST',
    blob: new Blob([file], { type: SOUND }),
  });
}

export function beginTake(handoutId: string, take: TakeInput) {
  return ask(recordingSummarySchema, `/handouts/${handoutId}/recordings`, { method: 'POST', json: take });
}

export async function sendPart(id: string, part: number, pcm: ArrayBuffer): Promise<void> {
  await request(`/recordings/${id}/parts/${part}`, {
    method: 'PUT',
    blob: new Blob([pcm], { type: SOUND }),
  });
}

export function endTake(id: string, parts: number) {
  return ask(recordingSummarySchema, `/recordings/${id}/end`, { method: 'POST', json: { parts } });
}

export function saveEdits(id: string, revision: number, edits: readonly Edit[]) {
  return ask(editsSavedSchema, `/recordings/${id}/edits`, { method: 'PUT', json: { revision, edits } });
}

export function saveWords(id: string, words: WordsInput) {
  return ask(z.object({ revision: z.number() }), `/recordings/${id}/words`, { method: 'PUT', json: words });
}

/**
 * Where its sound is, from one sample up to another; `version` keeps a browser from playing what it had
 * before.
 */
export function soundAddress(
  id: string,
  {
    from,
    to,
    version,
  }: { readonly from: number; readonly to?: number; readonly version: number | 'original' },
): string {
  const query = new URLSearchParams({ from: String(from), v: String(version) });
  if (to !== undefined) query.set('to', String(to));
  if (version === 'original') query.set('original', 'yes');
  return `/api/recordings/${id}/sound?${query.toString()}`;
}
