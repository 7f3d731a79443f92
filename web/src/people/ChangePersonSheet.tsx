import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PersonView, SessionView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, Empty, Failed, Loading, Sheet, TextField } from '../ui/index.js';
import { changedTo } from './useSession.js';

/** Somebody else takes this device over, by PIN: the next reading carries their name. */
export function ChangePersonSheet({ me, onClose }: { me: string; onClose: () => void }) {
  const [to, setTo] = useState<PersonView | null>(null);
  const [pin, setPin] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const people = useQuery({ queryKey: keys.people, queryFn: () => api.get<PersonView[]>('/people') });
  const others = (people.data ?? []).filter((p) => p.id !== me && p.leftOn === null);
  const change = async () => {
    try {
      await changedTo(await api.put<SessionView>('/session/person', { personId: to!.id, pin }));
      onClose();
    } catch (e) {
      setPin('');
      setTrouble((e as Error).message);
    }
  };
  return (
    <Sheet title="Who has the gauge now?" onClose={onClose}>
      {people.isError ? (
        <Failed error={people.error} retry={() => void people.refetch()} />
      ) : !people.data ? (
        <Loading what="the people" />
      ) : (
        <ul className="grid gap-2">
          {others.map((p) => (
            <li key={p.id}>
              <Button
                className="w-full justify-between"
                aria-pressed={to?.id === p.id}
                disabled={!p.hasPin}
                onClick={() => {
                  setTo(p);
                  setTrouble(null);
                }}
              >
                <span className="font-semibold">{p.name}</span>
                <span className="text-small text-soft">{p.hasPin ? p.role : 'has set no PIN'}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
      {people.data && others.length === 0 && <Empty>Nobody else is in this shop.</Empty>}
      {to && (
        <form
          key={to.id}
          className="mt-4 grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void change();
          }}
        >
          <TextField
            label={`PIN of ${to.name}`}
            type="password"
            inputMode="numeric"
            autoComplete="off"
            autoFocus
            maxLength={6}
            className="figure text-lead"
            value={pin}
            error={trouble ?? undefined}
            onChange={(e) => setPin(e.target.value.replace(/\D/gu, ''))}
          />
          <Button look="brass" type="submit" disabled={pin.length < 4}>
            {to.name} goes on
          </Button>
        </form>
      )}
      <p className="mt-4 text-small text-soft">
        A PIN is set under “Password, PIN, devices”. It is good on a device that is signed in, and not for
        changing people, rules or whose figures count.
      </p>
    </Sheet>
  );
}
