import { useSave } from '../kit/useSave.js';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { NewEngine, type EngineView } from '@tribos/contract';
import { lengthOf, lengthOrNull, useContractForm } from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';

interface Values {
  maker: string;
  model: string;
  kind: NewEngine['kind'];
  strokes: string;
  cylinders: string;
  bore: string;
  stroke: string;
  wall: NewEngine['wall'];
  zeroAt: string;
  pinAxisDeg: string;
  top: string;
  mid: string;
  depths: string;
  wallDepth: string;
  pin: string;
  cooling: NewEngine['cooling'];
}

/** An engine from its manual: what the wall map and the plans need. Limits come after. */
export function NewEngineSheet({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [id] = useState(() => v7());
  const toBody = (v: Values): NewEngine => ({
    id,
    maker: v.maker,
    model: v.model,
    kind: v.kind,
    strokes: Number(v.strokes) as 2 | 4,
    cylinders: v.cylinders
      .split(',')
      .map((c) => c.trim())
      .filter(Boolean),
    bore: lengthOf('bore', v.bore, 'mm'),
    stroke: lengthOf('stroke', v.stroke, 'mm'),
    wall: v.wall,
    zeroAt: v.zeroAt,
    pinAxisDeg: Number(v.pinAxisDeg),
    depths: {
      top: lengthOf('top', v.top, 'mm'),
      mid: lengthOf('mid', v.mid, 'mm'),
      low: lengthOf('depths', v.depths, 'mm'),
    },
    wallDepth: lengthOf('wallDepth', v.wallDepth, 'mm'),
    pin: lengthOrNull('pin', v.pin, 'mm'),
    cooling: v.cooling,
  });
  const { register, handleSubmit, formState } = useContractForm<Values, NewEngine>(
    NewEngine,
    {
      maker: '',
      model: '',
      kind: 'motorcycle',
      strokes: '4',
      cylinders: 'cylinder',
      bore: '',
      stroke: '',
      wall: 'iron-sleeve',
      zeroAt: 'front',
      pinAxisDeg: '90',
      top: '',
      mid: '',
      depths: '',
      wallDepth: '',
      pin: '',
      cooling: 'liquid',
    },
    toBody,
  );
  const { errors } = formState;
  const save = useSave((v: Values) => api.post<EngineView>('/engines', toBody(v)), {
    topic: 'engines',
    id,
    view: keys.engine(id),
    done: () => void navigate(`/engines/${id}`),
  });
  const length = (name: keyof Values, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      className="figure"
      inputMode="decimal"
      error={errors[name]?.message}
      {...register(name)}
    />
  );
  return (
    <Sheet title="Add an engine" onClose={onClose} wide>
      <form
        onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)}
        className="grid gap-4 sm:grid-cols-2"
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
        <TextField
          label="Cylinders, by the shop’s names"
          hint="Separated by commas: left, right"
          error={errors.cylinders?.message}
          {...register('cylinders')}
        />
        <SelectField label="Wall of the bore" {...register('wall')}>
          <option value="iron-sleeve">iron or steel sleeve</option>
          <option value="plated">nickel–silicon-carbide plating</option>
          <option value="chrome">hard chrome</option>
        </SelectField>
        {length('bore', 'Bore, mm')}
        {length('stroke', 'Stroke, mm')}
        <TextField
          label="0° points to"
          hint="Seen from above"
          error={errors.zeroAt?.message}
          {...register('zeroAt')}
        />
        <TextField
          label="Direction of the pin, degrees"
          className="figure"
          inputMode="decimal"
          error={errors.pinAxisDeg?.message}
          {...register('pinAxisDeg')}
        />
        {length(
          'top',
          'First depth, mm',
          'Just below the top ring’s reversal; above the exhaust roof on a two-stroke',
        )}
        {length('mid', 'Second depth, mm')}
        {length('depths', 'Third depth, mm', 'Low in the travel; below the ports on a two-stroke')}
        {length('wallDepth', 'Depth of the wall, mm')}
        {length('pin', 'Piston pin, mm', 'Empty when it is not on file')}
        <SelectField label="Cooled by" {...register('cooling')}>
          <option value="liquid">liquid</option>
          <option value="air">air</option>
        </SelectField>
        {save.isError && (
          <p role="alert" className="text-beyond sm:col-span-2">
            {save.error.message}
          </p>
        )}
        <div className="sm:col-span-2">
          <Button look="brass" type="submit" disabled={save.isPending}>
            Add it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
