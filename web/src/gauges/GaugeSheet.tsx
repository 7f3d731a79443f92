import { useState } from 'react';
import { v7 } from 'uuid';
import { InstrumentBody, type InstrumentView } from '@tribos/contract';
import { USUAL, USUAL_LEAVES, type Instrument, type LengthUnit } from '@tribos/core/ground';
import {
  FieldTrouble,
  figure,
  FormFields,
  lengthOf,
  lengthText,
  useContractForm,
  type FormAsks,
  SaveTrouble,
} from '../forms/index.js';
import { api } from '../kit/api.js';
import { useSettings } from '../kit/settings.js';
import { useSave } from '../kit/useSave.js';
import { Button, Sheet } from '../ui/index.js';

interface Values {
  name: string;
  type: Instrument['type'];
  unit: 'mm' | 'in';
  resolution: string;
  repeatability: string;
  studyRepeats: string;
  maxError: string;
  rangeLow: string;
  rangeHigh: string;
  contacts: string;
  settingKind: InstrumentBody['settingKind'];
  settingU: string;
  settingInstrumentId: string;
  travel: string;
  leaves: string;
  calibrationDue: string;
}

/** Leaves as typed in a field, separated by spaces: a metric one in an inch shop with its unit, and no space before it. */
const leavesText = (leaves: readonly number[], unit: LengthUnit): string =>
  leaves.map((l) => lengthText(l, unit).replace(' ', '')).join(' ');

function usualValues(
  type: Instrument['type'],
  unit: LengthUnit,
): Pick<Values, 'resolution' | 'repeatability' | 'maxError' | 'travel' | 'leaves'> {
  const u = USUAL[type];
  return {
    resolution: lengthText(u.resolution, unit),
    repeatability: lengthText(u.repeatability, unit),
    maxError: lengthText(u.maxError, unit),
    travel: lengthText(u.travel, unit),
    leaves: type === 'leaf' ? leavesText(USUAL_LEAVES, unit) : '',
  };
}

function bodyOf(id: string, v: Values, unit: LengthUnit): InstrumentBody {
  const studyRepeats = v.studyRepeats.trim() === '' ? null : Number(v.studyRepeats);
  if (studyRepeats !== null && !Number.isInteger(studyRepeats))
    throw new FieldTrouble('studyRepeats', 'A whole number, or nothing.');
  return {
    id,
    name: v.name,
    type: v.type,
    unit: v.unit,
    resolution: lengthOf('resolution', v.resolution, unit),
    repeatability: lengthOf('repeatability', v.repeatability, unit),
    studyRepeats,
    maxError: lengthOf('maxError', v.maxError, unit),
    rangeLow: lengthOf('rangeLow', v.rangeLow, unit),
    rangeHigh: lengthOf('rangeHigh', v.rangeHigh, unit),
    contacts: Number(v.contacts) as 2 | 3,
    settingKind: v.type === 'dial-bore' ? v.settingKind : 'none',
    settingU:
      v.type === 'dial-bore' && v.settingKind === 'ring' ? lengthOf('settingU', v.settingU, unit) : null,
    settingInstrumentId:
      v.type === 'dial-bore' && v.settingKind === 'micrometer' ? v.settingInstrumentId || null : null,
    travel: v.type === 'dial-bore' ? lengthOf('travel', v.travel, unit) : null,
    leaves:
      v.type === 'leaf'
        ? v.leaves
            .trim()
            .split(/\s+/u)
            .filter(Boolean)
            .map((l) => lengthOf('leaves', l, unit))
            .sort((a, b) => a - b)
        : [],
    calibrationDue: v.calibrationDue || null,
  };
}

const valuesOf = (i: Instrument | null, unit: LengthUnit): Values =>
  i
    ? {
        name: i.name,
        type: i.type,
        unit: i.unit,
        resolution: lengthText(i.resolution, unit),
        repeatability: lengthText(i.repeatability, unit),
        studyRepeats: i.studyRepeats === null ? '' : String(i.studyRepeats),
        maxError: lengthText(i.maxError, unit),
        rangeLow: lengthText(i.rangeLow, unit),
        rangeHigh: lengthText(i.rangeHigh, unit),
        contacts: String(i.contacts),
        settingKind: i.setting.kind,
        settingU: i.setting.kind === 'ring' ? lengthText(i.setting.u, unit) : '',
        settingInstrumentId: i.setting.kind === 'micrometer' ? i.setting.instrumentId : '',
        travel: lengthText(i.travel, unit),
        leaves: leavesText(i.leaves, unit),
        calibrationDue: i.calibrationDue ?? '',
      }
    : {
        name: '',
        type: 'telescoping',
        unit,
        ...usualValues('telescoping', unit),
        studyRepeats: '',
        rangeLow: '',
        rangeHigh: '',
        contacts: '2',
        settingKind: 'ring',
        settingU: '',
        settingInstrumentId: '',
        calibrationDue: '',
      };

