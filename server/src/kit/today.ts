/** The day it is, `YYYY-MM-DD`, in UTC as every time is kept. */
export const today = (): string => new Date().toISOString().slice(0, 10);
