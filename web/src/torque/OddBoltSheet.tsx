import { TORQUE_ODD, type GroupState } from '@tribos/core/torque';
import { EntrySheet } from '../entry/index.js';
import type { Torque } from './useTorque.js';

/** A bolt the wrench does not reach, or that is not as it should be: named, with its reason. */
export function OddBoltSheet({
  group,
  hole,
  torque,
  onClose,
}: {
  group: GroupState;
  hole: number;
  torque: Torque;
  onClose: () => void;
}) {
  return (
    <EntrySheet
      title="A bolt that is not as the plan has it"
      kind={TORQUE_ODD}
      at={{ group: group.group.key }}
      start={{ hole, why: 'no-access' }}
      asks={{
        hole: { label: 'Bolt', among: group.order.map((h) => [h, String(h)]) },
        why: {
          label: 'What',
          words: {
            'no-access': 'no way for the wrench',
            thread: 'thread damaged or mended',
            other: 'other',
          },
        },
        text: {
          label: 'How it was tightened instead',
          hint: 'It stands in the record beside the bolt.',
          looks: 'long',
        },
      }}
      via={torque}
      onClose={onClose}
    />
  );
}
