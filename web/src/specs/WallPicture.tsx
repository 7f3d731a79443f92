import { formatLength, halfTurn, nm, type EngineSpec, type LengthUnit } from '@tribos/core/ground';

const W = 320;
const H = 170;
const LEFT = 34;
const TOP = 18;

/** A window over one turn from −45° on: where it crosses the edge it is cut. */
function cut(from: number, to: number): (readonly [number, number])[] {
  const start = (((from + 45) % 360) + 360) % 360;
  const end = start + (to - from);
  return end <= 360
    ? [[start, end]]
    : [
        [start, 360],
        [0, end - 360],
      ];
}

/** The wall unrolled over one turn: windows, the three depths that are read, the thrust sides. */
export function WallPicture({
  engine,
  unit,
}: {
  engine: Pick<EngineSpec, 'depths' | 'wallDepth' | 'ports' | 'pinAxisDeg' | 'zeroAt'>;
  unit: LengthUnit;
}) {
  const { depths, wallDepth, ports, pinAxisDeg } = engine;
  const deepest = Math.max(wallDepth, depths.low, ...ports.map((p) => p.floor));
  if (deepest === 0)
    return (
      <p className="bg-sheet p-3 text-small text-soft">The wall is drawn here once its depths are typed.</p>
    );
  const y = (depth: number): number => TOP + (depth / deepest) * H;
  const x = (degrees: number): number => LEFT + (degrees / 360) * W;
  const text = (v: number) => formatLength(nm(v), { unit, step: unit === 'mm' ? 100_000 : 254_000 });
  const thrust = halfTurn(pinAxisDeg + 90);
  return (
    <figure className="bg-sheet p-3">
      <svg
        viewBox={`0 0 ${LEFT + W + 6} ${TOP + H + 22}`}
        className="w-full text-ink"
        role="img"
        aria-label={`The wall unrolled, ${text(deepest)} ${unit} deep. Windows: ${ports.map((p) => `${p.name} ${text(p.roof)} to ${text(p.floor)}, ${p.from}° to ${p.to}°`).join('; ') || 'none'}.`}
      >
        <rect x={LEFT} y={TOP} width={W} height={H} className="fill-page stroke-ink" strokeWidth="1" />
        {[thrust, thrust + 180].map((a) => (
          <path
            key={a}
            d={`M${x((((a + 45) % 360) + 360) % 360)} ${TOP}v${H}`}
            stroke="currentColor"
            strokeDasharray="2 4"
            className="text-soft"
          />
        ))}
        {ports.flatMap((p, i) =>
          cut(p.from, p.to).map(([a, b]) => (
            <rect
              key={`${i}:${a}`}
              x={x(a)}
              width={Math.max(1, x(b) - x(a))}
              y={y(p.roof)}
              height={Math.max(1, y(p.floor) - y(p.roof))}
              className="fill-sheet stroke-blue"
              strokeWidth="1.5"
            >
              <title>{p.name}</title>
            </rect>
          )),
        )}
        {[depths.top, depths.mid, depths.low]
          .filter((d) => d > 0)
          .map((d, i) => (
            <g key={i}>
              <path
                d={`M${LEFT} ${y(d)}h${W}`}
                stroke="currentColor"
                strokeDasharray="7 3"
                className="text-brass"
              />
              <text x={LEFT - 4} y={y(d) + 4} textAnchor="end" className="figure fill-ink text-[11px]">
                {text(d)}
              </text>
            </g>
          ))}
        {[0, 90, 180, 270].map((a) => (
          <text
            key={a}
            x={x((a + 45) % 360)}
            y={TOP + H + 15}
            textAnchor="middle"
            className="figure fill-soft text-[11px]"
          >
            {a}°
          </text>
        ))}
        <text x={LEFT} y={TOP - 6} className="fill-soft text-[11px]">
          deck
        </text>
      </svg>
      <figcaption className="text-center text-small text-soft">
        The wall unrolled, depths in {unit}; dotted: thrust sides
      </figcaption>
    </figure>
  );
}
