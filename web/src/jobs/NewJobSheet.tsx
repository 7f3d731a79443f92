import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import {
  NewArrival,
  NewJob,
  type BenchesView,
  type CustomerView,
  type EngineRow,
  type EngineView,
  type JobView,
} from '@tribos/contract';
import { contractTroubles, FormFields, SaveTrouble, useCheckedForm, type FormAsks } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { Button, Sheet } from '../ui/index.js';
import { PLAN_NAMES } from './planNames.js';

interface Values {
  engineId: string;
  customer: string;
  phone: string;
  engineNumber: string;
  use: string;
  complaint: string;
  bench: string;
  promised: string;
  plan: keyof typeof PLAN_NAMES;
  seized: boolean;
  fittedPiston: string;
  machine: string;
}

export function NewJobSheet({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [id] = useState(() => v7());
  const toBody = ({ machine: _m, ...v }: Values): NewJob => ({
    ...v,
    id,
    bench: v.bench || null,
    promised: v.promised || null,
    fittedPiston: v.fittedPiston || null,
  });
  const toArrival = ({ customer, phone, machine, complaint }: Values): NewArrival => ({
    id,
    customer,
    phone,
    machine,
    complaint,
  });
  // Which engine it is may be asked later; a name is enough to take something in.
  const form = useCheckedForm<Values>(
    {
      machine: '',
      engineId: '',
      customer: '',
      phone: '',
      engineNumber: '',
      use: '',
      complaint: '',
      bench: '',
      promised: '',
      plan: 'usual',
      seized: false,
      fittedPiston: '',
    },
    (v) =>
      v.engineId === '' ? contractTroubles(NewArrival, toArrival(v)) : contractTroubles(NewJob, toBody(v)),
  );
  const engineId = form.watch('engineId');
  const known = engineId !== '';
  const open = useSave(
    async (v: Values) => {
      if (v.engineId === '') await api.post('/arrivals', toArrival(v));
      else queryClient.setQueryData(keys.job(id), await api.post<JobView>('/jobs', toBody(v)));
    },
    { topic: 'jobs', id, done: () => void navigate(`/jobs/${id}`) },
  );
  const asks = useAsks(engineId);
  return (
    <Sheet title="New job" onClose={onClose} wide>
      <form onSubmit={(e) => void form.handleSubmit((v) => open.mutate(v))(e)} className="grid gap-4">
        <FormFields form={form} of={asks} />
        <KnownCustomers like={form.watch('customer')} />
        <p className="text-small text-soft">
          Battery off, fuel off and drained, engine cold, machine secured on a stand or lift rated for it.
          Figures defer to the maker’s manual for this exact engine.
        </p>
        <SaveTrouble error={open.error} />
        <div>
          <Button look="brass" type="submit" disabled={open.isPending}>
            {known ? 'Open the job' : 'Take it in'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

/** Customers of that name, offered while it is typed. */
function KnownCustomers({ like }: { like: string }) {
  const { data } = useQuery({
    queryKey: keys.customers(like),
    queryFn: () => api.get<CustomerView[]>(`/customers?search=${encodeURIComponent(like)}`),
    enabled: like.length > 1,
    placeholderData: (b) => b,
  });
  return (
    <datalist id="customers">
      {(data ?? []).map((c) => (
        <option key={c.id} value={c.name} />
      ))}
    </datalist>
  );
}

/** What is asked: of an engine that is not known yet, no more than whose it is. */
function useAsks(engineId: string): FormAsks<Values> {
  const engines = useQuery({ queryKey: keys.engines, queryFn: () => api.get<EngineRow[]>('/engines') });
  const benches = useQuery({ queryKey: keys.benches, queryFn: () => api.get<BenchesView>('/benches') });
  const engine = useQuery({
    queryKey: keys.engine(engineId),
    queryFn: () => api.get<EngineView>(`/engines/${engineId}`),
    enabled: engineId !== '',
  });
  const makers = new Set(
    engine.data?.spec.limits.filter((l) => l.source.type === 'part-maker').map((l) => l.source.party),
  );
  const isKnown = engineId !== '';
  return {
    engineId: {
      label: 'Engine',
      none: 'not known yet, or not on file',
      among: (engines.data ?? []).map((e) => [e.id, `${e.maker} ${e.model}`]),
      first: true,
    },
    ...(isKnown
      ? { engineNumber: { label: 'Engine number' } }
      : { machine: { label: 'What it seems to be', hint: 'A photo of the number plate comes next.' } }),
    customer: { label: 'Customer', list: 'customers', wrong: 'A name is needed.' },
    phone: { label: 'Phone', type: 'tel' },
    ...(isKnown && {
      use: { label: 'Hours or distance' },
      promised: { label: 'Promised', looks: 'date' },
    }),
    complaint: { label: 'Complaint, and what was done before', looks: 'long' },
    ...(isKnown && {
      bench: {
        label: 'Bench',
        none: 'on the shelf',
        among: (benches.data?.benches ?? []).map((b) => [
          b.name,
          `${b.name}${b.job ? ' (taken)' : ''}`,
          b.job !== null,
        ]),
      },
      plan: { label: 'Plan of the bores', words: PLAN_NAMES },
      fittedPiston: {
        label: 'Piston found in it',
        hint: 'Its maker’s sheet governs the clearance.',
        none: 'the engine maker’s',
        among: [...makers].map((m) => [m, m]),
      },
      seized: { label: 'The engine seized', looks: 'tick' },
    }),
  };
}
