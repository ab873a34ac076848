import { sessionSchema, type Setup, type SignIn } from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { z } from 'zod';
import { ask, rememberSession, request } from './client.ts';
import { KEYS } from './keys.ts';

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

/** Enters the demo school, as who sits at the machine itself may. */
export function useEnterDemo() {
  return useSessionChange(() => ask(sessionSchema, '/session/demo', { method: 'POST' }));
}
