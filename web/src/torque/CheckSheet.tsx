import { TORQUE_CHECKED, type GroupState } from '@tribos/core/torque';
import { EntrySheet } from '../entry/index.js';
import type { Torque } from './useTorque.js';

/** The same click once more: which bolts moved. One that did opens the last step again. */
export function CheckSheet({
  group,
  torque,
  onClose,
}: {
  group: GroupState;
  torque: Torque;
  onClose: () => void;
}) {
  return (
    <EntrySheet
      title="The same click once more"
      says="Set the wrench as before, go round in the same order. Mark every bolt that moved before it clicked."
      kind={TORQUE_CHECKED}
      at={{ group: group.group.key }}
      asks={{ moved: { label: 'Moved', among: group.order.map((h) => [h, `bolt ${h} moved`]) } }}
      keep={({ is }) => {
        const moved = (is['moved'] as readonly unknown[]).length;
        return moved === 0 ? 'Nothing moved' : `${moved} moved: the last step again`;
      }}
      via={torque}
      onClose={onClose}
    />
  );
}
