import { useId } from 'react';
import { limitEndText, type Figure, type LengthUnit } from '@tribos/core';

/** 95 % of the figure: from the whole map where it is propagated, the bracket of leaves, else ±2u. */
function whiskerOf({ interval, bracket, value, u }: Figure): readonly [number, number] | null {
  if (interval) return [interval.low, interval.high];
  if (bracket) return bracket.low !== null && bracket.high !== null ? [bracket.low, bracket.high] : null;
  return value === null || u === null ? null : [value - 2 * u, value + 2 * u];
}

interface Wall {
  readonly side: Figure['side'];
  readonly at: number;
}

/** A limit is drawn once for each side that has one. */
const wallsOf = (figures: readonly Figure[]): readonly Wall[] =>
  figures.flatMap(({ side, limitAt }) => (limitAt === null ? [] : [{ side, at: limitAt }]));

/** From where to where a strip goes: everything of its figures, with room on both sides. */
function scaleOf(figures: readonly Figure[]): { readonly from: number; readonly to: number } {
  const [item] = figures as readonly [Figure];
  const [low95, high95] = whiskerOf(item) ?? [null, null];
  // The mean of leaves is no figure to draw: it may lie above the leaf that dragged.
  const value = item.bracket ? (item.bracket.low ?? item.bracket.high) : item.value;
  const points = [
    ...wallsOf(figures).map((w) => w.at),
    item.band.low,
    item.band.high,
    value,
    low95,
    high95,
  ].filter((v) => v !== null);
  // A size near its limit is looked at near it; a clearance, a play, from nothing on.
  if (item.feature !== 'bore' && Math.min(...points) < 0.8 * Math.max(...points)) points.push(0);
  const [low, high] = [Math.min(...points), Math.max(...points)];
  const room = Math.max((high - low) * 0.12, item.dimension === 'length' ? 2_000 : item.step);
  return { from: low === 0 ? 0 : low - room, to: high + room };
}

/** Figures at the ends of two limits nearer than this would overprint, % of the scale. */
const APART = 22;

/**
 * The scale of one quantity: the range for new parts hatched, each limit as a wall with hatching behind it, the value as a
 * scribed line with its ±U whisker.
 * @param figures the figure that leads, and the other side of the same quantity where there is one
 */
export function StripScale({ figures, unit }: { figures: readonly Figure[]; unit: LengthUnit }) {
  const id = useId();
  const [item] = figures as readonly [Figure];
  const { from, to } = scaleOf(figures);
  const at = (v: number): number => Math.min(100, Math.max(0, ((v - from) / (to - from)) * 100));
  const x = (v: number): string => `${at(v).toFixed(2)}%`;
  const { value, band, bracket, dimension } = item;
  const whisker = whiskerOf(item);
  const walls = wallsOf(figures);
  const text = (v: number, side: Figure['side']): string =>
    limitEndText(dimension, v, side === 'min' ? 'low' : 'high', unit).replace(` ${unit}`, '');
  const isClear = (v: number): boolean => walls.every((w) => Math.abs(at(v) - at(w.at)) > APART);
  // Two walls close together say their figures away from each other.
  const areClose = walls.length === 2 && Math.abs(at(walls[0]!.at) - at(walls[1]!.at)) < APART;
  const anchor = ({ at: v, side }: Wall): 'start' | 'middle' | 'end' =>
    areClose ? (side === 'min' ? 'end' : 'start') : at(v) > 90 ? 'end' : at(v) < 10 ? 'start' : 'middle';
  return (
    <svg aria-hidden="true" width="100%" height="40" className="block overflow-visible text-ink">
      <Hatch id={`${id}b`} turn={45} className="stroke-within" />
      <Hatch id={`${id}w`} turn={-45} className="stroke-beyond" />
      {band.low !== null && band.high !== null && (
        <rect
          x={x(band.low)}
          width={`${at(band.high) - at(band.low)}%`}
          y="6"
          height="12"
          fill={`url(#${id}b)`}
        />
      )}
      {walls.map((w) => (
        <g key={w.side}>
          <rect
            x={w.side === 'min' ? '0%' : x(w.at)}
            width={`${w.side === 'min' ? at(w.at) : 100 - at(w.at)}%`}
            y="4"
            height="14"
            fill={`url(#${id}w)`}
          />
          <line x1={x(w.at)} x2={x(w.at)} y1="1" y2="22" className="stroke-beyond" strokeWidth="2" />
          <text x={x(w.at)} y="37" textAnchor={anchor(w)} className="figure fill-ink text-[13px]">
            {text(w.at, w.side)}
          </text>
        </g>
      ))}
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
      {value !== null && whisker && (
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
      {value !== null && !bracket && (
        <line x1={x(value)} x2={x(value)} y1="1" y2="20" stroke="currentColor" strokeWidth="2.5" />
      )}
      {band.low !== null && item.feature === 'bore' && isClear(band.low) && (
        <text x={x(band.low)} y="37" textAnchor="start" className="figure fill-soft text-[13px]">
          {text(band.low, 'min')}
        </text>
      )}
    </svg>
  );
}

const Hatch = ({ id, turn, className }: { id: string; turn: number; className: string }) => (
  <defs>
    <pattern id={id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform={`rotate(${turn})`}>
      <path d="M0 0V6" className={className} strokeWidth="1.6" />
    </pattern>
  </defs>
);
