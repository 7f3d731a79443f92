import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Found, SHORTEST_PASSWORD, type SessionView } from '@tribos/contract';
import { useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { changeSettings } from '../kit/settings.js';
import { Button, SelectField, TextField } from '../ui/index.js';
import { DoorFrame } from './DoorFrame.js';
import { cameIn } from './useSession.js';

/** The first thing an empty house asks: which shop, and who leads it. */
export function FoundShop() {
  const navigate = useNavigate();
  // Out of the address at once: it is good for whoever reads it over a shoulder.
  const [code] = useState(() => {
    const said = window.location.hash.slice(1);
    if (said) window.history.replaceState(null, '', '/');
    return said || (sessionStorage.getItem(CODE) ?? '');
  });
  sessionStorage.setItem(CODE, code);
  const { register, handleSubmit, setError, formState } = useContractForm<Found, Found>(
    Found,
    { code, shop: '', unit: 'mm', currency: 'EUR', name: '', email: '', password: '' },
    (v) => ({ ...v, currency: v.currency.toUpperCase() }),
  );
  const { errors, isSubmitting } = formState;
  const found = async (v: Found) => {
    try {
      const session = await api.post<SessionView>('/door/found', {
        ...v,
        currency: v.currency.toUpperCase(),
      });
      sessionStorage.removeItem(CODE);
      changeSettings({ unit: v.unit });
      await cameIn(session);
      void navigate('/');
    } catch (e) {
      setError('root', { message: `${(e as Error).message} What you typed is still here.` });
    }
  };
  if (code === '')
    return (
      <DoorFrame sub="No shop is here yet.">
        <p>
          Open the address that the start printed: it ends with <span className="figure">#</span> and a code.
          It is good once, for a day; starting again prints another.
        </p>
      </DoorFrame>
    );
  return (
    <DoorFrame sub="No shop is here yet. Found yours.">
      <form onSubmit={(e) => void handleSubmit(found)(e)} className="grid gap-4">
        <TextField
          label="Name of the shop"
          autoFocus
          error={errors.shop && 'The shop needs a name.'}
          {...register('shop')}
        />
        <div className="grid grid-cols-2 gap-4">
          <SelectField label="You measure in" {...register('unit')}>
            <option value="mm">millimetres</option>
            <option value="in">inches</option>
          </SelectField>
          <TextField
            label="Currency"
            maxLength={3}
            className="figure uppercase"
            error={errors.currency?.message}
            {...register('currency')}
          />
        </div>
        <TextField
          label="Your name"
          hint="As readings and prints will carry it"
          autoComplete="name"
          error={errors.name && 'Who are you?'}
          {...register('name')}
        />
        <TextField
          label="Email"
          hint="You sign in with it; nothing is sent anywhere."
          type="email"
          autoComplete="username"
          error={errors.email?.message}
          {...register('email')}
        />
        <TextField
          label="Password"
          hint={`At least ${SHORTEST_PASSWORD} characters`}
          type="password"
          autoComplete="new-password"
          error={errors.password?.message}
          {...register('password')}
        />
        {(errors.root ?? errors.code) && (
          <p role="alert" className="text-beyond">
            {errors.root?.message ?? errors.code?.message}
          </p>
        )}
        <Button look="brass" type="submit" disabled={isSubmitting}>
          {isSubmitting ? 'Founding …' : 'Found the shop'}
        </Button>
        <p className="text-small text-soft">
          You are its lead: you invite the others. Figures come from the documents you copy them from; where
          they differ from the maker’s manual for the exact engine, the manual wins.
        </p>
      </form>
    </DoorFrame>
  );
}

const CODE = 'tribos:first-code';
