import { namedGroupSchema } from '@aurelfield/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { ask, request } from './client.ts';
import { KEYS } from './keys.ts';

/** What has a name in the school: as a part of an address. */
export type GroupKind = 'classes' | 'subjects';

/** The classes or the subjects of the school, with how much belongs to each. */
export function useGroups(kind: GroupKind) {
  return useQuery({ queryKey: [kind], queryFn: () => ask(z.array(namedGroupSchema), `/${kind}`) });
}

/** Gives a class or subject another name, which is then seen wherever it is named. */
export function useRenameGroup(kind: GroupKind) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, name }: { readonly id: string; readonly name: string }) =>
      request(`/${kind}/${id}`, { method: 'PATCH', json: { name } }),
    onSuccess: () =>
      Promise.all(
        [[kind], KEYS.pupils, KEYS.handouts, KEYS.pronunciations].map((queryKey) =>
          client.invalidateQueries({ queryKey }),
        ),
      ),
  });
}
