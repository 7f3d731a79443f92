import { useSave } from '../kit/useSave.js';
import { useState } from 'react';
import { v7 } from 'uuid';
import { LimitBody, type EngineView } from '@tribos/contract';
import {
  FEATURE_KEYS,
  FEATURES,
  isByBuild,
  type EngineSpec,
  type FeatureKey,
  type Limit,
} from '@tribos/core';
import { useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useMay } from '../people/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import { limitBody, limitValues, shownFigure, unitsFor, type LimitValues } from './limitValues.js';

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
  const toBody = (values: LimitValues, confirmed: boolean) => limitBody(values, { id, limit, confirmed });
  const form = useContractForm<LimitValues, LimitBody>(LimitBody, limitValues(engine, limit, feature), (v) =>
    toBody(v, true),
  );
  const { register, handleSubmit, watch, setValue, getValues, formState } = form;
  const { errors } = formState;
  const chosen = watch('feature');
  const adoption = watch('sourceType') === 'adoption';
  const units = unitsFor(chosen);

  const save = useSave(
    ({ values, confirmed }: { values: LimitValues; confirmed: boolean }) => {
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
        <TextField
          label="Target"
          hint="Only where the document names one; else the middle is aimed at."
          className="figure"
          inputMode="decimal"
          error={errors.target?.message}
          {...register('target')}
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
