import type { JobFile } from '@tribos/core/ground';
import { CONDITIONS, TORQUE_WRENCH, torqueLog, type GroupState } from '@tribos/core/torque';
import { EntrySheet } from '../entry/index.js';
import type { Torque } from './useTorque.js';

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
  const before = torqueLog(file).findLast(TORQUE_WRENCH.is);
  const once = group.holes.some((h) => h.oneTime);
  return (
    <EntrySheet
      title={`Wrench for ${group.group.name}`}
      kind={TORQUE_WRENCH}
      at={{ group: group.group.key, bolts: 'none-are-once' }}
      start={
        before
          ? { name: before.name, range: before.range, unit: before.unit, due: before.due, bolts: 'used' }
          : { unit: 'N·m', bolts: 'used' }
      }
      asks={{
        name: { label: 'Wrench', first: true },
        range: { label: 'All of its range, N·m', hint: 'Believed from a fifth of it.', beside: 3 },
        unit: { label: 'Set in', beside: 3 },
        due: { label: 'Calibrated until', looks: 'date', beside: 3 },
        condition: {
          label: 'The threads are',
          hint: `The sheet’s figure is for threads ${CONDITIONS[group.group.condition]}.`,
          words: CONDITIONS,
          none: 'Look, then say',
        },
        ...(once && {
          bolts: {
            label: 'Bolts that are used once',
            words: { used: 'the old ones', new: 'new ones lie here' },
          },
        }),
        adapter: {
          label: 'Adapter, if one is on it: all three figures',
          of: {
            arm: { label: 'Square to grip mark', beside: 3 },
            out: { label: 'Square to bolt', beside: 3 },
            angle: { label: 'Angle, degrees', hint: '0 straight out, 90 across', beside: 3 },
          },
        },
      }}
      keep="Tighten with it"
      via={torque}
      onClose={onClose}
    />
  );
}
