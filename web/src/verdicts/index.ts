export { StripScale } from './StripScale.js';
export { LimitStrip, markOf } from './LimitStrip.js';
export { WhatStands } from './WhatStands.js';
export { WorkingSheet } from './WorkingSheet.js';
