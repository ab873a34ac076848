import { jobSchema, type ExportFormat } from '@aurelfield/api';
import { useQuery } from '@tanstack/react-query';
import { ask, request } from './client.ts';

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
