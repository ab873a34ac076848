import { heardPageSchema, heardSitesSchema, type HeardPage, type HeardSites } from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const SITES = ['school', 'heard-sites'] as const;
const PAGES = ['heard-pages'] as const;
const GOING = 2000;

/** Sites whose pages their readers can hear. */
export function useHeardSites() {
  return useQuery({ queryKey: SITES, queryFn: () => ask(heardSitesSchema, '/school/heard-sites') });
}

export function useChangeHeardSites() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (sites: HeardSites) =>
      ask(heardSitesSchema, '/school/heard-sites', { method: 'PUT', json: sites }),
    onSuccess: (sites) => client.setQueryData(SITES, sites),
  });
}

/** Pages that somebody wanted to hear, looked at again while one is being made. */
export function useHeardPages() {
  return useQuery({
    queryKey: PAGES,
    queryFn: () => ask(z.array(heardPageSchema), '/heard-pages'),
    refetchInterval: ({ state }) => (state.data?.some((one) => one.state === 'making') ? GOING : false),
  });
}

export function useForgetHeardPage() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id }: Pick<HeardPage, 'id'>) => request(`/heard-pages/${id}`, { method: 'DELETE' }),
    onSettled: () => client.invalidateQueries({ queryKey: PAGES }),
  });
}
