import { useState } from 'react';
import {
  CONDITIONS,
  nm,
  parseReading,
  TORQUE_WRENCH,
  torqueLog,
  type GroupState,
  type JobFile,
  type ThreadCondition,
} from '@tribos/core';
import { newEntry } from '../job/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import type { Torque } from './useTorque.js';

const UNITS = ['N·m', 'lbf·ft', 'lbf·in', 'kgf·m'] as const;

/** Which wrench, what is put on it, what is on the threads: asked once before a group is tightened. */
export function WrenchSheet({
  file,
  group,
  torque,
  onClose,
}: {
  file: JobFile;
  group: GroupState;
  torque: Torque;
  onClose: () => void;
}) {
  const before = torqueLog(file).findLast(TORQUE_WRENCH.is) ?? null;
  const [name, setName] = useState(before?.name ?? '');
  const [range, setRange] = useState(before ? String(before.range) : '');
  const [unit, setUnit] = useState<(typeof UNITS)[number]>(before?.unit ?? 'N·m');
  const [due, setDue] = useState(before?.due ?? '');
  const [arm, setArm] = useState('');
  const [out, setOut] = useState('');
  const [angle, setAngle] = useState('0');
  const [condition, setCondition] = useState<ThreadCondition | ''>('');
  const [bolts, setBolts] = useState<'new' | 'used'>('used');
  const once = group.holes.some((h) => h.oneTime);
  const length = (text: string) => {
    const read = parseReading(text, { unit: 'mm' });
    return read.ok ? read.value : null;
  };
  const keep = () => {
    if (name.trim() === '') return torque.say('Which wrench is it?');
    const most = Number(range.replace(',', '.'));
    if (!(most > 0)) return torque.say('How far does it go, in N·m?');
    if (condition === '') return torque.say('Look at the threads: what is on them?');
    const own = arm.trim() !== '' || out.trim() !== '';
    const [a, o] = [length(arm), length(out)];
    if (own && (a === null || o === null)) return torque.say('Both lengths of the adapter, in mm.');
    const kept = torque.send(
      newEntry(TORQUE_WRENCH, {
        group: group.group.key,
        name: name.trim(),
        range: most,
        unit,
        due: due || null,
        adapter: own ? { arm: nm(a!), out: nm(o!), angle: Number(angle) || 0 } : null,
        condition,
        bolts: once ? bolts : 'none-are-once',
      }),
    );
    if (kept) onClose();
  };
  return (
    <Sheet title={`Wrench for ${group.group.name}`} onClose={onClose}>
      <div className="grid gap-4">
        <TextField
          label="Wrench"
          autoFocus
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.target.value)}
        />
        <div className="grid gap-4 sm:grid-cols-3">
          <TextField
            label="All of its range, N·m"
            hint="Believed from a fifth of it."
            inputMode="decimal"
            className="figure"
            value={range}
            onChange={(e) => setRange(e.target.value)}
          />
          <SelectField
            label="Set in"
            value={unit}
            onChange={(e) => setUnit(e.target.value as (typeof UNITS)[number])}
          >
            {UNITS.map((u) => (
              <option key={u}>{u}</option>
            ))}
          </SelectField>
          <TextField
            label="Calibrated until"
            type="date"
            value={due}
            onChange={(e) => setDue(e.target.value)}
          />
        </div>
        <SelectField
          label="The threads are"
          hint={`The sheet’s figure is for threads ${CONDITIONS[group.group.condition]}.`}
          value={condition}
          onChange={(e) => setCondition(e.target.value as ThreadCondition)}
        >
          <option value="">Look, then say</option>
          {(Object.keys(CONDITIONS) as ThreadCondition[]).map((k) => (
            <option key={k} value={k}>
              {CONDITIONS[k]}
            </option>
          ))}
        </SelectField>
        {once && (
          <SelectField
            label="Bolts that are used once"
            value={bolts}
            onChange={(e) => setBolts(e.target.value as 'new' | 'used')}
          >
            <option value="used">the old ones</option>
            <option value="new">new ones lie here</option>
          </SelectField>
        )}
        <fieldset className="grid gap-4 border-t border-rule pt-2 sm:grid-cols-3">
          <legend className="font-semibold">Adapter, if one is on it</legend>
          <TextField
            label="Square to grip mark, mm"
            inputMode="decimal"
            className="figure"
            value={arm}
            onChange={(e) => setArm(e.target.value)}
          />
          <TextField
            label="Square to bolt, mm"
            inputMode="decimal"
            className="figure"
            value={out}
            onChange={(e) => setOut(e.target.value)}
          />
          <TextField
            label="Angle, degrees"
            hint="0 straight out, 90 across"
            inputMode="decimal"
            className="figure"
            value={angle}
            onChange={(e) => setAngle(e.target.value)}
          />
        </fieldset>
        {torque.trouble && (
          <p role="alert" className="text-lead font-semibold text-beyond">
            {torque.trouble}
          </p>
        )}
        <Button look="brass" onClick={keep}>
          Tighten with it
        </Button>
      </div>
    </Sheet>
  );
}
