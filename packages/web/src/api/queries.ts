import {
  checkedSchema,
  entrySchema,
  importedSchema,
  handoutSchema,
  handoutSummarySchema,
  intakeSchema,
  jobSchema,
  pupilSchema,
  readingSchema,
  sessionSchema,
  voiceSchema,
  type EntryInput,
  type ExportFormat,
  type HandoutInput,
  type HandoutPatch,
  type HearRequest,
  type PupilInput,
  type Sample,
  type Scope,
  type Setup,
  type SignIn,
} from '@aurelfield/api';
import {
  keepPreviousData,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query';
import { z } from 'zod';
import { ask, rememberSession, request } from './client.ts';

/** What the screens know of the server, each with its key. */
export const KEYS = {
  session: ['session'],
  handouts: ['handouts'],
  pupils: ['pupils'],
  voices: ['voices'],
  missingVoices: ['voices', 'missing'],
  pronunciations: ['pronunciations'],
} as const;

export function useSession() {
  return useQuery({
    queryKey: KEYS.session,
    queryFn: async () => rememberSession(await ask(sessionSchema, '/session')),
    staleTime: Infinity,
  });
}

function useSessionChange<T>(change: (input: T) => Promise<z.infer<typeof sessionSchema>>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (session) => {
      client.setQueryData(KEYS.session, rememberSession(session));
      // What one teacher saw is nothing for the next.
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEYS.session[0] });
    },
  });
}

export function useSignIn() {
  return useSessionChange((json: SignIn) => ask(sessionSchema, '/session', { method: 'POST', json }));
}

export function useSetup() {
  return useSessionChange((json: Setup) => ask(sessionSchema, '/setup', { method: 'POST', json }));
}

export function useSignOut() {
  return useSessionChange(async () => {
    await request('/session', { method: 'DELETE' });
    return ask(sessionSchema, '/session');
  });
}

/** The shelf, or the archive; with `search` only the handouts that hold its words. */
export function useHandouts({ search = '', archived = false } = {}) {
  return useQuery({
    queryKey: [...KEYS.handouts, 'shelf', search, archived],
    queryFn: () =>
      ask(
        z.array(handoutSummarySchema),
        `/handouts?search=${encodeURIComponent(search)}&archived=${archived ? 'yes' : 'no'}`,
      ),
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

/** Changes facts of any handout on the shelf. */
export function useChangeAny() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, patch }: { id: string; patch: HandoutPatch }) =>
      ask(handoutSchema, `/handouts/${id}`, { method: 'PATCH', json: patch }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

export function useHandout(id: string) {
  return useQuery({ queryKey: [...KEYS.handouts, id], queryFn: () => ask(handoutSchema, `/handouts/${id}`) });
}

/** What a pasted text is; asked again whenever it has changed and rested. */
export function useExamination(text: string) {
  return useQuery({
    queryKey: ['intake', text],
    queryFn: ({ signal }) => ask(intakeSchema, '/intake/text', { method: 'POST', json: { text }, signal }),
    enabled: text.trim() !== '',
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
    placeholderData: (previous) => previous,
  });
}

export function examineFile(file: File, signal: AbortSignal) {
  const form = new FormData();
  form.append('file', file);
  return ask(intakeSchema, '/intake/file', { method: 'POST', form, signal });
}

export function examinePage(address: string, signal: AbortSignal) {
  return ask(intakeSchema, '/intake/page', { method: 'POST', json: { address }, signal });
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

/** Takes a handout off the shelf or puts it back. */
export function useShelve() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: string; back: boolean }) =>
      request(back ? `/handouts/${id}/restore` : `/handouts/${id}`, { method: back ? 'POST' : 'DELETE' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.handouts }),
  });
}

export function usePupils() {
  return useQuery({ queryKey: KEYS.pupils, queryFn: () => ask(z.array(pupilSchema), '/pupils') });
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
    mutationFn: ({ id, input }: { id: string | undefined; input: PupilInput }) =>
      ask(pupilSchema, id === undefined ? '/pupils' : `/pupils/${id}`, {
        method: id === undefined ? 'POST' : 'PUT',
        json: input,
      }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.pupils }),
  });
}

/** Takes a pupil off the list or puts them back. */
export function useArchivePupil() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, back }: { id: string; back: boolean }) =>
      request(back ? `/pupils/${id}/restore` : `/pupils/${id}`, { method: back ? 'POST' : 'DELETE' }),
    onSuccess: () => client.invalidateQueries({ queryKey: KEYS.pupils }),
  });
}

/** A sentence with settings that are not saved, as a WAV file. */
export async function fetchSample(json: Sample): Promise<Blob> {
  return (await request('/sample', { method: 'POST', json })).blob();
}

/** The reading of a handout for a pupil, followed while it is being made. */
export function useReading(
  handoutId: string,
  pupilId: string | undefined,
  language: string | undefined,
  profile: unknown,
) {
  return useQuery({
    queryKey: ['reading', handoutId, pupilId, language, profile],
    queryFn: () => ask(readingSchema, '/readings', { method: 'POST', json: { handoutId, pupilId } }),
    enabled: pupilId !== undefined && language !== undefined,
    staleTime: Infinity,
    retry: false,
  });
}

/** How far a reading is, asked twice a second until all is made. */
export function useReadingProgress(readingId: string | undefined) {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['progress', readingId],
    queryFn: async () => {
      const reading = await ask(readingSchema, `/readings/${readingId ?? ''}`);
      if (reading.duration !== null) void client.invalidateQueries({ queryKey: [...KEYS.handouts, 'shelf'] });
      return reading;
    },
    enabled: readingId !== undefined,
    refetchInterval: ({ state }) => (isMaking(state.data) ? 500 : false),
  });
}

function isMaking(reading: z.infer<typeof readingSchema> | undefined): boolean {
  if (reading === undefined) return true;
  return reading.job?.state === 'waiting' || reading.job?.state === 'running';
}

/** Agrees to what the rest of a reading costs and has it made. */
export function useAgree({ id, handoutId }: { readonly id: string; readonly handoutId: string }) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask(readingSchema, `/readings/${id}/agree`, { method: 'POST' }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['reading', handoutId] }),
  });
}

export function makeRest(readingId: string) {
  return ask(readingSchema, `/readings/${readingId}/make`, { method: 'POST' });
}

export function beginExport(readingId: string, format: ExportFormat) {
  return ask(jobSchema, `/readings/${readingId}/exports`, { method: 'POST', json: { format } });
}

export function useJob(jobId: string | undefined) {
  return useQuery({
    queryKey: ['job', jobId],
    queryFn: () => ask(jobSchema, `/jobs/${jobId ?? ''}`),
    enabled: jobId !== undefined,
    refetchInterval: ({ state }) =>
      state.data === undefined || state.data.state === 'waiting' || state.data.state === 'running'
        ? 400
        : false,
  });
}

export async function cancelJob(jobId: string): Promise<void> {
  await request(`/jobs/${jobId}`, { method: 'DELETE' });
}

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
    mutationFn: ({ file, scope, scopeValue }: { file: File; scope: Scope; scopeValue: string }) => {
      const form = new FormData();
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

/** Readings are planned anew when a pronunciation has changed. */
async function forgetReadings(client: QueryClient): Promise<void> {
  client.removeQueries({ queryKey: ['reading'] });
  await client.invalidateQueries({ queryKey: KEYS.pronunciations });
}
