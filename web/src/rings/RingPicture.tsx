import { useId } from 'react';
import { leafText, limitFigureText, limitText, type LengthUnit } from '@tribos/core/ground';
import type { GapTarget } from '@tribos/core/rings';

/** Widest gap drawn, over the minimum or the bracket. */
const ROOM = 1.45;

/**
 * A ring's gap true to scale: from nothing at the left, the minimum as a wall with what is too small hatched behind
 * it, the leaf that goes as a bar reaching towards it, what is not known between the leaves as a paler band.
 */
export function RingPicture({
  target,
  low,
  high,
  unit,
}: {
  target: Pick<GapTarget, 'low' | 'high'>;
  /** Thickest leaf that goes and thinnest that does not, brought to 20 °C, nm. */
  low: number | null;
  high: number | null;
  unit: LengthUnit;
}) {
  const id = useId();
  // A maximum belongs in the picture where it does not press the minimum into a corner.
  const ceiling =
    target.low !== null && target.high !== null && target.high < 2.2 * target.low ? target.high : 0;
  const widest = Math.max(target.low ?? 0, low ?? 0, high ?? 0);
  const most = Math.max(widest * ROOM, ceiling * 1.15, 100_000);
  const at = (v: number): number => Math.min(100, (v / most) * 100);
  const step = unit === 'mm' ? 50_000 : 50_800;
  const ticks = Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step);
  const text = (v: number, y: number, said: string, className: string) => (
    <text
      x={`${at(v)}%`}
      y={y}
      textAnchor={at(v) > 82 ? 'end' : at(v) < 18 ? 'start' : 'middle'}
      className={`figure text-[13px] ${className}`}
    >
      {said}
    </text>
  );
  const together = target.low !== null && target.high !== null && at(target.high) - at(target.low) < 36;
  // Two figures nearer than their width stand in one.
  const near = low !== null && high !== null && at(high) - at(low) < 30;
  return (
    <svg aria-hidden="true" width="100%" height="66" className="block overflow-visible">
      <defs>
        <pattern id={id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M0 0V6" className="stroke-beyond" strokeWidth="1.6" />
        </pattern>
      </defs>
      {target.low !== null && (
        <rect x="0" y="18" width={`${at(target.low)}%`} height="24" fill={`url(#${id})`} />
      )}
      {target.high !== null && (
        <rect
          x={`${at(target.high)}%`}
          y="18"
          width={`${100 - at(target.high)}%`}
          height="24"
          fill={`url(#${id})`}
        />
      )}
      {low !== null && <rect x="0" y="25" width={`${at(low)}%`} height="10" className="fill-blue" />}
      {low !== null && high !== null && high > low && (
        <rect
          x={`${at(low)}%`}
          y="25"
          width={`${at(high) - at(low)}%`}
          height="10"
          className="fill-blue"
          opacity="0.3"
        />
      )}
      {high !== null && (
        <line
          x1={`${at(high)}%`}
          x2={`${at(high)}%`}
          y1="22"
          y2="38"
          className="stroke-ink"
          strokeWidth="2.5"
        />
      )}
      {target.low !== null && (
        <line
          x1={`${at(target.low)}%`}
          x2={`${at(target.low)}%`}
          y1="15"
          y2="44"
          className="stroke-beyond"
          strokeWidth="2.5"
        />
      )}
      <line x1="0" x2="100%" y1="42.5" y2="42.5" className="stroke-ink" />
      {ticks.map((t) => (
        <line
          key={t}
          x1={`${at(t)}%`}
          x2={`${at(t)}%`}
          y1="42"
          y2="47"
          className="stroke-ink"
          opacity="0.6"
        />
      ))}
      {target.low !== null &&
        text(
          target.low,
          11,
          together
            ? limitText(target.low, target.high, unit)
            : `min ${limitFigureText(target.low, 'low', unit)}`,
          'fill-beyond',
        )}
      {target.high !== null &&
        !together &&
        text(target.high, 11, `max ${limitFigureText(target.high, 'high', unit)}`, 'fill-beyond')}
      {near &&
        text((low + high) / 2, 62, `${leafText(low, unit)} goes, ${leafText(high, unit)} not`, 'fill-ink')}
      {!near && low !== null && text(low, 62, `${leafText(low, unit)} goes`, 'fill-ink')}
      {!near && high !== null && text(high, 62, `${leafText(high, unit)} not`, 'fill-ink')}
    </svg>
  );
}
