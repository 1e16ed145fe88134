import type { ReactNode } from 'react';
import type { Setting } from '@/areas/bench/read/protocols';
import type { Saved } from '@/areas/bench/ui/LastRuns';
import type { RigOpening } from './opening';
import type { Runner } from './runOrder';

/** What is read of a run, one thing after the other. */
export interface RigQuantity {
  id: string;
  name: string;
  unit: string;
  units: string[];
  /** What one of each unit is in the protocol's; those without a plain factor are left out. */
  scales: Record<string, number>;
  observers: number;
  /** Values of the valid runs so far, in the protocol's unit. */
  soFar: number[];
}

/** All that entry at the rig shows. */
export interface RigProps {
  projectId: string;
  section: { id: string; name: string };
  /** Where runs are sent: another address for the holder of a link. */
  path: '/api/v1/runs' | '/api/v1/official-runs';
  /** Without an id it is the protocol alone, which is practised. */
  event: {
    id: string | null;
    name: string;
    allowed: number;
    foulKeepsValue: boolean;
    penalties: string[];
  };
  opening: RigOpening;
  protocol: {
    id: string;
    name: string;
    version: number;
    cautions: string;
    conditions: { name: string; value: number; unit: string }[];
    settings: Setting[];
    /** What is read, in turn. */
    quantities: RigQuantity[];
  };
  runners: Runner[];
  /** The day that it is in the project. */
  today: string;
  last: Saved[];
  /** Ids of every run of this event that the page knows. */
  known: string[];
  /** The team to begin with; else the next in run order. */
  first: string | null;
  /** What holds a team's runs, by its id; what took place is recorded all the same. */
  held: Record<string, string>;
  /** Opens the event, for those who may. */
  opener?: ReactNode;
}
