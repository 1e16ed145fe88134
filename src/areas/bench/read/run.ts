import type { Status } from '@/core/scoring';

/** What was set, by the setting's name. */
export type Settings = Record<string, { value: number | string; unit: string }>;

/** What was read in a run, by quantity: value, unit, and what each observer read where there were several. */
export type Readings = Record<string, [number, string, (number[] | null)?]>;

/** A run with its reading and, where it counts in an event, its attempt; a practice run has neither event nor number. */
export interface Run {
  id: string;
  protocolId: string;
  eventId: string | null;
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  released: boolean;
  attempt: number | null;
  status: Status;
  value: number | null;
  unit: string | null;
  /** What each observer read, where there were several. */
  observed: number[] | null;
  quantityId: string;
  penalties: Record<string, number>;
  /** Which version of the protocol it was made under. */
  protocolVersion: number;
  conditions: Record<string, { value: number; unit: string }>;
  settings: Settings;
  /** All that was read, by quantity, where the protocol has several. */
  readings: Readings | null;
  /** The copy of the iteration that it was made with, where copies are told apart. */
  copyId: string | null;
  copyNumber: number | null;
  note: string;
  witness: string;
  /** Why it is left out of what is worked out; empty where it counts. */
  leftOut: string;
  /** null where the value is derived. */
  instrumentId: string | null;
  instrumentName: string | null;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  runAt: Date;
  withdrawn: boolean;
  /** What held it when it was made all the same. */
  heldFor: string;
  version: number;
}

/** Values of one quantity in the valid runs of one iteration, at the same settings, with one instrument in one unit. */
export interface RunGroup {
  quantityId: string;
  iterationId: string;
  protocolVersion: number;
  unit: string;
  instrumentUnit: string;
  resolution: number;
  /** Half-width; of a derived quantity the one that its inputs amount to. */
  accuracy: number;
  settings: Settings;
  /** When the newest of them was made. */
  newest: Date;
  /** Of the runs. */
  ids: string[];
  values: number[];
}
