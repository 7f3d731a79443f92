/** Six columns, so that two or three fields stand side by side. */
export const ROWS = 'grid gap-4 sm:grid-cols-6';
/** How wide a field is, by how many stand in a row. */
export const SPAN = { 1: 'sm:col-span-6', 2: 'sm:col-span-3', 3: 'sm:col-span-2' } as const;
