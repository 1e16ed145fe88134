import { readdirSync } from 'node:fs';
import path from 'node:path';
import type { Row } from '@/db/shape';
import { pool, queriesSent, watchQueries } from '@/db/connection';
import { demoBundle, demoProject, asPerson, ownDatabase, type DemoProject } from './database';

ownDatabase();
type Page = (props: {
  params: Promise<Record<string, string>>;
  searchParams: Promise<Record<string, string>>;
}) => Promise<unknown>;
const ROOT = 'src/app/projects/[project]';
const pages = readdirSync(ROOT, { recursive: true, encoding: 'utf8' })
  .filter((file) => path.basename(file) === 'page.tsx')
  .map((file) => path.dirname(file));
let small: DemoProject;
let large: DemoProject;

/** Tables whose rows hang on one team, or on something of a team. */
const UNDER = [
  ...[
    'iteration',
    'iteration_check',
    'measurement',
    'iteration_parent',
    'iteration_change',
    'bill',
    'specimen',
    'specimen_note',
    'run',
    'reading',
    'attempt',
    'score',
    'hand_in',
    'action',
    'booking',
  ],
  ...['budget', 'acknowledgement', 'gate_signature', 'gate_decision', 'session_run', 'charter', 'charter_agreement'],
  ...['research', 'question'],
  ...['review_slot', 'packet', 'review_finding', 'review_note', 'peer_review', 'opinion', 'wish_outcome', 'use_report'],
  ...['judging', 'judgement', 'mark', 'inspection', 'seal', 'repair', 'prediction'],
];
/** Tables whose rows hang on a section: each comes twice more. */
const IN_SECTION = ['concept', 'concept_claim', 'concept_comment', 'concept_credit', 'part', 'interface'];
/** What may stand only once gets another name. */
const NAMED: Record<string, string> = { team: 'name', research: 'title', part: 'code', concept: 'title' };

/**
 * The demo project with every team there three times over, and everything that hangs on a team or lies in a section with
 * its copy of it.
 */
function threefold() {
  const bundle = demoBundle();
  const original = structuredClone(bundle.tables);
  const copied = ['team', ...UNDER, ...IN_SECTION];
  for (const suffix of [' B', ' C']) {
    const ids = new Set(copied.flatMap((table) => (original[table] ?? []).map((row) => row.id)));
    const renamed = (value: unknown) => (typeof value === 'string' && ids.has(value) ? value + suffix : value);
    for (const table of copied) {
      const rows = (original[table] ?? []).map((row) =>
        Object.fromEntries(Object.entries(row).map(([name, value]) => [name, renamed(value)])),
      );
      // A slot of a machine, and a change that was seen, is of one team alone.
      const hangs = (row: Row) =>
        Object.entries(row).some(([name, value]) => name !== 'id' && String(value).endsWith(suffix));
      const fit = rows
        .filter((row) => !UNDER.includes(table) || hangs(row))
        .filter((row) => table !== 'booking' || row.state === 'asked');
      for (const row of fit) if (NAMED[table]) row[NAMED[table]] = `${String(row[NAMED[table]])}${suffix}`;
      for (const row of fit) if (table === 'research') row.is_winner = false;
      bundle.tables[table] = [...(bundle.tables[table] ?? []), ...fit];
    }
  }
  return bundle;
}
beforeAll(async () => {
  small = await demoProject('small');
  large = await demoProject('large', threefold());
});

