export { useJobContext, type JobContext } from './useJob.js';
export { WorkingSheet } from './WorkingSheet.js';
export { LimitStrip } from './LimitStrip.js';
export { NextBox, WhatStands } from './WhatStands.js';
