/** The station a job opens with has the job's own address. */
export const FIRST_STATION = 'measure';

/** Address of a station of a job. */
export const stationPath = (jobId: string, station: string): string =>
  station === FIRST_STATION ? `/jobs/${jobId}` : `/jobs/${jobId}/${station}`;
