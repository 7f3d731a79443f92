export { LimitStrip } from './LimitStrip.js';
export { NextBox, WhatStands } from './WhatStands.js';
export { WorkingSheet } from './WorkingSheet.js';
