/**
 * npm run bench: prints ratios measured side by side in one run, never seconds to be compared with another machine.
 * 1. every page with 40 teams × 12 iterations × 5,000 runs against an empty sheet: wall and processor time, queries, size
 * 2. scoreEvent, judge and duplicates against typed programs for one case that give the same answers
 * 3. planning 6 sections with 40 stages over 200 meetings each, against single passes over the same lists
 * 4. how far off the forecast is on simulated classes of seven kinds, and how often its interval holds (docs/decisions/0017)
 * 5. how much less the teams formed for a class of 120 cost than the best of 1,000 random ones
 * 6. recall and precision of vague words and of statements that say the same, on lists of our own
 * 7. the second start with nothing changed, against the first
 * With --pages only the first, with --core only the second and third, with --forecast only the fourth, with --teams only the fifth.
 */
import { spawn } from 'node:child_process';
import { chmodSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { backPlan } from '@/core/plan';
import { dateOf } from '@/core/calendar';
import { assess, form } from '@/core/teams';
import { judge } from '@/core/requirements';
import { scoreEvent, type Entry, type EventRule } from '@/core/scoring';
import { duplicates } from '@/core/wording';
import { connect } from '@/db/connection';
import { importBundle } from '@/shell/bundle/importBundle';
import { ROUTES } from '@/server/policy';
import { newToken, tokenHash } from '@/server/secrets';
import { build } from './lib/build.mjs';
import { freePort, startCluster } from './lib/cluster.mjs';
import { quiet } from './lib/run.mjs';
import { serve } from './lib/serve.mjs';
import { gradedBundle, largeBundle } from '../tests/bench/bundles';
import { pageCosts } from '../tests/bench/pages';
import { typedJudge, typedPairs, typedScore } from '../tests/bench/typed';
import { largeClass, randomTeams } from '../tests/bench/largeClass';
import { WORLDS } from '../tests/bench/classSimulator';
import { judgeForecast } from '../tests/bench/judgeForecast';
import { judgePairs, judgeWording } from '../tests/bench/judgeWording';

const ROUNDS = 40;
/** Pages that need something chosen first. */
const UNFIT = ['/history/put-back', '/brief/changes', '/concepts/new', '/find'];
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/** Runs each job in turn, round after round, and gives the median time of each in milliseconds. */
async function sideBySide(jobs: (() => unknown)[], rounds = ROUNDS): Promise<number[]> {
  const times = jobs.map((): number[] => []);
  for (let round = -3; round < rounds; round++) {
    for (const [i, job] of jobs.entries()) {
      const from = performance.now();
      await job();
      if (round >= 0) times[i]!.push(performance.now() - from);
    }
  }
  return times.map(median);
}

async function pages() {
  await build();
  const cluster = await startCluster('test', { fast: true });
  const served = await serve(cluster, 'bench');
  const sql = connect(served.url, 2);
  try {
    const token = newToken();
    const large = await sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Bench", "act": "bench"}', true)`;
      const [row] = await tx<
        [{ id: string }]
      >`insert into account (kind, login, name) values ('instructor', 'bench', 'Bench') returning id`;
      await tx`insert into session (token_hash, account_id, expires_at) values (${tokenHash(token)}, ${row.id}, now() + interval '1 hour')`;
      return importBundle(tx, largeBundle(), { instructorId: row.id });
    });
    await sql`analyze`;
    const home = `/projects/${large.id}`;
    const one = async (table: string) => {
      const [row] = await sql<
        [{ id: string }]
      >`select id from ${sql(table)} where project_id = ${large.id} order by id limit 1`;
      return row.id;
    };
    const sheets = Object.keys(ROUTES)
      .filter((route) => route.startsWith('/projects/[project]') && !/\/(export|pictures|profile)\b/.test(route))
      .map((route) => route.slice('/projects/[project]'.length));
    const [part] = await sql<[{ id: string; reviewId: string }]>`
      select id, review_id from review_slot where project_id = ${large.id} order by id limit 1`;
    const [scored] = await sql<[{ id: string }]>`
      select id from rubric where project_id = ${large.id} and name = 'Team work'`;
    const ids: Record<string, string> = {
      '[review]': part.reviewId,
      '[slot]': part.id,
      '[iteration]': await one('iteration'),
      '[run]': await one('run'),
      '[gate]': await one('gate'),
      '[team]': await one('team'),
      '[rubric]': scored.id,
      '[contest]': await one('contest'),
    };
    const shown = sheets.flatMap((sheet) => {
      const address = sheet.replace(/\[\w+\]/g, (name) => ids[name] ?? name);
      return address.includes('[') || UNFIT.includes(sheet) ? [] : [{ sheet, address: home + address }];
    });
    const costs = await pageCosts(
      { origin: served.origin, pid: served.pid, token, sql, log: path.join(cluster.data, '..', 'log') },
      [`${home}/concepts`, ...shown.map(({ address }) => address)],
      15,
    );
    console.log(
      'Pages with 40 teams, 12 iterations each, 5,000 runs, against an empty sheet of the same project (goal: 2; Today, Standings 1.5)',
    );
    console.log('  wall  processor  queries  kB     elements');
    const names = ['(empty sheet)', ...shown.map(({ sheet }) => sheet || '(Today)')];
    const rows = costs.map((cost, i) => ({ ...cost, name: names[i]! }));
    for (const { name, wall, processor, queries, bytes, nodes } of rows.sort((x, y) => y.wall - x.wall))
      console.log(
        `  ${wall.toFixed(2).padEnd(6)}${processor.toFixed(2).padEnd(11)}${String(queries).padEnd(9)}${Math.round(
          bytes / 1024,
        )
          .toString()
          .padEnd(7)}${String(nodes).padEnd(10)}${name}`,
      );
    const graded = await sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Bench", "act": "bench"}', true)`;
      const [{ id }] = await tx<[{ id: string }]>`select id from account where login = 'bench'`;
      return importBundle(tx, gradedBundle(), { instructorId: id });
    });
    await sql`analyze`;
    const [person] = await sql<
      [{ id: string }]
    >`select account_id as id from enrolment where project_id = ${graded.id} limit 1`;
    const sheet = `/projects/${graded.id}/grades/sheet`;
    const [, ...ofGrades] = await pageCosts(
      { origin: served.origin, pid: served.pid, token, sql, log: path.join(cluster.data, '..', 'log') },
      // With 600 students the sheet of concepts is not empty: it names who has handed in none.
      [`/projects/${graded.id}/grades/mine`, sheet, `${sheet}/${person.id}`],
      15,
    );
    console.log('Grades of 600 students in 40 components, against an empty sheet of the same project (goal: 3)');
    for (const [i, { wall, processor, queries }] of ofGrades.entries())
      console.log(
        `  ${wall.toFixed(2)}  ${processor.toFixed(2)}  ${queries} queries  ${i ? 'a student' : 'grade sheet'}`,
      );
  } finally {
    await sql.end();
    await served.stop();
    cluster.stop();
  }
}

