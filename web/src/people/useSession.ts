import { useQuery } from '@tanstack/react-query';
import { may, type Permission, type SessionView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';

/** Who is signed in; null when nobody is. */
export function useSession() {
  return useQuery({
    queryKey: keys.session,
    queryFn: async () => (await api.get<{ session: SessionView | null }>('/session')).session,
    staleTime: 60_000,
  });
}

/** Whether the person at the screen may do something; what they may not is not offered. */
export function useMay(permission: Permission): boolean {
  const { data } = useSession();
  return data ? may(data.person.role, permission) : false;
}

export async function signOut(): Promise<void> {
  await api.delete('/session').catch(() => undefined);
  queryClient.clear();
  queryClient.setQueryData(keys.session, null);
}
