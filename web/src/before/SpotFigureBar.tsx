import type { ReactNode } from 'react';
import { FigureBar } from '../frame/index.js';
import type { SpotBar } from './useSpotBar.js';

/** The bar of what is read with a tester: the place in hand, how it is read, the figure, what was last. */
export function SpotFigureBar({
  label,
  bar: { at, index, spots, figure },
  trouble,
  last,
  onBack,
}: {
  label: string;
  bar: SpotBar;
  trouble: string | undefined;
  last: ReactNode;
  onBack: (() => void) | null;
}) {
  if (at === null) return null;
  return (
    <FigureBar
      label={label}
      where={at.where}
      beside={
        <>
          <span className="figure">
            {index + 1} of {spots.length}
          </span>{' '}
          · arrows{at.kept !== '' && `, kept ${at.kept}`}
        </>
      }
      hint={at.hint}
      unit={at.unit}
      figure={figure}
      trouble={trouble}
      last={last}
      onBack={onBack}
    />
  );
}