async function typed() {
  const rule: EventRule = {
    attempts: { allowed: 3, use: 'best', foul: 'drop' },
    better: 'lower',
    points: { kind: 'linear', from: [12, 0], to: [7, 100] },
  };
  const values = Float64Array.from({ length: 3000 }, (_, i) => (7000 + ((i * 7919) % 5003)) / 1000);
  const names = Array.from({ length: 1000 }, (_, i) => `T${i}`);
  const entries = names.map((team, i): Entry => ({
    team,
    attempts: [0, 1, 2].map((k) => ({ value: values[3 * i + k]! })),
  }));
  const weights = Array.from({ length: 2000 }, (_, i) => (8500 + ((i * 37) % 1000)) / 10);
  const judged = (value: number) =>
    judge({
      limit: { kind: 'max', value: 900, unit: 'g' },
      measured: { value, unit: 'g', expandedUncertainty: 4.65 },
    });
  const statements = Array.from({ length: 300 }, (_, i) => ({
    code: `R-${i}`,
    text: `The bolt of kind ${i % 26} holds part ${i % 7} of the ${['frame', 'tray', 'deck'][i % 3]} in ${['rain', 'wind'][i % 2]}`,
  }));
  const same = (what: string, a: unknown, b: unknown) => {
    if (JSON.stringify(a) !== JSON.stringify(b)) throw new Error(`${what}: the typed program gives another answer`);
  };
  const places = (list: { team: string; place: number; points: number }[]) =>
    [...list].map(({ team, place, points }) => [team, place, points]).sort();
  same('scoreEvent', places(scoreEvent({ rule, entries }).results), places(typedScore(names, values, 3)));
  same(
    'judge',
    weights.map(judged),
    weights.map((value) => typedJudge(900, value, 4.65, 'g')),
  );
  same('duplicates', duplicates({ statements }).pairs, typedPairs(statements, 0.6));
  const [scored, score, bare, judges, pairs, dupes] = await sideBySide(
    [
      () => typedScore(names, values, 3),
      () => scoreEvent({ rule, entries }),
      () => weights.map((value) => typedJudge(900, value, 4.65, 'g')),
      () => weights.map(judged),
      () => typedPairs(statements, 0.6),
      () => duplicates({ statements }),
    ],
    15,
  );
  console.log('Against a typed program for the one case that gives the same answers (goals: 15, 40, 15):');
  console.log(
    `  scoreEvent, 1,000 entries of 3 attempts: ${Math.round(score! / scored!)} times   judge: ${Math.round(judges! / bare!)} times   duplicates, 300 statements: ${(dupes! / pairs!).toFixed(1)} times`,
  );
}

