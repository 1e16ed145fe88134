import type { Row } from './shape';
import {
  checkAnchor,
  checkContest,
  checkCriterion,
  checkDimensionName,
  checkEvent,
  checkFrozenPacket,
  checkGradeRule,
  checkInspectionLimit,
  checkInstrument,
  checkProject,
  checkProtocol,
  checkQuantity,
  checkRequirement,
  checkReview,
  checkReviewKind,
  checkReviewSlot,
  checkRun,
  checkSection,
  checkValue,
} from './onImport';

/**
 * What the program has to know about a table beyond what PostgreSQL's own catalogue says (src/db/shape.ts). Restoring from
 * the history, erasing a person, data about a person, bundles, --reset-demo, the search's words and live topics are derived
 * from it. A test compares it with the database: a new table without an entry fails.
 */
export interface Entry {
  /** What a person calls a row; the table's own name with blanks when it says nothing else. */
  word?: string;
  /** The columns that tell a row from others of its kind, as the history titles it. */
  title?: readonly string[];
  /** What the pages that show it call it; whoever looks at one of them hears of changes to it. */
  topic: Topic;
  /** The table of the thing whose part a row is, by the column of that name: it goes and stays with it. */
  partOf?: string;
  /** Whether the history may bring a row back to an earlier state. */
  restore?: boolean;
  /** What becomes of the rows about a person who is erased: they go; otherwise the work stays and names nobody. */
  erase?: 'goes';
  /** Not handed out in the data about a person: seen by instructors alone, or nothing but keys. */
  secret?: boolean;
  /** What a project's bundle carries of it; a table without this goes in none. */
  bundle?: InBundle;
  /** Columns of rich text, cleaned when they come in. */
  rich?: readonly string[];
  /** Puts in derived columns and checks what only core can judge, before a row of a bundle is written. @throws CoreError */
  onImport?: (row: Row, find: (table: string, id: unknown) => Row | undefined) => void;
  /** Found by the search: the columns whose text is looked at, what is shown as title and detail, in SQL. */
  find?: { in: readonly string[]; title: string; detail: string };
}

export interface InBundle {
  /** Columns that are left out, because they are derived or serve the program. */
  but?: readonly string[];
  /** Which rows go: a condition in SQL. */
  rows?: string;
  /** Columns that hold ids without a foreign key: of one thing, or somewhere within a JSON value. */
  ids?: readonly string[];
  /** Whether a template keeps it: what a project is before anybody does anything. */
  template?: boolean;
}

/** The subjects that a page can say it shows. */
export type Topic =
  | 'accounts'
  | 'bench'
  | 'bookings'
  | 'brief'
  | 'builds'
  | 'calendar'
  | 'classes'
  | 'concepts'
  | 'draws'
  | 'event'
  | 'forming'
  | 'gates'
  | 'grades'
  | 'interview'
  | 'links'
  | 'parts'
  | 'plan'
  | 'project'
  | 'requirements'
  | 'reviews'
  | 'safety'
  | 'selection'
  | 'sessions'
  | 'standings';

const RICH_BRIEF = ['challenge', 'setting', 'product', 'account', 'rules', 'hazards', 'warm_up'];
const restore = true;
const all: InBundle = {};
const kept: InBundle = { template: true };

