export * from './Button.js';
export * from './dayText.js';
export * from './Field.js';
export * from './Page.js';
export * from './ScribedScale.js';
export * from './Sheet.js';
export * from './States.js';
export * from './VerdictMark.js';
