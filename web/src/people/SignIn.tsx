import type { SessionView, SignIn as Credentials } from '@tribos/contract';
// Apart from the forms that bring a contract's classes: nobody waits for those to sign in.
import { useCheckedForm } from '../forms/useCheckedForm.js';
import { api } from '../kit/api.js';
import { Button, TextField } from '../ui/index.js';
import { DoorFrame } from './DoorFrame.js';
import { cameIn } from './useSession.js';

export function SignIn() {
  const { register, handleSubmit, setError, formState } = useCheckedForm<Credentials>(
    { email: '', password: '' },
    // Who may come in is for the server alone to say.
    () => ({}),
  );
  const { errors, isSubmitting } = formState;
  const enter = async (sent: Credentials) => {
    try {
      await cameIn(await api.post<SessionView>('/session', sent));
    } catch (e) {
      setError('password', { message: (e as Error).message });
    }
  };

  return (
    <DoorFrame sub="Readings, limits and what they prove.">
      <form onSubmit={(e) => void handleSubmit(enter)(e)} className="grid gap-5">
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          required
          autoFocus
          {...register('email')}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          error={errors.password?.message}
          {...register('password')}
        />
        <Button look="brass" type="submit" disabled={isSubmitting}>
          {isSubmitting ? 'Signing in …' : 'Sign in'}
        </Button>
        <p className="text-small text-soft">
          Figures come from the documents named beside them. Where they differ from the maker’s manual for the
          exact engine, the manual wins.
        </p>
      </form>
    </DoorFrame>
  );
}
