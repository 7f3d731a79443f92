import { useSave } from '../kit/useSave.js';
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
import { contractTroubles, useCheckedForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { Button, CheckField, SelectField, Sheet, TextArea, TextField } from '../ui/index.js';
import { PLAN_NAMES } from './EditJobSheet.js';

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
  const engines = useQuery({ queryKey: keys.engines, queryFn: () => api.get<EngineRow[]>('/engines') });
  const benches = useQuery({ queryKey: keys.benches, queryFn: () => api.get<BenchesView>('/benches') });
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
  const { register, handleSubmit, watch, formState } = form;
  const { errors } = formState;
  const engineId = watch('engineId');
  const known = engineId !== '';
  const customer = watch('customer');
  const engine = useQuery({
    queryKey: keys.engine(engineId),
    queryFn: () => api.get<EngineView>(`/engines/${engineId}`),
    enabled: engineId !== '',
  });
  const customers = useQuery({
    queryKey: keys.customers(customer),
    queryFn: () => api.get<CustomerView[]>(`/customers?search=${encodeURIComponent(customer)}`),
    enabled: customer.length > 1,
    placeholderData: (b) => b,
  });
  const makers = [
    ...new Set(
      engine.data?.spec.limits.filter((l) => l.source.type === 'part-maker').map((l) => l.source.party),
    ),
  ];

  const open = useSave(
    async (v: Values) => {
      if (v.engineId === '') await api.post('/arrivals', toArrival(v));
      else queryClient.setQueryData(keys.job(id), await api.post<JobView>('/jobs', toBody(v)));
    },
    { topic: 'jobs', id, done: () => void navigate(`/jobs/${id}`) },
  );

  return (
    <Sheet title="New job" onClose={onClose} wide>
      <form
        onSubmit={(e) => void handleSubmit((v) => open.mutate(v))(e)}
        className="grid gap-4 sm:grid-cols-2"
      >
        <SelectField label="Engine" autoFocus error={errors.engineId?.message} {...register('engineId')}>
          <option value="">not known yet, or not on file</option>
          {(engines.data ?? []).map((e) => (
            <option key={e.id} value={e.id}>
              {e.maker} {e.model}
            </option>
          ))}
        </SelectField>
        {known ? (
          <TextField
            label="Engine number"
            error={errors.engineNumber?.message}
            {...register('engineNumber')}
          />
        ) : (
          <TextField
            label="What it seems to be"
            hint="A photo of the number plate comes next."
            error={errors.machine?.message}
            {...register('machine')}
          />
        )}
        <TextField
          label="Customer"
          list="customers"
          autoComplete="off"
          error={errors.customer && 'A name is needed.'}
          {...register('customer')}
        />
        <datalist id="customers">
          {(customers.data ?? []).map((c) => (
            <option key={c.id} value={c.name} />
          ))}
        </datalist>
        <TextField label="Phone" type="tel" error={errors.phone?.message} {...register('phone')} />
        {known && (
          <>
            <TextField label="Hours or distance" error={errors.use?.message} {...register('use')} />
            <TextField
              label="Promised"
              type="date"
              error={errors.promised?.message}
              {...register('promised')}
            />
          </>
        )}
        <div className="sm:col-span-2">
          <TextArea
            label="Complaint, and what was done before"
            error={errors.complaint?.message}
            {...register('complaint')}
          />
        </div>
        {known && (
          <>
            <SelectField label="Bench" {...register('bench')}>
              <option value="">on the shelf</option>
              {(benches.data?.benches ?? []).map((b) => (
                <option key={b.name} value={b.name} disabled={b.job !== null}>
                  {b.name}
                  {b.job ? ' (taken)' : ''}
                </option>
              ))}
            </SelectField>
            <SelectField label="Plan of the bores" {...register('plan')}>
              {Object.entries(PLAN_NAMES).map(([k, v]) => (
                <option key={k} value={k}>
                  {v}
                </option>
              ))}
            </SelectField>
            <SelectField
              label="Piston found in it"
              hint="Its maker’s sheet governs the clearance."
              {...register('fittedPiston')}
            >
              <option value="">the engine maker’s</option>
              {makers.map((m) => (
                <option key={m} value={m}>
                  {m}
                </option>
              ))}
            </SelectField>
            <CheckField label="The engine seized" {...register('seized')} />
          </>
        )}
        <p className="text-small text-soft sm:col-span-2">
          Battery off, fuel off and drained, engine cold, machine secured on a stand or lift rated for it.
          Figures defer to the maker’s manual for this exact engine.
        </p>
        {open.isError && (
          <p role="alert" className="text-beyond sm:col-span-2">
            {open.error.message} What you typed is still here.
          </p>
        )}
        <div className="sm:col-span-2">
          <Button look="brass" type="submit" disabled={open.isPending}>
            {known ? 'Open the job' : 'Take it in'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
