import { createContext, Suspense, useContext, type ComponentType } from 'react';
import type { Place } from '@tribos/core/ground';
import type { JobContext } from './useJob.js';

/** What a room shows at another's station: the job, the place in hand, and what a press on it does. */
export interface PanelProps {
  readonly context: JobContext;
  readonly current: Place;
  readonly onPick: (at: Place) => void;
  /** Opens the working of a figure. */
  readonly onItem: (figure: { readonly key: string }) => void;
}

/** A panel and where it is shown. */
export interface PanelEntry {
  /** `measure/crank`: the station, and what of it where it has parts. */
  readonly at: string;
  /** Above both columns of the sheet. */
  readonly wide?: true;
  /** Loaded when it is first shown. */
  readonly Panel: ComponentType<PanelProps>;
}

/** What the rooms of this house show at stations that are not theirs. */
export const HousePanels = createContext<readonly PanelEntry[]>([]);

/** The panels that rooms bring to a part of a station. */
export function Panels({ at, wide, ...props }: PanelProps & { at: string; wide?: true }) {
  const here = useContext(HousePanels).filter((p) => p.at === at && p.wide === wide);
  return here.map(({ Panel }, i) => (
    <Suspense key={i} fallback={null}>
      <Panel {...props} />
    </Suspense>
  ));
}
