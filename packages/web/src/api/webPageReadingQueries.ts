import {
  webPageReadingSchema,
  allowedSitesSchema,
  type WebPageReading,
  type AllowedSites,
} from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';

const SITES = ['school', 'allowed-sites'] as const;
const PAGES = ['web-page-readings'] as const;
const GOING = 2000;

/** Sites whose pages their readers can hear. */
export function useAllowedSites() {
  return useQuery({ queryKey: SITES, queryFn: () => ask(allowedSitesSchema, '/school/allowed-sites') });
}

export function useChangeAllowedSites() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (sites: AllowedSites) =>
      ask(allowedSitesSchema, '/school/allowed-sites', { method: 'PUT', json: sites }),
    onSuccess: (sites) => client.setQueryData(SITES, sites),
  });
}

/** Pages that somebody wanted to hear, looked at again while one is being made. */
export function useWebPageReadings() {
  return useQuery({
    queryKey: PAGES,
    queryFn: () => ask(z.array(webPageReadingSchema), '/web-page-readings'),
    refetchInterval: ({ state }) => (state.data?.some((one) => one.state === 'making') ? GOING : false),
  });
}

export function useForgetWebPageReading() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id }: Pick<WebPageReading, 'id'>) =>
      request(`/web-page-readings/${id}`, { method: 'DELETE' }),
    onSettled: () => client.invalidateQueries({ queryKey: PAGES }),
  });
}
