import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 } from 'uuid';
import { ROLES, type InvitationLink, type InvitationRow, type Role } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, momentText, SelectField, TextField, Trouble } from '../ui/index.js';

/** A link that is shown once, to be handed over. */
export function LinkToHand({ what, token, until }: { what: string; token: string; until: string }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}/join#${token}`;
  return (
    <div role="status" className="mt-3 grid gap-2 border-l-4 border-brass py-1 pl-4">
      <p>{what}</p>
      <p className="figure break-all select-all">{address}</p>
      <p className="flex flex-wrap items-center gap-3">
        <Button
          onClick={() =>
            void navigator.clipboard.writeText(address).then(
              () => setCopied(true),
              () => setCopied(false),
            )
          }
        >
          {copied ? 'Copied' : 'Copy it'}
        </Button>
        <span className="text-small text-soft">
          Good until {momentText(until)}. It is shown only now: hand it over yourself.
        </span>
      </p>
    </div>
  );
}

/** Inviting somebody, and the invitations nobody took up yet. */
export function Invitations() {
  const [role, setRole] = useState<Role>('technician');
  const [note, setNote] = useState('');
  const [link, setLink] = useState<(InvitationLink & { note: string }) | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const open = useQuery({
    queryKey: keys.invitations,
    queryFn: () => api.get<InvitationRow[]>('/people/invitations'),
  });
  const act = async (work: () => Promise<void>) => {
    setTrouble(null);
    try {
      await work();
    } catch (e) {
      setTrouble((e as Error).message);
    }
    await open.refetch();
  };
  return (
    <section className="bg-sheet p-4" aria-label="Invitations">
      <h2 className="mb-2 font-semibold">Invite somebody</h2>
      <form
        className="grid items-end gap-3 sm:grid-cols-[1fr_12rem_auto]"
        onSubmit={(e) => {
          e.preventDefault();
          void act(async () => {
            const made = await api.post<InvitationLink>('/people/invitations', { id: v7(), role, note });
            setLink({ ...made, note });
            setNote('');
          });
        }}
      >
        <TextField label="For whom" maxLength={200} value={note} onChange={(e) => setNote(e.target.value)} />
        <SelectField label="As" value={role} onChange={(e) => setRole(e.target.value as Role)}>
          {ROLES.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </SelectField>
        <Button look="brass" type="submit">
          Make a link
        </Button>
      </form>
      {link && (
        <LinkToHand
          what={`With this, ${link.note || 'one person'} comes in, once:`}
          token={link.token}
          until={link.until}
        />
      )}
      <Trouble>{trouble}</Trouble>
      {(open.data?.length ?? 0) > 0 && (
        <>
          <h3 className="mt-4 text-soft">Not taken up yet</h3>
          <ul>
            {open.data!.map((i) => (
              <li
                key={i.id}
                className="flex min-h-11 items-center justify-between gap-3 border-t border-rule"
              >
                <span>
                  {i.person ? `another password for ${i.person}` : `${i.note || 'somebody'}, as ${i.role}`}
                  <span className="text-small text-soft">
                    {' '}
                    by {i.by}, until {momentText(i.until)}
                  </span>
                </span>
                <Button
                  look="quiet"
                  aria-label={`Take back the link for ${i.person ?? (i.note || i.role)}`}
                  onClick={() => void act(() => api.delete(`/people/invitations/${i.id}`))}
                >
                  Take it back
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
