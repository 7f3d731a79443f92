import {
  findingText,
  formatLength,
  thrustAngle,
  type EngineSpec,
  type FindingEntry,
  type LengthUnit,
} from '@tribos/core/ground';
import { across } from './foldPort.js';

/** Room a station's ring takes above its depth, and its ring and figure below, px. */
const ABOVE = 19;
const BELOW = 37;
/** A finding this little below a station has its tag above it, nm. */
const BESIDE = 4_000_000;

/** Where the tag stands: at the finding's depth, or as near as the rows of places leave room. */
function tagTop(engine: EngineSpec, depth: number): string {
  const { depths, wallDepth } = engine;
  const percent = (z: number): string => `${(z / wallDepth) * 100}%`;
  const rows = [depths.top, depths.mid, depths.low];
  const over = rows.filter((row) => row < depth - BESIDE).at(-1);
  const under = rows.find((row) => row >= depth - BESIDE);
  const most =
    under === undefined ? percent(depth) : `min(${percent(depth)}, ${percent(under)} - ${ABOVE}px)`;
  return over === undefined ? most : `max(${percent(over)} + ${BELOW}px, ${most})`;
}

/** A score or other finding: a mark where it lies, and how deep it is beside the figures of the places. */
export function FindingMark({
  finding,
  engine,
  unit,
}: {
  finding: FindingEntry;
  engine: EngineSpec;
  unit: LengthUnit;
}) {
  const { place, deep } = finding;
  if (!place) return null;
  const left = `${across(place.angle, thrustAngle(engine))}%`;
  return (
    <>
      <span
        aria-hidden="true"
        className="pointer-events-none absolute z-10 size-2 -translate-1/2 rotate-45 bg-beyond outline-1 outline-sheet"
        style={{ left, top: `${(place.depth / engine.wallDepth) * 100}%` }}
      />
      <span
        role="img"
        aria-label={findingText(finding, unit)}
        title={findingText(finding, unit)}
        className="pointer-events-none absolute z-10 -translate-1/2 border border-beyond bg-sheet px-1 text-small leading-4 font-semibold whitespace-nowrap text-beyond"
        style={{ left: `clamp(2rem, ${left}, calc(100% - 2rem))`, top: tagTop(engine, place.depth) }}
      >
        ⁄⁄
        {deep !== null && <span className="figure"> {formatLength(deep, { unit, step: 1_000 })}</span>}
      </span>
    </>
  );
}
