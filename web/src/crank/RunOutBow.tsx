import { placeKey } from '@tribos/core/ground';
import { crankOf } from '@tribos/core/crank';
import { listedThings } from '@tribos/core/house';
import { placesRead, placeFigure } from '@tribos/core/readings';
import type { PanelProps } from '../job/index.js';

const WIDTH = 560;
const HEIGHT = 132;
const AXIS = 74;
/** How high the largest bow is drawn. */
const MOST = 40;

/** Run-out drawn as the bow it shows: half of the needle's travel, the supports under it, never to scale. */
export function RunOutBow({ context: { file, unit } }: PanelProps) {
  const ends = listedThings(file, 'crank', false).filter((l) => l.m.part === 'crank.run-out');
  const read = ends.map((e) => {
    const state = placesRead(file).get(placeKey(e.spots[0]!.place));
    const value = state?.result?.estimate.value ?? null;
    return { name: e.thing.name, value, text: state ? placeFigure(state, unit) : null };
  });
  if (ends.length === 0 || read.every((r) => r.value === null)) return null;
  const sheet = crankOf(file.engine);
  const most = Math.max(1_000, ...read.map((r) => r.value ?? 0));
  const x = (i: number) => 50 + (i * (WIDTH - 100)) / Math.max(1, read.length - 1);
  const y = (v: number | null) => AXIS - ((v ?? 0) / most) * MOST;
  const points = read.map((r, i) => `${x(i)},${y(r.value)}`).join(' ');
  return (
    <figure className="mb-3">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Bow of the crank: ${read.map((r) => `${r.name} ${r.text ?? 'not read'}`).join(', ')}`}
        className="w-full max-w-2xl"
      >
        <line x1="20" x2={WIDTH - 20} y1={AXIS} y2={AXIS} className="stroke-rule" strokeDasharray="6 5" />
        {[0.25, 0.75].map((at) => (
          <path
            key={at}
            d={`M${WIDTH * at - 12} ${AXIS + 26} L${WIDTH * at} ${AXIS + 6} L${WIDTH * at + 12} ${AXIS + 26} Z`}
            className="fill-none stroke-ink"
            strokeWidth="1.5"
          />
        ))}
        <polyline points={points} className="fill-none stroke-blue" strokeWidth="3" />
        {read.map((r, i) => (
          <g key={r.name}>
            <circle cx={x(i)} cy={y(r.value)} r="5" className="fill-sheet stroke-ink" strokeWidth="2" />
            <text x={x(i)} y={y(r.value) - 10} textAnchor="middle" className="figure fill-ink text-[13px]">
              {r.text ?? '–'}
            </text>
            <text x={x(i)} y={HEIGHT - 6} textAnchor="middle" className="fill-soft text-[13px]">
              {r.name}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-small text-soft">
        Needle travel of one turn at each place, {sheet?.supports || 'in V-blocks at its main journals'}; the
        bow is half of it.
      </figcaption>
    </figure>
  );
}
