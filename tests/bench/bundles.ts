import type { Row } from '@/db/shape';
import { play, type Happened } from '@/core/tournament';
import { rowsOf, type Bundle, type Tables } from '@/shell/bundle/format';
import { demoBundle, rowsWith, rowWith } from '../demo';

const TEAMS = 40;
const ITERATIONS = 12;
const RUNS = 5000;
/** What hangs on teams and people of the demo, and what is no measure of size. */
const LEFT_OUT = [
  ...['person', 'enrolment', 'team_member', 'iteration_check', 'gate_decision', 'sign_off', 'action', 'attachment'],
  ...['visit', 'question', 'note', 'answer', 'test_session', 'session_run', 'change_seen'],
  ...['concept_round', 'concept', 'concept_claim', 'concept_credit', 'concept_comment', 'draw', 'forming'],
  ...['selection', 'selection_criterion', 'selection_entry', 'selection_score', 'selection_mark', 'selection_ballot'],
  'official',
  ...['selection_choice', 'charter', 'charter_agreement', 'part', 'interface', 'build_scale'],
  ...['peer_review', 'wish_outcome', 'review_note', 'opinion', 'use_report'],
  ...['judging', 'judgement', 'mark', 'released_grade', 'counted_team'],
  ...['seal', 'repair', 'protest', 'stop_call', 'award', 'prediction'],
];
const without = (rows: Row[], ...columns: string[]): Row[] =>
  rows.map((row) => Object.fromEntries(Object.entries(row).filter(([name]) => !columns.includes(name))));

