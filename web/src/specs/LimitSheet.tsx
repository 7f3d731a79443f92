import { useSave } from '../kit/useSave.js';
import { useState } from 'react';
import { v7 } from 'uuid';
import { LimitBody, UNITS, type EngineView } from '@tribos/contract';
import {
  FEATURE_KEYS,
  FEATURES,
  fromBase,
  isByBuild,
  MAKERS_OWN,
  toBase,
  unitsOf,
  type Build,
  type EngineSpec,
  type FeatureKey,
  type LengthUnit,
  type Limit,
} from '@tribos/core';
import { FieldTrouble, lengthOrNull, lengthText, useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from '../people/index.js';
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
  yearFrom: string;
  yearTo: string;
  serialFrom: string;
  serialTo: string;
  code: string;
  use: string;
  head: string;
  cams: string;
  ofPiston: string;
  gasket: string;
  /** How a sheet means run-out: needle travel of one turn, or the bow, which is half of it. */
  means: 'travel' | 'bow';
}

/** Units a sheet may print a feature's figures in. */
const unitsFor = (feature: FeatureKey): readonly Limit['unit'][] =>
  unitsOf(FEATURES[feature].dimension).filter((u): u is Limit['unit'] =>
    (UNITS as readonly string[]).includes(u),
  );

function typedFigure(field: string, text: string, feature: FeatureKey, unit: Limit['unit']): number | null {
  const { dimension } = FEATURES[feature];
  if (dimension === 'length') return lengthOrNull(field, text, unit as LengthUnit);
  if (text.trim() === '') return null;
  const value = Number(text.replace(',', '.'));
  if (!Number.isFinite(value)) throw new FieldTrouble(field, `“${text}” is not a figure.`);
  return Number(toBase(dimension, value, unit).toPrecision(12));
}

/** A sheet that means the bow is doubled on entry: what is read is the needle's travel. */
const asTravel = (value: number | null, feature: FeatureKey, means: Values['means']): number | null =>
  value !== null && feature === 'crank.run-out' && means === 'bow' ? value * 2 : value;

/** A part of the build a limit is of; empty for the engine maker's own. */
const named = (limit: Limit | null, part: keyof Build): string => {
  const of = limit?.conditions.build?.[part] ?? '';
  return of === MAKERS_OWN ? '' : of;
};

