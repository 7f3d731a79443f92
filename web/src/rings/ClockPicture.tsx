import type { EngineSpec } from '@tribos/core/ground';
import {
  CLOCKED_NAMES,
  fittingOrder,
  fromZero,
  type Clock,
  type Clocked,
  type RingPack,
} from '@tribos/core/rings';

/** Half the side of the picture, and the circles rings lie on, outermost the topmost. */
const HALF = 150;
const OUTER = 104;
const STEP = 15;
/** Half the cut drawn for a gap, degrees. */
const CUT = 7;

const RADIANS = Math.PI / 180;

/** A point on a circle. @param angle clockwise from the top of the picture, degrees */
const point = (radius: number, angle: number): readonly [x: number, y: number] => [
  HALF + radius * Math.sin(angle * RADIANS),
  HALF - radius * Math.cos(angle * RADIANS),
];

function arc(radius: number, from: number, to: number): string {
  const [x0, y0] = point(radius, from);
  const [x1, y1] = point(radius, to);
  const span = (((to - from) % 360) + 360) % 360;
  return `M${x0.toFixed(2)} ${y0.toFixed(2)}A${radius} ${radius} 0 ${span > 180 ? 1 : 0} 1 ${x1.toFixed(2)} ${y1.toFixed(2)}`;
}

/**
 * The crown from above as it lies in the hand: never mirrored, turned by `turn`. Rings are circles, their gaps cuts
 * with a number, the lowest first; windows are hatched outside, pegs are dots.
 * @param turn where the piston's mark lies, degrees clockwise from the top of the picture
 */
export function ClockPicture({
  engine,
  pack,
  clock,
  turn,
  picked,
  onPick,
  onAngle,
}: {
  engine: EngineSpec;
  pack: RingPack;
  clock: Clock;
  turn: number;
  picked: Clocked | null;
  onPick: (ring: Clocked) => void;
  /** A place on the circle was touched: degrees from the mark. */
  onAngle: (angle: number) => void;
}) {
  const order = fittingOrder(clock);
  const rings = [...order].reverse();
  // From the engine's zero to the picture: the mark lies at `turn`.
  const ofEngine = (angle: number): number => angle - fromZero(pack, 0) + turn;
  return (
    <svg
      viewBox={`0 0 ${2 * HALF} ${2 * HALF}`}
      className="w-full max-w-80 touch-manipulation text-ink"
      role="img"
      aria-label={`Crown from above, the ${pack.mark.is} at ${turn}° in the picture. ${order.map((r, i) => `${i + 1} ${CLOCKED_NAMES[r]} ${clock[r]}°`).join(', ')}.`}
      data-testid="clock"
      data-turn={turn}
      onClick={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const [x, y] = [e.clientX - box.left - box.width / 2, e.clientY - box.top - box.height / 2];
        const seen = Math.atan2(x, -y) / RADIANS;
        onAngle((((Math.round((seen - turn) / 5) * 5) % 360) + 360) % 360);
      }}
    >
      <defs>
        <pattern id="window" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="currentColor" strokeWidth="1.4" />
        </pattern>
      </defs>
      {engine.ports.map((port, i) => (
        <path
          key={i}
          d={arc(OUTER + 18, ofEngine(port.from), ofEngine(port.to))}
          fill="none"
          stroke="url(#window)"
          strokeWidth="14"
        >
          <title>{port.name}</title>
        </path>
      ))}
      {rings.map((ring, i) => {
        const radius = OUTER - i * STEP;
        const angle = clock[ring]! + turn;
        const [x, y] = point(radius, angle);
        const on = ring === picked;
        return (
          <g
            key={ring}
            data-testid={`gap-${ring}`}
            onClick={(e) => {
              e.stopPropagation();
              onPick(ring);
            }}
            className="cursor-pointer"
          >
            <path
              d={arc(radius, angle + CUT, angle - CUT)}
              fill="none"
              stroke="currentColor"
              className={on ? 'text-brass' : 'text-blue'}
              strokeWidth={ring === 'expander' ? 3 : ring.endsWith('rail') ? 4 : 6}
              strokeDasharray={ring === 'expander' ? '4 3' : undefined}
            />
            <circle cx={x} cy={y} r="11" className={on ? 'fill-brass' : 'fill-sheet'} />
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              className={`figure text-[15px] font-semibold ${on ? 'fill-on-brass' : 'fill-ink'}`}
            >
              {order.indexOf(ring) + 1}
            </text>
          </g>
        );
      })}
      {pack.pegs.map(({ ring, angle }) => {
        const [x, y] = point(OUTER - rings.indexOf(ring) * STEP - 20, angle + turn);
        return <circle key={ring} cx={x} cy={y} r="4" className="fill-ink" />;
      })}
      {(() => {
        const [x, y] = point(OUTER + 34, turn);
        return (
          <g data-testid="mark" className="text-brass" transform={`rotate(${turn} ${x} ${y})`}>
            <path d={`M${x - 8} ${y - 6}H${x + 8}L${x} ${y + 9}Z`} fill="currentColor" />
          </g>
        );
      })()}
    </svg>
  );
}
