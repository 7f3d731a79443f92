import { type ReactNode } from 'react';
import { quantitiesOf, type JobFile, type LengthUnit, type Place, type Figure } from '@tribos/core/ground';
import { WallMap } from '../bore/index.js';
import { LimitStrip } from '../verdicts/index.js';
import { PlaceRows } from './PlaceRows.js';
import { byFacts } from '../kit/byFacts.js';

/**
 * One cylinder: its wall, the places beside it, and a strip for every figure that is judged. Drawn anew only
 * when something of its own changed.
 */
export const CylinderColumn = byFacts(function CylinderColumn({
  file,
  items,
  cylinder,
  current,
  unit,
  most,
  alone,
  onPick,
  onFinding,
  onItem,
}: {
  file: JobFile;
  /** Verdicts on this cylinder. */
  items: readonly Figure[];
  cylinder: number;
  /** Where the bar stands; null on another cylinder. */
  current: Place | null;
  unit: LengthUnit;
  /** Wear at the dark end of the scale that all cylinders share, nm. */
  most: number;
  alone: boolean;
  onPick: (station: Place) => void;
  onFinding: (cylinder: number) => void;
  onItem: (item: Figure) => void;
}) {
  const shared = { file, cylinder, current, unit, onPick };
  return (
    <Around alone={alone}>
      <div className="min-w-0">
        <WallMap {...shared} most={most} onFinding={onFinding} />
        <PlaceRows {...shared} />
      </div>
      <div className="min-w-0 divide-y divide-rule border-t border-ink/60">
        {quantitiesOf(items).map(({ key, leads, other }) => (
          <LimitStrip
            key={key}
            item={leads}
            other={other}
            unit={unit}
            big={leads.feature === 'bore'}
            onOpen={onItem}
          />
        ))}
      </div>
    </Around>
  );
});

/** Below one another beside its neighbours, side by side when it is alone. */
function Around({ alone, children }: { alone: boolean; children: ReactNode }) {
  return alone ? <>{children}</> : <div className="grid min-w-0 content-start gap-3">{children}</div>;
}