function shownFigure(value: number | null, feature: FeatureKey, unit: Limit['unit']): string {
  const { dimension } = FEATURES[feature];
  if (value === null) return '';
  return dimension === 'length'
    ? lengthText(value, unit as LengthUnit)
    : String(Number(fromBase(dimension, value, unit).toPrecision(9)));
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
  const mayAdopt = useMay('govern');
  const toBody = (
    { yearFrom, yearTo, serialFrom, serialTo, code, use, means, head, cams, ofPiston, gasket, ...v }: Values,
    confirmed: boolean,
  ): LimitBody => ({
    ...v,
    id,
    conditions: {
      ...(yearFrom.trim() ? { yearFrom: Number(yearFrom) } : {}),
      ...(yearTo.trim() ? { yearTo: Number(yearTo) } : {}),
      ...(serialFrom.trim() ? { serialFrom: serialFrom.trim() } : {}),
      ...(serialTo.trim() ? { serialTo: serialTo.trim() } : {}),
      ...(code.trim() ? { code: code.trim() } : {}),
      ...(use.trim() ? { use: use.trim() } : {}),
      ...(limit?.conditions.build || [head, cams, ofPiston, gasket].some((t) => t.trim())
        ? {
            build: {
              head: head.trim() || MAKERS_OWN,
              cams: cams.trim() || MAKERS_OWN,
              piston: ofPiston.trim() || MAKERS_OWN,
              gasket: gasket.trim() || MAKERS_OWN,
            },
          }
        : {}),
      ...(limit?.conditions.wall ? { wall: limit.conditions.wall } : {}),
    },
    low: asTravel(typedFigure('low', v.low, v.feature, v.unit), v.feature, means),
    high: asTravel(typedFigure('high', v.high, v.feature, v.unit), v.feature, means),
    confirmed,
    ...(limit?.taper ? { taper: limit.taper } : {}),
  });
  const form = useContractForm<Values, LimitBody>(
    LimitBody,
    {
      feature: limit?.feature ?? feature,
      state: limit?.state ?? 'service',
      low: limit ? shownFigure(limit.low, limit.feature, limit.unit) : '',
      high: limit ? shownFigure(limit.high, limit.feature, limit.unit) : '',
      unit: limit?.unit ?? unitsFor(feature)[0]!,
      sourceType: limit?.source.type ?? 'engine-maker',
      party: limit?.source.party ?? engine.maker,
      document: limit?.source.document ?? '',
      page: limit?.source.page ?? '',
      revision: limit?.source.revision ?? '',
      yearFrom: String(limit?.conditions.yearFrom ?? ''),
      yearTo: String(limit?.conditions.yearTo ?? ''),
      serialFrom: limit?.conditions.serialFrom ?? '',
      serialTo: limit?.conditions.serialTo ?? '',
      code: limit?.conditions.code ?? '',
      use: limit?.conditions.use ?? '',
      head: named(limit, 'head'),
      cams: named(limit, 'cams'),
      ofPiston: named(limit, 'piston'),
      gasket: named(limit, 'gasket'),
      means: 'travel',
    },
    (v) => toBody(v, true),
  );
  const { register, handleSubmit, watch, setValue, getValues, formState } = form;
  const { errors } = formState;
  const chosen = watch('feature');
  const adoption = watch('sourceType') === 'adoption';
  const units = unitsFor(chosen);

  const save = useSave(
    ({ values, confirmed }: { values: Values; confirmed: boolean }) => {
      const body = toBody(values, confirmed);
      return limit
        ? api.put<EngineView>(`/engines/${engine.id}/limits/${limit.id}`, { ...body, version: standing })
        : api.post<EngineView>(`/engines/${engine.id}/limits`, body);
    },
    { topic: 'limits', id: engine.id, view: keys.engine(engine.id), done: onClose },
  );
  const remove = useSave(
    () => api.delete<EngineView>(`/engines/${engine.id}/limits/${limit!.id}`, { version: standing }),
    { topic: 'limits', id: engine.id, view: keys.engine(engine.id), done: onClose },
  );
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
            onChange: () => setValue('unit', unitsFor(getValues('feature'))[0]!),
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
        {chosen === 'crank.run-out' && (
          <SelectField
            label="The sheet means"
            hint="Read is the needle’s travel of one turn. A sheet that means the bow is doubled here."
            {...register('means')}
          >
            <option value="travel">needle travel of one turn</option>
            <option value="bow">bow: half of it</option>
          </SelectField>
        )}
        <SelectField label="Who says so" {...register('sourceType')}>
          <option value="engine-maker">engine maker</option>
          <option value="part-maker">maker of the part</option>
          <option value="machinist">machinist</option>
          <option value="shop-rule">rule of this shop (may only tighten)</option>
          {(mayAdopt || limit?.source.type === 'adoption') && (
            <option value="adoption">adoption by a lead: another maker’s figures hold for this part</option>
          )}
        </SelectField>
        <TextField
          label={adoption ? 'Maker of the part it is adopted for' : 'Name'}
          error={errors.party && 'Say whose figure it is.'}
          {...register('party')}
        />
        <TextField
          label={adoption ? 'Why they hold for it' : 'Document'}
          error={errors.document && 'Say which document it stands in.'}
          {...register('document')}
        />
        <TextField label="Page" error={errors.page?.message} {...register('page')} />
        <TextField label="Revision" error={errors.revision?.message} {...register('revision')} />
        <fieldset className="grid gap-4 sm:col-span-2 sm:grid-cols-3">
          <legend className="mb-1 text-soft">Only for some of these engines: left empty, for all</legend>
          <TextField
            label="From year"
            className="figure"
            inputMode="numeric"
            error={errors.yearFrom?.message}
            {...register('yearFrom')}
          />
          <TextField
            label="Up to year"
            className="figure"
            inputMode="numeric"
            error={errors.yearTo?.message}
            {...register('yearTo')}
          />
          <TextField
            label="From engine number"
            hint="As the sheet prints it"
            className="figure"
            error={errors.serialFrom?.message}
            {...register('serialFrom')}
          />
          <TextField
            label="Up to engine number"
            className="figure"
            error={errors.serialTo?.message}
            {...register('serialTo')}
          />
          <TextField
            label="With the code"
            hint="Cast or stamped"
            error={errors.code?.message}
            {...register('code')}
          />
          <TextField label="For the use" error={errors.use?.message} {...register('use')} />
        </fieldset>
        {(isByBuild(chosen) || limit?.conditions.build) && (
          <fieldset className="grid gap-4 sm:col-span-2 sm:grid-cols-4">
            <legend className="mb-1 text-soft">
              Of what it is built: left empty, {engine.maker}’s own. It holds for this build alone.
            </legend>
            <TextField label="Head" maxLength={80} {...register('head')} />
            <TextField label="Cams" maxLength={80} {...register('cams')} />
            <TextField label="Piston" maxLength={80} {...register('ofPiston')} />
            <TextField label="Gasket stack" maxLength={80} {...register('gasket')} />
          </fieldset>
        )}
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
              {problem?.detail} It now says {shownFigure(current.low, current.feature, current.unit) || '–'}{' '}
              to {shownFigure(current.high, current.feature, current.unit) || '–'} {current.unit}.
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
        {remove.isError && (
          <p role="alert" className="text-beyond sm:col-span-2">
            {remove.error.message}
          </p>
        )}
        <div className="flex flex-wrap gap-3 sm:col-span-2">
          <Button look={questions.length > 0 ? 'line' : 'brass'} type="submit" disabled={save.isPending}>
            {limit ? 'Save' : 'Add it'}
          </Button>
          {limit && <Button onClick={() => remove.mutate(undefined)}>Take it off the sheet</Button>}
        </div>
      </form>
    </Sheet>
  );
}
