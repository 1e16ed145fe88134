/** What a person can be told about a refused write: the field it belongs to and a message. */
export interface Problem {
  field: string;
  message: string;
}

const CONSTRAINTS: Record<string, Problem> = {
  account_login_key: { field: 'login', message: 'This sign-in name is taken; choose another.' },
  requirement_code_key: { field: 'code', message: 'This code is in use; take the next free one.' },
  requirement_limit_is_whole: {
    field: 'value',
    message: 'The limit is not complete: it needs its value(s), a unit and a parameter.',
  },
  requirement_source_named: {
    field: 'sources',
    message: 'A source must name what it is: choose the sentence or the note.',
  },
  requirement_change_key: { field: '', message: 'Somebody else changed this requirement meanwhile; reload to see it.' },
  brief_team_size_in_order: { field: 'teamTo', message: 'The largest team is smaller than the smallest.' },
  brief_version_key: { field: '', message: 'Somebody else published the brief meanwhile; reload to see it.' },
  question_not_into_itself: { field: '', message: 'A question can’t be merged into itself.' },
  answer_once: { field: 'text', message: 'Somebody else has written this answer meanwhile; reload to see it.' },
  research_title_key: { field: 'title', message: 'A research note of this title exists already.' },
  research_one_winner: {
    field: 'isWinner',
    message: 'Another note is marked as last season’s winner; remove the mark there first.',
  },
  research_winner_of_last_season: { field: 'isWinner', message: 'Only a note about last season can be its winner.' },
  finding_once: {
    field: 'findings',
    message: 'One requirement appears twice; say what is found about it in one line.',
  },
  parameter_name_key: { field: 'parameterName', message: 'A parameter of this name exists already.' },
  section_name_key: { field: 'name', message: 'A section of this name exists already.' },
  section_days_in_order: { field: 'lastDay', message: 'The last day is before the first day.' },
  team_name_key: { field: 'name', message: 'A team of this name exists already.' },
  instrument_name_key: { field: 'name', message: 'An instrument of this name exists already.' },
  protocol_name_key: { field: 'name', message: 'A protocol of this name exists already.' },
  inspection_check_name_key: { field: 'name', message: 'A point of this name is inspected already.' },
  requirement_is_inspected: {
    field: '',
    message: 'The entry inspection looks at this requirement; change it there first.',
  },
  instrument_inspects: { field: '', message: 'The entry inspection uses this instrument; change it there first.' },
  contest_name_key: { field: 'name', message: 'A contest of this name exists already.' },
  section_has_contest: { field: '', message: 'A contest is planned for this section; change it first.' },
  event_has_contest: { field: '', message: 'A contest rests on this event; change or remove the contest first.' },
  desk_entry_number_key: { field: '', message: 'Another desk wrote in the same moment; send it again.' },
  stop_call_once: { field: '', message: 'The day is stopped already.' },
  award_name_key: { field: 'name', message: 'An award of this name exists already.' },
  prediction_once: { field: 'value', message: 'A teammate has just saved a prediction; reload to see it.' },
  audience_vote_once: { field: '', message: 'This device has voted already.' },
  event_name_key: { field: 'name', message: 'An event of this name exists already.' },
  rubric_name_key: { field: 'name', message: 'A rubric of this name exists already.' },
  criterion_name_key: { field: 'criteria', message: 'Two criteria have the same name.' },
  judge_name_key: { field: 'label', message: 'A judge of this name exists already.' },
  component_name_key: { field: 'name', message: 'A component of this name exists already.' },
  iteration_number_key: { field: 'number', message: 'The team has an iteration of this number already.' },
  project_kept_past_event: { field: 'retentionUntil', message: 'Data must be kept at least until the event.' },
  measurement_not_negative: { field: 'measurements', message: 'This quantity cannot be negative.' },
  reading_not_negative: { field: 'value', message: 'This quantity cannot be negative.' },
  attempt_of_protocol: { field: 'attempt', message: 'This run was made under another protocol than the event’s.' },
  event_keeps_attempts: {
    field: 'allowed',
    message: 'Attempts are recorded that this would leave out; withdraw them first.',
  },
  run_has_reading: { field: 'value', message: 'A valid run needs its value.' },
  attempt_key: { field: 'attempt', message: 'This attempt is recorded already; reload to see it.' },
  attempt_within_allowed: {
    field: 'attempt',
    message: 'All allowed attempts are recorded; record it as a practice run.',
  },
  stage_name_key: { field: 'name', message: 'A stage of this name exists already.' },
  stage_has_one_length: { field: 'length', message: 'A stage takes meetings or minutes, one of both.' },
  stage_shortest_is_shorter: { field: 'shortest', message: 'The fewest meetings are more than it takes.' },
  stage_left_out_is_optional: { field: 'optional', message: 'Only an optional stage can be left out.' },
  stage_link_once: { field: 'after', message: 'A stage appears twice among those this one comes after.' },
  stage_not_after_itself: { field: 'after', message: 'A stage can’t come after itself.' },
  stage_is_awaited: { field: '', message: 'Other stages come after this one; change them first.' },
  stage_has_hand_ins: { field: '', message: 'Teams have handed something in for this stage; it can’t be removed.' },
  hand_in_once: { field: '', message: 'A teammate has handed this in meanwhile; reload to see it.' },
  hand_in_has_day: { field: '', message: 'What is handed in needs a day.' },
  cancelled_meeting_once: { field: 'lost', message: 'The same meeting is cancelled twice.' },
  school_day_in_order: { field: 'lastDay', message: 'The last day is before the first.' },
  school_day_apart: { field: 'firstDay', message: 'Some of these days are on the school’s list already.' },
  concept_round_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  concept_claim_once: { field: 'claims', message: 'A requirement appears twice; say in one line how it is answered.' },
  concept_claim_whole: { field: 'claims', message: 'A number needs its unit; an uncertainty needs its number.' },
  concept_not_chosen_has_reason: {
    field: 'reason',
    message: 'Say why it is not chosen, in words its author may read.',
  },
  concept_credit_apart: { field: 'fromId', message: 'A part is carried from one concept into another.' },
  selection_name_key: { field: 'name', message: 'A selection of this name exists already in the section.' },
  selection_criterion_name_key: { field: 'criteria', message: 'Two criteria have the same name.' },
  selection_choice_once: {
    field: '',
    message: 'A choice has been made meanwhile with the same link; reload to see it.',
  },
  preference_once: { field: '', message: 'Your wishes were saved on another device meanwhile; reload to see them.' },
  preference_for_others: { field: 'wants', message: 'A wish is for somebody else.' },
  keep_pair_once: { field: 'other', message: 'These two stand in the list already; remove that pair first.' },
  keep_pair_of_two: { field: 'other', message: 'A pair has two people.' },
  forming_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  forming_sizes_in_order: { field: 'max', message: 'The largest size is below the smallest.' },
  proposal_name_key: { field: 'name', message: 'A proposal of this name exists already in the section.' },
  team_role_name_key: { field: 'roles', message: 'Two roles have the same name.' },
  charter_once: { field: '', message: 'A teammate has written the charter meanwhile; reload to see it.' },
  build_scale_once: { field: '', message: 'Somebody else has set the scale meanwhile; reload to see it.' },
  part_code_key: { field: 'code', message: 'A part of this code exists already in the section.' },
  part_checked_by_another: { field: 'checkerId', message: 'Whoever owns a part can’t be its checker.' },
  part_check_by_another: { field: '', message: 'A part is checked by somebody else than its owner.' },
  part_double_check_by_third: { field: '', message: 'The second check is made by somebody else than the first.' },
  part_check_named: { field: '', message: 'First somebody else than its owner has to check it.' },
  part_thickness_whole: { field: 'thickness', message: 'A thickness needs its unit.' },
  interface_of_two: { field: 'otherId', message: 'An interface lies between two parts.' },
  draw_stands: { field: '', message: 'This draw can’t be changed: its list is frozen and its seed was called.' },
  draw_called_twice: { field: 'first', message: 'Two people call out digits.' },
  hazard_name_key: { field: 'name', message: 'A hazard of this name exists already.' },
  hazard_has_sign_offs: {
    field: '',
    message: 'Students are signed off for this hazard; withdraw the sign-offs first, or let it name nothing.',
  },
  hazard_use_once: { field: '', message: 'A place appears twice among those where this hazard matters.' },
  sign_off_in_order: { field: 'validUntil', message: 'The last day is before the day of the training.' },
  acknowledgement_once: { field: '', message: 'A teammate has just said that your team has read it.' },
  machine_name_key: { field: 'name', message: 'A machine of this name exists already.' },
  machine_has_bookings: {
    field: '',
    message: 'Teams have asked for this machine, so it stays as a record; close it instead.',
  },
  machine_has_sessions: { field: '', message: 'A test session uses this machine; change the session first.' },
  closure_in_order: { field: 'closures', message: 'The last day of a closure is before its first.' },
  booking_apart: { field: 'slot', message: 'This slot was taken a moment ago; choose another one.' },
  session_run_once: { field: '', message: 'Somebody else has marked this run already; look again.' },
  gate_name_key: { field: 'name', message: 'A gate of this name exists already.' },
  gate_decision_once: { field: '', message: 'This is decided already; reload to see it, or withdraw it first.' },
  gate_signature_once: { field: '', message: 'You have signed this already.' },
  stage_has_gate: { field: '', message: 'A gate stands before this stage; move the gate first.' },
  stage_is_asked_for: { field: '', message: 'A gate asks for this stage; change the gate’s checklist first.' },
  material_name_key: { field: 'name', message: 'A material of this name exists already.' },
  bill_once: { field: '', message: 'A teammate has begun the bill meanwhile; reload to see it.' },
  build_rule_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  iteration_parent_once: { field: 'alsoFrom', message: 'An iteration appears twice among those this one comes from.' },
  iteration_not_its_parent: { field: 'parentId', message: 'An iteration can’t come from itself.' },
  feature_name_key: { field: 'name', message: 'A feature of this name exists already.' },
  iteration_check_once: { field: '', message: 'You have checked this already.' },
  checked_by_another: {
    field: 'makerId',
    message: 'Who made an iteration can’t be one of those who checked it.',
  },
  review_kind_name_key: { field: 'name', message: 'A kind of review of this name exists already.' },
  kind_has_reviews: { field: '', message: 'Reviews of this kind are planned or were held, so it stays.' },
  kind_is_asked_for: { field: '', message: 'A gate asks for this kind of review; change the gate’s checklist first.' },
  review_name_key: { field: 'name', message: 'A review of this name exists already in the section.' },
  stage_has_reviews: { field: '', message: 'A review stands with this stage; change the review first.' },
  review_rule_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  packet_number_key: { field: '', message: 'A teammate has frozen a packet meanwhile; reload to see it.' },
  wish_outcome_once: { field: '', message: 'A teammate has answered this wish meanwhile; reload to see it.' },
  criterion_is_counted: { field: 'criteria', message: 'What the program scores needs something that it counts.' },
  judge_account_key: { field: '', message: 'You are on this rubric already; reload to see it.' },
  judgement_once: {
    field: '',
    message: 'Remarks on this team were saved from another device meanwhile; reload to see them.',
  },
  judging_once: { field: '', message: 'Somebody else has set who judges whom meanwhile; reload to see it.' },
  anchor_title_key: { field: 'title', message: 'A worked example of this name exists already.' },
  peer_round_name_key: { field: 'name', message: 'A peer rating of this name exists already.' },
  peer_rating_once: {
    field: '',
    message: 'You have rated this member from another device meanwhile; reload to see it.',
  },
  grade_scheme_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  grade_scheme_ends: { field: 'floor', message: 'The floor lies above the cap.' },
  grade_scheme_round: { field: 'peerRoundId', message: 'Choose the peer rating that gives the factors.' },
  round_is_used: { field: '', message: 'Grades follow this peer rating; change how grades are worked out first.' },
  grade_component_name_key: { field: 'name', message: 'A component of this name exists already.' },
  grade_component_ends: { field: 'floor', message: 'The floor lies above the cap.' },
  rubric_is_graded: { field: '', message: 'A component of the grade comes from this rubric; remove that first.' },
  event_is_graded: { field: '', message: 'A component of the grade comes from this event; remove that first.' },
  mark_once: { field: 'task', message: 'This student has a mark for this task already; reload to see it.' },
  counted_team_once: { field: '', message: 'Somebody else has set this meanwhile; reload to see it.' },
  released_grade_number_key: {
    field: '',
    message: 'Somebody else has released this grade meanwhile; reload to see it.',
  },
  former_results_once: { field: 'season', message: 'Results of this season stand here already.' },
  school_system_name_key: { field: 'name', message: 'Columns of this name exist already.' },
  score_within_max: { field: 'points', message: 'More points than the criterion has.' },
};

/** Values that no column can hold, by PostgreSQL's code. */
const VALUES: Record<string, string> = {
  '22P02': 'A reference in this request is not valid.',
  '22003': 'A number here is larger than can be kept.',
  '22007': 'A date here is no day of the calendar.',
  '22008': 'A date here is no day of the calendar.',
  '22021': 'A text here holds a character that can’t be kept.',
  '22P05': 'A text here holds a character that can’t be kept.',
};

interface DatabaseError {
  code: string;
  constraint_name?: string;
}

/** Turns a refusal of the database into words, by code and constraint; null for anything else (rethrow it). */
export function problemOf(error: unknown): Problem | null {
  const { code, constraint_name: constraint = '' } = error as DatabaseError;
  if (typeof code !== 'string' || !/^(23|22)/.test(code)) return null;
  const known = CONSTRAINTS[constraint];
  if (known) return known;
  if (code === '23503')
    return { field: '', message: 'Something this refers to is not part of this project, or was removed.' };
  if (code === '23505') return { field: '', message: 'This exists already.' };
  if (code === '23514') return { field: '', message: 'A value is outside what is allowed here.' };
  return { field: '', message: VALUES[code] ?? 'A value here is not of the kind that belongs in its place.' };
}