/** What is asked of a gauge of one type. */
const asksOf = (
  type: Values['type'],
  settingKind: Values['settingKind'],
  all: readonly InstrumentView[],
  onType: () => void,
  unit: LengthUnit,
): FormAsks<Values> => {
  const length = (label: string, hint?: string) => figure(`${label}, ${unit}`, hint);
  const isDial = type === 'dial-bore';
  const micrometers = all.filter((v) => v.instrument.type === 'micrometer');
  return {
    type: {
      label: 'Type',
      words: Object.fromEntries(Object.entries(USUAL).map(([k, u]) => [k, u.name])),
      onAnswer: onType,
    },
    name: { label: 'Name on its box', wrong: 'It needs a name.' },
    unit: { label: 'It reads in', words: { mm: 'millimetres', in: 'inches' } },
    resolution: length(
      'Smallest step it shows',
      unit === 'mm' ? 'Many shop gauges show 0.01.' : 'Many shop gauges show 0.0005.',
    ),
    repeatability: length(
      'Repeats to (standard deviation)',
      'The usual figure of the type until you have your own',
    ),
    studyRepeats: figure('From how many repeats', 'Empty: the usual figure'),
    maxError: length('Largest error of its scale'),
    calibrationDue: { label: 'Calibration holds until', looks: 'date' },
    rangeLow: length('Range from'),
    rangeHigh: length('Range to'),
    contacts: { label: 'Contacts on the wall', words: { 2: 'two', 3: 'three: sees no ovality' } },
    travel: isDial
      ? length('Travel of the needle', 'Its error counts for the share of it that was used')
      : undefined,
    leaves:
      type === 'leaf'
        ? {
            label: `Leaves of the set, ${unit}`,
            hint: 'Separated by spaces, as engraved. Only these are proposed.',
            looks: 'long',
          }
        : undefined,
    settingKind: isDial
      ? { label: 'Set in', words: { ring: 'a setting ring', micrometer: 'a micrometer' } }
      : undefined,
    settingU:
      isDial && settingKind === 'ring'
        ? length('Standard uncertainty of the ring', 'From its certificate')
        : undefined,
    settingInstrumentId:
      isDial && settingKind === 'micrometer'
        ? {
            label: 'Which micrometer',
            none: 'choose',
            among: micrometers.map(({ instrument: m }) => [m.id, m.name]),
          }
        : undefined,
  };
};

/** A gauge of the shop. The usual figures of its type stand until the shop has its own. */
export function GaugeSheet({
  view,
  all,
  onClose,
}: {
  view: InstrumentView | null;
  all: readonly InstrumentView[];
  onClose: () => void;
}) {
  const i = view?.instrument ?? null;
  const settings = useSettings();
  // What is typed stands in the unit it was begun in.
  const [unit] = useState(settings.unit);
  const [id] = useState(() => i?.id ?? v7());
  const [version, setVersion] = useState(view?.version ?? 0);
  const form = useContractForm<Values, InstrumentBody>(InstrumentBody, valuesOf(i, unit), (v) =>
    bodyOf(id, v, unit),
  );
  const save = useSave(
    (v: Values) =>
      i
        ? api.put(`/gauges/${id}`, { ...bodyOf(id, v, unit), version })
        : api.post('/gauges', bodyOf(id, v, unit)),
    { topic: 'instruments', id, done: onClose },
  );
  const onType = () => {
    if (!i)
      Object.entries(usualValues(form.getValues('type'), unit)).forEach(([k, v]) =>
        form.setValue(k as keyof Values, v),
      );
  };
  return (
    <Sheet title={i ? i.name : 'Add a gauge'} onClose={onClose} wide>
      <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <FormFields
          form={form}
          of={asksOf(form.watch('type'), form.watch('settingKind'), all, onType, unit)}
        />
        <SaveTrouble error={save.error} onOver={setVersion} />
        <div>
          <Button look="brass" type="submit" disabled={save.isPending}>
            {i ? 'Save' : 'Add it'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
