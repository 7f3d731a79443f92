export { LimitStrip, markOf } from './LimitStrip.js';
export { NextBox, WhatStands } from './WhatStands.js';
export { WorkingSheet } from './WorkingSheet.js';
