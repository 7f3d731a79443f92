import { useEffect, useRef, useState, type ReactNode } from 'react';
import {
  bracketText,
  inMetric,
  LEAF_ANSWERS,
  leafText,
  type LeafAnswer,
  type LeafEntry,
  type LengthUnit,
  type Nanometres,
} from '@tribos/core/ground';
import { Kbd } from '../ui/index.js';
import type { Leaves } from './reading.js';

const ANSWERS: readonly { readonly answer: LeafAnswer; readonly key: string }[] = [
  { answer: 'goes', key: 'g' },
  { answer: 'drags', key: 'd' },
  { answer: 'does-not', key: 'x' },
];
const SIGNS: Record<LeafAnswer, string> = { goes: '✓', drags: '~', 'does-not': '✕' };

/** The last answer given for one leaf alone. */
const answerFor = (tries: readonly LeafEntry[], leaf: Nanometres): LeafAnswer | null =>
  tries.findLast((t) => t.stack.length === 1 && t.stack[0] === leaf)?.answer ?? null;

/**
 * The leaves of the shop's own set as a row to tap, the next one to try in brass, and the three answers; in the one row
 * the bar has.
 * @param typed digits that are typed beside the leaves
 */
export function LeafRack({ leaves, unit, typed }: { leaves: Leaves; unit: LengthUnit; typed: ReactNode }) {
  const { stack, gap, proposal, near } = leaves;
  const [whole, setWhole] = useState(false);
  const rack = useRef<HTMLUListElement>(null);
  const set =
    near === null || whole
      ? leaves.set
      : leaves.set.filter((l) => (l >= near.from && l <= near.to) || stack.includes(l));
  const tries = gap?.tries ?? [];
  const laid = stack.reduce((sum, l) => sum + l, 0);
  // The one in hand is in sight.
  useEffect(() => {
    const on = rack.current?.querySelector<HTMLElement>('[aria-pressed=true]');
    if (rack.current && on)
      rack.current.scrollLeft = on.offsetLeft - rack.current.clientWidth / 2 + on.clientWidth / 2;
  }, [laid, whole]);
  return (
    <div role="group" aria-label="Leaf rack" className="grid min-w-0">
      <p className="flex h-4.5 items-baseline gap-x-2 overflow-hidden leading-4.5 whitespace-nowrap">
        {laid > 0 ? (
          <>
            <span className="text-small text-soft">
              {stack.length > 1 ? `stack of ${stack.length}` : 'leaf'}
              {proposal && laid === proposal.reduce((sum, l) => sum + l, 0) ? ', proposed' : ''}
            </span>
            <span data-testid="leaf" className="figure text-lead font-semibold">
              {leafText(laid, unit)}
            </span>
            <span className="text-small text-soft">
              {unit}
              {inMetric(unit, stack)}
            </span>
          </>
        ) : (
          <span className="text-small text-soft">
            {leaves.waits ? 'Something comes before the next leaf.' : 'Nothing narrows it further.'}
          </span>
        )}
        {typed}
        <span className="figure ml-auto text-small" data-testid="bracket">
          {gap ? bracketText(gap.bracket, unit) : 'nothing tried yet'}
        </span>
      </p>
      <div className="flex min-w-0 items-stretch gap-1">
        <ul
          ref={rack}
          tabIndex={-1}
          className="relative flex min-w-0 flex-1 gap-1 overflow-x-auto [scrollbar-width:none]"
        >
          {set.map((leaf) => {
            const on = stack.includes(leaf);
            const said = answerFor(tries, leaf);
            return (
              <li key={leaf}>
                <button
                  type="button"
                  aria-pressed={on}
                  tabIndex={-1}
                  aria-label={`${leafText(leaf, unit)} ${unit}${said ? `, ${LEAF_ANSWERS[said]}` : ''}`}
                  onClick={() => leaves.toggle(leaf)}
                  className={`figure h-11 min-w-12 rounded-edge border px-1 text-small ${on ? 'border-brass bg-brass font-semibold text-on-brass' : said === 'goes' ? 'border-within text-within' : said ? 'border-beyond text-beyond' : 'border-rule bg-page'}`}
                >
                  <span className="block leading-4 whitespace-nowrap">{leafText(leaf, unit)}</span>
                  <span
                    aria-hidden="true"
                    className="block text-small leading-4 whitespace-nowrap empty:hidden"
                  >
                    {said ? SIGNS[said] : inMetric(unit, [leaf]).replace(/[()]/gu, '').trim()}
                  </span>
                </button>
              </li>
            );
          })}
          {near !== null && set.length < leaves.set.length && (
            <li>
              <button
                type="button"
                onClick={() => setWhole(true)}
                className="h-11 px-2 text-small whitespace-nowrap text-blue underline underline-offset-4"
              >
                whole set
              </button>
            </li>
          )}
        </ul>
        {laid > 0 &&
          ANSWERS.map(({ answer, key }) => (
            <button
              key={answer}
              type="button"
              onClick={() => leaves.answer(answer)}
              className="inline-flex h-11 shrink-0 items-center gap-1.5 rounded-edge border border-ink/40 bg-page px-2 xl:px-3"
            >
              <span className="max-md:hidden">
                <Kbd>{key}</Kbd>
              </span>{' '}
              {LEAF_ANSWERS[answer]}
            </button>
          ))}
      </div>
    </div>
  );
}
