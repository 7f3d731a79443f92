import { UNKNOWN_VARIANT, type Instrument, type JobFile } from '@tribos/core';
import { shop } from '../shop.js';
import type { DemoJob } from './build.js';

/** A demo job as a job file, before any shop has given it ids of its own. */
export const demoFile = (job: DemoJob, instruments: readonly Instrument[]): JobFile => ({
  format: 'tribos-job',
  version: 6,
  shop,
  engine: job.engine,
  instruments,
  studies: [],
  job: {
    ...job.facts,
    id: 'job',
    number: 1,
    customer: job.customer.name,
    overrides: [],
    variant: UNKNOWN_VARIANT,
  },
  log: job.log,
  decisions: job.decisions,
});
