import { memo, useId } from 'react';
import {
  bracketText,
  formatLength,
  limitEndText,
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
} from '@tribos/core';
import { VerdictMark, type MarkState } from '../ui/index.js';

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

/** 95 % of the figure: from the whole map where it is propagated, the bracket of leaves, else ±2u. */
function whiskerOf({ interval, bracket, value, u }: Figure): readonly [number, number] | null {
  if (interval) return [interval.low, interval.high];
  if (bracket) return bracket.low !== null && bracket.high !== null ? [bracket.low, bracket.high] : null;
  return value === null || u === null ? null : [value - 2 * u, value + 2 * u];
}

interface Scale {
  readonly from: number;
  readonly to: number;
}

function scaleOf(item: Figure): Scale {
  const [low95, high95] = whiskerOf(item) ?? [null, null];
  // The mean of leaves is no figure to draw: it may lie above the leaf that dragged.
  const value = item.bracket ? (item.bracket.low ?? item.bracket.high) : item.value;
  const points = [item.limitAt, item.band.low, item.band.high, value, low95, high95].filter(
    (v) => v !== null,
  );
  // A size near its limit is looked at near it; a clearance, a play, from nothing on.
  if (item.feature !== 'bore' && Math.min(...points) < 0.8 * Math.max(...points)) points.push(0);
  const [low, high] = [Math.min(...points), Math.max(...points)];
  const room = Math.max((high - low) * 0.12, item.dimension === 'length' ? 2_000 : item.step);
  return { from: low === 0 ? 0 : low - room, to: high + room };
}

/**
 * One judged value on a scale: range for new parts hatched, the limit as a wall with hatching behind it, the
 * value as a scribed line with its ±U whisker. Tap it for the working.
 */
export const LimitStrip = memo(function LimitStrip({
  item,
  unit,
  big = false,
  onOpen,
}: {
  item: Figure;
  unit: LengthUnit;
  big?: boolean;
  onOpen: (item: Figure) => void;
}) {
  const id = useId();
  const scale = scaleOf(item);
  const at = (v: number): number =>
    Math.min(100, Math.max(0, ((v - scale.from) / (scale.to - scale.from)) * 100));
  const x = (v: number): string => `${at(v).toFixed(2)}%`;
  const { limitAt, value, band, bracket } = item;
  const whisker = whiskerOf(item);
  const mark = markOf(item);
  const beside = item.working.filter((w) => w.kind === 'interval');
  const below = item.side === 'min';
  const beyondFrom = limitAt === null ? 0 : below ? 0 : at(limitAt);
  const beyondWidth = limitAt === null ? 0 : below ? at(limitAt) : 100 - at(limitAt);
  // Two figures nearer than a figure's width would overprint: the band's steps back.
  const bandLabel =
    band.low !== null &&
    item.feature === 'bore' &&
    (limitAt === null || Math.abs(at(band.low) - at(limitAt)) > 22);

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
        <span className="line-clamp-2 font-semibold">{figureTitle(item)}</span>
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
        <svg aria-hidden="true" width="100%" height="40" className="block overflow-visible text-ink">
          <defs>
            <pattern
              id={`${id}b`}
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d="M0 0V6" className="stroke-within" strokeWidth="1.6" />
            </pattern>
            <pattern
              id={`${id}w`}
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(-45)"
            >
              <path d="M0 0V6" className="stroke-beyond" strokeWidth="1.6" />
            </pattern>
          </defs>
          {band.low !== null && band.high !== null && (
            <rect
              x={x(band.low)}
              width={`${at(band.high) - at(band.low)}%`}
              y="6"
              height="12"
              fill={`url(#${id}b)`}
            />
          )}
          {limitAt !== null && (
            <>
              <rect x={`${beyondFrom}%`} width={`${beyondWidth}%`} y="4" height="14" fill={`url(#${id}w)`} />
              <line
                x1={x(limitAt)}
                x2={x(limitAt)}
                y1="1"
                y2="22"
                className="stroke-beyond"
                strokeWidth="2"
              />
            </>
          )}
          <line x1="0" x2="100%" y1="18.5" y2="18.5" stroke="currentColor" />
          {Array.from({ length: 11 }, (_, i) => (
            <line
              key={i}
              x1={`${i * 10}%`}
              x2={`${i * 10}%`}
              y1="18"
              y2={i % 5 === 0 ? '24' : '22'}
              stroke="currentColor"
              opacity="0.6"
            />
          ))}
          {value !== null && (
            <>
              {whisker && (
                <line
                  x1={x(whisker[0])}
                  x2={x(whisker[1])}
                  y1="12"
                  y2="12"
                  stroke="currentColor"
                  strokeWidth="6"
                  opacity="0.35"
                />
              )}
              {!bracket && (
                <line x1={x(value)} x2={x(value)} y1="1" y2="20" stroke="currentColor" strokeWidth="2.5" />
              )}
            </>
          )}
          {limitAt !== null && (
            <text
              x={x(limitAt)}
              y="37"
              textAnchor={at(limitAt) > 90 ? 'end' : at(limitAt) < 10 ? 'start' : 'middle'}
              className="figure fill-ink text-[13px]"
            >
              {limitEndText(item.dimension, limitAt, below ? 'low' : 'high', unit).replace(` ${unit}`, '')}
            </text>
          )}
          {bandLabel && (
            <text x={x(band.low!)} y="37" textAnchor="start" className="figure fill-soft text-[13px]">
              {limitEndText(item.dimension, band.low!, 'low', unit).replace(` ${unit}`, '')}
            </text>
          )}
        </svg>
      </span>
      {beside.map((w) => (
        <span key={w.label} className="figure block truncate text-small">
          {workingLabel(w, unit)} {besideText(w, unit)}
        </span>
      ))}
      <span className="relative block truncate text-small text-soft">
        {item.limit
          ? `${sourceLine(item.limit.source)} · ${item.limit.state === 'service' ? 'service limit' : 'for new parts'}`
          : 'No limit on file for this engine. Not a pass.'}
        <span className="sr-only">. Show the working.</span>
      </span>
    </button>
  );
});
