import type { LengthUnit } from '@tribos/core/ground';
import type { BoltHole, BoltMap } from '@tribos/core/strip';
import { depthText } from '@tribos/core/ground';

/** How one fastener stands on the plan. */
export type HoleState = 'in' | 'now' | 'out' | 'wrong';

/** With more than so many, only those that differ carry their length. */
const MANY = 8;

/** A fastener as most of a map are: the ones that differ stand out. */
function commonOf(holes: readonly BoltHole[]): BoltHole {
  const counts = new Map<string, number>();
  const key = (h: BoltHole) => `${h.thread} ${h.length}`;
  for (const h of holes) counts.set(key(h), (counts.get(key(h)) ?? 0) + 1);
  const [most] = [...holes].sort((a, b) => counts.get(key(b))! - counts.get(key(a))!);
  return most!;
}

/** A picture is drawn in mm: in nm a browser rounds its letters away. */
const NM = 1e6;

/** The cover from above: each fastener where it sits, its length beside it, the odd one in brass with a dashed ring. */
export function BoltPlan({
  map,
  state,
  unit,
  onHole,
}: {
  map: BoltMap;
  state: (hole: BoltHole) => HoleState;
  unit: LengthUnit;
  onHole: ((hole: BoltHole) => void) | null;
}) {
  const [width, height] = [map.width / NM, map.height / NM];
  // One px of the screen where the plan is some 380 px wide.
  const px = Math.max(width, height * 1.3) / 340;
  const r = 12 * px;
  const margin = 3 * r;
  const many = map.holes.length > MANY;
  const common = commonOf(map.holes);
  const usual = common.length;
  const words = (hole: BoltHole) =>
    `${hole.thread.split(' ')[0]} × ${depthText(hole.length, unit).replace(/ (mm|in)$/u, '')}`;
  return (
    <svg
      viewBox={`${-margin} ${-1.6 * r} ${width + 2 * margin} ${height + 3.2 * r + 34 * px}`}
      className="max-h-72 w-full text-ink"
      role="group"
      aria-label={`Plan of ${map.name}, ${map.holes.length} fasteners`}
    >
      <rect width={width} height={height} rx={10} fill="none" stroke="currentColor" strokeWidth={1.5 * px} />
      {map.holes.map((hole) => {
        const is = state(hole);
        const odd = hole.length !== usual;
        const fill = is === 'out' ? 'fill-blue' : 'fill-sheet';
        const stroke =
          is === 'wrong' ? 'stroke-beyond' : odd || is === 'now' ? 'stroke-brass' : 'stroke-blue';
        const label = `${hole.at}: ${hole.thread} × ${depthText(hole.length, unit)}${hole.washer ? ', washer' : ''}${odd ? ', differs' : ''}${hole.sealant ? ', sealant' : ''}${hole.oneTime ? ', renewed each time' : ''}${is === 'wrong' ? ', something was found' : ''}`;
        return (
          <g
            key={hole.at}
            role={onHole ? 'button' : 'img'}
            tabIndex={onHole ? 0 : undefined}
            aria-label={label}
            className={onHole ? 'cursor-pointer outline-offset-2' : ''}
            onClick={() => onHole?.(hole)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') onHole?.(hole);
            }}
          >
            <circle cx={hole.x / NM} cy={hole.y / NM} r={r * 1.85} fill="transparent" />
            <circle
              cx={hole.x / NM}
              cy={hole.y / NM}
              r={r}
              className={`${fill} ${stroke}`}
              strokeWidth={(odd ? 3 : 2) * px}
              strokeDasharray={odd ? `${5 * px} ${3 * px}` : undefined}
            />
            {hole.washer && (
              <circle
                cx={hole.x / NM}
                cy={hole.y / NM}
                r={r * 1.3}
                fill="none"
                className={stroke}
                strokeWidth={px}
              />
            )}
          </g>
        );
      })}
      {/* Apart from what is pressed: a name of its own is said there. */}
      <g aria-hidden="true" pointerEvents="none">
        {map.holes.map((hole) => {
          const is = state(hole);
          const odd = hole.length !== usual;
          return (
            <g key={hole.at}>
              <text
                x={hole.x / NM}
                y={hole.y / NM + 4.5 * px}
                textAnchor="middle"
                fontSize={13 * px}
                className={`figure font-semibold ${is === 'out' ? 'fill-on-blue' : 'fill-ink'}`}
              >
                {hole.at}
              </text>
              {(odd || !many) && (
                <text
                  stroke="var(--sheet)"
                  strokeWidth={4 * px}
                  style={{ paintOrder: 'stroke' }}
                  x={hole.x / NM}
                  y={hole.y / NM + r + 13 * px}
                  textAnchor="middle"
                  fontSize={11.5 * px}
                  className={`figure ${odd ? 'fill-brass font-semibold' : 'fill-soft'}`}
                >
                  {words(hole)}
                </text>
              )}
            </g>
          );
        })}
        {many && (
          <text
            x={width / 2}
            y={height / 2}
            textAnchor="middle"
            fontSize={13 * px}
            className="figure fill-soft"
          >
            all others {words(common)}
          </text>
        )}
      </g>
    </svg>
  );
}
