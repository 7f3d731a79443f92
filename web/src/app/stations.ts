import type { ComponentType } from 'react';

/** A tick of the run sheet. */
export interface StationEntry {
  /** As rooms name it; also its address under a job. */
  readonly id: string;
  readonly name: string;
  readonly load: () => Promise<{ Component: ComponentType }>;
}

/**
 * The one list behind run sheet, router, lists and home. A new station adds its line here.
 */
export const STATIONS: readonly StationEntry[] = [
  {
    id: 'intake',
    name: 'Intake',
    load: async () => ({ Component: (await import('../intake/Station.js')).IntakeStation }),
  },
  {
    id: 'before',
    name: 'Before',
    load: async () => ({ Component: (await import('../before/Station.js')).BeforeStation }),
  },
  {
    id: 'strip',
    name: 'Strip',
    load: async () => ({ Component: (await import('../strip/Station.js')).StripStation }),
  },
  {
    id: 'clean',
    name: 'Clean',
    load: async () => ({ Component: (await import('../inspect/Station.js')).CleanStation }),
  },
  {
    id: 'measure',
    name: 'Measure',
    load: async () => ({ Component: (await import('../measure/Station.js')).MeasureStation }),
  },
  {
    id: 'decide',
    name: 'Decide',
    load: async () => ({ Component: (await import('../decide/Station.js')).DecideStation }),
  },
  {
    id: 'outside',
    name: 'Outside',
    load: async () => ({ Component: (await import('../outside/Station.js')).OutsideStation }),
  },
  {
    id: 'prepare',
    name: 'Prepare',
    load: async () => ({ Component: (await import('../prepare/Station.js')).PrepareStation }),
  },
  {
    id: 'top',
    name: 'Top',
    load: async () => ({ Component: (await import('../top/Station.js')).TopStation }),
  },
  {
    id: 'refit',
    name: 'Refit',
    load: async () => ({ Component: (await import('../refit/Station.js')).RefitStation }),
  },
  {
    id: 'hand-over',
    name: 'Report',
    load: async () => ({ Component: (await import('../handOver/Station.js')).ReportStation }),
  },
];
