import type { Pattern } from '@/core/calendar';
import type { EventRule } from '@/core/scoring';

export const FORMAT = 'ironstone-bundle';
/** Version 2 has pictures; bundles of version 1 are read as they are. */
export const VERSION = 2;

/** The file project.json of a bundle; bundle.schema.json says the same as JSON Schema. Things are referred to by name. */
export interface Bundle {
  format: typeof FORMAT;
  version: 1 | typeof VERSION;
  project: {
    title: string;
    clientName: string;
    timeZone: string;
    units: 'metric' | 'US';
    eventDate: string;
    retentionUntil: string;
    normaliseWeights: boolean;
    pinnedNow: string | null;
  };
  brief: { challenge: string; thing: string; account: string; rules: string; hazards: string; published: boolean };
  statements: { key: string; sentence: string; saidBy: string; saidOn: string }[];
  parameters: { name: string; dimension: string }[];
  requirements: {
    code: string;
    statement: string;
    kind: string;
    parameter: string | null;
    value: number | null;
    low: number | null;
    high: number | null;
    tolerance: number | null;
    unit: string | null;
    weight: number | null;
    priority: string;
    decision: string;
    state: string;
    source: string;
    said: string | null;
  }[];
  noClass: { from: string; to: string; reason: string }[];
  sections: {
    name: string;
    room: string;
    firstDay: string;
    lastDay: string;
    pattern: Pattern;
    extra: { date: string; start: string; minutes: number }[];
    teamsReleased: boolean;
  }[];
  teams: { name: string; section: string; colour: number }[];
  people: { name: string; studentNumber: string | null; section: string; team: string | null; role: string }[];
  instruments: { name: string; dimension: string; unit: string; resolution: number; accuracy: number }[];
  protocols: {
    name: string;
    procedure: string;
    cautions: string;
    parameter: string;
    unit: string;
    instrument: string;
    conditions: { name: string; value: number; tolerance: number; unit: string }[];
  }[];
  iterations: {
    team: string;
    number: number;
    parent: number | null;
    state: string;
    change: string;
    reason: string;
    builtOn: string;
    released: boolean;
    measurements: {
      parameter: string;
      value: number | null;
      unit: string | null;
      answer: boolean | null;
      instrument: string | null;
      measuredOn: string;
    }[];
  }[];
  events: { name: string; position: number; protocol: string; rule: EventRule }[];
  trials: {
    event: string;
    team: string;
    iteration: number;
    attempt: number | null;
    status: string;
    value: number | null;
    unit: string | null;
    penalties: Record<string, number>;
    conditions: Record<string, { value: number; unit: string }>;
    instrument: string;
    note: string;
    runAt: string;
  }[];
  benchmarks: {
    event: string;
    season: string;
    value: number;
    unit: string;
    expandedUncertainty: number;
    design: string;
  }[];
  rubrics: {
    name: string;
    position: number;
    criteria: { name: string; anchors: string; max: number }[];
    judges: string[];
    scores: { judge: string; criterion: string; team: string; points: number }[];
  }[];
  components: {
    name: string;
    event: string | null;
    rubric: string | null;
    countsAs: string;
    weight: number;
    max: number | null;
    position: number;
  }[];
  /** Pictures lie in the zip as `file`; each belongs to an iteration of a team or to a trial, counted from 0. */
  pictures?: { file: string; team: string | null; iteration: number | null; trial: number | null }[];
  actions: { team: string | null; what: string; dueOn: string | null; state: string }[];
}