/** The demo project's rules with 40 teams, 12 iterations each, and 5,000 runs: 3 attempts an event, the rest practice. */
export function largeBundle(): Bundle {
  const bundle = demoBundle();
  const of = (table: string) => rowsOf(bundle, table);
  const teams = Array.from({ length: TEAMS }, (_, i) => ({
    id: `team-${i}`,
    name: `Team ${i + 1}`,
    section_id: of('section')[i % 2]!.id,
    colour: i % 12,
  }));
  const measured = of('iteration').find(({ id }) => rowsWith(bundle, 'measurement', { iteration_id: id }).length > 4)!;
  const [model] = without([measured], 'maker_id', 'concept_id', 'benchmark_id');
  const iterations = teams.flatMap(({ id: team_id }) =>
    Array.from({ length: ITERATIONS }, (_, k): Row => ({
      ...model,
      id: `${team_id}/${k + 1}`,
      team_id,
      number: k + 1,
    })),
  );
  const parents = iterations.flatMap(({ id, team_id, number }): Row[] =>
    Number(number) > 1
      ? [{ id: `parent of ${String(id)}`, iteration_id: id, parent_id: `${String(team_id)}/${Number(number) - 1}` }]
      : [],
  );
  // Each but the first has a change with a claim, as a class that is at it writes them.
  const [claimed] = rowsOf(bundle, 'iteration_change').filter(({ claim, kind }) => claim && kind === 'parameter');
  const changes = parents.map(({ iteration_id }) => ({
    ...claimed,
    id: `change of ${String(iteration_id)}`,
    iteration_id,
    position: 1,
  }));
  const measurements = iterations.flatMap(({ id }) =>
    rowsWith(bundle, 'measurement', { iteration_id: measured.id }).map((row) => ({
      ...row,
      id: `${String(row.id)}/${String(id)}`,
      iteration_id: id,
    })),
  );
  const events = of('event');
  const models = new Map(
    events.map(({ id, protocol_id }) => {
      const run = rowsWith(bundle, 'run', { protocol_id, status: 'ok' })[0]!;
      return [id, { run, reading: rowWith(bundle, 'reading', { run_id: run.id }) }];
    }),
  );
  const made = teams.flatMap(({ id: team_id }, t) =>
    Array.from({ length: RUNS / TEAMS }, (_, k) => {
      const event = events[k % events.length]!;
      const number = Math.floor(k / events.length) + 1;
      const { run, reading } = models.get(event.id)!;
      const allowed = (event.rule as { attempts: { allowed: number } }).attempts.allowed;
      const id = `run-${t}-${k}`;
      const value = Number(reading.value) * (1 + ((t * 31 + k) % 97) / 2000);
      const specimen_id = `copy ${(k % 2) + 1} of ${team_id}/${ITERATIONS - (k % 3)}`;
      return {
        run: { ...run, id, team_id, iteration_id: `${team_id}/${ITERATIONS - (k % 3)}`, specimen_id } as Row,
        reading: { ...reading, id: `reading-${t}-${k}`, run_id: id, value } as Row,
        attempt: number <= allowed ? ({ run_id: id, event_id: event.id, number } as Row) : null,
      };
    }),
  );
  const each = (table: string, make: (team_id: string) => Row[]) =>
    teams.flatMap(({ id }) => make(id)).map((row, i) => ({ id: `${table}-${i}`, ...row }));
  const reviews = of('review').filter(({ name }) => name === 'Readiness for test');
  const slots = teams.map(({ id, section_id }, i) => ({
    ...without([of('review_slot')[0]!], 'peer_id')[0],
    id: `slot of ${id}`,
    review_id: reviews.find((one) => one.section_id === section_id)!.id,
    team_id: id,
    position: i,
  }));
  const signed = of('gate_item').filter(({ kind }) => kind === 'signed');
  const tables: Tables = {
    ...bundle.tables,
    project: [{ ...of('project')[0], title: 'Large' }],
    // One of three protocols works something out of every run.
    parameter: [...of('parameter'), { id: 'speed', name: 'Average speed', dimension: 'speed' }],
    quantity: [
      ...of('quantity'),
      {
        ...{ id: 'speed', parameter_id: 'speed', unit: 'm/s', position: 1, formula: 'cable_length / crossing_time' },
        protocol_id: rowWith(bundle, 'protocol', { name: 'Crossing, loaded' }).id,
      },
    ],
    statement: without(of('statement'), 'answer_id'),
    research: without(of('research'), 'team_id'),
    requirement: without(of('requirement'), 'owner_id', 'team_id'),
    budget: of('budget').filter((row) => !row.team_id),
    team: teams,
    iteration: iterations,
    iteration_parent: parents,
    feature: without(of('feature'), 'concept_id'),
    specimen: iterations.flatMap(({ id }) =>
      [1, 2].map((number) => ({ id: `copy ${number} of ${String(id)}`, iteration_id: id, number })),
    ),
    specimen_note: iterations.map(({ id }) => ({
      ...of('specimen_note')[0],
      id: `note on ${String(id)}`,
      specimen_id: `copy 1 of ${String(id)}`,
    })),
    bill: iterations.map(({ id }) => ({ ...of('bill')[0], id: `bill of ${String(id)}`, iteration_id: id })),
    iteration_change: changes,
    measurement: measurements,
    run: made.map(({ run }) => run),
    reading: made.map(({ reading }) => reading),
    attempt: made
      .flatMap(({ attempt }) => (attempt ? [attempt] : []))
      .map((row, i) => ({ id: `attempt-${i}`, ...row })),
    correction: made
      .filter(({ attempt }, i) => attempt?.number === 1 && i % 12 === 0)
      .map(({ run }, i) => ({ ...of('correction')[0], id: `correction-${i}`, team_id: run.team_id, run_id: run.id })),
    score: each('score', (team_id) =>
      of('judge').flatMap((judge) =>
        rowsWith(bundle, 'criterion', { rubric_id: judge.rubric_id, scorer: 'judges' }).map((one) => ({
          judge_id: judge.id,
          rubric_id: judge.rubric_id,
          criterion_id: one.id,
          team_id,
          points: Number(one.max) / 2,
        })),
      ),
    ),
    hand_in: each('hand_in', (team_id) =>
      of('stage')
        .slice(0, 6)
        .map(({ id }) => ({ stage_id: id, team_id, state: 'accepted', handed_in_on: '2026-09-10' })),
    ),
    acknowledgement: each('acknowledgement', (team_id) =>
      of('hazard').map((one) => ({
        hazard_id: one.id,
        text_version: one.text_version,
        team_id,
        read_on: '2026-09-10',
      })),
    ),
    gate_signature: each('gate_signature', (team_id) =>
      signed.map(({ id }) => ({ item_id: id, team_id, by_name: 'Instructor', signed_on: '2026-09-10' })),
    ),
    // A review of every section, held: a packet of each team, and six findings of it, some of them mended.
    review: reviews,
    review_slot: slots,
    packet: slots.map(({ id, team_id }) => ({ ...of('packet')[0], id: `packet of ${id}`, slot_id: id, team_id })),
    review_finding: slots.flatMap(({ id, team_id }) =>
      of('review_finding')
        .filter(({ merged_into: merged }) => !merged)
        .slice(0, 6)
        .map((row) => ({
          ...without([row], 'owner_id', 'closer_id', 'closed_ref', 'about_id')[0],
          id: `${String(row.id)} of ${id}`,
          slot_id: id,
          team_id,
        })),
    ),
    // Every device inspected once for every point, and a double knock-out of all teams half played.
    inspection: teams.flatMap(({ id: team_id }) =>
      of('inspection_check').map(({ id }) => ({
        ...without(rowsWith(bundle, 'inspection', { check_id: id }), 'id')[0],
        id: `${String(id)} of ${team_id}`,
        team_id,
      })),
    ),
    contest: [{ ...rowWith(bundle, 'contest', { name: 'Twin-line duel' }), teams: teams.map(({ id }) => id) }],
    desk_entry: halfPlayed(
      String(rowWith(bundle, 'contest', { name: 'Twin-line duel' }).id),
      teams.map(({ id }) => id),
    ),
    booking: without(rowsWith(bundle, 'booking', { state: 'done' }), 'operator_id').map((row, i) => ({
      ...row,
      team_id: teams[i]!.id,
    })),
  };
  const kept = Object.entries(tables).filter(([name]) => !LEFT_OUT.includes(name));
  return { ...bundle, tables: Object.fromEntries(kept) };
}

