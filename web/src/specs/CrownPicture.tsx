import type { EngineSpec } from '@tribos/core/ground';

const HALF = 120;
const BORE = 70;
const RADIANS = Math.PI / 180;

const at = (radius: number, angle: number): readonly [number, number] => [
  HALF + radius * Math.sin(angle * RADIANS),
  HALF - radius * Math.cos(angle * RADIANS),
];

/** The crown from above: where 0° points, how the pin lies, and the cylinders by name. */
export function CrownPicture({
  engine,
}: {
  engine: Pick<EngineSpec, 'zeroAt' | 'pinAxisDeg' | 'ports' | 'cylinders'>;
}) {
  const { pinAxisDeg, zeroAt, ports, cylinders } = engine;
  const [ax, ay] = at(BORE - 14, pinAxisDeg);
  const [bx, by] = at(BORE - 14, pinAxisDeg + 180);
  const arc = (from: number, to: number): string => {
    const [x0, y0] = at(BORE + 8, from);
    const [x1, y1] = at(BORE + 8, to);
    const span = (((to - from) % 360) + 360) % 360;
    return `M${x0.toFixed(2)} ${y0.toFixed(2)}A${BORE + 8} ${BORE + 8} 0 ${span > 180 ? 1 : 0} 1 ${x1.toFixed(2)} ${y1.toFixed(2)}`;
  };
  return (
    <figure className="bg-sheet p-3">
      <svg
        viewBox={`0 0 ${2 * HALF} ${2 * HALF}`}
        className="mx-auto w-full max-w-64 text-ink"
        role="img"
        aria-label={`Crown from above: 0° is ${zeroAt}, the pin lies at ${pinAxisDeg}°, thrust at ${(pinAxisDeg + 90) % 180}°.`}
      >
        <circle cx={HALF} cy={HALF} r={BORE} className="fill-page stroke-ink" strokeWidth="2" />
        {[0, 45, 90, 135, 180, 225, 270, 315].map((a) => {
          const [x0, y0] = at(BORE, a);
          const [x1, y1] = at(BORE - (a % 90 === 0 ? 9 : 5), a);
          return <path key={a} d={`M${x0} ${y0}L${x1} ${y1}`} stroke="currentColor" strokeWidth="1.2" />;
        })}
        {ports.map((p, i) => (
          <path
            key={i}
            d={arc(p.from, p.to)}
            fill="none"
            stroke="currentColor"
            strokeWidth="8"
            className="text-blue"
          >
            <title>{p.name}</title>
          </path>
        ))}
        <path
          d={`M${ax} ${ay}L${bx} ${by}`}
          stroke="currentColor"
          strokeWidth="11"
          strokeLinecap="round"
          className="text-rule"
        />
        <path
          d={`M${ax} ${ay}L${bx} ${by}`}
          stroke="currentColor"
          strokeDasharray="6 3 1 3"
          strokeWidth="1.2"
        />
        <path d={`M${HALF} ${HALF - BORE + 12}l-7 -9h14z`} className="fill-brass" />
        <text x={HALF} y="14" textAnchor="middle" className="fill-ink text-[12px] font-semibold">
          0°, {zeroAt || '…'}
        </text>
        <text x={2 * HALF - 2} y={HALF + 4} textAnchor="end" className="figure fill-soft text-[11px]">
          90°
        </text>
        <text x={HALF} y={2 * HALF - 4} textAnchor="middle" className="figure fill-soft text-[12px]">
          180°
        </text>
        <text x="2" y={HALF + 4} className="figure fill-soft text-[11px]">
          270°
        </text>
        <text x={HALF} y={HALF + 26} textAnchor="middle" className="fill-soft text-[11px]">
          pin
        </text>
      </svg>
      <figcaption className="text-center text-small text-soft">
        Crown from above · {cylinders.join(' · ') || 'no cylinder named'}
      </figcaption>
    </figure>
  );
}
