import { formatViewSchema, jobSchema, namingSchema, type ExportRequest } from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const formatsSchema = z.object({ formats: z.array(formatViewSchema), naming: namingSchema.nullable() });

/** The formats there are, and how the school's files were called last. */
export function useFormats() {
  return useQuery({
    queryKey: ['formats'],
    queryFn: () => ask(formatsSchema, '/formats'),
    staleTime: 60_000,
  });
}

export function beginExport(readingId: string, wanted: ExportRequest) {
  return ask(jobSchema, `/readings/${readingId}/exports`, { method: 'POST', json: wanted });
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