export const CATALOGUE: Record<string, Entry> = {
  // What serves the program itself -------------------------------------------------------------------------
  account: { topic: 'accounts', title: ['name'] },
  audit: { topic: 'project', secret: true },
  backup: { topic: 'project', secret: true },
  entry: { topic: 'project', secret: true },
  migration: { topic: 'project', secret: true },
  project_revision: { topic: 'project', secret: true },
  session: { topic: 'accounts', erase: 'goes', secret: true },
  setup_token: { topic: 'accounts', secret: true },
  sign_in_attempt: { topic: 'accounts', secret: true },
  sign_in_slip: { topic: 'accounts', erase: 'goes', secret: true },
  template: { topic: 'project' },

  // The project and its class ------------------------------------------------------------------------------
  project: {
    bundle: { but: ['id', 'is_demo'], template: true },
    onImport: checkProject,
    topic: 'project',
    title: ['title'],
    restore,
  },
  project_instructor: { topic: 'project', word: 'instructor' },
  access_link: { topic: 'links', word: 'link', title: ['label'] },
  school_day: { topic: 'calendar', title: ['reason'] },
  section: { bundle: all, onImport: checkSection, topic: 'classes', title: ['name'], restore },
  no_class: { bundle: all, topic: 'calendar', word: 'days without class', title: ['reason'], restore },
  extra_meeting: { bundle: all, topic: 'calendar', title: ['day'], restore },
  cancelled_meeting: { bundle: all, topic: 'calendar', title: ['day'], restore },
  team: { bundle: all, topic: 'classes', title: ['name'], restore },
  enrolment: { bundle: all, topic: 'classes', restore },
  team_member: { bundle: all, topic: 'classes', word: 'member', restore },
  absence: { topic: 'classes', title: ['day'], restore, erase: 'goes' },
  action: { bundle: { ids: ['source_id'] }, topic: 'plan', title: ['what'], restore },
  attachment: {
    bundle: {
      rows: 'removed_at is null',
      ids: ['object_id'],
      but: ['bytes', 'thumbnail', 'sha256', 'bytes_count', 'mime', 'width', 'height', 'removed_at'],
    },
    topic: 'builds',
    word: 'picture',
    restore,
  },

  // Brief, interview, requirements -------------------------------------------------------------------------
  brief: { bundle: kept, rich: RICH_BRIEF, topic: 'brief', restore },
  brief_version: { bundle: all, topic: 'brief', title: ['number'] },
  brief_read: { topic: 'brief' },
  visit: { bundle: kept, topic: 'interview', title: ['title'], restore },
  question: { bundle: kept, topic: 'interview', title: ['text'], restore },
  note: {
    bundle: { rows: 'withdrawn_at is null', but: ['withdrawn_at'] },
    topic: 'interview',
    title: ['text'],
    restore,
  },
  answer: { bundle: all, topic: 'interview', title: ['text'], restore },
  statement: {
    bundle: all,
    topic: 'interview',
    word: 'sentence',
    title: ['sentence'],
    restore,
    find: { in: ['sentence'], title: 'sentence', detail: 'said_by' },
  },
  parameter: { bundle: kept, onImport: checkDimensionName, topic: 'requirements', title: ['name'], restore },
  research: {
    bundle: kept,
    topic: 'requirements',
    word: 'research note',
    title: ['title'],
    restore,
    find: { in: ['title', 'about'], title: 'title', detail: 'left(about, 80)' },
  },
  finding: { bundle: kept, topic: 'requirements', title: ['requirement_id'], restore },
  requirement: {
    bundle: kept,
    onImport: checkRequirement,
    topic: 'requirements',
    title: ['code'],
    restore,
    find: { in: ['code', 'statement'], title: "code || ' ' || statement", detail: 'state' },
  },
  requirement_source: { bundle: kept, topic: 'requirements', title: ['requirement_id', 'kind'], restore },
  requirement_change: { bundle: all, topic: 'requirements', title: ['requirement_id', 'number'] },
  change_seen: { bundle: all, topic: 'requirements' },
  budget: { bundle: kept, topic: 'requirements', title: ['requirement_id', 'team_id'], restore },
  weighing: { bundle: kept, topic: 'requirements', restore },

  // Plan, gates, machines, safety --------------------------------------------------------------------------
  stage: {
    bundle: kept,
    topic: 'plan',
    title: ['name'],
    restore,
    find: { in: ['name', 'hands_in', 'needs'], title: 'name', detail: 'left(hands_in, 80)' },
  },
  stage_link: { bundle: kept, topic: 'plan', title: ['stage_id'], restore },
  hand_in: { bundle: all, topic: 'plan', word: 'hand-in', title: ['team_id', 'stage_id'], restore },
  plan_change: { topic: 'plan', title: ['title'] },
  gate: { bundle: kept, topic: 'gates', title: ['name'], restore },
  gate_item: { bundle: kept, topic: 'gates', title: ['text', 'gate_id'], restore },
  gate_signature: { bundle: all, topic: 'gates', title: ['team_id', 'item_id'], restore },
  gate_decision: { bundle: all, topic: 'gates', title: ['team_id', 'gate_id'], restore },
  machine: {
    bundle: kept,
    topic: 'bookings',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "use_minutes || ' minutes a use'" },
  },
  closure: { bundle: all, topic: 'bookings', title: ['reason', 'machine_id'], restore },
  booking: { bundle: all, topic: 'bookings', title: ['team_id', 'machine_id', 'day'], restore },
  // Reviews ------------------------------------------------------------------------------------------------
  review_kind: {
    bundle: kept,
    onImport: checkReviewKind,
    topic: 'reviews',
    word: 'kind of review',
    title: ['name'],
    restore,
  },
  review_rule: { bundle: kept, topic: 'reviews', word: 'rule for findings', restore },
  review: { bundle: all, onImport: checkReview, topic: 'reviews', title: ['name'], restore },
  review_slot: {
    bundle: all,
    onImport: checkReviewSlot,
    topic: 'reviews',
    word: 'team’s part of a review',
    title: ['team_id', 'review_id'],
    partOf: 'review',
    restore,
  },
  packet: {
    bundle: { ids: ['content'] },
    onImport: checkFrozenPacket,
    topic: 'reviews',
    title: ['team_id', 'number'],
    restore,
  },
  review_finding: {
    bundle: { rows: 'withdrawn_at is null', but: ['withdrawn_at'], ids: ['about_id', 'closed_ref'] },
    topic: 'reviews',
    word: 'finding of a review',
    title: ['text', 'team_id'],
    restore,
  },
  review_note: {
    bundle: { rows: 'withdrawn_at is null', but: ['withdrawn_at'] },
    topic: 'reviews',
    word: 'decision or question of a review',
    title: ['text', 'team_id'],
    restore,
  },
  peer_review: {
    bundle: { ids: ['taken_up_iteration'] },
    topic: 'reviews',
    title: ['team_id', 'author_id'],
    restore,
  },
  opinion: { bundle: all, topic: 'reviews', title: ['by_link', 'team_id'], restore },
  wish_outcome: {
    bundle: all,
    topic: 'reviews',
    word: 'what became of a wish',
    title: ['team_id', 'statement_id'],
    restore,
  },
  use_report: { bundle: all, topic: 'reviews', word: 'report from use', title: ['by_link', 'team_id'], restore },

  hazard: {
    bundle: kept,
    topic: 'safety',
    title: ['name'],
    restore,
    find: { in: ['name', 'cautions'], title: 'name', detail: 'left(cautions, 80)' },
  },
  hazard_use: { bundle: kept, topic: 'safety', title: ['hazard_id'], restore },
  sign_off: { bundle: all, topic: 'safety', title: ['account_id', 'hazard_id'], restore, erase: 'goes' },
  acknowledgement: { bundle: all, topic: 'safety', title: ['team_id', 'hazard_id'], restore },
  incident: { topic: 'safety', title: ['what'], restore, secret: true },
  test_session: {
    bundle: { ids: ['teams'] },
    topic: 'sessions',
    word: 'test session',
    title: ['day', 'event_id'],
    restore,
  },
  session_run: { bundle: all, topic: 'sessions', title: ['team_id', 'attempt'], restore },

  // Concepts, selection, teams -----------------------------------------------------------------------------
  concept_round: { bundle: all, topic: 'concepts', title: ['section_id'], restore },
  concept: {
    bundle: { rows: 'removed_at is null', but: ['removed_at'] },
    topic: 'concepts',
    title: ['title'],
    restore,
  },
  concept_claim: { bundle: all, topic: 'concepts', title: ['concept_id', 'requirement_id'], restore },
  concept_credit: { bundle: all, topic: 'concepts', title: ['what', 'from_id', 'into_id'], restore },
  concept_comment: { bundle: all, topic: 'concepts', title: ['text', 'concept_id'], restore },
  selection: { bundle: { ids: ['datum_id'] }, topic: 'selection', title: ['name'], restore },
  selection_criterion: { bundle: all, topic: 'selection', title: ['name', 'selection_id'], restore },
  selection_entry: { bundle: all, topic: 'selection', title: ['selection_id', 'concept_id'], restore },
  selection_score: { bundle: all, topic: 'selection', title: ['concept_id', 'criterion_id'], restore },
  selection_mark: { bundle: all, topic: 'selection', title: ['concept_id', 'criterion_id'], restore },
  selection_ballot: { bundle: { ids: ['ranking'] }, topic: 'selection', title: ['selection_id'], restore },
  selection_choice: { bundle: { ids: ['picks'] }, topic: 'selection', title: ['selection_id'], restore },
  preference: { topic: 'forming', word: 'wishes', erase: 'goes' },
  keep_pair: { topic: 'forming', word: 'pair', erase: 'goes', secret: true },
  forming: {
    bundle: { but: ['asks'] },
    topic: 'forming',
    word: 'how teams are formed',
    title: ['section_id'],
    restore,
  },
  proposal: { topic: 'forming', title: ['name'], secret: true },
  team_role: { bundle: kept, topic: 'classes', word: 'role', title: ['name'], restore },
  charter: { bundle: all, topic: 'classes', title: ['team_id'], restore },
  charter_agreement: { bundle: all, topic: 'classes', title: ['team_id', 'account_id'], restore },
  build_scale: { bundle: all, topic: 'parts', word: 'scale', title: ['section_id'], restore },
  part: {
    bundle: all,
    topic: 'parts',
    title: ['code', 'name'],
    restore,
    find: { in: ['code', 'name'], title: "code || ' ' || name", detail: 'state' },
  },
  interface: { bundle: all, topic: 'parts', title: ['name', 'one_id', 'other_id'], restore },
  draw: { bundle: { ids: ['subjects'] }, topic: 'draws', title: ['title'] },

  // Builds, bench, event, grades ---------------------------------------------------------------------------
  iteration: { bundle: all, topic: 'builds', title: ['team_id', 'number'], restore },
  material: {
    bundle: kept,
    topic: 'builds',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "'material'" },
  },
  bill: {
    bundle: { ids: ['lines'] },
    topic: 'builds',
    word: 'bill of materials',
    title: ['iteration_id'],
    partOf: 'iteration',
    restore,
  },
  build_rule: { bundle: all, topic: 'builds', word: 'rules for iterations', restore },
  iteration_parent: {
    bundle: all,
    topic: 'builds',
    word: 'what an iteration comes from',
    title: ['iteration_id', 'parent_id'],
    partOf: 'iteration',
    restore,
  },
  iteration_change: {
    bundle: all,
    topic: 'builds',
    word: 'change',
    title: ['what', 'iteration_id'],
    partOf: 'iteration',
    restore,
  },
  feature: {
    bundle: all,
    topic: 'builds',
    title: ['name'],
    restore,
  },
  iteration_check: { bundle: all, topic: 'builds', title: ['iteration_id'], restore },
  conclusion: {
    bundle: { rows: 'withdrawn_at is null', but: ['withdrawn_at'] },
    topic: 'bench',
    title: ['text'],
    restore,
  },
  specimen: {
    bundle: all,
    topic: 'builds',
    word: 'copy',
    title: ['number', 'iteration_id'],
    partOf: 'iteration',
    restore,
  },
  specimen_note: {
    bundle: all,
    topic: 'builds',
    word: 'note on a copy',
    title: ['kind', 'specimen_id'],
    partOf: 'specimen',
    restore,
  },
  measurement: {
    bundle: all,
    onImport: checkValue,
    topic: 'builds',
    title: ['iteration_id', 'parameter_id'],
    restore,
  },
  instrument: {
    bundle: kept,
    onImport: checkInstrument,
    topic: 'bench',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "'shows ' || resolution || ' ' || unit" },
  },
  protocol: {
    bundle: kept,
    onImport: checkProtocol,
    topic: 'bench',
    title: ['name'],
    restore,
    find: { in: ['name', 'procedure'], title: 'name', detail: 'left(procedure, 80)' },
  },
  protocol_version: {
    bundle: all,
    topic: 'bench',
    word: 'earlier version of a protocol',
    title: ['number', 'protocol_id'],
    partOf: 'protocol',
    restore,
  },
  quantity: { bundle: kept, onImport: checkQuantity, topic: 'bench', title: ['parameter_id', 'protocol_id'], restore },
  run: {
    bundle: { rows: 'stands', but: ['withdrawn_at'] },
    onImport: checkRun,
    topic: 'bench',
    title: ['team_id', 'protocol_id'],
    restore,
  },
  reading: {
    bundle: { but: ['protocol_id'] },
    onImport: checkValue,
    topic: 'bench',
    title: ['run_id', 'quantity_id'],
    partOf: 'run',
    restore,
  },
  attempt: {
    bundle: { rows: 'stands', but: ['team_id', 'stands'] },
    topic: 'bench',
    title: ['team_id', 'event_id', 'number'],
    partOf: 'run',
    restore,
  },
  event: {
    bundle: { but: ['attempts_allowed'], template: true },
    onImport: checkEvent,
    topic: 'event',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "attempts_allowed || ' attempts'" },
  },
  event_opening: { bundle: all, topic: 'event', title: ['event_id', 'section_id'], partOf: 'event', restore },
  official: { bundle: all, topic: 'event', title: ['account_id', 'event_id'], partOf: 'event', restore, erase: 'goes' },
  correction: { bundle: all, topic: 'bench', title: ['team_id', 'event_name', 'attempt'], partOf: 'run' },
  benchmark: { bundle: all, topic: 'event', title: ['season', 'event_id'], restore },

  // The day of the event ---------------------------------------------------------------------------------------
  inspection_check: {
    bundle: kept,
    onImport: checkInspectionLimit,
    topic: 'event',
    word: 'point of inspection',
    title: ['name'],
    restore,
  },
  inspection: { bundle: all, topic: 'event', title: ['team_id', 'check_id'], partOf: 'inspection_check' },
  seal: { bundle: all, topic: 'event', title: ['team_id', 'mark'] },
  repair: { bundle: all, topic: 'event', title: ['team_id', 'what'] },
  contest: {
    bundle: { ids: ['teams'] },
    onImport: checkContest,
    topic: 'event',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "'contest'" },
  },
  desk_entry: {
    bundle: { but: ['by_id'] },
    topic: 'event',
    word: 'entry of a desk',
    title: ['contest_id', 'does', 'match'],
    partOf: 'contest',
  },
  protest: { bundle: all, topic: 'event', title: ['team_id', 'match'], partOf: 'contest' },
  stop_call: { bundle: all, topic: 'event', word: 'call to stop', title: ['reason'] },
  award: { bundle: { ids: ['rule'], template: true }, topic: 'event', title: ['name'], restore },
  prediction: { bundle: all, topic: 'event', title: ['team_id', 'event_id'], partOf: 'event', restore },
  audience_vote: { topic: 'event', word: 'vote of the audience', secret: true },
  shown_results: { topic: 'event', word: 'results shown to all', title: ['shown_at'], secret: true },

  // Grades and standings ---------------------------------------------------------------------------------------
  rubric: {
    bundle: kept,
    topic: 'grades',
    title: ['name'],
    restore,
    find: { in: ['name', 'about'], title: 'name', detail: "'rubric'" },
  },
  criterion: {
    bundle: { ids: ['measure'], template: true },
    onImport: checkCriterion,
    topic: 'grades',
    title: ['name'],
    restore,
  },
  anchor: { bundle: kept, onImport: checkAnchor, topic: 'grades', title: ['title'], restore },
  judge: { bundle: all, topic: 'grades', title: ['name'], restore },
  score: { bundle: all, topic: 'grades', title: ['team_id', 'criterion_id'], restore },
  judgement: { bundle: all, topic: 'grades', word: 'remark of a judge', title: ['team_id', 'judge_id'], restore },
  judging: { bundle: all, topic: 'grades', word: 'team of a judge', title: ['judge_id', 'team_id'], restore },
  peer_round: { bundle: kept, topic: 'grades', word: 'peer rating', title: ['name'], restore },
  peer_rating: { topic: 'grades', word: 'answer of a peer', erase: 'goes', secret: true },
  grade_scheme: { bundle: kept, topic: 'grades', word: 'way of grading', restore },
  grade_component: {
    bundle: kept,
    onImport: checkGradeRule,
    topic: 'grades',
    word: 'component of the grade',
    title: ['name'],
    restore,
  },
  mark: { bundle: all, topic: 'grades', title: ['account_id', 'task'], restore, erase: 'goes' },
  counted_team: {
    bundle: all,
    topic: 'grades',
    word: 'team that counts',
    title: ['account_id'],
    restore,
    erase: 'goes',
  },
  released_grade: {
    bundle: { ids: ['content'] },
    topic: 'grades',
    word: 'released grade',
    title: ['account_id', 'number'],
    erase: 'goes',
  },
  former_results: {
    bundle: kept,
    topic: 'grades',
    word: 'results of a season',
    title: ['season', 'event_id'],
    restore,
  },
  school_system: {
    bundle: { ids: ['columns'], template: true },
    topic: 'grades',
    word: 'columns for a school',
    title: ['name'],
    restore,
  },
  component: { bundle: kept, topic: 'standings', title: ['name'], restore },
  publication: { topic: 'standings' },
};

/** What a person calls a row of a table. */
export function wordOf(table: string): string {
  return (Object.hasOwn(CATALOGUE, table) && CATALOGUE[table]!.word) || table.replaceAll('_', ' ');
}

/** The entry of a table. @throws Error for a table without one. */
export function entryOf(table: string): Entry {
  const entry = Object.hasOwn(CATALOGUE, table) ? CATALOGUE[table] : undefined;
  if (!entry) throw new Error(`The table ${table} has no entry in the catalogue.`);
  return entry;
}
