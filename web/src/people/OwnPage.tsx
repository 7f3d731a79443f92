import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ChangePassword, SetPin, type PersonView, type SessionRowView } from '@tribos/contract';
import { useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { Button, Failed, Loading, momentText, Page, TextField } from '../ui/index.js';
import { NewPassword } from './JoinPage.js';
import { useSession } from './useSession.js';

/** One’s own password, PIN, and where one is signed in. */
export function OwnPage() {
  const { data: session } = useSession();
  return (
    <Page title={session?.person.name ?? ''} sub={`${session?.person.role} of ${session?.shop.name}`}>
      <div className="grid items-start gap-4 md:grid-cols-2">
        <Password />
        <Pin me={session?.person.id ?? ''} />
      </div>
      <Devices />
    </Page>
  );
}

function Password() {
  const [done, setDone] = useState(false);
  const { register, handleSubmit, setError, reset, formState } = useContractForm<
    ChangePassword,
    ChangePassword
  >(ChangePassword, { current: '', password: '' }, (v) => v);
  const { errors, isSubmitting } = formState;
  const change = async (v: ChangePassword) => {
    try {
      await api.put('/session/password', v);
      reset();
      setDone(true);
      void queryClient.invalidateQueries({ queryKey: keys.devices });
    } catch (e) {
      setError('current', { message: (e as Error).message });
    }
  };
  return (
    <form
      onSubmit={(e) => void handleSubmit(change)(e)}
      className="grid gap-3 bg-sheet p-4"
      aria-label="Another password"
    >
      <h2 className="font-semibold">Another password</h2>
      <TextField
        label="Password now"
        type="password"
        autoComplete="current-password"
        error={errors.current?.message}
        {...register('current')}
      />
      <NewPassword error={errors.password?.message} field={register('password')} />
      <p className="text-small text-soft">Every other device is signed out.</p>
      {done && (
        <p role="status" className="text-within">
          Changed. Every other device is signed out.
        </p>
      )}
      <div>
        <Button type="submit" disabled={isSubmitting}>
          Change it
        </Button>
      </div>
    </form>
  );
}

function Pin({ me }: { me: string }) {
  const [done, setDone] = useState<string | null>(null);
  const people = useQuery({ queryKey: keys.people, queryFn: () => api.get<PersonView[]>('/people') });
  const has = people.data?.find((p) => p.id === me)?.hasPin ?? false;
  const { register, handleSubmit, setError, reset, formState } = useContractForm<SetPin, SetPin>(
    SetPin,
    { password: '', pin: '' },
    (v) => v,
  );
  const { errors, isSubmitting } = formState;
  const set = async (v: SetPin) => {
    try {
      await api.put('/session/pin', v);
      reset();
      setDone(v.pin === '' ? 'Taken away.' : 'Set.');
      void queryClient.invalidateQueries({ queryKey: keys.people });
    } catch (e) {
      setError('password', { message: (e as Error).message });
    }
  };
  return (
    <form onSubmit={(e) => void handleSubmit(set)(e)} className="grid gap-3 bg-sheet p-4" aria-label="PIN">
      <h2 className="font-semibold">PIN, for one tablet among several</h2>
      <p className="text-soft">
        {has ? 'You have one. ' : 'You have none yet. '}
        On a device that is signed in, four to six digits hand it to you, so that your readings carry your
        name.
      </p>
      <TextField
        label="PIN"
        hint={has ? 'Left empty: taken away' : undefined}
        type="password"
        inputMode="numeric"
        autoComplete="off"
        maxLength={6}
        className="figure"
        error={errors.pin?.message}
        {...register('pin')}
      />
      <TextField
        label="Your password"
        type="password"
        autoComplete="current-password"
        error={errors.password?.message}
        {...register('password')}
      />
      {done && (
        <p role="status" className="text-within">
          {done}
        </p>
      )}
      <div>
        <Button type="submit" disabled={isSubmitting}>
          Set it
        </Button>
      </div>
    </form>
  );
}

function Devices() {
  const list = useQuery({
    queryKey: keys.devices,
    queryFn: () => api.get<SessionRowView[]>('/session/devices'),
    staleTime: 0,
  });
  const end = async (path: string) => {
    await api.delete(path);
    await list.refetch();
  };
  return (
    <section className="bg-sheet p-4" aria-label="Where you are signed in">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="font-semibold">Where you are signed in</h2>
        {(list.data?.length ?? 0) > 1 && (
          <Button onClick={() => void end('/session/devices')}>Sign out everywhere but here</Button>
        )}
      </div>
      {list.isError ? (
        <Failed error={list.error} retry={() => void list.refetch()} />
      ) : !list.data ? (
        <Loading what="your devices" />
      ) : (
        <ul>
          {list.data.map((d) => (
            <li key={d.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-rule">
              <span>
                {d.device}
                {d.byPin && ', by PIN'}
                <span className="text-small text-soft">
                  {' '}
                  since {momentText(d.since)}, until {momentText(d.until)}
                </span>
              </span>
              {d.own ? (
                <span className="text-soft">this one</span>
              ) : (
                <Button look="quiet" onClick={() => void end(`/session/devices/${d.id}`)}>
                  Sign out there
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
