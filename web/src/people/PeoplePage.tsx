import { useQuery } from '@tanstack/react-query';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { may, PERMISSIONS, ROLES, type Permission, type PersonView, type Role } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { Button, dayText, Failed, Loading, Trouble } from '../ui/index.js';
import { Invitations, LinkToHand } from './Invitations.js';
import { useMay, useSession } from './useSession.js';

/** People of the shop: who may do what, who is here, who was invited. */
export function PeoplePage() {
  const { data: session } = useSession();
  const manages = useMay('manage-people');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [link, setLink] = useState<{ name: string; token: string; until: string } | null>(null);
  const people = useQuery({ queryKey: keys.people, queryFn: () => api.get<PersonView[]>('/people') });
  if (!people.data)
    return people.isError ? (
      <Failed error={people.error} retry={() => void people.refetch()} />
    ) : (
      <Loading what="the people" />
    );
  const act = async (work: () => Promise<unknown>) => {
    setTrouble(null);
    try {
      await work();
    } catch (e) {
      setTrouble((e as Error).message);
    }
    await queryClient.invalidateQueries({ queryKey: keys.people });
  };
  const mine = (p: PersonView) => p.id === session?.person.id;
  return (
    <div className="grid gap-4">
      <section className="bg-sheet p-4" aria-label="People">
        <h2 className="mb-1 font-semibold">People</h2>
        <Trouble>{trouble}</Trouble>
        <ul>
          {people.data.map((p) => (
            <li
              key={p.id}
              className="grid min-h-14 items-center gap-x-4 border-t border-rule py-1 md:grid-cols-[1fr_10rem_auto]"
            >
              <span className={p.leftOn ? 'text-soft' : ''}>
                <span className="font-semibold">{p.name}</span>
                {mine(p) && <span className="text-soft"> (you)</span>}
                <span className="block text-small text-soft">
                  {p.leftOn ? `left ${dayText(p.leftOn)}; what they did keeps their name` : p.email}
                </span>
              </span>
              {manages && !p.leftOn ? (
                <select
                  aria-label={`Role of ${p.name}`}
                  className="min-h-11 rounded-edge border border-ink/40 bg-sheet px-2"
                  value={p.role}
                  onChange={(e) =>
                    void act(() =>
                      api.patch(`/people/${p.id}/role`, { version: p.version, role: e.target.value }),
                    )
                  }
                >
                  {ROLES.map((r) => (
                    <option key={r}>{r}</option>
                  ))}
                </select>
              ) : (
                <span>{p.role}</span>
              )}
              {manages && <Acts person={p} mine={mine(p)} act={act} onLink={setLink} />}
            </li>
          ))}
        </ul>
        {link && (
          <LinkToHand
            what={`With this, ${link.name} chooses another password, once:`}
            token={link.token}
            until={link.until}
          />
        )}
      </section>
      {manages && <Invitations />}
      <WhoMay />
    </div>
  );
}

/** What a lead does about a person: another password, has left, is back. */
function Acts({
  person: p,
  mine,
  act,
  onLink,
}: {
  person: PersonView;
  mine: boolean;
  act: (work: () => Promise<unknown>) => Promise<void>;
  onLink: (link: { name: string; token: string; until: string }) => void;
}) {
  return (
    <span className="flex flex-wrap justify-end">
      {p.leftOn ? (
        <Button
          look="quiet"
          aria-label={`${p.name} is back`}
          onClick={() => void act(() => api.put(`/people/${p.id}/back`, { version: p.version }))}
        >
          Is back
        </Button>
      ) : (
        <>
          <Button
            look="quiet"
            aria-label={`New password for ${p.name}`}
            onClick={() =>
              void act(async () =>
                onLink({
                  name: p.name,
                  ...(await api.post<{ token: string; until: string }>(`/people/${p.id}/renewal`, {})),
                }),
              )
            }
          >
            New password
          </Button>
          {!mine && (
            <Button
              look="quiet"
              aria-label={`${p.name} has left`}
              onClick={() => void act(() => api.put(`/people/${p.id}/left`, { version: p.version }))}
            >
              Has left
            </Button>
          )}
        </>
      )}
    </span>
  );
}

/** Roles as one table. */
function WhoMay() {
  return (
    <section className="bg-sheet p-4" aria-label="Who may do what">
      <h2 className="mb-1 font-semibold">Who may do what</h2>
      <table className="w-full text-left">
        <thead className="text-small text-soft">
          <tr>
            <th className="py-1 font-normal">to</th>
            {ROLES.map((r) => (
              <th key={r} className="w-24 text-center font-normal">
                {r}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Object.entries(PERMISSIONS).map(([key, words]) => (
            <tr key={key} className="border-t border-rule">
              <th scope="row" className="py-1.5 font-normal">
                {words}
              </th>
              {ROLES.map((r: Role) => (
                <td key={r} className="text-center">
                  {may(r, key as Permission) ? (
                    <>
                      <Check size={18} className="inline" aria-hidden="true" />
                      <span className="sr-only">may</span>
                    </>
                  ) : (
                    <span className="text-soft">no</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
