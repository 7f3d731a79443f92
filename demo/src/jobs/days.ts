const DAY = 86_400_000;

/** A day so many days from another, `YYYY-MM-DD`. */
export const day = (now: Date, away: number): string =>
  new Date(now.getTime() + away * DAY).toISOString().slice(0, 10);
