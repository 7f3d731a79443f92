import { depthText, type LengthUnit } from '@tribos/core/ground';
import { BOLT, BOLT_STATES, type BoltHole } from '@tribos/core/strip';
import { answersOf, EntrySheet } from '../entry/index.js';

/** One fastener where it sits: stuck, broken, its thread damaged, or another one than on the plan. */
export function BoltSheet({
  map,
  hole,
  unit,
  onClose,
}: {
  map: string;
  hole: BoltHole;
  unit: LengthUnit;
  onClose: () => void;
}) {
  return (
    <EntrySheet
      title={`Fastener ${hole.at}`}
      says={
        <p className="figure text-lead">
          {hole.thread} × {depthText(hole.length, unit)}
          {hole.washer && ', washer under it'}
          {hole.sealant && ', sealant on it'}
          {hole.oneTime && (
            <span className="block text-body text-undecided">Renewed each time: never put back.</span>
          )}
        </p>
      }
      kind={BOLT}
      at={{ map, hole: hole.at }}
      asks={{ length: { label: 'Its length', beside: 2, none: '' }, text: { label: 'In words', beside: 2 } }}
      answers={answersOf('is', BOLT_STATES)}
      onClose={onClose}
    />
  );
}
