import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  Join,
  RenewPassword,
  SHORTEST_PASSWORD,
  type InvitationView,
  type SessionView,
} from '@tribos/contract';
import { useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { Button, Failed, Loading, TextField } from '../ui/index.js';
import { DoorFrame } from './DoorFrame.js';
import { cameIn } from './useSession.js';

const LINK = 'tribos:invitation';

/** Where a one-time link leads: somebody new says who they are, one who forgot chooses another password. */
export function JoinPage() {
  const [token] = useState(() => {
    const said = window.location.hash.slice(1);
    if (said) window.history.replaceState(null, '', '/join');
    return said || (sessionStorage.getItem(LINK) ?? '');
  });
  sessionStorage.setItem(LINK, token);
  const { data, error, refetch } = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => api.post<InvitationView>('/door/invitation', { token }),
    staleTime: Infinity,
  });
  if (error)
    return (
      <DoorFrame sub="An invitation">
        <Failed error={error} retry={() => void refetch()} />
      </DoorFrame>
    );
  if (!data) return <Loading what="the invitation" />;
  return data.person ? (
    <Renew token={token} person={data.person} shop={data.shop} />
  ) : (
    <NewPerson token={token} view={data} />
  );
}

function NewPerson({ token, view }: { token: string; view: InvitationView }) {
  const navigate = useNavigate();
  const { register, handleSubmit, setError, formState } = useContractForm<Join, Join>(
    Join,
    { token, name: '', email: '', password: '' },
    (v) => v,
  );
  const { errors, isSubmitting } = formState;
  const join = async (v: Join) => {
    try {
      await cameIn(await api.post<SessionView>('/door/join', v));
      sessionStorage.removeItem(LINK);
      void navigate('/');
    } catch (e) {
      setError('root', { message: `${(e as Error).message} What you typed is still here.` });
    }
  };
  return (
    <DoorFrame sub={`${view.by} invites you to ${view.shop}, as ${view.role}.`}>
      <form onSubmit={(e) => void handleSubmit(join)(e)} className="grid gap-4">
        <TextField
          label="Your name"
          hint="As readings and prints will carry it"
          autoComplete="name"
          autoFocus
          error={errors.name && 'Who are you?'}
          {...register('name')}
        />
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          error={errors.email?.message}
          {...register('email')}
        />
        <NewPassword error={errors.password?.message} field={register('password')} />
        {errors.root && (
          <p role="alert" className="text-beyond">
            {errors.root.message}
          </p>
        )}
        <Button look="brass" type="submit" disabled={isSubmitting}>
          Come in
        </Button>
      </form>
    </DoorFrame>
  );
}

function Renew({
  token,
  person,
  shop,
}: {
  token: string;
  person: NonNullable<InvitationView['person']>;
  shop: string;
}) {
  const navigate = useNavigate();
  const { register, handleSubmit, setError, formState } = useContractForm<RenewPassword, RenewPassword>(
    RenewPassword,
    { token, password: '' },
    (v) => v,
  );
  const { errors, isSubmitting } = formState;
  const renew = async (v: RenewPassword) => {
    try {
      await cameIn(await api.post<SessionView>('/door/password', v));
      sessionStorage.removeItem(LINK);
      void navigate('/');
    } catch (e) {
      setError('root', { message: (e as Error).message });
    }
  };
  return (
    <DoorFrame sub={`Another password for ${person.name}, ${shop}`}>
      <form onSubmit={(e) => void handleSubmit(renew)(e)} className="grid gap-4">
        <input type="hidden" autoComplete="username" value={person.email} readOnly />
        <NewPassword autoFocus error={errors.password?.message} field={register('password')} />
        {errors.root && (
          <p role="alert" className="text-beyond">
            {errors.root.message}
          </p>
        )}
        <p className="text-soft">You are signed out on every other device.</p>
        <Button look="brass" type="submit" disabled={isSubmitting}>
          Take it
        </Button>
      </form>
    </DoorFrame>
  );
}

export function NewPassword({
  field,
  error,
  autoFocus = false,
}: {
  field: object;
  error: string | undefined;
  autoFocus?: boolean;
}) {
  return (
    <TextField
      label="Password"
      hint={`At least ${SHORTEST_PASSWORD} characters`}
      type="password"
      autoComplete="new-password"
      autoFocus={autoFocus}
      error={error}
      {...field}
    />
  );
}
