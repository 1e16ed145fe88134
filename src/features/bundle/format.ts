import type { Pattern } from '@/core/calendar';
import type { EventRule } from '@/core/scoring';
import type { BriefParts, BriefVersion } from '@/domain/brief/read';
import type { BudgetPart, Judged, LimitThen } from '@/domain/requirements/read';

export const FORMAT = 'ironstone-bundle';
/**
 * Version 2 added pictures; version 3 the whole brief, the interview, research, and requirements with several sources,
 * changes and budgets, and the plan with what was handed in; version 4 gates, machines, test sessions, hazards and checks,
 * concepts with their selection, roles, charters, parts and draws. Older ones are read too (upgrade.ts).
 */
export const VERSION = 4;

/** The file project.json of a bundle; bundle.schema.json says the same as JSON Schema. Things are referred to by name. */
export interface Bundle {
  format: typeof FORMAT;
  version: typeof VERSION;
  project: {
    title: string;
    clientName: string;
    timeZone: string;
    units: 'metric' | 'US';
    eventDate: string;
    retentionUntil: string;
    normaliseWeights: boolean;
    pinnedNow: string | null;
    /** Sheets of the index that the course does not use. */
    hiddenSheets: string[];
    /** The list of days without class of the school that it is brought into counts. */
    usesSchoolDays: boolean;
  };
  /** Texts are HTML of the few elements that the editor makes. */
  brief: BriefParts & { versions: Omit<BriefVersion, 'id'>[] };
  /** Visits to the client in the order of their days; `by` counts the people from 0, `byLink` names a client's link. */
  visits: {
    title: string;
    saidBy: string;
    heldOn: string;
    minutes: number;
    state: string;
    questions: {
      key: string;
      text: string;
      team: string | null;
      by: number | null;
      position: number;
      must: boolean;
      hidden: boolean;
      minutes: number | null;
      mergedInto: string | null;
      notes: { text: string; by: number | null; byLink: string; madeAt: string }[];
      answer: string | null;
    }[];
  }[];
  /** Sentences that requirements come from; `question` is the key of the question whose answer they are taken from. */
  statements: { key: string; sentence: string; saidBy: string; saidOn: string; question: string | null }[];
  research: {
    title: string;
    kind: string;
    about: string;
    foundIn: string;
    isWinner: boolean;
    team: string | null;
    findings: {
      requirement: string;
      text: string;
      value: number | null;
      unit: string | null;
      uncertainty: number;
      answer: boolean | null;
    }[];
  }[];
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
    counts: string;
    method: string | null;
    protocol: string | null;
    verifiedBy: string;
    /** Counts the people from 0. */
    owner: number | null;
    team: string | null;
    reason: string;
    stateOn: string | null;
    sources: { kind: string; said: string | null; research: string | null; note: string }[];
    changes: { before: LimitThen; after: LimitThen; reason: string; changedOn: string; dealtWith: string[] }[];
    budgets: { team: string | null; parts: BudgetPart[] }[];
  }[];
  weighing: Judged[];
  noClass: { from: string; to: string; reason: string }[];
  sections: {
    name: string;
    room: string;
    firstDay: string;
    lastDay: string;
    pattern: Pattern;
    extra: { date: string; start: string; minutes: number; inReserve: boolean }[];
    lost: { date: string; start: string | null; reason: string }[];
    teamsReleased: boolean;
  }[];
  teams: { name: string; section: string; colour: number }[];
  people: {
    name: string;
    studentNumber: string | null;
    section: string;
    team: string | null;
    role: string;
    leftOn: string | null;
  }[];
  /** The plan, each stage with what it comes after by name, and with how far the teams are. */
  stages: {
    name: string;
    meetings: number | null;
    minutes: number | null;
    shortest: number | null;
    leadDays: number;
    delay: number;
    optional: boolean;
    leftOut: boolean;
    handsIn: string;
    people: string;
    room: string;
    needs: string;
    cautions: string;
    after: { stage: string; byCustom: boolean }[];
    handIns: {
      team: string;
      state: string;
      handedInOn: string | null;
      by: number | null;
      note: string;
      moreMeetings: number;
    }[];
  }[];
  /** What may be minded, what names it, who is signed off for it and which teams have read it. */
  hazards: {
    name: string;
    cautions: string;
    equipment: string;
    supervision: string;
    needsTraining: boolean;
    needsReading: boolean;
    stages: string[];
    machines: string[];
    protocols: string[];
    materials: string[];
    signOffs: { person: number; signedOn: string; signedBy: string; validUntil: string | null }[];
    readBy: { team: string; by: number | null; on: string }[];
  }[];
  machines: {
    name: string;
    room: string;
    capacity: number;
    useMinutes: number;
    resetMinutes: number;
    opensAfter: number;
    closesBefore: number;
    supervision: string;
    cuts: boolean;
    closures: { from: string; to: string; reason: string }[];
    bookings: {
      team: string;
      operator: number | null;
      material: string;
      purpose: string;
      state: string;
      day: string | null;
      start: string | null;
      minutes: number | null;
      station: number | null;
      askedAt: string;
      startedAt: string | null;
      endedAt: string | null;
      heldFor: string;
    }[];
  }[];
  /** Sessions at a rig; teams in the order in which they were frozen. */
  sessions: {
    section: string;
    event: string;
    machine: string | null;
    day: string;
    start: string;
    minutes: number;
    attempts: number;
    minutesPerAttempt: number;
    resetMinutes: number;
    restMinutes: number;
    stations: number;
    drawn: boolean;
    seed: string | null;
    teams: string[];
    begunAt: string | null;
    endedAt: string | null;
    runs: {
      team: string;
      attempt: number;
      startedAt: string | null;
      endedAt: string | null;
      skipped: boolean;
      heldFor: string;
    }[];
  }[];
  /** Gates before stages, with their checklists, what was signed and what was decided. */
  gates: {
    name: string;
    stage: string;
    position: number;
    guardsBuilding: boolean;
    guardsFinal: boolean;
    items: {
      kind: string;
      text: string;
      count: number;
      stage: string | null;
      signer: string | null;
      signatures: { team: string; by: number | null; byName: string; on: string; note: string }[];
    }[];
    decisions: {
      team: string;
      kind: string;
      reason: string;
      by: string;
      on: string;
      conditions: { what: string; owner: number | null; dueOn: string | null; done: boolean }[];
    }[];
  }[];
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
    /** Who made it, counted from 0 among the people; what held it when it was built all the same; who has checked it. */
    maker: number | null;
    heldFor: string;
    checks: { by: number | null; byName: string; on: string; note: string }[];
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
    heldFor: string;
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
  /** Concepts by their keys, in the order in which they were handed in; `by` counts the people from 0. */
  rounds: { section: string; wanted: number; dueOn: string | null; minutes: number; releasedAt: string | null }[];
  concepts: {
    key: string;
    section: string;
    by: number;
    title: string;
    steps: string[];
    risks: string;
    takesOver: string;
    fate: string;
    fateReason: string;
    fateBy: string;
    exception: string;
    exceptionBy: string;
    handedInAt: string;
    claims: {
      requirement: string;
      how: string;
      value: number | null;
      unit: string | null;
      uncertainty: number | null;
      answer: boolean | null;
    }[];
    credits: { from: string; what: string }[];
    comments: { by: number | null; byLink: string; text: string; madeAt: string }[];
  }[];
  /** `by` is null for an instructor. */
  selections: {
    section: string;
    name: string;
    picks: number;
    state: string;
    datum: string | null;
    concepts: string[];
    criteria: { requirement: string | null; name: string; weight: number; anchors: string }[];
    scores: { concept: string; criterion: string; by: number | null; score: number }[];
    marks: { concept: string; criterion: string; mark: number }[];
    ballots: { by: number | null; ranking: string[] }[];
    choice: { by: string; picks: { concept: string; reason: string }[] } | null;
  }[];
  roles: { name: string; answerableFor: string; needed: boolean }[];
  /** Sizes and weights; wishes, pairs to keep apart or together, and proposals go nowhere. */
  forming: {
    section: string;
    minSize: number;
    maxSize: number;
    weightConcept: number;
    weightWants: number;
    weightRoles: number;
    wishes: number;
  }[];
  charters: {
    team: string;
    works: string;
    musts: string;
    beats: string;
    working: string;
    agreed: { by: number; on: string }[];
  }[];
  scales: { section: string; ratio: number; leastThickness: number | null; leastUnit: string | null }[];
  /** Parts by section and code. */
  parts: {
    section: string;
    code: string;
    name: string;
    owner: number | null;
    checker: number | null;
    state: string;
    checkedBy: number | null;
    doubleCheckedBy: number | null;
    share: number;
    thickness: number | null;
    thicknessUnit: string | null;
  }[];
  joints: { section: string; name: string; one: string; other: string; oneSide: JointSide; otherSide: JointSide }[];
  draws: {
    section: string | null;
    title: string;
    names: string[];
    concepts: string[] | null;
    forPitches: boolean;
    firstCalled: string | null;
    secondCalled: string | null;
    frozenAt: string;
    drawnAt: string | null;
  }[];
  /**
   * Pictures lie in the zip as `file`; each belongs to an iteration of a team, to a trial, counted from 0, to a concept, or is
   * the logo of a team.
   */
  pictures?: {
    file: string;
    team: string | null;
    iteration: number | null;
    trial: number | null;
    concept?: string | null;
  }[];
  actions: { team: string | null; what: string; dueOn: string | null; state: string }[];
}

