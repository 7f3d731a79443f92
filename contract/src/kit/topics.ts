/** Tables whose changes other screens of the shop are told of. A new one says here, and on the screens, what it touches. */
export const TOPICS = [
  'log_entries',
  'decisions',
  'jobs',
  'engines',
  'limits',
  'kits',
  'sheet_parts',
  'instruments',
  'studies',
  'reports',
  'imports',
  'shops',
  'people',
  'benches',
  'arrivals',
  'photos',
  'tricks',
  'tools',
  'timers',
  'firms',
] as const;
export type Topic = (typeof TOPICS)[number];