async function queriesOf(page: string, p: DemoProject): Promise<number> {
  const { default: Page } = (await import(path.resolve(ROOT, page, 'page.tsx'))) as { default: Page };
  const [concept] = await pool()<[{ id: string; authorId: string }]>`
    select id, author_id from concept where project_id = ${p.id} order by handed_in_at limit 1`;
  // A concept is written by its author alone.
  await asPerson(/^concepts.(new|.concept..edit)/.test(page) ? concept.authorId : p.instructorId);
  const [run] = await pool()<[{ id: string }]>`select id from run where project_id = ${p.id} limit 1`;
  const [protocol] = await pool()<[{ id: string }]>`select id from protocol where project_id = ${p.id} limit 1`;
  const [gate] = await pool()<[{ id: string }]>`select id from gate where project_id = ${p.id} limit 1`;
  const [session] = await pool()<[{ id: string }]>`select id from test_session where project_id = ${p.id} limit 1`;
  const [review] = await pool()<[{ id: string; slotId: string }]>`
    select r.id, s.id as slot_id from review r join review_slot s on s.review_id = r.id
    where r.project_id = ${p.id} and s.team_id = ${p.teams.Flint!} and r.name like 'Readiness%'`;
  const [contest] = await pool()<[{ id: string }]>`
    select id from contest where project_id = ${p.id} and name = 'Twin-line duel'`;
  const params = {
    project: p.id,
    review: review.id,
    rubric: p.rubrics['Team work']!,
    person: p.studentOf('Flint'),
    slot: review.slotId,
    team: p.teams.Flint!,
    iteration: p.iteration['Flint 3']!,
    run: run.id,
    protocol: protocol.id,
    gate: gate.id,
    session: session.id,
    concept: concept.id,
    contest: contest.id,
  };
  const before = queriesSent();
  await Page({ params: Promise.resolve(params), searchParams: Promise.resolve({ from: '1', to: '2' }) });
  return queriesSent() - before;
}

test('every page of a project is looked at', () => {
  expect(pages.length).toBeGreaterThanOrEqual(18);
});

test.each(pages)('the number of queries of %s does not grow with the teams', async (page) => {
  await queriesOf(page, small); // opens connections, which costs queries of its own
  const [few, many] = [await queriesOf(page, small), await queriesOf(page, large)];
  expect(few).toBeGreaterThan(0);
  expect(many).toBe(few);
});

interface Plan {
  'Node Type': string;
  'Relation Name'?: string;
  'Actual Rows': number;
  'Actual Loops': number;
  'Rows Removed by Filter'?: number;
  'Rows Removed by Index Recheck'?: number;
  Plans?: Plan[];
}
const nodesOf = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodesOf)];

test('no query of a page reads rows of other projects', async () => {
  // Elsewhere much has happened.
  await pool().begin(async (tx) => {
    await tx`set local session_replication_role = replica`;
    await tx`insert into audit (project_id, actor_kind, actor_name, act, object_kind, object_id)
      select ${large.id}, 'system', 'Elsewhere', 'act', 'run', 'x' from generate_series(1, 30000)`;
  });
  await pool()`analyze`;
  const tables = new Map<string, number>();
  for (const { name } of await pool()<{ name: string }[]>`
    select c.table_name as name from information_schema.columns c where c.table_schema = current_schema() and c.column_name = 'project_id'`) {
    const [own] = await pool()<
      [{ n: number }]
    >`select count(*) as n from ${pool()(name)} where project_id = ${small.id}`;
    tables.set(name, own.n);
  }
  const asked = new Map<string, unknown[]>();
  for (const page of pages) {
    watchQueries((query, values) => void (/^\s*(select|with)/i.test(query) && asked.set(query, values)));
    await queriesOf(page, small);
    watchQueries(null);
  }
  const far: string[] = [];
  await pool().begin(async (tx) => {
    // What an index can do is done with it, however small the tables are.
    await tx`set local enable_seqscan = off`;
    for (const [query, values] of asked) {
      if (!values.includes(small.id)) continue; // of the person alone
      const [row] = await tx.unsafe(`explain (analyze, format json) ${query}`, values as never[]);
      const [{ Plan: plan }] = row!['QUERY PLAN'] as [{ Plan: Plan }];
      for (const node of nodesOf(plan)) {
        const table = node['Relation Name'] ?? '';
        // A scan of all rows, and rows that were read to be thrown away; that a join goes through a small index is no harm.
        const scanned = node['Node Type'] === 'Seq Scan' ? node['Actual Rows'] : 0;
        const read = scanned + (node['Rows Removed by Filter'] ?? 0) + (node['Rows Removed by Index Recheck'] ?? 0);
        const most = tables.get(table);
        // Among a handful of rows every way costs the same, and the planner takes any.
        if (most !== undefined && read > most + 5)
          far.push(
            `${node['Node Type']} on ${table}: ${read} rows, ${most} are the project's, in ${query.trim().slice(0, 300)}`,
          );
      }
    }
  });
  expect(asked.size).toBeGreaterThan(60);
  expect(far).toEqual([]);
});
