/** The station a job opens with has the job's own address. */
export const FIRST_STATION = 'measure';

/** Ticks of the run sheet by name, in their order: one list for lists, home, router and run sheet. */
export const STATION_NAMES = {
  intake: 'Intake',
  before: 'Before',
  strip: 'Strip',
  clean: 'Clean',
  measure: 'Measure',
  decide: 'Decide',
  outside: 'Outside',
  prepare: 'Prepare',
  top: 'Top',
  refit: 'Refit',
  'hand-over': 'Report',
} as const;
export type StationId = keyof typeof STATION_NAMES;

/** What a tick is called. */
export const stationName = (id: string): string => STATION_NAMES[id as StationId] ?? id;

/** Address of a station of a job. */
export const stationPath = (jobId: string, station: string): string =>
  station === FIRST_STATION ? `/jobs/${jobId}` : `/jobs/${jobId}/${station}`;
