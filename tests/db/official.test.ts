import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { pool } from '@/db/connection';
import { listCorrections } from '@/areas/bench/read/attempts/corrections';
import { eventToday } from '@/areas/event/read/today';
import { loadEventResults } from '@/areas/event/read/results';
import { loadStandings } from '@/areas/standings/read/standings';
import { listSections, listTeams } from '@/areas/course/read/classes';
import { loadRig } from '@/areas/bench/read/loadRig';
import { recordRun, recordRunByLink, withdrawRun, withdrawRunByLink } from '@/areas/bench/write/commands';
import { recordConcept } from '@/areas/concepts/write/commands';
import { keepPicture } from '@/shell/pictures/commands';
import { recordIteration } from '@/areas/builds/write/commands';
import {
  closeEvent,
  hideEvent,
  nameOfficial,
  openEvent,
  removeEvent,
  removeOfficial,
  saveEvent,
  tryRule,
} from '@/areas/event/write/actions';
import { eventForm, NEW_EVENT } from '@/areas/event/write/rule';
import { listIterations } from '@/areas/builds/read/iterations';
import { saveProject } from '@/areas/course/write/projects';
import { loadIterationForm } from '@/areas/builds/read/form';
import { findSeat } from '@/server/access';
import { linkHolder, signedIn } from '@/server/actor';
import type { Outcome } from '@/server/outcome';
import { perform } from '@/server/perform';
import {
  askedToday,
  asLink,
  asPerson,
  bySystem,
  demoProject,
  done,
  ownDatabase,
  refused,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
let crossing: string;
let place: { projectId: string; eventId: string; sectionId: string };
beforeAll(async () => {
  p = await demoProject('officials');
  crossing = p.events['Crossing time']!;
  place = { projectId: p.id, eventId: crossing, sectionId: p.sections['2']! };
  await bySystem(
    (tx) => tx`update run set withdrawn_at = now() where id in (
      select run_id from attempt where event_id = ${crossing} and team_id = ${p.teams.Flint!})`,
  );
});
const run = (more: object = {}) => ({
  ...place,
  id: randomUUID(),
  teamId: p.teams.Flint,
  iterationId: p.iteration['Flint 3'],
  attempt: 1 as number | null,
  status: 'ok',
  value: '8.25',
  unit: 's',
  ...more,
});
type Entered = { id: string; attempt: number | null };
const enter = (more: object = {}): Promise<Outcome<Entered>> => perform(recordRun, run(more));
const asInstructor = () => asPerson(p.instructorId);
const attemptsOf = async (team: string) =>
  pool()`select a.number, v.value from attempt a join reading v on v.run_id = a.run_id
    where a.event_id = ${crossing} and a.team_id = ${p.teams[team]!} and a.stands order by a.number`;
/** The run that counts as a team's attempt, with the version it has. */
const standing = async (team: string, number: number) =>
  (
    await pool()<[{ id: string; version: number }]>`
      select r.id, r.version from attempt a join run r on r.id = a.run_id
      where a.event_id = ${crossing} and a.team_id = ${p.teams[team]!} and a.number = ${number} and a.stands`
  )[0];

describe('a run counts', () => {
  test('as an attempt while the event is open for the section, and else is practice, with a word about it', async () => {
    await asInstructor();
    done(await closeEvent(place));
    const early = await enter();
    expect(early).toMatchObject({ ok: true, result: { attempt: null } });
    expect(early.ok && early.notes[0]).toBe(
      'Recorded as practice: Crossing time was not open for section 2 at that moment',
    );
    done(await openEvent(place));
    expect(done(await enter()).attempt).toBe(1);
    expect(refused(await openEvent({ ...place, sectionId: randomUUID() })).sectionId).toMatch(/not part/);
    // At a time: the demo's present is 26 October, 10:02.
    done(await openEvent({ ...place, day: '2026-10-26', time: '10:30' }));
    expect(done(await enter({ attempt: 2 })).attempt).toBeNull();
    done(await openEvent({ ...place, day: '2026-10-26', time: '09:30' }));
    expect(done(await enter({ attempt: 2 })).attempt).toBe(2);
  });

  test('for a student who is no official it never does, whatever their device asks for', async () => {
    await asPerson(p.studentOf('Flint'));
    const outcome = await enter({ attempt: 3 });
    expect(outcome).toMatchObject({ ok: true, result: { attempt: null } });
    expect(outcome.ok && outcome.notes[0]).toMatch(/entered by its officials or your instructor/);
    expect(
      await perform(recordRun, run({ teamId: p.teams.Gneiss, iterationId: p.iteration['Gneiss 2'] })),
    ).toMatchObject({
      ok: false,
      denied: true,
    });
  });

  test('a practice run that should have counted is counted later, by the instructor, with a reason', async () => {
    await asPerson(p.studentOf('Flint'));
    const { id } = done(await enter({ attempt: null, value: '8.4' }));
    const count = { ...run({ attempt: 3, value: '8.4' }), id, version: 1 };
    expect(refused(await perform(recordRun, { ...count, reason: 'please' }))['']).toMatch(/Its officials/);
    await asInstructor();
    expect(refused(await perform(recordRun, count)).reason).toMatch(/Say why/);
    expect(done(await perform(recordRun, { ...count, reason: 'Opened too late' })).attempt).toBe(3);
    const [first] = await listCorrections(pool(), p.id, { runId: id });
    expect(first).toMatchObject({ kind: 'counted', attempt: 3, was: '8.4 s', reason: 'Opened too late' });
  });
});

describe('an attempt', () => {
  test('is changed and withdrawn by no student of its team, by any door, and stays as it was', async () => {
    const { id, version } = await standing('Marl', 3);
    const before = await attemptsOf('Marl');
    await asPerson(p.studentOf('Marl'));
    const own = { ...run({ teamId: p.teams.Marl, iterationId: p.iteration['Marl 2'], attempt: 3, value: '7.1' }), id };
    expect(refused(await perform(recordRun, { ...own, version, reason: 'It was faster' }))['']).toMatch(
      /attempt 3 in Crossing time. Its officials or your instructor/,
    );
    expect(refused(await perform(withdrawRun, { projectId: p.id, id, version, reason: 'x' }))['']).toMatch(/attempt 3/);
    expect(await perform(recordRun, own)).toMatchObject({ ok: true, result: { attempt: 3 } }); // sent again: nothing new
    for (const other of [recordRunByLink, withdrawRunByLink])
      expect(await perform(other as typeof recordRunByLink, { ...own, version })).toMatchObject({ ok: false });
    expect(await openEvent(place)).toMatchObject({ ok: false, denied: true });
    expect(await nameOfficial({ ...place, accountId: p.studentOf('Marl') })).toMatchObject({ ok: false, denied: true });
    expect(await removeEvent({ projectId: p.id, id: crossing, version: 1 })).toMatchObject({ ok: false, denied: true });
    expect(await attemptsOf('Marl')).toEqual(before);
  });

  test('is corrected with a reason, which the team and the instructor read on Today', async () => {
    const one = await standing('Flint', 1);
    await asInstructor();
    const change = { ...run({ value: '8.52' }), ...one };
    expect(refused(await perform(recordRun, change))).toEqual({
      reason: 'Say why: the team and your instructor will read it.',
    });
    done(await perform(recordRun, { ...change, reason: 'Figures swapped' }));
    // The same values again are no correction.
    done(await perform(recordRun, { ...change, version: one.version + 1, note: 'windy', reason: 'A note' }));
    const told = { kind: 'corrected', was: '8.25 s', became: '8.52 s', reason: 'Figures swapped' };
    expect(await listCorrections(pool(), p.id, { runId: one.id })).toMatchObject([told]);
    for (const leads of [true, false]) {
      const lines = await eventToday.lines(pool(), await askedToday(p.id, p.studentOf('Flint'), leads));
      const flint = lines.find((line) => line.teamId === p.teams.Flint && /changed/.test(line.headline));
      expect(flint?.detail).toMatch(/Attempt 1 corrected from 8.25 s to 8.52 s by .+, because: Figures swapped/);
    }
  });

  test('that is withdrawn with a reason frees its number', async () => {
    const { id, version } = await standing('Basalt', 3);
    await asInstructor();
    const gone = { projectId: p.id, id, version };
    expect(refused(await perform(withdrawRun, gone)).reason).toMatch(/Say why/);
    done(await perform(withdrawRun, { ...gone, reason: 'Wrong team' }));
    expect((await attemptsOf('Basalt')).map((one) => one.number)).toEqual([1, 2]);
    expect(await listCorrections(pool(), p.id, { runId: id })).toMatchObject([
      { kind: 'withdrawn', reason: 'Wrong team' },
    ]);
  });

  test('keeps what its result was worked out with: a student changes no mass that a formula looks at', async () => {
    const haul = await loadEventResults(pool(), p.id);
    const before = haul.find(({ event }) => event.name === 'Heavy haul')!.results;
    await asPerson(p.studentOf('Flint'));
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    const id = p.iteration['Flint 3']!;
    const stored = (await listIterations(pool(), p.id)).find((one) => one.id === id)!;
    const { measurements: entered } = await loadIterationForm(pool(), seat.project, [p.teams.Flint!], stored);
    const { teamId, state, change, reason, builtOn, makerId, version } = stored;
    const parentId = stored.parents[0]?.id ?? null;
    const own = { id, teamId, parentId, state, change, reason, builtOn, makerId, version };
    const form = { projectId: p.id, ...own, measurements: entered };
    const measurements = entered.map((one) =>
      one.parameterId === p.parameters['Carrier mass'] ? { ...one, value: '450' } : one,
    );
    const outcome = refused(await perform(recordIteration, { ...form, measurements }));
    expect(Object.values(outcome)[0]).toMatch(
      /Carrier mass counts in Heavy haul, and this iteration has attempts there/,
    );
    done(await perform(recordIteration, { ...form, reason: 'Told better' }));
    await asInstructor();
    done(await perform(recordIteration, { ...form, measurements, version: version + 1 }));
    const after = (await loadEventResults(pool(), p.id)).find(({ event }) => event.name === 'Heavy haul')!.results;
    expect(after.find((one) => one.teamId === p.teams.Flint)!.counted).toBeGreaterThan(
      before.find((one) => one.teamId === p.teams.Flint)!.counted!,
    );
  });
});

describe('an official', () => {
  const gneiss = () => ({ teamId: p.teams.Gneiss, iterationId: p.iteration['Gneiss 2'] });
  beforeAll(async () => {
    await bySystem(
      (tx) => tx`update run set withdrawn_at = now() where id in (
        select run_id from attempt where event_id = ${crossing} and team_id = ${p.teams.Gneiss!})`,
    );
  });

  test('who is a student enters and corrects attempts of every team but the own one, until removed', async () => {
    const official = { ...place, accountId: p.studentOf('Marl') };
    await asInstructor();
    expect(refused(await nameOfficial({ ...official, accountId: p.instructorId })).accountId).toMatch(
      /not in the class/,
    );
    done(await nameOfficial(official));
    await asPerson(p.studentOf('Marl'));
    const { id, attempt: number } = done(await enter({ ...gneiss(), value: '9.9' }));
    expect(number).toBe(1);
    const own = { teamId: p.teams.Marl, iterationId: p.iteration['Marl 2'] };
    expect(done(await enter({ ...own, attempt: 3 })).attempt).toBeNull();
    const change = { ...run({ ...gneiss(), value: '9.8' }), id, version: 1, reason: 'Read wrongly' };
    expect(done(await perform(recordRun, change)).attempt).toBe(1);
    // Of another event they are nothing, nor of a team's practice.
    expect(await enter({ ...gneiss(), eventId: p.events['Heavy haul'], unit: 'g' })).toMatchObject({ denied: true });
    await asInstructor();
    done(await removeOfficial(official));
    await asPerson(p.studentOf('Marl'));
    expect(await enter({ ...gneiss(), attempt: 2 })).toMatchObject({ denied: true });
  });

  test('sees of other teams what counts and no practice, and no name of who is not cleared', async () => {
    await asInstructor();
    done(await enter({ ...gneiss(), attempt: null, value: '6.66' }));
    await bySystem(
      (tx) => tx`update hazard set needs_training = true where project_id = ${p.id} and id in (
        select hazard_id from hazard_use where project_id = ${p.id} and protocol_id is not null)`,
    );
    const rigOf = async () => {
      const seat = (await findSeat(pool(), (await signedIn()) ?? (await linkHolder()), p.id))!;
      const [sections, teams] = await Promise.all([listSections(pool(), p.id), listTeams(pool(), p.id)]);
      const section = sections.find(({ id }) => id === place.sectionId)!;
      return (await loadRig(pool(), seat, { eventId: crossing, section, teams, now: '2026-10-26T10:02' })).rig!;
    };
    const led = await rigOf();
    expect(led.last.map(({ value }) => value).join()).toContain('6.66');
    await asLink(p.id, { purpose: 'official', label: 'Helper', eventId: crossing });
    const seen = await rigOf();
    expect(seen.runners.length).toBe(led.runners.length);
    expect(seen.last.every(({ attempt }) => attempt)).toBe(true);
    const names = await pool()<{ name: string }[]>`select name from account where kind = 'student'`;
    const told = JSON.stringify(seen);
    for (const { name } of names) expect(told).not.toContain(name.split(' ')[1]);
  });

  test('by link enters, corrects and withdraws in the event of the link, and nothing else', async () => {
    await asLink(p.id, { purpose: 'official', label: 'Helper', eventId: crossing });
    const body = run({ ...gneiss(), attempt: 2, value: '9.7' });
    const { id } = done<Entered>(await perform(recordRunByLink, body));
    const change = { ...body, id, version: 1, value: '9.6', reason: 'Second watch' };
    done(await perform(recordRunByLink, change));
    done(await perform(withdrawRunByLink, { projectId: p.id, id, version: 2, reason: 'Repeated' }));
    expect((await attemptsOf('Gneiss')).map((one) => one.number)).toEqual([1]);
    const told = await listCorrections(pool(), p.id, { runId: id });
    expect(told.map(({ kind, by }) => [kind, by]).sort()).toEqual([
      ['corrected', 'Helper'],
      ['withdrawn', 'Helper'],
    ]);
    const elsewhere = { ...body, id: randomUUID(), eventId: p.events['Heavy haul'], unit: 'g' };
    expect(await perform(recordRunByLink, elsewhere)).toMatchObject({ ok: false, denied: true });
    expect(await perform(recordRun, { ...body, id: randomUUID() })).toMatchObject({ ok: false, denied: true });
    const [practice] = await pool()<[{ id: string }]>`
      select r.id from run r left join attempt a on a.run_id = r.id where r.project_id = ${p.id} and a.id is null and r.stands limit 1`;
    expect(
      await perform(withdrawRunByLink, { projectId: p.id, id: practice.id, version: 1, reason: 'x' }),
    ).toMatchObject({
      denied: true,
    });
  });
});

describe('what was done is not asked for twice', () => {
  const stateOf = async (team: string, stage: string) =>
    (
      await pool()<{ state: string; note: string }[]>`
        select h.state, h.note from hand_in h join stage s on s.id = h.stage_id
        where h.project_id = ${p.id} and h.team_id = ${p.teams[team]!} and s.name = ${stage}`
    )[0];
  const open = (team: string, stage: string) =>
    bySystem(
      (tx) => tx`delete from hand_in h using stage s where s.id = h.stage_id and s.name = ${stage}
        and h.project_id = ${p.id} and h.team_id = ${p.teams[team]!}`,
    );
  const practise = () => enter({ teamId: p.teams.Flint, iterationId: p.iteration['Flint 3'], attempt: null });

  test('so many recorded runs hand in the first stage that asks for them, and the next counts from the day after', async () => {
    await asPerson(p.studentOf('Flint'));
    const trials = ['First trials', 'Measured trials'];
    for (const stage of trials) await open('Flint', stage);
    const first = await practise();
    expect(first.ok && first.notes).toContain('“First trials” is handed in with it');
    expect(await stateOf('Flint', 'First trials')).toMatchObject({
      state: 'handed-in',
      note: expect.stringMatching(/^\d+ runs recorded$/) as string,
    });
    done(await practise());
    expect(await stateOf('Flint', 'Measured trials')).toBeUndefined();
    // What was returned stays with the team.
    await bySystem(
      (tx) => tx`update hand_in h set state = 'returned' from stage s
        where s.id = h.stage_id and s.name = 'First trials' and h.team_id = ${p.teams.Flint!}`,
    );
    done(await practise());
    expect((await stateOf('Flint', 'First trials'))!.state).toBe('returned');
  });

  test('a concept with a sketch of every member hands in the stage that asks for one each', async () => {
    await bySystem(async (tx) => {
      await tx`update stage set evidence = 'concepts' where project_id = ${p.id} and name = 'Concepts and selection'`;
      await tx`update concept_round set released_at = null where project_id = ${p.id}`;
      await tx`update concept set removed_at = now() where project_id = ${p.id}`;
    });
    await open('Marl', 'Concepts and selection');
    const members = await pool()<{ id: string }[]>`
      select account_id as id from team_member where team_id = ${p.teams.Marl!} order by account_id`;
    expect(members.length).toBeGreaterThan(1);
    const picture = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    for (const [i, { id }] of members.entries()) {
      await asPerson(id);
      const concept = randomUUID();
      const steps = [{ text: 'Runs along the cable' }];
      done(await perform(recordConcept, { projectId: p.id, id: concept, title: `Idea ${i}`, steps, claims: [] }));
      expect(await stateOf('Marl', 'Concepts and selection')).toBeUndefined();
      const drawn = { projectId: p.id, id: randomUUID(), objectKind: 'concept', objectId: concept };
      done(await perform(keepPicture(picture), drawn));
    }
    expect(await stateOf('Marl', 'Concepts and selection')).toEqual({
      state: 'handed-in',
      note: `${members.length} concepts with a sketch`,
    });
  });
});

test('the money of a project gets another name, and every cost keeps its figure', async () => {
  await asInstructor();
  const costs = () => pool()<{ value: number; unit: string }[]>`
    select value, unit from measurement where project_id = ${p.id} and dimension = 'cost' order by value, id`;
  const before = await costs();
  expect(before.length).toBeGreaterThan(3);
  const { project } = (await findSeat(pool(), await signedIn(), p.id))!;
  const { id: projectId, title, clientName, eventDate, timeZone, units, retentionUntil, version } = project;
  const settings = { projectId, title, clientName, eventDate, timeZone, units, retentionUntil, version };
  const save = (currency: string) => saveProject({ ...settings, normaliseWeights: false, currency });
  expect(refused(await save('florins')).currency).toMatch(/Choose what money/);
  done(await save('€'));
  expect(await costs()).toEqual(before.map(({ value }) => ({ value, unit: '€' })));
  const [limit] = await pool()<[{ unit: string }]>`
    select unit from requirement where project_id = ${p.id} and parameter_id = ${p.parameters.Cost!}`;
  expect(limit.unit).toBe('€');
  const [haul] = (await loadEventResults(pool(), p.id)).filter(({ event }) => event.name === 'Heavy haul');
  expect(haul!.problems).toEqual([]);
});

describe('an event', () => {
  const form = async () => {
    const [protocol] = await pool()<[{ id: string }]>`
      select protocol_id as id from event where id = ${crossing}`;
    const linear = { fromValue: '12', fromPoints: '0', toValue: '7', toPoints: '100' };
    return {
      ...NEW_EVENT,
      ...linear,
      projectId: p.id,
      name: 'Second crossing',
      protocolId: protocol.id,
      position: '9',
    };
  };
  const components = () => pool()`select name, weight from component where project_id = ${p.id} order by position`;

  test('that is made goes into the standings when asked, figures read in their units; removed, it leaves them', async () => {
    await asInstructor();
    const { id } = done<{ id: string }>(
      await saveEvent({ ...(await form()), toValue: '7000 ms', counts: true, weight: '2' }),
    );
    const [stored] = await pool()<[{ rule: { points: unknown } }]>`select rule from event where id = ${id}`;
    expect(stored.rule.points).toEqual({ kind: 'linear', from: [12, 0], to: [7, 100] });
    expect((await components()).at(-1)).toEqual({ name: 'Second crossing', weight: 2 });
    done(await openEvent({ ...place, eventId: id }));
    const made = done(await enter({ eventId: id }));
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    const points = async () => {
      const { table, components: all } = await loadStandings(pool(), seat.project, null);
      return [all.length, table.find((row) => row.teamId === p.teams.Flint)!.total] as const;
    };
    const [counted, total] = await points();
    expect(done(await hideEvent({ projectId: p.id, id, version: 1, hidden: true }))).toBeUndefined();
    const [fewer, less] = await points();
    expect([fewer, less]).toEqual([counted - 1, expect.closeTo(total - 2 * 75, 9)]);

    expect(await removeEvent({ projectId: p.id, id, version: 1 })).toMatchObject({
      ok: false,
      conflict: { version: 2 },
    });
    const gone = await removeEvent({ projectId: p.id, id, version: 2 });
    expect(gone.ok && gone.notes).toEqual(['1 attempt is a practice run now', 'The standings leave it out']);
    expect((await components()).map((one) => one.name)).not.toContain('Second crossing');
    const [kept] = await pool()`
      select r.stands, a.id as attempt from run r left join attempt a on a.run_id = r.id where r.id = ${made.id}`;
    expect(kept).toEqual({ stands: true, attempt: null });
  });

  test.each([
    [
      'a name that is not measured',
      { formula: 'value / carrier_weight' },
      'formula',
      /uses "carrier_weight".+carrier_mass/,
    ],
    [
      'seconds and grams added',
      { formula: 'value + carrier_mass' },
      'formula',
      /"value" is in s, "carrier_mass" is in g/,
    ],
    ['a formula that can’t be read', { formula: 'value /' }, 'formula', /can't be read/],
    ['a tie by what is not measured', { ties: 'lower:wheels' }, 'ties', /"wheels", which is not measured/],
    ['a figure in a unit of something else', { fromValue: '12 kg' }, 'fromValue', /measure different things/],
    ['a unit where the formula leaves none', { formula: 'value * 2', toValue: '7 s' }, 'toValue', /has none/],
  ])('is refused with %s', async (_, change, field, says) => {
    await asInstructor();
    expect(refused(await saveEvent({ ...(await form()), ...change }))[field]).toMatch(says);
  });

  test('shows what its rule makes of a value before it is saved', async () => {
    await asInstructor();
    const { lines } = done<{ lines: string[] }>(await tryRule({ ...(await form()), example: '8500 ms' }));
    expect(lines.join(' ')).toMatch(/8.5.+70 points/);
    const [haul] = await pool()<[{ name: string; protocolId: string; position: number; rule: object }]>`
      select name, protocol_id, position, rule from event where id = ${p.events['Heavy haul']!}`;
    const tried = await tryRule({ ...eventForm(haul), projectId: p.id, example: '2 kg' });
    expect(done<{ lines: string[] }>(tried).lines.join(' ')).toMatch(/^With \S+ \d: carrier mass \d+.*2000/);
    expect(refused(await tryRule(await form())).example).toMatch(/Enter a value/);
  });

  test('without attempts gives nobody a place', async () => {
    await bySystem((tx) => tx`update run set withdrawn_at = now() where project_id = ${p.id} and withdrawn_at is null`);
    await bySystem((tx) => tx`delete from score where project_id = ${p.id}`);
    const [results] = await loadEventResults(pool(), p.id);
    expect(new Set(results!.results.map((one) => one.place))).toEqual(new Set([null]));
    await asInstructor();
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    const { table } = await loadStandings(pool(), seat.project, null);
    expect(table.map((row) => row.place)).toEqual(Array(8).fill(null));
  });
});
