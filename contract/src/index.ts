import 'reflect-metadata';

export * from './kit/problem.js';
export * from './kit/retire.js';
export * from './kit/rules.js';
export * from './kit/topics.js';
export * from './people/roles.js';
export * from './people/session.js';
export * from './readings/entry.js';
export * from './jobs/job.js';
export * from './specs/limit.js';
export * from './gauges/instrument.js';
export * from './reports/report.js';
export * from './exchange/import.js';
export * from './record/record.js';
export * from './rings/filings.js';
