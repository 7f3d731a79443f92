import { useId } from 'react';
import {
  limitEndText,
  onStrip,
  stripOf,
  type Figure,
  type LengthUnit,
  type StripWall,
} from '@tribos/core/ground';

/** Figures at the ends of two limits nearer than this would overprint, % of the scale. */
const APART = 22;

/**
 * The scale of one quantity: the range for new parts hatched, each limit as a wall with hatching behind it, the value as a
 * scribed line with its ±U whisker.
 * @param figures the figure that leads, and the other side of the same quantity where there is one
 */
export function StripScale({ figures, unit }: { figures: readonly [Figure, ...Figure[]]; unit: LengthUnit }) {
  const id = useId();
  const strip = stripOf(figures);
  if (!strip) return null;
  const [item] = figures;
  const at = (v: number): number => onStrip(strip, v) * 100;
  const x = (v: number): string => `${at(v).toFixed(2)}%`;
  const { value, band, walls, whisker } = strip;
  const text = (v: number, side: Figure['side']): string =>
    limitEndText(item.dimension, v, side === 'min' ? 'low' : 'high', unit).replace(` ${unit}`, '');
  const isClear = (v: number): boolean => walls.every((w) => Math.abs(at(v) - at(w.at)) > APART);
  // Two walls close together say their figures away from each other.
  const areClose = walls.length === 2 && Math.abs(at(walls[0]!.at) - at(walls[1]!.at)) < APART;
  const anchor = ({ at: v, side }: StripWall): 'start' | 'middle' | 'end' =>
    areClose ? (side === 'min' ? 'end' : 'start') : at(v) > 90 ? 'end' : at(v) < 10 ? 'start' : 'middle';
  return (
    <svg aria-hidden="true" width="100%" height="40" className="block overflow-visible text-ink">
      <Hatch id={`${id}b`} turn={45} className="stroke-within" />
      <Hatch id={`${id}w`} turn={-45} className="stroke-beyond" />
      {band && (
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
      {value !== null && (
        <line x1={x(value)} x2={x(value)} y1="1" y2="20" stroke="currentColor" strokeWidth="2.5" />
      )}
      {band && item.feature === 'bore' && isClear(band.low) && (
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
