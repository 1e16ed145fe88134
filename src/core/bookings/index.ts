export {
  freeStations,
  minutesOf,
  openingIn,
  overlap,
  slots,
  spanOf,
  timeOf,
  type Opening,
  type Slot,
  type Taken,
} from './slots';
export { inTurn, type Turn, type Waiting } from './inTurn';

/** What a machine works: nothing, material for trying, or the final one. */
export const MATERIALS = ['none', 'trial', 'final'] as const;
export type Material = (typeof MATERIALS)[number];
