import type { GroupState, TorqueNow } from '@tribos/core/torque';

const NM = 1e6;
const NO_GROUP: Pick<GroupState, 'passes' | 'odd'> = { passes: [], odd: new Map() };

/** The cover from above: bolts in the order they are tightened, the one at hand in brass, a tick for each step it has. */
export function TorqueMap({
  group,
  groups,
  now,
}: {
  group: GroupState;
  groups: readonly GroupState[];
  now: TorqueNow | null;
}) {
  const { map, order } = group;
  if (!map) return null;
  const [width, height] = [map.width / NM, map.height / NM];
  const px = Math.max(width, height * 1.3) / 340;
  const r = 14 * px;
  const at = (h: number) => map.holes.find((x) => x.at === h);
  const path = order.flatMap((h) => {
    const hole = at(h);
    return hole ? [`${hole.x / NM},${hole.y / NM}`] : [];
  });
  return (
    <svg
      viewBox={`${-2.4 * r} ${-1.8 * r} ${width + 4.8 * r} ${height + 4.4 * r}`}
      className="max-h-80 w-full text-ink"
      role="img"
      aria-label={`Plan of ${map.name}: ${order.length} bolts in the order ${order.join(', ')}${now ? `; at hand ${now.holes.join(', ')}` : ''}`}
    >
      <rect width={width} height={height} rx={10} fill="none" stroke="currentColor" strokeWidth={1.5 * px} />
      <polyline points={path.join(' ')} fill="none" className="stroke-rule" strokeWidth={1.5 * px} />
      {map.holes.map((hole) => {
        const mine = order.includes(hole.at);
        // Bolts of another group on the same plan show how they stand, too.
        const { passes, odd } =
          (mine ? group : groups.find((g) => g.map?.key === map.key && g.order.includes(hole.at))) ??
          NO_GROUP;
        const hand = mine && (now?.holes.includes(hole.at) ?? false);
        const whole = passes.length > 0 && passes.every((p) => p.done.has(hole.at) || odd.has(hole.at));
        const [x, y] = [hole.x / NM, hole.y / NM];
        return (
          <g
            key={hole.at}
            opacity={mine || whole ? 1 : 0.35}
            data-bolt={hole.at}
            data-tight={whole || undefined}
          >
            <circle
              cx={x}
              cy={y}
              r={hand && now!.holes.length === 1 ? r * 1.45 : r}
              className={`${hand ? 'fill-brass stroke-brass' : whole ? 'fill-blue stroke-blue' : 'fill-sheet stroke-blue'} ${odd.has(hole.at) ? 'stroke-undecided' : ''}`}
              strokeWidth={2 * px}
              strokeDasharray={odd.has(hole.at) ? `${4 * px} ${3 * px}` : undefined}
            />
            <text
              x={x}
              y={y + 5 * px}
              textAnchor="middle"
              fontSize={14 * px}
              className={`figure font-semibold ${hand ? 'fill-on-brass' : whole ? 'fill-on-blue' : 'fill-ink'}`}
            >
              {hole.at}
            </text>
            {passes.map((p, i) => (
              <rect
                key={i}
                x={x - (passes.length * 7 * px) / 2 + i * 7 * px}
                y={y + 1.6 * r}
                width={5 * px}
                height={5 * px}
                className={p.done.has(hole.at) ? 'fill-blue' : 'fill-none stroke-soft'}
                strokeWidth={0.8 * px}
              />
            ))}
          </g>
        );
      })}
    </svg>
  );
}
