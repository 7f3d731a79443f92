import type { ComponentType } from 'react';
import type { StationId } from '../kit/stationPath.js';

/** A tick of the run sheet. */
export interface StationEntry {
  /** As rooms name it; also its address under a job. */
  readonly id: StationId;
  readonly load: () => Promise<{ Component: ComponentType }>;
}

/**
 * The one list behind run sheet, router, lists and home. A new station adds its line here.
 */
export const STATIONS: readonly StationEntry[] = [
  {
    id: 'intake',
    load: async () => ({ Component: (await import('../intake/Station.js')).IntakeStation }),
  },
  {
    id: 'before',
    load: async () => ({ Component: (await import('../before/Station.js')).BeforeStation }),
  },
  {
    id: 'strip',
    load: async () => ({ Component: (await import('../strip/Station.js')).StripStation }),
  },
  {
    id: 'clean',
    load: async () => ({ Component: (await import('../inspect/Station.js')).CleanStation }),
  },
  {
    id: 'measure',
    load: async () => ({ Component: (await import('../measure/Station.js')).MeasureStation }),
  },
  {
    id: 'decide',
    load: async () => ({ Component: (await import('../decide/Station.js')).DecideStation }),
  },
  {
    id: 'outside',
    load: async () => ({ Component: (await import('../outside/Station.js')).OutsideStation }),
  },
  {
    id: 'prepare',
    load: async () => ({ Component: (await import('../prepare/Station.js')).PrepareStation }),
  },
  {
    id: 'top',
    load: async () => ({ Component: (await import('../top/Station.js')).TopStation }),
  },
  {
    id: 'refit',
    load: async () => ({ Component: (await import('../refit/Station.js')).RefitStation }),
  },
  {
    id: 'hand-over',
    load: async () => ({ Component: (await import('../handOver/Station.js')).ReportStation }),
  },
];
