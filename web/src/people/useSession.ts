import { useQuery } from '@tanstack/react-query';
import { may, wantsPassword, type Permission, type SessionAnswer, type SessionView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';

/** Who is signed in; null when nobody is. */
export function useSession() {
  return useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const { session, empty } = await api.get<SessionAnswer>('/session');
      queryClient.setQueryData(keys.emptyHouse, empty);
      return session;
    },
    staleTime: 60_000,
  });
}

/** Whether the person at the screen may do something; what they may not is not offered. */
export function useMay(permission: Permission): boolean {
  const { data } = useSession();
  return data ? may(data.person.role, permission) && !(data.byPin && wantsPassword(permission)) : false;
}

/** Whether no shop was founded here yet; known once `useSession` is. */
export const isEmptyHouse = (): boolean => queryClient.getQueryData<boolean>(keys.emptyHouse) ?? false;

/** Somebody is in, or nobody any more: everything that was seen as somebody else is asked for anew. */
export function cameIn(session: SessionView | null): void {
  queryClient.removeQueries({ predicate: (q) => q.queryKey[0] !== keys.session[0] });
  queryClient.setQueryData(keys.session, session);
}

export async function signOut(): Promise<void> {
  await api.delete('/session').catch(() => undefined);
  cameIn(null);
}
