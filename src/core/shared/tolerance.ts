/** How close to a limit a number counts as being on it: 1e-9, of the limit where that is larger than 1. */
export const toleranceAt = (limit: number): number => 1e-9 * Math.max(1, Math.abs(limit));
