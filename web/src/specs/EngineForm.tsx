import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { NewEngine, type EngineView } from '@tribos/contract';
import { readPortLine } from '@tribos/core';
import { lengthOf, lengthOrNull, numberOrNull, useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, SelectField, TextArea, TextField } from '../ui/index.js';
import { CrownPicture } from './CrownPicture.js';
import { drawn, linesOf, NO_VALUES, portsOf, valuesOf, type EngineValues } from './engineValues.js';
import { WallPicture } from './WallPicture.js';

/**
 * An engine as its manual has it, drawn while it is typed: the crown from above and the wall unrolled. The same form
 * adds one and types one on.
 */
export function EngineForm({ view }: { view: EngineView | null }) {
  const navigate = useNavigate();
  const settings = useSettings();
  // What is typed stands in the unit it was begun in.
  const [unit] = useState(settings.unit);
  const [id] = useState(() => view?.spec.id ?? v7());
  const [version, setVersion] = useState(view?.version ?? 0);
  const toBody = (v: EngineValues): NewEngine => ({
    id,
    maker: v.maker,
    model: v.model,
    kind: v.kind,
    strokes: Number(v.strokes) as 2 | 4,
    cylinders: v.cylinders
      .split(',')
      .map((c) => c.trim())
      .filter(Boolean),
    bore: lengthOf('bore', v.bore, unit),
    stroke: lengthOf('stroke', v.stroke, unit),
    wall: v.wall,
    sleeveOuter: v.wall === 'iron-sleeve' ? lengthOrNull('sleeveOuter', v.sleeveOuter, unit) : null,
    zeroAt: v.zeroAt,
    pinAxisDeg: Number(v.pinAxisDeg.replace(',', '.')),
    depths: {
      top: lengthOf('top', v.top, unit),
      mid: lengthOf('mid', v.mid, unit),
      low: lengthOf('low', v.low, unit),
    },
    wallDepth: lengthOf('wallDepth', v.wallDepth, unit),
    pin: lengthOrNull('pin', v.pin, unit),
    cooling: v.cooling,
    year: numberOrNull(v.year),
    code: v.code.trim() || null,
    ports: v.strokes === '2' ? portsOf(v.ports, unit) : [],
  });
  const { register, handleSubmit, watch, formState } = useContractForm<EngineValues, NewEngine>(
    NewEngine,
    view ? valuesOf(view.spec, unit) : NO_VALUES,
    toBody,
  );
  const { errors } = formState;
  const save = useSave(
    (v: EngineValues) =>
      view
        ? api.put<EngineView>(`/engines/${id}`, { ...toBody(v), version })
        : api.post<EngineView>('/engines', toBody(v)),
    {
      topic: 'engines',
      id,
      view: keys.engine(id),
      done: () => void navigate(view ? `/engines/${id}` : `/engines/${id}?copy=page`),
    },
  );
  const stale =
    save.error instanceof ApiError && save.error.problem.code === 'stale'
      ? (save.error.problem.current as EngineView)
      : null;
  const values = watch();
  const picture = drawn(values, unit);
  const lines = linesOf(values.ports).map((line) => ({ line, read: readPortLine(line, unit) }));
  const length = (name: keyof EngineValues, label: string, hint?: string) => (
    <TextField
      label={`${label}, ${unit}`}
      hint={hint}
      className="figure"
      inputMode="decimal"
      error={errors[name]?.message}
      {...register(name)}
    />
  );
  return (
    <div className="grid items-start gap-6 lg:grid-cols-[1fr_22rem]">
      <form
        onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)}
        className="grid gap-4 bg-sheet p-4 sm:grid-cols-2"
      >
        <TextField label="Maker" autoFocus error={errors.maker && 'Who makes it?'} {...register('maker')} />
        <TextField label="Model" error={errors.model && 'Which model?'} {...register('model')} />
        <SelectField label="In what" {...register('kind')}>
          {['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'].map((k) => (
            <option key={k}>{k}</option>
          ))}
        </SelectField>
        <SelectField label="Strokes" {...register('strokes')}>
          <option value="4">four-stroke</option>
          <option value="2">two-stroke</option>
        </SelectField>
        {length('bore', 'Bore', `Another unit is said with it: 77 mm, 3.0315 in`)}
        {length('stroke', 'Stroke')}
        <SelectField label="Wall of the bore" {...register('wall')}>
          <option value="iron-sleeve">iron or steel sleeve</option>
          <option value="plated">nickel–silicon-carbide plating</option>
          <option value="chrome">hard chrome</option>
        </SelectField>
        {values.wall === 'iron-sleeve' ? (
          length('sleeveOuter', 'Sleeve, outside', 'Empty when it is not on file')
        ) : (
          <SelectField label="Cooled by" {...register('cooling')}>
            <option value="liquid">liquid</option>
            <option value="air">air</option>
          </SelectField>
        )}
        <TextField
          label="Cylinders, by the shop’s names"
          hint="Separated by commas, in order: left, right"
          error={errors.cylinders?.message}
          {...register('cylinders')}
        />
        {length('pin', 'Piston pin', 'Empty when it is not on file')}
        <TextField
          label="0° points to"
          hint="Seen from above: exhaust, front, flywheel side"
          error={errors.zeroAt?.message}
          {...register('zeroAt')}
        />
        <TextField
          label="Direction of the pin, degrees"
          hint="Clockwise from 0°, seen from above"
          className="figure"
          inputMode="decimal"
          error={errors.pinAxisDeg?.message}
          {...register('pinAxisDeg')}
        />
        {length(
          'top',
          'First depth',
          values.strokes === '2' ? 'Above the roof of the exhaust' : 'Just below the top ring’s reversal',
        )}
        {length('mid', 'Second depth')}
        {length(
          'low',
          'Third depth',
          values.strokes === '2' ? 'Below the ports' : 'Low in the travel of the piston',
        )}
        {length('wallDepth', 'Depth of the wall', 'Deck to the end of the bore')}
        {values.strokes === '2' && (
          <div className="sm:col-span-2">
            <TextArea
              label="Windows of the wall, a line each"
              hint={`Name, roof to floor from the deck, then the angles: exhaust ${unit === 'mm' ? '38.5-68' : '1.516-2.677'} ±34 · transfer ${unit === 'mm' ? '53-68' : '2.087-2.677'} 55-125 both sides`}
              className="figure"
              error={errors.ports?.message}
              {...register('ports')}
            />
            <ul className="mt-1 text-small">
              {lines
                .filter(({ read }) => !read.ok)
                .map(({ line, read }) => (
                  <li key={line} className="text-undecided">
                    {!read.ok && read.sentence}
                  </li>
                ))}
            </ul>
          </div>
        )}
        {values.wall === 'iron-sleeve' && (
          <SelectField label="Cooled by" {...register('cooling')}>
            <option value="liquid">liquid</option>
            <option value="air">air</option>
          </SelectField>
        )}
        <TextField
          label="Code of this variant"
          hint="Cast or stamped; limits may hang on it"
          error={errors.code?.message}
          {...register('code')}
        />
        <TextField
          label="Model year"
          className="figure"
          inputMode="numeric"
          error={errors.year?.message}
          {...register('year')}
        />
        {save.isError && (
          <div role="alert" className="grid gap-2 text-beyond sm:col-span-2">
            <p>{save.error.message} What you typed is still here.</p>
            {stale && (
              <div>
                <Button onClick={() => setVersion(stale.version)}>Keep mine on top of that</Button>
              </div>
            )}
          </div>
        )}
        <div className="flex flex-wrap items-center gap-3 sm:col-span-2">
          <Button look="brass" type="submit" disabled={save.isPending}>
            {view ? 'Save' : 'Add it, then its limits'}
          </Button>
          {view && view.jobs > 0 && (
            <span className="text-small text-soft">
              {view.jobs === 1 ? 'One job is' : `${view.jobs} jobs are`} judged anew by it.
            </span>
          )}
        </div>
      </form>
      <div className="grid gap-4 lg:sticky lg:top-4">
        <CrownPicture engine={picture} />
        <WallPicture engine={picture} unit={unit} />
      </div>
    </div>
  );
}
