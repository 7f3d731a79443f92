import { ODD, STRIP_ODD } from '@tribos/core/strip';
import { answersOf, EntrySheet } from '../entry/index.js';
import type { Strip } from './useStrip.js';

/** Not as the list has it: one figure or one touch. */
export function OddSheet({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const step = strip.shown?.step;
  if (!step) return null;
  return (
    <EntrySheet
      title={`${step.what}: what is it?`}
      kind={STRIP_ODD}
      at={{ step: step.key, name: step.what }}
      asks={{ text: { label: 'In words, where it needs any (then tap one below)' } }}
      answers={answersOf('why', ODD)}
      onKept={strip.settle}
      onClose={onClose}
    />
  );
}
