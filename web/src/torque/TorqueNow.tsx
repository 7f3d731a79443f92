import type { ReactNode } from 'react';
import { stepText } from '@tribos/core/torque';
import { Rest } from '../frame/index.js';
import { Button, Kbd } from '../ui/index.js';
import type { Torque } from './useTorque.js';

/** Answers of what is looked at before the next group begins. */
export const SEEN = [
  ['free', 'It turns freely'],
  ['touches', 'Something touches'],
] as const;

/** What is to be tightened now, and what the wrench is set to for it. */
export function TorqueNow({ torque, onward }: { torque: Torque; onward: ReactNode }) {
  const { group, now, asks } = torque;
  if (group === null) return <Rest says="Everything is tightened.">{onward}</Rest>;
  if (asks !== null)
    return (
      <>
        <p className="text-reading leading-tight font-semibold">{asks}</p>
        <div className="mt-3 flex flex-wrap gap-3">
          {SEEN.map(([is, words], i) => (
            <Button
              key={is}
              look={torque.marked === i ? 'brass' : undefined}
              onClick={() => torque.answer(is)}
            >
              {words} <Kbd>{i + 1}</Kbd>
            </Button>
          ))}
        </div>
      </>
    );
  const step = group.group.steps[now!.pass]!;
  return (
    <>
      <p className="text-lead text-soft">
        {group.group.name}, step {now!.pass + 1} of {group.group.steps.length}
      </p>
      <p className="text-reading leading-tight font-semibold">
        {now!.holes.length === 1 ? `Bolt ${now!.holes[0]}` : `All ${now!.holes.length}, in order`}
      </p>
      <p className="figure text-[2.75rem] leading-none font-semibold">
        {stepText(step, group.wrench, group.group.unit)}
      </p>
      {group.wrench?.adapter && step.by === 'torque' && (
        <p className="text-soft">
          set so, for {stepText(step, null, group.group.unit)} at the bolt through the adapter
        </p>
      )}
      {now!.pass === group.group.steps.length - 1 && (
        <p className="mt-1 font-semibold text-brass">Paint mark on each as it is done.</p>
      )}
      {group.group.before && <p className="mt-1">{group.group.before}</p>}
    </>
  );
}
