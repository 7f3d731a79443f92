import { capital, RING_NAMES, withUnit, nm, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { gapAt, gapChange, RING_WARM_UP, type RingWork } from '@tribos/core/rings';
import { Empty, Sheet } from '../ui/index.js';

/** What warmth does to one gap, cold, in the first seconds and once warm: it explains and never overrides. */
export function WarmGapSheet({
  file,
  work,
  unit,
  onClose,
}: {
  file: JobFile;
  work: RingWork;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const { target } = work;
  const { engine } = file;
  const bore = target.bore.mean ?? engine.bore;
  const at = gapAt(file, target.cylinder, target.ring, target.depths.least);
  const cold = at?.low ?? target.low;
  const more = cold !== null && target.low !== null ? cold - target.low : null;
  const figure = (v: number) => withUnit(nm(v), { unit, step: 10_000 });
  if (engine.wall === 'unknown' || engine.proposed?.includes('cooling'))
    return (
      <Sheet title={`${capital(RING_NAMES[target.ring])} as it warms`} onClose={onClose}>
        <Empty>
          What the wall is and how the engine is cooled decide this, and nobody has said it: type “wall: iron
          sleeve”, “air cooled” in any line that asks for something of the sheet.
        </Empty>
      </Sheet>
    );
  const { first, warm } = RING_WARM_UP[engine.cooling];
  const changes = [
    { name: 'cold', change: 0 },
    { name: 'first seconds', change: gapChange(bore, engine.wall, first) },
    { name: 'warm', change: gapChange(bore, engine.wall, warm) },
  ];
  const most = Math.max(...changes.map((c) => Math.abs(c.change)), 1);
  return (
    <Sheet title={`${capital(RING_NAMES[target.ring])} as it warms`} onClose={onClose}>
      <ul className="grid gap-2">
        {changes.map(({ name, change }) => (
          <li key={name} className="grid grid-cols-[7rem_minmax(0,1fr)_11rem] items-center gap-3">
            <span className="text-lead">{name}</span>
            <svg aria-hidden="true" width="100%" height="26" viewBox="0 0 200 26" preserveAspectRatio="none">
              <rect x="100" width="1.5" height="26" className="fill-ink" />
              <rect
                x={change < 0 ? 100 + (change / most) * 95 : 100}
                width={(Math.abs(change) / most) * 95}
                y="7"
                height="12"
                className={change < 0 ? 'fill-beyond' : 'fill-within'}
              />
            </svg>
            <span className="figure">
              {Math.round(change / 1_000) === 0
                ? 'as read'
                : `${change < 0 ? 'closes' : 'opens'} ${figure(Math.abs(change))}`}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-4 border-l-4 border-brass pl-3 text-lead">
        {more === null
          ? 'No minimum to hold it against yet.'
          : more >= 0
            ? `At every moment ${figure(more)} more than the maker’s minimum gap would have under the same model.`
            : `At every moment ${figure(-more)} less than the maker’s minimum gap would have under the same model.`}
      </p>
      <p className="mt-2 text-small text-soft">
        An estimate for a {engine.cooling}-cooled engine with{' '}
        {engine.wall === 'iron-sleeve' ? 'an iron' : 'an aluminium'} wall: in the first seconds ring +
        {first.ring} K and wall +{first.wall} K, once warm +{warm.ring} and +{warm.wall} K. It says how gaps
        differ, not how much is left: the maker’s minimum already holds the rest.
      </p>
    </Sheet>
  );
}
