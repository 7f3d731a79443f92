import { useQuery, type QueryKey } from '@tanstack/react-query';
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

/** Says who is at the screen now. An answer still under way would say who was there before: it is dropped. */
async function say(session: SessionView | null): Promise<void> {
  await queryClient.cancelQueries({ queryKey: keys.session });
  queryClient.setQueryData(keys.session, session);
}

const others = { predicate: (q: { queryKey: QueryKey }) => q.queryKey[0] !== keys.session[0] };

/** Somebody is in, or nobody any more: everything that was seen as somebody else is asked for anew. */
export async function cameIn(session: SessionView | null): Promise<void> {
  queryClient.removeQueries(others);
  await say(session);
}

/** Somebody else of the shop took the device over: what is on the screen stays and is looked at again. */
export async function changedTo(session: SessionView): Promise<void> {
  await say(session);
  void queryClient.invalidateQueries(others);
}

export async function signOut(): Promise<void> {
  await api.delete('/session').catch(() => undefined);
  await cameIn(null);
}
