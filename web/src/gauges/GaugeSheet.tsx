import { useSave } from '../kit/useSave.js';
import { useState } from 'react';
import { v7 } from 'uuid';
import { InstrumentBody, type InstrumentView } from '@tribos/contract';
import { USUAL, USUAL_LEAVES, type Instrument } from '@tribos/core';
import { FieldTrouble, lengthOf, lengthText, useContractForm } from '../forms/index.js';
import { api, ApiError } from '../kit/api.js';
import { Button, SelectField, Sheet, TextArea, TextField } from '../ui/index.js';

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
  const toBody = (v: Values): InstrumentBody => {
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
  };
  const micrometers = all.filter((v) => v.instrument.type === 'micrometer');
  const { register, handleSubmit, watch, setValue, getValues, formState } = useContractForm<
    Values,
    InstrumentBody
  >(
    InstrumentBody,
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
        },
    toBody,
  );
  const { errors } = formState;
  const type = watch('type');
  const settingKind = watch('settingKind');
  const save = useSave(
    (v: Values) => (i ? api.put(`/gauges/${id}`, { ...toBody(v), version }) : api.post('/gauges', toBody(v))),
    { topic: 'instruments', id, done: onClose },
  );
  const stale =
    save.error instanceof ApiError && save.error.problem.code === 'stale'
      ? (save.error.problem.current as InstrumentView)
      : null;
  const length = (name: keyof Values, label: string, hint?: string) => (
    <TextField
      label={`${label}, mm`}
      hint={hint}
      className="figure"
      inputMode="decimal"
      error={errors[name]?.message}
      {...register(name)}
    />
  );
  return (
    <Sheet title={i ? i.name : 'Add a gauge'} onClose={onClose} wide>
      <form
        onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)}
        className="grid gap-4 sm:grid-cols-2"
      >
        <SelectField
          label="Type"
          {...register('type', {
            onChange: () => {
              if (!i)
                Object.entries(usualValues(getValues('type'))).forEach(([k, v]) =>
                  setValue(k as keyof Values, v),
                );
            },
          })}
        >
          {Object.entries(USUAL).map(([k, u]) => (
            <option key={k} value={k}>
              {u.name}
            </option>
          ))}
        </SelectField>
        <TextField label="Name on its box" error={errors.name && 'It needs a name.'} {...register('name')} />
        <SelectField label="It reads in" {...register('unit')}>
          <option value="mm">millimetres</option>
          <option value="in">inches</option>
        </SelectField>
        {length('resolution', 'Smallest step it shows', 'Many shop gauges show 0.01.')}
        {length(
          'repeatability',
          'Repeats to (standard deviation)',
          'The usual figure of the type until you have your own',
        )}
        <TextField
          label="From how many repeats"
          hint="Empty: the usual figure"
          inputMode="numeric"
          className="figure"
          error={errors.studyRepeats?.message}
          {...register('studyRepeats')}
        />
        {length('maxError', 'Largest error of its scale')}
        <TextField
          label="Calibration holds until"
          type="date"
          error={errors.calibrationDue?.message}
          {...register('calibrationDue')}
        />
        {length('rangeLow', 'Range from')}
        {length('rangeHigh', 'Range to')}
        <SelectField label="Contacts on the wall" {...register('contacts')}>
          <option value="2">two</option>
          <option value="3">three: sees no ovality</option>
        </SelectField>
        {type === 'dial-bore' &&
          length('travel', 'Travel of the needle', 'Its error counts for the share of it that was used')}
        {type === 'leaf' && (
          <div className="sm:col-span-2">
            <TextArea
              label="Leaves of the set, mm"
              hint="Separated by spaces, as engraved. Only these are proposed."
              error={errors.leaves?.message}
              {...register('leaves')}
            />
          </div>
        )}
        {type === 'dial-bore' && (
          <SelectField label="Set in" {...register('settingKind')}>
            <option value="ring">a setting ring</option>
            <option value="micrometer">a micrometer</option>
          </SelectField>
        )}
        {type === 'dial-bore' &&
          settingKind === 'ring' &&
          length('settingU', 'Standard uncertainty of the ring', 'From its certificate')}
        {type === 'dial-bore' && settingKind === 'micrometer' && (
          <SelectField label="Which micrometer" {...register('settingInstrumentId')}>
            <option value="">choose</option>
            {micrometers.map((m) => (
              <option key={m.instrument.id} value={m.instrument.id}>
                {m.instrument.name}
              </option>
            ))}
          </SelectField>
        )}
        {save.isError && (
          <div role="alert" className="grid gap-2 text-beyond sm:col-span-2">
            <p>{save.error.message}</p>
            {stale && (
              <div>
                <Button onClick={() => setVersion(stale.version)}>Keep mine on top of that</Button>
              </div>
            )}
          </div>
        )}
        <div className="sm:col-span-2">
          <Button look="brass" type="submit" disabled={save.isPending}>
            {i ? 'Save' : 'Add it'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
