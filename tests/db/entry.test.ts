import { loadIterationForm } from '@/areas/builds/read/form';
import { findSeat } from '@/server/access';
import { signedIn } from '@/server/actor';
import { listEvents, listNewestRuns } from '@/areas/bench/read/runs';
import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { recordRun, withdrawRun } from '@/areas/bench/write/commands';
import { recordIteration } from '@/areas/builds/write/commands';
import { recordScores } from '@/areas/grades/write/commands';
import { perform } from '@/server/perform';
import {
  asLink,
  asPerson,
  asVisitor,
  bySystem,
  demoProject,
  done,
  ownDatabase,
  refused,
  rowCounts,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});
const ten = 'x'.repeat(10_000);
const script = '<script>alert(1)</script>';

async function unchanged(run: () => Promise<void>): Promise<void> {
  const before = await rowCounts();
  await run();
  expect(await rowCounts()).toEqual(before);
}

describe('runs', () => {
  const run = (more: object = {}) => ({
    projectId: p.id,
    id: randomUUID(),
    sectionId: p.sections['2'],
    eventId: p.events['Crossing time'],
    teamId: p.teams.Flint,
    iterationId: p.iteration['Flint 3'],
    attempt: null,
    status: 'ok',
    value: '8.25',
    unit: 's',
    penalties: {},
    conditions: [{ name: 'cable length', value: '12', unit: 'm' }],
    note: '',
    ...more,
  });
  const enter = (more: object = {}) => perform(recordRun, run(more));
  const withdraw = (id: string) => perform(withdrawRun, { projectId: p.id, id, version: 1 });
  const asFlint = () => asPerson(p.studentOf('Flint'));

  test('a student’s run of the own team is kept with its reading and its instrument', async () => {
    await asFlint();
    const outcome = await enter({ value: '8,25', conditions: [{ name: 'payload', value: '1,2', unit: 'kg' }] });
    const { id } = done(outcome);
    expect(outcome.ok && outcome.notes).toEqual([
      '"8,25" was read as 8.25',
      '"1,2" was read as 1.2',
      'Off the protocol: cable length not recorded; sag not recorded',
    ]);
    const [row] = await pool()`
      select v.value, v.unit, n.name as instrument, a.number, r.conditions from run r join reading v on v.run_id = r.id
      join instrument n on n.id = v.instrument_id left join attempt a on a.run_id = r.id where r.id = ${id}`;
    expect(row).toMatchObject({ value: 8.25, unit: 's', instrument: 'Two stopwatches', number: null });
    expect(row!.conditions).toEqual({ payload: { value: 1.2, unit: 'kg' } });
  });

  test('minutes are kept as entered', async () => {
    await asFlint();
    const { id } = done(await enter({ value: '0.5', unit: 'min' }));
    const [row] = await pool()`select value, unit from reading where run_id = ${id}`;
    expect(row).toEqual({ value: 0.5, unit: 'min' });
  });

  test('a foul that counts with its value is asked for it, in practice it is not', async () => {
    await asPerson(p.instructorId);
    const event = (await listEvents(pool(), p.id)).find(({ rule }) => rule.attempts.foul === 'keep')!;
    const gneiss = { teamId: p.teams.Gneiss!, iterationId: p.iteration['Gneiss 3'] };
    await bySystem(
      (tx) => tx`update run set withdrawn_at = now() where id in (
        select run_id from attempt where event_id = ${event.id} and team_id = ${gneiss.teamId} and stands)`,
    );
    const foul = { ...gneiss, eventId: event.id, status: 'foul', value: '', unit: 'm', conditions: [] };
    const asked = { value: `In ${event.name} a foul counts with its value: enter what was measured.` };
    expect(refused(await enter({ ...foul, attempt: 1 }))).toEqual(asked);
    done(await enter(foul));
    const { id } = done(await enter({ ...foul, attempt: 1, value: '9.5' }));
    const emptied = await perform(recordRun, { ...run({ ...foul, attempt: 1 }), id, version: 1, reason: 'None' });
    expect(refused(emptied)).toEqual(asked);
  });

  test('sending the same run twice is harmless', async () => {
    await asFlint();
    const entry = run();
    done(await perform(recordRun, entry));
    await unchanged(async () => {
      expect(done(await perform(recordRun, { ...entry, value: '99' })).id).toBe(entry.id);
    });
    const [row] = await pool()`select value from reading where run_id = ${entry.id}`;
    expect(row!.value).toBe(8.25);
  });

  test.each<[string, () => object, string, RegExp]>([
    ['an empty value', () => ({ value: '' }), 'value', /needed/],
    ['a negative time', () => ({ value: '-1' }), 'value', /time can't be negative; this says -1/],
    ['1e400', () => ({ value: '1e400' }), 'value', /too large/],
    ['letters', () => ({ value: 'fast' }), 'value', /not a number/],
    ['10,000 characters', () => ({ value: ten }), 'value', /not a number/],
    ['a long note', () => ({ note: ten }), 'note', /at most 4,000 characters; this has 10000/],
    ['a unit of length', () => ({ unit: 'mm' }), 'unit', /does not measure time; use s, min, hr/],
    ['no unit', () => ({ unit: '' }), 'unit', /needed/],
    ['an unknown status', () => ({ status: 'late' }), 'status', /one of/],
    [
      'a fourth attempt',
      () => ({ attempt: 4 }),
      'attempt',
      /3 attempts are allowed in Crossing time. Record this as a practice run/,
    ],
    ['an attempt recorded already', () => ({ attempt: 3 }), 'attempt', /recorded already/],
    ['attempt 0', () => ({ attempt: 0 }), 'attempt', /from 1/],
    ['the wrong section', () => ({ sectionId: p.sections['5'] }), 'teamId', /Flint belongs to section 2/],
    ['another team’s iteration', () => ({ iterationId: p.iteration['Marl 2'] }), 'iterationId', /not one of Flint/],
    [
      'an attempt in no event',
      () => ({ eventId: null, protocolId: randomUUID(), attempt: 3 }),
      'eventId',
      /counts in an event/,
    ],
    ['an unknown event', () => ({ eventId: randomUUID() }), 'eventId', /not part of the project/],
    ['an unknown penalty', () => ({ penalties: { invented: 1 } }), 'penalties', /no penalty "invented"/],
    ['half a penalty', () => ({ penalties: { 'touched-cable': 0.5 } }), 'penalties', /whole numbers/],
  ])('%s is refused at its place, and nothing is written', async (_name, more, field, message) => {
    await asPerson(p.instructorId);
    await unchanged(async () => {
      expect(refused(await enter(more()))[field]).toMatch(message);
    });
  });

  test('two people who enter the same attempt at once: one is kept, the other is told', async () => {
    await asPerson(p.instructorId);
    await bySystem(
      (tx) =>
        tx`update run set withdrawn_at = now() where id in (select run_id from attempt
          where team_id = ${p.teams.Flint!} and event_id = ${p.events['Crossing time']!} and number = 3)`,
    );
    const outcomes = await Promise.all([enter({ attempt: 3, value: '7.95' }), enter({ attempt: 3, value: '7.90' })]);
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
    expect(refused(outcomes.find((one) => !one.ok)!).attempt).toMatch(/recorded already/);
  });

  test('a run can be withdrawn once, by the team that made it', async () => {
    await asFlint();
    const { id } = done(await enter());
    await asPerson(p.studentOf('Marl'));
    expect(await withdraw(id)).toMatchObject({ ok: false, denied: true });
    await asFlint();
    done(await withdraw(id));
    expect((await withdraw(id)).ok).toBe(false);
  });

  test('nobody enters for another team, and strangers enter nothing', async () => {
    await unchanged(async () => {
      asVisitor();
      expect(await enter()).toMatchObject({ denied: true });
    });
    await asPerson(p.studentOf('Marl'));
    expect(await enter()).toMatchObject({ denied: true });
    expect(await enter({ teamId: p.teams.Marl, iterationId: p.iteration['Marl 2'], attempt: null })).toMatchObject({
      ok: true,
    });
    const elsewhere = await demoProject('elsewhere');
    await asFlint();
    expect(await perform(recordRun, { ...run(), projectId: elsewhere.id })).toMatchObject({ denied: true });
  });
});

describe('iterations', () => {
  const measured = (value: string, more: object = {}) => ({
    parameterId: p.parameters['Carrier mass'],
    value,
    unit: 'g',
    answer: '',
    instrumentId: p.instruments['Kitchen scale'],
    ...more,
  });
  const iteration = (more: object = {}) => ({
    projectId: p.id,
    id: randomUUID(),
    teamId: p.teams.Flint,
    parentId: p.iteration['Flint 3'],
    state: 'built',
    change: 'Shorter keel',
    reason: '',
    builtOn: '2026-10-26',
    measurements: [measured('897')],
    version: null,
    ...more,
  });
  const enter = (more: object = {}) => perform(recordIteration, iteration(more));

  test('the form names who may have made it and what it is built on, of the teams it may be of', async () => {
    await asPerson(p.studentOf('Flint'));
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    const form = await loadIterationForm(pool(), seat.project, [p.teams.Flint!], null);
    for (const list of [form.members, form.parents]) {
      expect(list.length).toBeGreaterThan(1);
      expect(new Set(list.map(({ teamId }) => teamId))).toEqual(new Set([p.teams.Flint]));
    }
  });

  test('takes the next number and keeps what was measured as entered', async () => {
    await asPerson(p.studentOf('Flint'));
    const { id, number } = done(await enter({ measurements: [measured('31.7', { unit: 'oz' })] }));
    expect(number).toBe(4);
    const [row] = await pool()`select value, unit from measurement where iteration_id = ${id}`;
    expect(row).toMatchObject({ value: 31.7, unit: 'oz' });
  });

  test('script tags are text like any other', async () => {
    await asPerson(p.studentOf('Flint'));
    const { id } = done(await enter({ change: script, reason: script }));
    const [row] = await pool()`select change, reason from iteration where id = ${id}`;
    expect(row).toEqual({ change: script, reason: script });
  });

  test('two teammates at once get two numbers', async () => {
    await asPerson(p.studentOf('Flint'));
    const numbers = (await Promise.all([enter(), enter(), enter()])).map((one) => done(one).number);
    expect(new Set(numbers).size).toBe(3);
  });

  test.each<[string, () => object, string, RegExp]>([
    ['a negative mass', () => ({ measurements: [measured('-5')] }), 'measurements.0.value', /mass can't be negative/],
    ['1e400 grams', () => ({ measurements: [measured('1e400')] }), 'measurements.0.value', /too large/],
    ['1,200 grams', () => ({ measurements: [measured('1,200')] }), 'measurements.0.value', /two ways/],
    [
      'millimetres of mass',
      () => ({ measurements: [measured('5', { unit: 'mm' })] }),
      'measurements.0.unit',
      /does not measure mass/,
    ],
    [
      'a mass by the rule',
      () => ({ measurements: [measured('5', { instrumentId: p.instruments['Steel rule'] })] }),
      'measurements.0.instrumentId',
      /does not measure mass/,
    ],
    [
      'an unknown parameter',
      () => ({ measurements: [measured('5', { parameterId: randomUUID() })] }),
      'measurements.0.value',
      /not part of/,
    ],
    ['no change', () => ({ change: '  ' }), 'change', /needed/],
    ['a change of 10,000 characters', () => ({ change: ten }), 'change', /at most 160/],
    ['a day that does not exist', () => ({ builtOn: '2026-02-30' }), 'builtOn', /no day of the calendar/],
    ['an unknown state', () => ({ state: 'gone' }), 'state', /one of/],
    ['no id', () => ({ id: 'mine' }), 'id', /chosen/],
  ])('%s is refused at its place, and nothing is written', async (_name, more, field, message) => {
    await asPerson(p.studentOf('Flint'));
    await unchanged(async () => {
      expect(refused(await enter(more()))[field]).toMatch(message);
    });
  });

  test('who was second gets both versions, and may then choose', async () => {
    await asPerson(p.studentOf('Flint'));
    const first = iteration();
    done(await perform(recordIteration, first));
    done(await perform(recordIteration, { ...first, change: 'Keel of birch', version: 1 }));
    const outcome = await perform(recordIteration, { ...first, change: 'Keel of pine', version: 1 });
    const stored = { change: 'Keel of birch', parentId: first.parentId, measurements: first.measurements };
    expect(outcome).toMatchObject({ ok: false, conflict: { theirs: stored, version: 2 } });
    expect(!outcome.ok && outcome.conflict!.by).toMatch(/\w/);
    done(await perform(recordIteration, { ...first, change: 'Keel of pine', version: 2 }));
    const [row] = await pool()`select change, version from iteration where id = ${first.id}`;
    expect(row).toEqual({ change: 'Keel of pine', version: 3 });
  });

  test('an iteration never changes its team', async () => {
    await asPerson(p.instructorId);
    const mine = iteration();
    done(await perform(recordIteration, mine));
    expect(refused(await perform(recordIteration, { ...mine, teamId: p.teams.Marl, version: 1 })).teamId).toMatch(
      /stays with its team/,
    );
  });
});

describe('scores of a judge', () => {
  const rubric = 'Client presentation';
  let criteria: { id: string; name: string; max: number }[];
  beforeAll(async () => {
    criteria =
      await pool()`select id, name, max from criterion where rubric_id = ${p.rubrics[rubric]!} order by position`;
  });
  const asJudge = (label = 'D. New') => asLink(p.id, { purpose: 'judge', label, rubricId: p.rubrics[rubric] });
  const give = (points: string, more: object = {}) =>
    perform(recordScores, {
      projectId: p.id,
      teamId: p.teams.Flint,
      scores: [{ id: randomUUID(), criterionId: criteria[0]!.id, points, version: null }],
      ...more,
    });

  test('are kept under the judge of the link, whatever the client says', async () => {
    await asJudge();
    done(await give('21', { judgeId: randomUUID(), rubricId: randomUUID() }));
    const [row] =
      await pool()`select j.name, s.points from score s join judge j on j.id = s.judge_id where j.name = 'D. New'`;
    expect(row).toEqual({ name: 'D. New', points: 21 });
  });

  test('a new link for the same name goes on with the same scores', async () => {
    await asJudge();
    const outcome = await give('19');
    expect(outcome).toMatchObject({ ok: false, conflict: { theirs: { points: '21' }, version: 1 } });
    const [judges] = await pool()<[{ n: number }]>`select count(*) as n from judge where name = 'D. New'`;
    expect(judges.n).toBe(1);
  });

  test.each([
    ['26', /at most 25 points/],
    ['-1', /can't be negative/],
    ['many', /not a number/],
  ])('%s points are refused', async (points, message) => {
    await asJudge('E. Strict');
    expect(Object.values(refused(await give(points))).join()).toMatch(message);
  });

  test('a team of another project, or a criterion of another rubric, is refused', async () => {
    const other = await demoProject('others');
    await asJudge('F. Lost');
    expect(refused(await give('5', { teamId: other.teams.Flint }))['']).toMatch(/not among those/);
    const [foreign] = await pool()<[{ id: string }]>`select id from criterion where project_id = ${other.id} limit 1`;
    const scores = [{ id: randomUUID(), criterionId: foreign.id, points: '5', version: null }];
    expect(await give('5', { scores })).toMatchObject({ denied: true });
  });

  test('a link that has ended, a client and an instructor score nothing', async () => {
    await asJudge('G. Gone');
    await bySystem((tx) => tx`update access_link set revoked_at = now() where label = 'G. Gone'`);
    expect(await give('5')).toMatchObject({ denied: true });
    await asLink(p.id, { purpose: 'client', label: 'Society' });
    expect(await give('5')).toMatchObject({ denied: true });
    await asPerson(p.instructorId);
    expect(await give('5')).toMatchObject({ denied: true });
  });
});

test('the newest runs of a team are found however many others were made since, and drafts of others are not', async () => {
  const [own, all] = [p.teams.Flint!, Object.values(p.teams)];
  const newest = (teamIds: string[], seenBy: string | null | 'all') =>
    listNewestRuns(pool(), p.id, { limit: 3, teamIds, seenBy });
  const [everybody, mine] = [await newest(all, 'all'), await newest([own], own)];
  expect(everybody).toHaveLength(3);
  expect(everybody.map((run) => run.teamId)).not.toEqual([own, own, own]);
  expect(mine.map((run) => run.teamId)).toEqual([own, own, own]);
  const seen = await listNewestRuns(pool(), p.id, { limit: 500, teamIds: all, seenBy: own });
  expect(seen.length).toBeGreaterThan(3);
  expect(seen.filter((run) => run.teamId !== own && !run.released)).toEqual([]);
});