async function planning() {
  const meetings = Array.from({ length: 200 }, (_, i) => dateOf(20_700 + i));
  const stages = Array.from({ length: 40 }, (_, i) => ({
    id: `S${i}`,
    meetings: 1 + (i % 5),
    leadDays: i % 7 === 0 ? 3 : 0,
    after: i === 0 ? [] : [...new Set([`S${i - 1}`, `S${Math.floor(i / 2)}`])].filter((id) => id !== `S${i}`),
  }));
  const sections = Array.from({ length: 6 }, (_, k) => ({ meetings, eventDate: dateOf(20_900 - k), stages }));
  let sink = 0;
  const once = () => {
    for (const one of sections) {
      for (const stage of one.stages) sink += stage.meetings;
      for (const meeting of one.meetings) sink += meeting.length;
    }
  };
  const everyPair = () => {
    for (const one of sections)
      for (const stage of one.stages) for (const meeting of one.meetings) sink += stage.meetings + meeting.length;
  };
  const loops = 50;
  const [lists, pairs, plan] = await sideBySide([
    () => {
      for (let i = 0; i < loops; i++) once();
    },
    () => {
      for (let i = 0; i < loops; i++) everyPair();
    },
    () => sections.map((one) => backPlan(one)),
  ]);
  console.log('Planning 6 sections × 40 stages × 200 meetings, latest starts, slack and critical stages:');
  console.log(
    `  ${Math.round((plan! / lists!) * loops)} times a single pass over the lists, ${((plan! / pairs!) * loops).toFixed(2)} times one over every stage with every meeting (check ${sink > 0})`,
  );
}

function forecasts() {
  console.log(
    'Forecast on simulated classes after a third, half and two thirds of the meetings: mean error in meetings as planned / at the same pace / of the program; how often the truth is in its 80 % interval, and how wide that is:',
  );
  for (const [kind, world] of Object.entries(WORLDS)) {
    const said = judgeForecast(400, 20261125, world).map(
      (one) =>
        `${one.asPlanned.toFixed(1)} / ${one.samePace.toFixed(1)} / ${one.program.toFixed(1)}; ${Math.round(one.covered * 100)} %, ${one.width.toFixed(1)}`,
    );
    console.log(`  ${kind.padEnd(32)}${said.join('   ')}`);
  }
}

/** How much of two lists of our own is found, and how much besides. */
function words() {
  for (const [what, { recall, precision, missed, wrong }] of [
    ['Words that nobody can measure', judgeWording()],
    ['Statements that say the same', judgePairs()],
  ] as const) {
    const share = (part: number) => `${Math.round(100 * part)} %`;
    console.log(`${what}, lists of 30: recall ${share(recall)}, precision ${share(precision)}`);
    for (const one of missed) console.log(`  not found: ${one}`);
    for (const one of wrong) console.log(`  found besides: ${one}`);
  }
}

function teams() {
  const input = largeClass();
  const costs = randomTeams(input, 1000).map((one) => assess({ ...input, teams: one }).cost);
  const [best, found] = [Math.min(...costs), form(input).cost];
  console.log('Teams for 120 students in threes with 20 pairs apart, against the best of 1,000 random arrangements:');
  console.log(`  cost ${found} against ${best}: ${((100 * (best - found)) / best).toFixed(0)} % less`);
}

/** Starts the app in a copy of this tree until it answers, stops it, and gives the time and what it said of it. */
async function start(folder: string): Promise<{ ms: number; said: string }> {
  const port = await freePort();
  const from = performance.now();
  const child = spawn(process.execPath, ['scripts/start.mjs', '--port', String(port)], {
    cwd: folder,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  child.stdout.on('data', (text: Buffer) => void (said += String(text)));
  const ended = new Promise((resolve) => child.once('exit', resolve));
  for (;;) {
    if (child.exitCode !== null) throw new Error(`the start ended with ${child.exitCode}`);
    const answer = await fetch(`http://127.0.0.1:${port}/sign-in`).catch(() => null);
    if (answer?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const ms = performance.now() - from;
  child.kill('SIGTERM');
  await ended;
  return { ms, said: /Took: (.*)/.exec(said)?.[1] ?? '' };
}

async function starts() {
  const folder = mkdtempSync(path.join(tmpdir(), 'ironstone-bench-'));
  try {
    chmodSync(folder, 0o755); // so that the database's user reaches it
    const files = quiet('git', ['ls-files']).out.split('\n');
    for (const file of files) cpSync(file, path.join(folder, file));
    if (!quiet('cp', ['-al', path.resolve('node_modules'), folder]).ok)
      cpSync('node_modules', path.join(folder, 'node_modules'), { recursive: true });
    const first = await start(folder);
    const second = await start(folder);
    console.log('Second start with nothing changed, against the first (packages were there for both):');
    console.log(`  ${(second.ms / first.ms).toFixed(2)}   first: ${first.said}   second: ${second.said}`);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function main() {
  if (process.argv.includes('--pages')) return pages();
  if (process.argv.includes('--teams')) return teams();
  if (process.argv.includes('--forecast')) return forecasts();
  if (process.argv.includes('--core')) return typed().then(planning);
  await pages();
  await typed();
  await planning();
  forecasts();
  teams();
  words();
  await starts();
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
