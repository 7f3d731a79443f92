import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 } from 'uuid';
import { LimitBody, type EngineView } from '@tribos/contract';
import {
  FEATURE_KEYS,
  FEATURES,
  type EngineSpec,
  type FeatureKey,
  type LengthUnit,
  type Limit,
} from '@tribos/core';
import { api, ApiError } from '../app/api.js';
import { keys, queryClient } from '../app/queries.js';
import { FieldTrouble, lengthOrNull, lengthText, useContractForm } from '../forms/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';

interface Values {
  feature: FeatureKey;
  state: 'new' | 'service';
  low: string;
  high: string;
  unit: Limit['unit'];
  sourceType: Limit['source']['type'];
  party: string;
  document: string;
  page: string;
  revision: string;
}

const SCALE: Partial<Record<Limit['unit'], number>> = {
  kPa: 1_000,
  bar: 100_000,
  'bar/min': 100_000,
  '×': 10_000,
};
const UNITS_OF = {
  length: ['mm', 'in'],
  factor: ['×'],
  pressure: ['bar', 'kPa'],
  'pressure-rate': ['bar/min'],
} as const;

function toBase(field: string, text: string, unit: Limit['unit']): number | null {
  const scale = SCALE[unit];
  if (scale === undefined) return lengthOrNull(field, text, unit as LengthUnit);
  if (text.trim() === '') return null;
  const value = Number(text.replace(',', '.'));
  if (!Number.isFinite(value)) throw new FieldTrouble(field, `“${text}” is not a figure.`);
  return Math.round(value * scale);
}

function fromBase(value: number | null, unit: Limit['unit']): string {
  const scale = SCALE[unit];
  if (value === null) return '';
  return scale === undefined ? lengthText(value, unit as LengthUnit) : String(value / scale);
}

