import {
  impactSchema,
  blockMarksSchema,
  voiceAssignmentSchema,
  parallelTextSchema,
  decidedSchema,
  studyMarkSchema,
  wordFactsSchema,
  type ImpactRequest,
  type VoiceAssignmentInput,
  type ParallelTextInput,
  type HearWord,
  type StudyMarkInput,
  type WordQuery,
} from '@aurelfield/api';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

/** Entries that a reading was planned with. */
export function useDecided(readingId: string) {
  return useQuery({
    queryKey: ['decided', readingId],
    queryFn: () => ask(decidedSchema, `/readings/${readingId}/decided`),
    staleTime: Infinity,
  });
}

/** Syllables and word classes of a text, which never changes. */
export function useBlockMarks(hash: string, isWanted: boolean) {
  return useQuery({
    queryKey: ['block marks', hash],
    queryFn: () => ask(z.array(blockMarksSchema), `/texts/${hash}/marks`),
    enabled: isWanted,
    staleTime: Infinity,
  });
}

/** What is known of a word in its sentence. */
export function useWordFacts(
  query: Pick<WordQuery, 'word' | 'language' | 'pupilId'> & {
    readonly sentence: string;
    readonly start: number;
  },
) {
  const search = new URLSearchParams({
    word: query.word,
    language: query.language,
    pupilId: query.pupilId,
    sentence: query.sentence,
    start: String(query.start),
  });
  return useQuery({
    queryKey: ['word facts', search.toString()],
    queryFn: () => ask(wordFactsSchema, `/words/facts?${search.toString()}`),
    staleTime: Infinity,
    retry: false,
  });
}

/** A word in a pupil's voice, as a WAV file. */
export async function fetchWord(json: HearWord): Promise<Blob> {
  return (await request('/words/hear', { method: 'POST', json })).blob();
}

/** What an entry would change. */
export function useImpact(json: ImpactRequest, isWanted: boolean) {
  return useQuery({
    queryKey: [...KEYS.pronunciations, 'affects', json],
    queryFn: ({ signal }) => ask(impactSchema, '/pronunciations/impact', { method: 'POST', json, signal }),
    enabled: isWanted,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

const studyKey = (handoutId: string) => [...KEYS.handouts, handoutId, 'study marks'];

/** What was marked in a handout for study. */
export function useStudyMarks(handoutId: string) {
  return useQuery({
    queryKey: studyKey(handoutId),
    queryFn: () => ask(z.array(studyMarkSchema), `/handouts/${handoutId}/study-marks`),
  });
}

/** Marks a passage, changes a mark, or takes it away. */
export function useChangeStudyMarks(handoutId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (
      change:
        | { readonly add: StudyMarkInput }
        | { readonly id: string; readonly change: Partial<Pick<StudyMarkInput, 'colour' | 'note'>> }
        | { readonly remove: string },
    ) => {
      const path = `/handouts/${handoutId}/study-marks`;
      if ('add' in change) await request(path, { method: 'POST', json: change.add });
      else if ('remove' in change) await request(`${path}/${change.remove}`, { method: 'DELETE' });
      else await request(`${path}/${change.id}`, { method: 'PATCH', json: change.change });
    },
    onSuccess: () => client.invalidateQueries({ queryKey: studyKey(handoutId) }),
  });
}

const voiceAssignmentKey = (handoutId: string) => [...KEYS.handouts, handoutId, 'voiceAssignment'];

/** Who speaks in a handout, and in which voices. */
export function useVoiceAssignment(handoutId: string, hash: string) {
  return useQuery({
    queryKey: [...voiceAssignmentKey(handoutId), hash],
    queryFn: () => ask(voiceAssignmentSchema, `/handouts/${handoutId}/voice-assignment`),
  });
}

export function useSetVoiceAssignment(handoutId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (json: VoiceAssignmentInput) =>
      ask(voiceAssignmentSchema, `/handouts/${handoutId}/voice-assignment`, { method: 'PUT', json }),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: voiceAssignmentKey(handoutId) });
      await client.invalidateQueries({ queryKey: ['reading', handoutId] });
    },
  });
}

const parallelTextKey = (handoutId: string) => [...KEYS.handouts, handoutId, 'parallelText'];

/** What stands beside a handout in another language; null where nothing does. */
export function useParallelText(handoutId: string, hash: string) {
  return useQuery({
    queryKey: [...parallelTextKey(handoutId), hash],
    queryFn: () => ask(parallelTextSchema.nullable(), `/handouts/${handoutId}/parallel-text`),
  });
}

/** Ways in which a parallel text comes to be, or goes. */
export type ParallelTextChange =
  | { readonly put: ParallelTextInput }
  | { readonly table: File; readonly language: string; readonly revision: number }
  | { readonly translate: string; readonly revision: number }
  | { readonly remove: true };

export function useChangeParallelText(handoutId: string) {
  const client = useQueryClient();
  const path = `/handouts/${handoutId}/parallel-text`;
  return useMutation({
    mutationFn: async (change: ParallelTextChange) => {
      if ('put' in change) return request(path, { method: 'PUT', json: change.put });
      if ('translate' in change)
        return request(`${path}/translate`, {
          method: 'POST',
          json: { language: change.translate, revision: change.revision },
        });
      if ('remove' in change) return request(path, { method: 'DELETE' });
      const form = new FormData();
      form.append('language', change.language);
      form.append('revision', String(change.revision));
      form.append('file', change.table);
      return request(`${path}/table`, { method: 'POST', form });
    },
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: parallelTextKey(handoutId) });
      await client.invalidateQueries({ queryKey: ['reading', handoutId] });
    },
  });
}
