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
  /** Whether the history may bring a row back to an earlier state. */
  restore?: boolean;
  /** What becomes of the rows about a person who is erased: they go; otherwise the work stays and names nobody. */
  erase?: 'goes';
  /** Not handed out in the data about a person: seen by instructors alone, or nothing but keys. */
  secret?: boolean;
  /** Found by the search: the columns whose text is looked at, what is shown as title and detail, in SQL. */
  find?: { in: readonly string[]; title: string; detail: string };
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
  | 'safety'
  | 'selection'
  | 'sessions'
  | 'standings';

const restore = true;

export const CATALOGUE: Record<string, Entry> = {
  // What serves the program itself -------------------------------------------------------------------------
  account: { topic: 'accounts', title: ['name'] },
  audit: { topic: 'project', secret: true },
  entry: { topic: 'project', secret: true },
  migration: { topic: 'project', secret: true },
  project_revision: { topic: 'project', secret: true },
  session: { topic: 'accounts', erase: 'goes', secret: true },
  setup_token: { topic: 'accounts', secret: true },
  sign_in_attempt: { topic: 'accounts', secret: true },
  sign_in_slip: { topic: 'accounts', erase: 'goes', secret: true },
  template: { topic: 'project' },

  // The project and its class ------------------------------------------------------------------------------
  project: { topic: 'project', title: ['title'], restore },
  project_instructor: { topic: 'project', word: 'instructor' },
  access_link: { topic: 'links', word: 'link', title: ['label'] },
  school_day: { topic: 'calendar', title: ['reason'] },
  section: { topic: 'classes', title: ['name'], restore },
  no_class: { topic: 'calendar', word: 'days without class', title: ['reason'], restore },
  extra_meeting: { topic: 'calendar', title: ['day'], restore },
  lost_meeting: { topic: 'calendar', title: ['day'], restore },
  team: { topic: 'classes', title: ['name'], restore },
  enrolment: { topic: 'classes', restore },
  team_member: { topic: 'classes', word: 'member', restore },
  absence: { topic: 'classes', title: ['day'], restore, erase: 'goes' },
  action: { topic: 'plan', title: ['what'], restore },
  attachment: { topic: 'builds', word: 'picture', restore },

  // Brief, interview, requirements -------------------------------------------------------------------------
  brief: { topic: 'brief', restore },
  brief_version: { topic: 'brief', title: ['number'] },
  brief_read: { topic: 'brief' },
  visit: { topic: 'interview', title: ['title'], restore },
  question: { topic: 'interview', title: ['text'], restore },
  note: { topic: 'interview', title: ['text'], restore },
  answer: { topic: 'interview', title: ['text'], restore },
  statement: {
    topic: 'interview',
    word: 'sentence',
    title: ['sentence'],
    restore,
    find: { in: ['sentence'], title: 'sentence', detail: 'said_by' },
  },
  parameter: { topic: 'requirements', title: ['name'], restore },
  research: {
    topic: 'requirements',
    word: 'research note',
    title: ['title'],
    restore,
    find: { in: ['title', 'about'], title: 'title', detail: 'left(about, 80)' },
  },
  finding: { topic: 'requirements', title: ['requirement_id'], restore },
  requirement: {
    topic: 'requirements',
    title: ['code'],
    restore,
    find: { in: ['code', 'statement'], title: "code || ' ' || statement", detail: 'state' },
  },
  requirement_source: { topic: 'requirements', title: ['requirement_id', 'kind'], restore },
  requirement_change: { topic: 'requirements', title: ['requirement_id', 'number'] },
  change_seen: { topic: 'requirements' },
  budget: { topic: 'requirements', title: ['requirement_id', 'team_id'], restore },
  weighing: { topic: 'requirements', restore },

  // Plan, gates, machines, safety --------------------------------------------------------------------------
  stage: {
    topic: 'plan',
    title: ['name'],
    restore,
    find: { in: ['name', 'hands_in', 'needs'], title: 'name', detail: 'left(hands_in, 80)' },
  },
  stage_link: { topic: 'plan', title: ['stage_id'], restore },
  hand_in: { topic: 'plan', word: 'hand-in', title: ['team_id', 'stage_id'], restore },
  plan_change: { topic: 'plan', title: ['title'] },
  gate: { topic: 'gates', title: ['name'], restore },
  gate_item: { topic: 'gates', title: ['text', 'gate_id'], restore },
  gate_signature: { topic: 'gates', title: ['team_id', 'item_id'], restore },
  gate_decision: { topic: 'gates', title: ['team_id', 'gate_id'], restore },
  resource: {
    topic: 'bookings',
    word: 'machine',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "use_minutes || ' minutes a use'" },
  },
  closure: { topic: 'bookings', title: ['reason', 'resource_id'], restore },
  booking: { topic: 'bookings', title: ['team_id', 'resource_id', 'day'], restore },
  hazard: {
    topic: 'safety',
    title: ['name'],
    restore,
    find: { in: ['name', 'cautions'], title: 'name', detail: 'left(cautions, 80)' },
  },
  hazard_use: { topic: 'safety', title: ['hazard_id'], restore },
  sign_off: { topic: 'safety', title: ['account_id', 'hazard_id'], restore, erase: 'goes' },
  acknowledgement: { topic: 'safety', title: ['team_id', 'hazard_id'], restore },
  incident: { topic: 'safety', title: ['what'], restore, secret: true },
  test_session: { topic: 'sessions', word: 'test session', title: ['day', 'event_id'], restore },
  session_run: { topic: 'sessions', title: ['team_id', 'attempt'], restore },

  // Concepts, selection, teams -----------------------------------------------------------------------------
  concept_round: { topic: 'concepts', title: ['section_id'], restore },
  concept: { topic: 'concepts', title: ['title'], restore },
  concept_claim: { topic: 'concepts', title: ['concept_id', 'requirement_id'], restore },
  concept_credit: { topic: 'concepts', title: ['what', 'from_id', 'into_id'], restore },
  concept_comment: { topic: 'concepts', title: ['text', 'concept_id'], restore },
  selection: { topic: 'selection', title: ['name'], restore },
  selection_criterion: { topic: 'selection', title: ['name', 'selection_id'], restore },
  selection_entry: { topic: 'selection', title: ['selection_id', 'concept_id'], restore },
  selection_score: { topic: 'selection', title: ['concept_id', 'criterion_id'], restore },
  selection_mark: { topic: 'selection', title: ['concept_id', 'criterion_id'], restore },
  selection_ballot: { topic: 'selection', title: ['selection_id'], restore },
  selection_choice: { topic: 'selection', title: ['selection_id'], restore },
  preference: { topic: 'forming', word: 'wishes', erase: 'goes' },
  keep_pair: { topic: 'forming', word: 'pair', erase: 'goes', secret: true },
  forming: { topic: 'forming', word: 'how teams are formed', title: ['section_id'], restore },
  proposal: { topic: 'forming', title: ['name'], secret: true },
  team_role: { topic: 'classes', word: 'role', title: ['name'], restore },
  charter: { topic: 'classes', title: ['team_id'], restore },
  charter_agreement: { topic: 'classes', title: ['team_id', 'account_id'], restore },
  build_scale: { topic: 'parts', word: 'scale', title: ['section_id'], restore },
  part: {
    topic: 'parts',
    title: ['code', 'name'],
    restore,
    find: { in: ['code', 'name'], title: "code || ' ' || name", detail: 'state' },
  },
  joint: { topic: 'parts', word: 'interface', title: ['name', 'one_id', 'other_id'], restore },
  drawing: { topic: 'draws', word: 'draw', title: ['title'] },

  // Builds, bench, event, grades ---------------------------------------------------------------------------
  iteration: { topic: 'builds', title: ['team_id', 'number'], restore },
  iteration_check: { topic: 'builds', title: ['iteration_id'], restore },
  measurement: { topic: 'builds', title: ['iteration_id', 'parameter_id'], restore },
  instrument: {
    topic: 'bench',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "'shows ' || resolution || ' ' || unit" },
  },
  protocol: {
    topic: 'bench',
    title: ['name'],
    restore,
    find: { in: ['name', 'procedure'], title: 'name', detail: 'left(procedure, 80)' },
  },
  trial: { topic: 'bench', word: 'run', title: ['team_id', 'event_id', 'attempt'], restore },
  event: {
    topic: 'event',
    title: ['name'],
    restore,
    find: { in: ['name'], title: 'name', detail: "attempts_allowed || ' attempts'" },
  },
  benchmark: { topic: 'event', title: ['season', 'event_id'], restore },
  rubric: { topic: 'grades', title: ['name'], restore },
  criterion: { topic: 'grades', title: ['name'], restore },
  judge: { topic: 'grades', title: ['name'], restore },
  score: { topic: 'grades', title: ['team_id', 'criterion_id'], restore },
  component: { topic: 'standings', title: ['name'], restore },
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