/** Types a limit from a document. Questions are asked before it is kept; the second person checks later. */
export function LimitSheet({
  engine,
  limit,
  version,
  feature,
  onClose,
}: {
  engine: EngineSpec;
  limit: Limit | null;
  version: number;
  feature: FeatureKey;
  onClose: () => void;
}) {
  const [id] = useState(() => limit?.id ?? v7());
  const [standing, setStanding] = useState(version);
  const toBody = (v: Values, confirmed: boolean): LimitBody => ({
    ...v,
    id,
    low: toBase('low', v.low, v.unit),
    high: toBase('high', v.high, v.unit),
    confirmed,
    ...(limit?.taper ? { taper: limit.taper } : {}),
  });
  const form = useContractForm<Values, LimitBody>(
    LimitBody,
    {
      feature: limit?.feature ?? feature,
      state: limit?.state ?? 'service',
      low: limit ? fromBase(limit.low, limit.unit) : '',
      high: limit ? fromBase(limit.high, limit.unit) : '',
      unit: limit?.unit ?? UNITS_OF[FEATURES[feature].dimension][0],
      sourceType: limit?.source.type ?? 'engine-maker',
      party: limit?.source.party ?? engine.maker,
      document: limit?.source.document ?? '',
      page: limit?.source.page ?? '',
      revision: limit?.source.revision ?? '',
    },
    (v) => toBody(v, true),
  );
  const { register, handleSubmit, watch, setValue, getValues, formState } = form;
  const { errors } = formState;
  const chosen = watch('feature');
  const units = UNITS_OF[FEATURES[chosen].dimension];

  const save = useMutation({
    mutationFn: ({ values, confirmed }: { values: Values; confirmed: boolean }) => {
      const body = toBody(values, confirmed);
      return limit
        ? api.put<EngineView>(`/engines/${engine.id}/limits/${limit.id}`, { ...body, version: standing })
        : api.post<EngineView>(`/engines/${engine.id}/limits`, body);
    },
    onSuccess: (view) => {
      queryClient.setQueryData(keys.engine(engine.id), view);
      void queryClient.invalidateQueries({ queryKey: keys.engines, exact: true });
      void queryClient.invalidateQueries({ queryKey: keys.allJobs });
      onClose();
    },
  });
  const problem = save.error instanceof ApiError ? save.error.problem : null;
  const questions = problem?.code === 'questions' ? (problem.errors ?? []) : [];
  const current = problem?.code === 'stale' ? (problem.current as Limit & { version: number }) : null;

  return (
    <Sheet title={limit ? 'Change a limit' : 'Add a limit'} onClose={onClose} wide>
      <form
        onSubmit={(e) => void handleSubmit((values) => save.mutate({ values, confirmed: false }))(e)}
        className="grid gap-4 sm:grid-cols-2"
      >
        <SelectField
          label="Of what"
          error={errors.feature?.message}
          {...register('feature', {
            onChange: () => setValue('unit', UNITS_OF[FEATURES[getValues('feature')].dimension][0]),
          })}
        >
          {FEATURE_KEYS.map((f) => (
            <option key={f} value={f}>
              {FEATURES[f].name}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Which state"
          hint="A service limit holds for what is reused, the new range for what is renewed."
          {...register('state')}
        >
          <option value="service">service limit</option>
          <option value="new">for new parts</option>
        </SelectField>
        <TextField
          label="Low"
          className="figure text-lead"
          inputMode="decimal"
          error={errors.low?.message}
          {...register('low')}
        />
        <TextField
          label="High"
          className="figure text-lead"
          inputMode="decimal"
          error={errors.high?.message}
          {...register('high')}
        />
        <SelectField label="Unit of the document" error={errors.unit?.message} {...register('unit')}>
          {units.map((u) => (
            <option key={u} value={u}>
              {u}
            </option>
          ))}
        </SelectField>
        <SelectField label="Who says so" {...register('sourceType')}>
          <option value="engine-maker">engine maker</option>
          <option value="part-maker">maker of the part</option>
          <option value="machinist">machinist</option>
          <option value="shop-rule">rule of this shop (may only tighten)</option>
          <option value="adoption">recorded adoption</option>
        </SelectField>
        <TextField label="Name" error={errors.party && 'Say whose figure it is.'} {...register('party')} />
        <TextField
          label="Document"
          error={errors.document && 'Say which document it stands in.'}
          {...register('document')}
        />
        <TextField label="Page" error={errors.page?.message} {...register('page')} />
        <TextField label="Revision" error={errors.revision?.message} {...register('revision')} />
        <p className="text-small text-soft sm:col-span-2">
          It stays unchecked until a second person has compared it with the document; every verdict that uses
          it says so.
        </p>
        {questions.length > 0 && (
          <div role="alert" className="grid gap-2 border-l-5 border-brass pl-4 sm:col-span-2">
            {questions.map((q) => (
              <p key={q.path} className="text-lead">
                {q.sentence}
              </p>
            ))}
            <div>
              <Button look="brass" onClick={() => save.mutate({ values: getValues(), confirmed: true })}>
                It stands as typed
              </Button>
            </div>
          </div>
        )}
        {current && (
          <div role="alert" className="grid gap-2 border-l-5 border-beyond pl-4 sm:col-span-2">
            <p>
              {problem?.detail} It now says {fromBase(current.low, current.unit) || '–'} to{' '}
              {fromBase(current.high, current.unit) || '–'} {current.unit}.
            </p>
            <div>
              <Button onClick={() => setStanding(current.version)}>Keep mine on top of that</Button>
            </div>
          </div>
        )}
        {save.isError && questions.length === 0 && !current && (
          <p role="alert" className="text-beyond sm:col-span-2">
            {save.error.message}
          </p>
        )}
        <div className="sm:col-span-2">
          <Button look={questions.length > 0 ? 'line' : 'brass'} type="submit" disabled={save.isPending}>
            {limit ? 'Save' : 'Add it'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
