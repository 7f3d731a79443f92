import { useState } from 'react';
import { useNavigate } from 'react-router';
import { NewEngine, type EngineView } from '@tribos/contract';
import { readPortLine, type LengthUnit } from '@tribos/core/ground';
import {
  figure,
  FormFields,
  lengthOf,
  lengthOrNull,
  numberOrNull,
  useContractForm,
  type FormAsks,
  SaveTrouble,
} from '../forms/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button } from '../ui/index.js';
import { CrownPicture } from './CrownPicture.js';
import { drawn, linesOf, portsOf, valuesOf, type EngineValues } from './engineValues.js';
import { WallPicture } from './WallPicture.js';

const bodyOf = (id: string, v: EngineValues, unit: LengthUnit): NewEngine => ({
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
  stroke: lengthOrNull('stroke', v.stroke, unit),
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

/** What is asked of an engine: of its wall what that wall has, of its windows where it has any. */
function asksOf(v: EngineValues, unit: LengthUnit): FormAsks<EngineValues> {
  const length = (label: string, hint?: string) => figure(`${label}, ${unit}`, hint);
  const isTwoStroke = v.strokes === '2';
  return {
    maker: { label: 'Maker', wrong: 'Who makes it?', first: true },
    model: { label: 'Model', wrong: 'Which model?' },
    kind: {
      label: 'In what',
      among: ['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'].map((k) => [k, k]),
    },
    strokes: {
      label: 'Strokes',
      among: [
        ['4', 'four-stroke'],
        ['2', 'two-stroke'],
      ],
    },
    bore: length('Bore', 'Another unit is said with it: 77 mm, 3.0315 in'),
    stroke: length('Stroke', 'Empty while nobody knows it'),
    wall: {
      label: 'Wall of the bore',
      words: {
        'iron-sleeve': 'iron or steel sleeve',
        plated: 'nickel–silicon-carbide plating',
        chrome: 'hard chrome',
        unknown: 'not known yet',
      },
    },
    cooling: { label: 'Cooled by', words: { liquid: 'liquid', air: 'air' } },
    cylinders: {
      label: 'Cylinders, by the shop’s names',
      hint: 'Separated by commas, in order: left, right',
    },
    pin: length('Piston pin', 'Empty when it is not on file'),
    zeroAt: { label: '0° points to', hint: 'Seen from above: exhaust, front, flywheel side' },
    pinAxisDeg: figure('Direction of the pin, degrees', 'Clockwise from 0°, seen from above'),
    top: length(
      'First depth',
      isTwoStroke ? 'Above the roof of the exhaust' : 'Just below the top ring’s reversal',
    ),
    mid: length('Second depth'),
    low: length('Third depth', isTwoStroke ? 'Below the ports' : 'Low in the travel of the piston'),
    wallDepth: length('Depth of the wall', 'Deck to the end of the bore'),
    ports: isTwoStroke
      ? {
          label: 'Windows of the wall, a line each',
          hint: `Name, roof to floor from the deck, then the angles: exhaust ${unit === 'mm' ? '38.5-68' : '1.516-2.677'} ±34 · transfer ${unit === 'mm' ? '53-68' : '2.087-2.677'} 55-125 both sides`,
          looks: 'long',
        }
      : undefined,
    sleeveOuter:
      v.wall === 'iron-sleeve' ? length('Sleeve, outside', 'Empty when it is not on file') : undefined,
    code: { label: 'Code of this variant', hint: 'Cast or stamped; limits may hang on it' },
    year: figure('Model year'),
  };
}

/**
 * An engine typed on as its manual has it, drawn while it is typed: the crown from above and the wall unrolled.
 */
export function EngineForm({ view }: { view: EngineView }) {
  const navigate = useNavigate();
  const settings = useSettings();
  // What is typed stands in the unit it was begun in.
  const [unit] = useState(settings.unit);
  const { id } = view.spec;
  const [version, setVersion] = useState(view.version);
  const form = useContractForm<EngineValues, NewEngine>(NewEngine, valuesOf(view.spec, unit), (v) =>
    bodyOf(id, v, unit),
  );
  const save = useSave(
    (v: EngineValues) => api.put<EngineView>(`/engines/${id}`, { ...bodyOf(id, v, unit), version }),
    {
      topic: 'engines',
      id,
      view: keys.engine(id),
      done: () => void navigate(`/engines/${id}`),
    },
  );
  const values = form.watch();
  const picture = drawn(values, unit);
  const troubled =
    values.strokes === '2' ? linesOf(values.ports).map((line) => readPortLine(line, unit)) : [];
  return (
    <div className="grid items-start gap-6 lg:grid-cols-[1fr_22rem]">
      <form
        onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)}
        className="grid gap-4 bg-sheet p-4"
      >
        <FormFields form={form} of={asksOf(values, unit)} />
        <ul className="text-small text-undecided empty:hidden" aria-label="Windows that cannot be read">
          {troubled.map((read, i) => !read.ok && <li key={i}>{read.sentence}</li>)}
        </ul>
        <SaveTrouble error={save.error} onOver={setVersion} />
        <div className="flex flex-wrap items-center gap-3">
          <Button look="brass" type="submit" disabled={save.isPending}>
            Save
          </Button>
          {view.jobs > 0 && (
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
