import { useEffect, useState } from 'react';
import type { SessionView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { sendPhotosFor } from '../outbox/index.js';
import { cameIn, useSession } from '../people/index.js';
import { PhotoStrip } from '../photos/index.js';
import { Button, Failed, Loading, Trouble } from '../ui/index.js';

const KEPT = 'tribos:phone';

interface Said {
  readonly token: string;
  readonly screen: string;
  readonly job: string;
  readonly station: string;
}

function said(): Said {
  const hash = window.location.hash.slice(1);
  const from = new URLSearchParams(hash || (sessionStorage.getItem(KEPT) ?? ''));
  const of = (k: string) => from.get(k) ?? '';
  if (hash) {
    window.history.replaceState(null, '', '/phone');
    // Without the code: it is used up.
    sessionStorage.setItem(
      KEPT,
      new URLSearchParams({ screen: of('screen'), job: of('job'), station: of('station') }).toString(),
    );
  }
  return { token: of('token'), screen: of('screen'), job: of('job'), station: of('station') || 'intake' };
}

/** A phone, signed in from a screen: its camera and its foot-switch. */
export function PhonePage() {
  const [{ token, screen, job, station }] = useState(said);
  const [error, setError] = useState<Error | null>(null);
  const [ready, setReady] = useState(token === '');
  const session = useSession();
  useEffect(() => {
    if (token === '') return;
    let wanted = true;
    api.post<SessionView>('/door/phone', { token }).then(
      async (view) => {
        await cameIn(view);
        if (wanted) setReady(true);
      },
      (e: unknown) => {
        if (wanted) setError(e as Error);
      },
    );
    return () => {
      wanted = false;
    };
  }, [token]);
  const person = session.data?.person;
  useEffect(() => {
    if (person) sendPhotosFor(person.id);
  }, [person]);
  if (error) return <Failed error={error} />;
  if (!ready || session.isPending) return <Loading what="the job" />;
  if (!person || job === '')
    return (
      <p role="alert" className="p-5">
        This phone is not signed in. Show a code on the screen of the job and point its camera at it.
      </p>
    );
  return (
    <main className="mx-auto grid max-w-md gap-4 p-4">
      <h1 className="text-title font-semibold">{person.name}, at the screen</h1>
      <FootSwitch screen={screen} />
      <PhotoStrip jobId={job} station={station} />
    </main>
  );
}

/** One big place to press, with a thumb or through a glove. */
function FootSwitch({ screen }: { screen: string }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [pressed, setPressed] = useState(0);
  const press = async (held: boolean) => {
    try {
      await api.post('/session/press', { device: screen, held });
      setPressed((n) => n + 1);
      setTrouble(null);
    } catch (e) {
      setTrouble((e as Error).message);
    }
  };
  return (
    <div className="grid gap-2">
      <Button look="brass" className="min-h-40 text-title" onClick={() => void press(false)}>
        Foot-switch
      </Button>
      <Button className="min-h-16" onClick={() => void press(true)}>
        Held: takes the answer that is marked
      </Button>
      <p role="status" className="text-small text-soft">
        {pressed === 0
          ? 'As Space on the screen: the next thing there is done.'
          : `Pressed ${pressed === 1 ? 'once' : `${pressed} times`}.`}
      </p>
      <Trouble>{trouble}</Trouble>
    </div>
  );
}
