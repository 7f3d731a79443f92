import { useState } from 'react';
import { v7 } from 'uuid';
import { InstrumentBody, type InstrumentView } from '@tribos/contract';
import { USUAL, USUAL_LEAVES, type Instrument } from '@tribos/core/ground';
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

/** Leaves as typed in a field: thicknesses in mm, separated by spaces. */
const leavesText = (leaves: readonly number[]): string => leaves.map((l) => lengthText(l, 'mm')).join(' ');

function usualValues(
  type: Instrument['type'],
): Pick<Values, 'resolution' | 'repeatability' | 'maxError' | 'travel' | 'leaves'> {
  const u = USUAL[type];
  return {
    resolution: lengthText(u.resolution, 'mm'),
    repeatability: lengthText(u.repeatability, 'mm'),
    maxError: lengthText(u.maxError, 'mm'),
    travel: lengthText(u.travel, 'mm'),
    leaves: type === 'leaf' ? leavesText(USUAL_LEAVES) : '',
  };
}

function bodyOf(id: string, v: Values): InstrumentBody {
  const studyRepeats = v.studyRepeats.trim() === '' ? null : Number(v.studyRepeats);
  if (studyRepeats !== null && !Number.isInteger(studyRepeats))
    throw new FieldTrouble('studyRepeats', 'A whole number, or nothing.');
  return {
    id,
    name: v.name,
    type: v.type,
    unit: v.unit,
    resolution: lengthOf('resolution', v.resolution, 'mm'),
    repeatability: lengthOf('repeatability', v.repeatability, 'mm'),
    studyRepeats,
    maxError: lengthOf('maxError', v.maxError, 'mm'),
    rangeLow: lengthOf('rangeLow', v.rangeLow, 'mm'),
    rangeHigh: lengthOf('rangeHigh', v.rangeHigh, 'mm'),
    contacts: Number(v.contacts) as 2 | 3,
    settingKind: v.type === 'dial-bore' ? v.settingKind : 'none',
    settingU:
      v.type === 'dial-bore' && v.settingKind === 'ring' ? lengthOf('settingU', v.settingU, 'mm') : null,
    settingInstrumentId:
      v.type === 'dial-bore' && v.settingKind === 'micrometer' ? v.settingInstrumentId || null : null,
    travel: v.type === 'dial-bore' ? lengthOf('travel', v.travel, 'mm') : null,
    leaves:
      v.type === 'leaf'
        ? v.leaves
            .trim()
            .split(/\s+/u)
            .filter(Boolean)
            .map((l) => lengthOf('leaves', l, 'mm'))
            .sort((a, b) => a - b)
        : [],
    calibrationDue: v.calibrationDue || null,
  };
}

const valuesOf = (i: Instrument | null): Values =>
  i
    ? {
        name: i.name,
        type: i.type,
        unit: i.unit,
        resolution: lengthText(i.resolution, 'mm'),
        repeatability: lengthText(i.repeatability, 'mm'),
        studyRepeats: i.studyRepeats === null ? '' : String(i.studyRepeats),
        maxError: lengthText(i.maxError, 'mm'),
        rangeLow: lengthText(i.rangeLow, 'mm'),
        rangeHigh: lengthText(i.rangeHigh, 'mm'),
        contacts: String(i.contacts),
        settingKind: i.setting.kind,
        settingU: i.setting.kind === 'ring' ? lengthText(i.setting.u, 'mm') : '',
        settingInstrumentId: i.setting.kind === 'micrometer' ? i.setting.instrumentId : '',
        travel: lengthText(i.travel, 'mm'),
        leaves: leavesText(i.leaves),
        calibrationDue: i.calibrationDue ?? '',
      }
    : {
        name: '',
        type: 'telescoping',
        unit: 'mm',
        ...usualValues('telescoping'),
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
): FormAsks<Values> => {
  const mm = (label: string, hint?: string) => figure(`${label}, mm`, hint);
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
    resolution: mm('Smallest step it shows', 'Many shop gauges show 0.01.'),
    repeatability: mm(
      'Repeats to (standard deviation)',
      'The usual figure of the type until you have your own',
    ),
    studyRepeats: figure('From how many repeats', 'Empty: the usual figure'),
    maxError: mm('Largest error of its scale'),
    calibrationDue: { label: 'Calibration holds until', looks: 'date' },
    rangeLow: mm('Range from'),
    rangeHigh: mm('Range to'),
    contacts: { label: 'Contacts on the wall', words: { 2: 'two', 3: 'three: sees no ovality' } },
    travel: isDial
      ? mm('Travel of the needle', 'Its error counts for the share of it that was used')
      : undefined,
    leaves:
      type === 'leaf'
        ? {
            label: 'Leaves of the set, mm',
            hint: 'Separated by spaces, as engraved. Only these are proposed.',
            looks: 'long',
          }
        : undefined,
    settingKind: isDial
      ? { label: 'Set in', words: { ring: 'a setting ring', micrometer: 'a micrometer' } }
      : undefined,
    settingU:
      isDial && settingKind === 'ring'
        ? mm('Standard uncertainty of the ring', 'From its certificate')
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
  const [id] = useState(() => i?.id ?? v7());
  const [version, setVersion] = useState(view?.version ?? 0);
  const form = useContractForm<Values, InstrumentBody>(InstrumentBody, valuesOf(i), (v) => bodyOf(id, v));
  const save = useSave(
    (v: Values) =>
      i ? api.put(`/gauges/${id}`, { ...bodyOf(id, v), version }) : api.post('/gauges', bodyOf(id, v)),
    { topic: 'instruments', id, done: onClose },
  );
  const onType = () => {
    if (!i)
      Object.entries(usualValues(form.getValues('type'))).forEach(([k, v]) =>
        form.setValue(k as keyof Values, v),
      );
  };
  return (
    <Sheet title={i ? i.name : 'Add a gauge'} onClose={onClose} wide>
      <form onSubmit={(e) => void form.handleSubmit((v) => save.mutate(v))(e)} className="grid gap-4">
        <FormFields form={form} of={asksOf(form.watch('type'), form.watch('settingKind'), all, onType)} />
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
