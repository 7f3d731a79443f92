export { ToolList } from './ToolList.js';
export { useTools, type ToolNeeded } from './useTools.js';
