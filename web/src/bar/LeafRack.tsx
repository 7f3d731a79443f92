import { useState } from 'react';
import {
  bracketText,
  inMetric,
  LEAF_ANSWERS,
  leafText,
  type LeafAnswer,
  type LeafEntry,
  type LengthUnit,
  type Nanometres,
} from '@tribos/core';
import { Kbd } from '../ui/index.js';
import type { Leaves } from './useBar.js';

const ANSWERS: readonly { readonly answer: LeafAnswer; readonly key: string }[] = [
  { answer: 'goes', key: 'g' },
  { answer: 'drags', key: 'd' },
  { answer: 'does-not', key: 'x' },
];
const SIGNS: Record<LeafAnswer, string> = { goes: '✓', drags: '~', 'does-not': '✕' };

/** The last answer given for one leaf alone. */
const answerFor = (tries: readonly LeafEntry[], leaf: Nanometres): LeafAnswer | null =>
  tries.findLast((t) => t.stack.length === 1 && t.stack[0] === leaf)?.answer ?? null;

/** The leaves of the shop's own set as a row to tap, the next one to try in brass, and the three answers. */
export function LeafRack({ leaves, unit }: { leaves: Leaves; unit: LengthUnit }) {
  const { stack, gap, proposal, near } = leaves;
  const [whole, setWhole] = useState(false);
  const set =
    near === null || whole
      ? leaves.set
      : leaves.set.filter((l) => (l >= near.from && l <= near.to) || stack.includes(l));
  const tries = gap?.tries ?? [];
  const laid = stack.reduce((sum, l) => sum + l, 0);
  return (
    <div role="group" aria-label="Leaf rack" className="grid gap-2 border-b border-rule px-4 py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="min-w-44">
          <span className="block text-small text-soft">
            {stack.length > 1 ? `stack of ${stack.length}` : 'leaf'}
            {proposal && laid === proposal.reduce((sum, l) => sum + l, 0) ? ', proposed' : ''}
          </span>
          <span data-testid="leaf" className="figure text-reading leading-8 font-semibold">
            {laid > 0 ? leafText(laid, unit) : '–'}
          </span>{' '}
          {laid > 0 && (
            <span className="text-soft">
              {unit}
              {inMetric(unit, stack)}
            </span>
          )}
        </p>
        {laid === 0 ? (
          <p className="min-h-12 text-soft">
            {leaves.waits
              ? 'Something comes before the next leaf. Tap one to try it all the same.'
              : 'Nothing in the set narrows this further. Tap a leaf to try it again.'}
          </p>
        ) : (
          ANSWERS.map(({ answer, key }) => (
            <button
              key={answer}
              type="button"
              onClick={() => leaves.answer(answer)}
              className="inline-flex min-h-12 items-center gap-2 rounded-edge border border-ink/40 bg-page px-4 text-lead"
            >
              <Kbd>{key}</Kbd> {LEAF_ANSWERS[answer]}
            </button>
          ))
        )}
        <p className="figure ml-auto text-lead" data-testid="bracket">
          {gap ? bracketText(gap.bracket, unit) : 'nothing tried yet'}
        </p>
      </div>
      <ul className="flex flex-wrap items-center gap-1">
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
                className={`figure min-h-11 min-w-11 rounded-edge border px-1 text-small ${on ? 'border-brass bg-brass font-semibold text-on-brass' : said === 'goes' ? 'border-within text-within' : said ? 'border-beyond text-beyond' : 'border-rule bg-page'}`}
              >
                <span className="block leading-4">{leafText(leaf, unit)}</span>
                <span className="block text-small leading-4 empty:hidden">
                  {inMetric(unit, [leaf]).trim()}
                </span>
                {said && (
                  <span aria-hidden="true" className="block leading-4">
                    {SIGNS[said]}
                  </span>
                )}
              </button>
            </li>
          );
        })}
        {near !== null && set.length < leaves.set.length && (
          <li>
            <button
              type="button"
              onClick={() => setWhole(true)}
              className="min-h-11 px-2 text-small text-blue underline underline-offset-4"
            >
              whole set
            </button>
          </li>
        )}
      </ul>
    </div>
  );
}
