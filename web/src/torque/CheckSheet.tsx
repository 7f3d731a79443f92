import { useState } from 'react';
import type { GroupState } from '@tribos/core';
import { Button, CheckField, Sheet } from '../ui/index.js';
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
  const [moved, setMoved] = useState<ReadonlySet<number>>(new Set());
  return (
    <Sheet title="The same click once more" onClose={onClose}>
      <p>
        Set the wrench as before, go round in the same order. Mark every bolt that moved before it clicked.
      </p>
      <div className="mt-2 flex flex-wrap gap-x-6">
        {group.order.map((h) => (
          <CheckField
            key={h}
            label={`bolt ${h} moved`}
            checked={moved.has(h)}
            onChange={(e) => {
              const next = new Set(moved);
              if (e.target.checked) next.add(h);
              else next.delete(h);
              setMoved(next);
            }}
          />
        ))}
      </div>
      <Button
        look="brass"
        className="mt-3"
        onClick={() => {
          if (torque.check(group.group.key, [...moved])) onClose();
        }}
      >
        {moved.size === 0 ? 'Nothing moved' : `${moved.size} moved: the last step again`}
      </Button>
    </Sheet>
  );
}
