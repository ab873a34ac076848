import { intakeSchema } from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import { ask } from './client.ts';

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