/** The first half of a double knock-out as its desk entered it; of each match the first of the two wins. */
function halfPlayed(contest_id: string, teams: readonly string[]): Row[] {
  const rows: Row[] = [];
  const results: Happened[] = [];
  while (results.length < teams.length) {
    const { ready, matches } = play({ format: 'double', teams, results });
    const { id: match, a, b } = matches.find(({ id }) => id === ready[0])!;
    results.push({ match, winner: a! });
    const number = results.length;
    const entry = { does: 'result', match, a_id: a, b_id: b, team_id: a, state: 'counts', by_name: 'Desk' };
    rows.push({ id: `entry-${number}`, contest_id, number, ...entry, made_at: '2026-10-26T09:40:00Z' });
  }
  return rows;
}

const STUDENTS = 600;
const COMPONENTS = 40;
/** The same with 600 students and grades of 40 components: those of the demo, and marks for each student in all others. */
export function gradedBundle(): Bundle {
  const bundle = largeBundle();
  const known = rowsOf(bundle, 'grade_component').filter(({ source }) => source !== 'marks');
  const teams = rowsOf(bundle, 'team');
  const people = Array.from({ length: STUDENTS }, (_, i) => ({ id: `student-${i}`, team: teams[i % teams.length]! }));
  const marked = Array.from({ length: COMPONENTS - known.length }, (_, i) => ({
    id: `marks-${i}`,
    name: `Marks ${i + 1}`,
    position: 10 + i,
    weight: 1,
    source: 'marks',
  }));
  const tables: Tables = {
    ...bundle.tables,
    person: people.map(({ id }, i) => ({ id, name: `Student ${i}`, student_number: String(50_000 + i) })),
    enrolment: people.map(({ id, team }) => ({ section_id: team.section_id, account_id: id })),
    team_member: people.map(({ id, team }) => ({
      section_id: team.section_id,
      team_id: team.id,
      account_id: id,
      role: '',
    })),
    grade_component: [...known, ...marked],
    mark: people.flatMap(({ id }, i) =>
      marked.map((component, k) => ({
        id: `${component.id} of ${id}`,
        component_id: component.id,
        account_id: id,
        task: component.name,
        score: (i * 7 + k * 3) % 11,
        max: 10,
      })),
    ),
  };
  return { ...bundle, tables };
}
