export * from './house.js';
export * from './jobFileShape.js';
export * from './judgeJob.js';
export * from './migrate.js';
export * from './readJobFile.js';
export * from './report.js';
export * from './specChanges.js';
export * from './specFile.js';