/** What one side of an interface says; null before it has. */
type JointSide = { value: number; unit: string; tolerance: number } | null;

/** A brief with nothing in it. */
export const EMPTY_BRIEF: BriefParts = {
  challenge: '',
  setting: '',
  thing: '',
  account: '',
  rules: '',
  hazards: '',
  warmUp: '',
  energy: '',
  teamFrom: null,
  teamTo: null,
  kit: [],
  banned: [],
  checklist: [],
  fixedDates: [],
};

/** A project with nothing in it. */
export function emptyBundle(): Bundle {
  return {
    format: FORMAT,
    version: VERSION,
    project: {
      title: 'New project',
      clientName: 'Client',
      timeZone: 'UTC',
      units: 'metric',
      eventDate: '2000-01-01',
      retentionUntil: '2001-01-01',
      normaliseWeights: false,
      pinnedNow: null,
      hiddenSheets: [],
      usesSchoolDays: true,
    },
    brief: { ...EMPTY_BRIEF, versions: [] },
    visits: [],
    statements: [],
    parameters: [],
    research: [],
    requirements: [],
    weighing: [],
    noClass: [],
    sections: [],
    teams: [],
    people: [],
    stages: [],
    hazards: [],
    machines: [],
    sessions: [],
    gates: [],
    rounds: [],
    concepts: [],
    selections: [],
    roles: [],
    forming: [],
    charters: [],
    scales: [],
    parts: [],
    joints: [],
    draws: [],
    instruments: [],
    protocols: [],
    iterations: [],
    events: [],
    trials: [],
    benchmarks: [],
    rubrics: [],
    components: [],
    pictures: [],
    actions: [],
  };
}
