import type { Judgement } from '@tribos/core/house';
import { BOTTOM_END, bottomEnd } from '@tribos/core/inspect';
import { EntrySheet } from '../entry/index.js';
import type { Clean } from './useClean.js';

/** Whether the bottom end is opened: why it should be, what leaving it costs later, and what the customer said. */
export function BottomSheet({
  clean,
  judgement,
  onClose,
}: {
  clean: Clean;
  judgement: Judgement;
  onClose: () => void;
}) {
  const of = bottomEnd(clean.file, judgement.items);
  return (
    <EntrySheet
      title="Bottom end"
      says={
        <div>
          {of.whys.map((w) => (
            <p key={w} className="font-semibold">
              {w}
            </p>
          ))}
          <p className="mt-1">{of.later}</p>
        </div>
      }
      kind={BOTTOM_END}
      asks={{ text: { label: 'Who said it, and how' } }}
      answers={[
        { words: 'The customer says yes: open it', loud: true, said: { is: 'open', customer: 'yes' } },
        { words: 'The customer says no: left closed', said: { is: 'left', customer: 'no' } },
      ]}
      onClose={onClose}
    />
  );
}
