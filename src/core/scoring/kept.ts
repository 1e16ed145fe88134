import type { Exact } from '../shared/exact';

/** An attempt that counts for something: its number from 1, its value after formula and penalties. */
export interface Kept {
  number: number;
  exact: Exact;
  status: string;
  penalties: Record<string, number>;
  /** The value with how it came about: "8.2 = 7.2 + 2 × 0.5 for touched". */
  said: () => string;
}
