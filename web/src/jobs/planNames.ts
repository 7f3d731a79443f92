export const PLAN_NAMES = {
  quick: 'quick: 2 directions × 2 depths',
  usual: 'usual: 2 directions × 3 depths',
  full: 'full: 4 directions × 3 depths',
} as const;
