import type { Action, JobFile } from '@tribos/core/ground';
import { foundIn, HOUSE, inHouse } from '@tribos/core/house';
import { demoFile, engines, instruments, jobs } from '@tribos/demo';
import { STATIONS } from '../src/app/stations.js';
import { FIRST_STATION, stationPath } from '../src/kit/stationPath.js';

const GAUGES = instruments('2027-05-01');
const files = jobs(new Date('2026-11-24T08:00:00.000Z'), GAUGES).map((job): JobFile => demoFile(job, GAUGES));
const ids = STATIONS.map((s) => s.id);

describe('the run sheet', () => {
  it('has a tick for every station a room works at', () => {
    expect(engines.length).toBeGreaterThan(0);
    for (const room of HOUSE) expect(ids).toContain(room.station);
    expect(new Set(ids).size).toBe(ids.length);
    // What a job opens with is on the sheet, after what came before it.
    expect(ids.indexOf(FIRST_STATION)).toBeGreaterThan(ids.indexOf('intake'));
  });

  it('has a tick for every action of every demo job', () => {
    for (const file of files.map((f) => inHouse(f))) {
      const { found: finds, ask } = foundIn(file);
      const found = HOUSE.flatMap((r) => r.actions?.(file, finds, ask) ?? [])
        .map((o) => o.find())
        .filter((a): a is Action => a !== null);
      expect(found.length).toBeGreaterThan(0);
      for (const action of found) expect(ids).toContain(action.station);
    }
  });

  it('gives every station an address, the one a job opens with the job’s own', () => {
    expect(ids.map((id) => stationPath('j', id))).toEqual([
      '/jobs/j/intake',
      '/jobs/j/before',
      '/jobs/j/strip',
      '/jobs/j/clean',
      '/jobs/j',
      '/jobs/j/decide',
      '/jobs/j/outside',
      '/jobs/j/prepare',
      '/jobs/j/top',
      '/jobs/j/refit',
      '/jobs/j/hand-over',
    ]);
  });
});
