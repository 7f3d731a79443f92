import type { ReactNode } from 'react';
import { findingText, type LengthUnit, type Judgement, type VerdictItem } from '@tribos/core';
import { WallMap } from '../bore/index.js';
import { LimitStrip, type JobContext } from '../jobs/index.js';
import { PlaceRows } from './PlaceRows.js';
import type { Entry } from './useEntry.js';

/** One cylinder: its wall, the places beside it, and a strip for every figure that is judged. */
export function CylinderColumn({
  context,
  cylinder,
  entry,
  most,
  alone,
  onFinding,
  onItem,
}: {
  context: JobContext;
  cylinder: number;
  entry: Entry;
  /** Wear at the dark end of the scale that all cylinders share, nm. */
  most: number;
  alone: boolean;
  onFinding: () => void;
  onItem: (item: VerdictItem) => void;
}) {
  const { file, judgement, unit } = context;
  return (
    <Around alone={alone}>
      <div className="min-w-0">
        <WallMap
          file={file}
          judgement={judgement}
          cylinder={cylinder}
          current={entry.station}
          unit={unit}
          most={most}
          onPick={entry.pick}
        >
          <button
            type="button"
            className="inline-flex min-h-11 min-w-0 items-center text-small text-blue underline underline-offset-4"
            onClick={onFinding}
          >
            <span className="truncate">{findingsText(judgement, cylinder, unit)}</span>
          </button>
        </WallMap>
        <PlaceRows
          file={file}
          judgement={judgement}
          cylinder={cylinder}
          current={entry.station}
          unit={unit}
          onPick={entry.pick}
        />
      </div>
      <div className="min-w-0 divide-y divide-rule border-t border-ink/60">
        {judgement.items
          .filter((i) => i.cylinder === cylinder)
          .map((item) => (
            <LimitStrip
              key={item.key}
              item={item}
              unit={unit}
              big={item.feature === 'bore'}
              onOpen={() => onItem(item)}
            />
          ))}
      </div>
    </Around>
  );
}

function findingsText(judgement: Judgement, cylinder: number, unit: LengthUnit): string {
  const found = judgement.findings[cylinder] ?? [];
  if (found.length === 0) return 'note a finding';
  const worst = found.reduce((a, b) => ((b.deep ?? 0) > (a.deep ?? 0) ? b : a));
  const text = findingText({ ...worst, place: null }, unit);
  return found.length === 1 ? text : `${text}, ${found.length - 1} more`;
}

/** Below one another beside its neighbours, side by side when it is alone. */
function Around({ alone, children }: { alone: boolean; children: ReactNode }) {
  return alone ? <>{children}</> : <div className="grid min-w-0 content-start gap-3">{children}</div>;
}
