import { useState, type FormEvent } from 'react';
import type { SessionView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { Button, ScribedScale, TextField } from '../ui/index.js';

export function SignIn() {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [error, setError] = useState<string | undefined>();
  const [busy, setBusy] = useState(false);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setError(undefined);
    try {
      queryClient.setQueryData(keys.session, await api.post<SessionView>('/session', { email, password }));
    } catch (e) {
      setError((e as Error).message);
    } finally {
      setBusy(false);
    }
  };

  return (
    <main className="grid min-h-dvh place-items-center bg-page p-5">
      <form onSubmit={(e) => void submit(e)} className="grid w-full max-w-md gap-5 bg-sheet p-7">
        <div>
          <h1 className="text-reading leading-tight font-semibold text-blue">Tribos</h1>
          <p className="text-soft">Readings, limits and what they prove.</p>
        </div>
        <ScribedScale />
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          required
          autoFocus
          value={email}
          onChange={(e) => setEmail(e.target.value)}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
          error={error}
        />
        <Button look="brass" type="submit" disabled={busy}>
          {busy ? 'Signing in …' : 'Sign in'}
        </Button>
        <p className="text-small text-soft">
          Figures come from the documents named beside them. Where they differ from the maker’s manual for the
          exact engine, the manual wins.
        </p>
      </form>
    </main>
  );
}
