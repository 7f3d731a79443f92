import { memo } from 'react';
import {
  bracketText,
  formatLength,
  valueText,
  nm,
  figureTitle,
  findingText,
  oddsWords,
  workingLabel,
  sourceLine,
  type LengthUnit,
  type Figure,
  type WorkingLine,
} from '@tribos/core/ground';
import { VerdictMark, type MarkState } from '../ui/index.js';
import { StripScale } from './StripScale.js';

/** A figure without a limit of its own, with its interval: `0.026 (0.021–0.031)`. */
function besideText(w: Extract<WorkingLine, { kind: 'interval' }>, unit: LengthUnit): string {
  const figure = (v: number) => formatLength(nm(v), { unit, step: 1_000 });
  return w.low === null || w.high === null
    ? figure(w.value)
    : `${figure(w.value)} (${figure(w.low)}–${figure(w.high)})`;
}

/** What the mark shows: a figure that is not there yet is not undecided, it is not read. */
export const markOf = (item: Figure): MarkState =>
  item.because === 'unread' ? (item.state === 'noLimit' ? 'noLimit' : 'waiting') : item.state;

/** Under a strip: the page it is held against, and what of it nobody gives. */
function heldAgainst({ limit, side }: Figure, other: Figure | null): string {
  if (!limit) return 'No limit on file for this engine. Not a pass.';
  const own = `${sourceLine(limit.source)} · ${limit.state === 'service' ? 'service limit' : 'for new parts'}`;
  if (other === null) return own;
  if (other.limit === null) return `${own} · no ${side === 'min' ? 'maximum' : 'minimum'} on file`;
  const same = sourceLine(other.limit.source) === sourceLine(limit.source);
  return same ? own : `${own}; the other end ${sourceLine(other.limit.source)}`;
}

/**
 * One judged quantity on a scale: range for new parts hatched, its limits as walls with hatching behind them, the value as
 * a scribed line with its ±U whisker. Tap it for the working.
 * @param item  the figure that leads
 * @param other the other side of the same quantity; null where there is none
 */
export const LimitStrip = memo(function LimitStrip({
  item,
  other = null,
  unit,
  big = false,
  onOpen,
}: {
  item: Figure;
  other?: Figure | null;
  unit: LengthUnit;
  big?: boolean;
  onOpen: (item: Figure) => void;
}) {
  const { value, bracket } = item;
  const mark = markOf(item);
  const beside = item.working.filter((w) => w.kind === 'interval');
  if (item.finding || item.found)
    return (
      <button type="button" onClick={() => onOpen(item)} className="block min-h-11 w-full py-1.5 text-left">
        <span className="flex items-center justify-between gap-2">
          <span className="font-semibold first-letter:uppercase">
            {item.finding ? findingText(item.finding, unit) : `${figureTitle(item)}: ${item.found!.text}`}
          </span>
          <VerdictMark state={mark} />
        </span>
        <span className="block text-small text-soft">A finding is a verdict, whatever the sizes say.</span>
      </button>
    );
  return (
    <button type="button" onClick={() => onOpen(item)} className="block w-full py-1.5 text-left">
      <span className="flex items-center justify-between gap-2">
        <span className="font-semibold">{figureTitle(item)}</span>
        <span className="inline-flex shrink-0 items-center">
          <VerdictMark state={mark} />
          {item.p !== null && item.state !== 'beyond' && (
            <span className="ml-1.5 text-small text-soft">{oddsWords(item.p)}</span>
          )}
        </span>
      </span>
      <span
        className={`grid items-start gap-3 ${big ? 'grid-cols-[7.25rem_minmax(0,1fr)]' : 'grid-cols-[5rem_minmax(0,1fr)]'}`}
      >
        <span
          className={`figure ${bracket ? 'text-small leading-7' : big ? 'text-reading leading-8' : 'text-lead leading-7'}`}
        >
          {bracket
            ? bracketText(bracket, unit).replace(` ${unit}`, '')
            : value === null
              ? '–'
              : valueText(item, value, unit).replace(` ${unit}`, '')}
        </span>
        <StripScale figures={other ? [item, other] : [item]} unit={unit} />
      </span>
      {beside.map((w) => (
        <span key={w.label} className="figure block text-small">
          {workingLabel(w, unit)} {besideText(w, unit)}
        </span>
      ))}
      <span className="relative block text-small text-soft">
        {heldAgainst(item, other)}
        <span className="sr-only">. Show the working.</span>
      </span>
    </button>
  );
});
