import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { saveInstrument, saveProtocol } from '@/areas/bench/write/actions';
import { recordRun } from '@/areas/bench/write/commands';
import { saveBrief } from '@/areas/brief/write/actions';
import { createProject } from '@/shell/bundle/actions';
import { saveStatement } from '@/areas/brief/write/interview/actions';
import { releaseIteration } from '@/areas/builds/write/actions';
import { recordIteration } from '@/areas/builds/write/commands';
import { openEvent, saveEvent } from '@/areas/event/write/actions';
import { NEW_EVENT } from '@/areas/event/write/rule';
import { saveRubric } from '@/areas/grades/write/actions';
import { recordScores } from '@/areas/grades/write/commands';
import { saveProject } from '@/areas/course/write/projects';
import { saveRequirement } from '@/areas/brief/write/requirements/actions';
import { saveNoClass, saveSection } from '@/areas/plan/write/calendar';
import { publishStandings, removeComponent, saveComponent } from '@/areas/standings/write/actions';
import { importRoster } from '@/areas/course/write/teams';
import { findSeat, type Seat } from '@/server/access';
import { perform } from '@/server/perform';
import { listSections, meetingsOf } from '@/areas/course/read/classes';
import { listLatestIterations } from '@/areas/builds/read/iterations';
import { listRequirements } from '@/areas/brief/read/requirements';
import { loadStandings } from '@/areas/standings/read/standings';
import { listProtocols } from '@/areas/bench/read/protocols';
import { listEvents, listLatestRuns } from '@/areas/bench/read/runs';
import { verdictsFor } from '@/areas/compliance/read/verdicts';
import { asLink, asPerson, done, makeAccount, ownDatabase, refused } from './database';

ownDatabase();
let teacher: string;
let projectId: string;
const ids: Record<string, string> = {};
const pass = (more: object) => ({ projectId, id: null, version: null, ...more });

/** An empty project filled step by step, each by the action that its form calls. */
beforeAll(async () => {
  teacher = await makeAccount('instructor', 'teacher', 'Tess Teacher');
  await asPerson(teacher);
  const made = {
    title: 'Tray lift',
    clientName: 'Fernhollow',
    eventDate: '2026-11-20',
    timeZone: 'UTC',
    units: 'metric',
  };
  projectId = done(await createProject(made)).id;
  const parts = { challenge: '<p>Lift a tray.</p>', product: '<p>A lift.</p>', account: '<p>Why.</p>' };
  done(await saveBrief(pass({ ...parts, version: 1 })));
  const said = { sentence: 'Nothing over nine hundred grams.', saidBy: 'client', saidOn: '2026-10-01' };
  ids.said = done(await saveStatement(pass(said))).id;
});
const seat = async (): Promise<Seat> =>
  (await findSeat(
    pool(),
    { kind: 'instructor', id: teacher, name: '', login: '', sessionId: '', groupId: null },
    projectId,
  ))!;

describe('requirements', () => {
  const limit = (more: object) =>
    pass({
      code: 'R-01',
      statement: 'Mass',
      kind: 'max',
      parameterId: null,
      parameterName: 'Carrier mass',
      dimension: 'mass',
      value: '900',
      low: '',
      high: '',
      tolerance: '',
      unit: 'g',
      weight: '',
      priority: 'must',
      decision: 'guarded',
      state: 'agreed',
      sources: [{ kind: 'client', statementId: ids.said }],
      ...more,
    });

  test('three kinds: a limit, a yes/no and a wish', async () => {
    await asPerson(teacher);
    done(await saveRequirement(limit({})));
    const yes = {
      code: 'R-02',
      statement: 'Repairable',
      kind: 'yes',
      parameterName: 'Repairable',
      value: '',
      unit: '',
      sources: [{ kind: 'rule' }],
    };
    done(await saveRequirement(limit(yes)));
    const wish = {
      code: 'R-03',
      statement: 'Looks kind',
      kind: 'wish',
      parameterName: '',
      value: '',
      unit: '',
      weight: '2',
      sources: [{ kind: 'own' }],
    };
    done(await saveRequirement(limit(wish)));
    const found = await listRequirements(pool(), projectId);
    expect(found.map((r) => [r.code, r.kind, r.value, r.sources[0]!.sentence])).toEqual([
      ['R-01', 'max', 900, 'Nothing over nine hundred grams.'],
      ['R-02', 'yes', null, null],
      ['R-03', 'wish', null, null],
    ]);
    const rows = await pool()<
      { id: string; name: string }[]
    >`select id, name from parameter where project_id = ${projectId}`;
    for (const row of rows) ids[row.name] = row.id;
  });

  test.each<[string, object, string, RegExp]>([
    ['a code twice', { parameterName: 'Other' }, 'code', /in use/],
    ['a free code', { code: 'first' }, 'code', /like R-01/],
    ['no limit', { code: 'R-09', value: '' }, 'value', /needed/],
    ['a unit of length', { code: 'R-09', parameterName: 'Third', unit: 'mm' }, 'unit', /does not measure mass/],
    [
      'a client’s requirement without a sentence',
      { code: 'R-09', sources: [{ kind: 'client' }] },
      'sources.0.statementId',
      /Choose the sentence/,
    ],
    [
      'a sentence of nobody',
      { code: 'R-09', parameterName: 'Fourth', sources: [{ kind: 'client', statementId: randomUUID() }] },
      '',
      /not part of this project/,
    ],
    ['a range without ends', { code: 'R-09', kind: 'range' }, 'low', /needed/],
    ['a reversed range', { code: 'R-09', kind: 'range', parameterName: 'Fifth', low: '9', high: '3' }, '', /./],
    ['a wish without weight', { code: 'R-09', kind: 'wish' }, 'weight', /needed/],
  ])('%s is refused', async (_name, more, field, message) => {
    await asPerson(teacher);
    const errors = refused(await saveRequirement(limit(more)));
    expect(field ? errors[field] : Object.values(errors).join()).toMatch(message);
  });

  test('who was second sees both versions', async () => {
    await asPerson(teacher);
    const [first] = await listRequirements(pool(), projectId);
    const why = 'Weighed again.';
    const change = (value: string) =>
      saveRequirement(limit({ id: first!.id, version: first!.version, parameterId: ids['Carrier mass'], value, why }));
    done(await change('890'));
    expect(await change('880')).toMatchObject({
      ok: false,
      conflict: { by: 'Tess Teacher', theirs: { value: '890' } },
    });
    const [now] = await listRequirements(pool(), projectId);
    done(await saveRequirement(limit({ id: now!.id, version: now!.version, parameterId: ids['Carrier mass'], why })));
  });
});

describe('schedule and teams', () => {
  const section = (more: object = {}) =>
    pass({
      name: '2',
      room: 'W3',
      firstDay: '2026-10-05',
      lastDay: '2026-11-20',
      kind: 'weekly',
      slots: [{ day: 'Mon', start: '10:05', minutes: '50' }],
      extra: [{ day: '2026-11-20', start: '13:00', minutes: '120' }],
      ...more,
    });

  test('meetings follow from the pattern, holidays and extra days', async () => {
    await asPerson(teacher);
    ids.section = done(await saveSection(section())).id;
    const { project } = await seat();
    done(
      await saveNoClass(
        pass({ days: [{ firstDay: '2026-10-12', lastDay: '2026-10-16', reason: 'break' }], version: project.version }),
      ),
    );
    const [found] = await listSections(pool(), projectId);
    expect(meetingsOf(found!).map((m) => m.date)).toEqual([
      '2026-10-05',
      '2026-10-19',
      '2026-10-26',
      '2026-11-02',
      '2026-11-09',
      '2026-11-16',
      '2026-11-20',
    ]);
  });

  test.each<[string, object, string, RegExp]>([
    ['the same name', {}, 'name', /exists already/],
    ['reversed days', { name: '3', lastDay: '2026-10-01' }, '', /after|before/],
    [
      'an impossible time',
      { name: '3', slots: [{ day: 'Mon', start: '25:00', minutes: '50' }] },
      'slots.0.start',
      /like 10:05/,
    ],
    ['no slot', { name: '3', slots: [] }, 'slots', /At least one/],
    [
      'half minutes',
      { name: '3', slots: [{ day: 'Mon', start: '10:00', minutes: '50.5' }] },
      'slots.0.minutes',
      /whole number/,
    ],
    [
      'a letter outside the cycle',
      {
        name: '3',
        kind: 'rotation',
        cycle: 'A B',
        meetsOn: 'C',
        cycleFirstDay: '2026-10-05',
        cycleStart: '09:00',
        cycleMinutes: '50',
      },
      '',
      /A, B/,
    ],
  ])('a section with %s is refused', async (_name, more, field, message) => {
    await asPerson(teacher);
    const errors = refused(await saveSection(section(more)));
    expect(field ? errors[field] : Object.values(errors).join()).toMatch(message);
  });

  test('a roster makes the teams', async () => {
    await asPerson(teacher);
    const text = 'name,student number,team\nAmy Ash,1,Basalt\nBen Box,2,Flint\nCy Clay,3,Marl';
    done(await importRoster({ projectId, sectionId: ids.section, text }));
    const rows = await pool()<
      { id: string; name: string }[]
    >`select id, name from team where project_id = ${projectId}`;
    for (const row of rows) ids[row.name] = row.id;
    expect(rows).toHaveLength(3);
  });
});

describe('from the bench to the standings', () => {
  const event = (more: object = {}) => ({
    ...NEW_EVENT,
    name: 'Crossing',
    protocolId: ids.protocol,
    fromValue: '12',
    fromPoints: '0',
    toValue: '7',
    toPoints: '100',
    counts: false,
    ...more,
  });
  const iterate = (team: string, mass: string) =>
    perform(recordIteration, {
      ...pass({}),
      id: (ids[`${team} 1`] = randomUUID()),
      teamId: ids[team],
      parentId: null,
      state: 'tested',
      change: 'First',
      reason: '',
      builtOn: '2026-10-20',
      measurements: [
        { parameterId: ids['Carrier mass'], value: mass, unit: 'g', answer: '', instrumentId: ids.scale },
        { parameterId: ids.Repairable, value: '', unit: '', answer: 'yes', instrumentId: null },
      ],
    });
  const run = (team: string, attempt: number, value: string, more: object = {}) =>
    perform(recordRun, {
      ...pass({}),
      id: randomUUID(),
      sectionId: ids.section,
      eventId: ids.event,
      teamId: ids[team],
      iterationId: ids[`${team} 1`],
      attempt,
      status: 'ok',
      value,
      unit: 's',
      penalties: {},
      conditions: [],
      note: '',
      ...more,
    });

  test('instrument, protocol and event are made, and odd ones refused', async () => {
    await asPerson(teacher);
    const scale = { name: 'Scale', dimension: 'mass', unit: 'g', resolution: '1', accuracy: '4' };
    expect(refused(await saveInstrument(pass({ ...scale, unit: 's' }))).unit).toMatch(/does not measure mass/);
    expect(refused(await saveInstrument(pass({ ...scale, accuracy: '-4' }))).accuracy).toMatch(/negative/);
    ids.scale = done(await saveInstrument(pass(scale))).id;
    const watch = { name: 'Stopwatch', dimension: 'time', unit: 's', resolution: '0.01', accuracy: '0.15' };
    ids.watch = done(await saveInstrument(pass(watch))).id;
    const protocol = {
      name: 'Crossing, loaded',
      procedure: '',
      cautions: '',
      parameterId: null,
      parameterName: 'Crossing time',
      instrumentId: ids.watch,
      unit: 's',
      conditions: [{ name: 'payload', value: '1200', tolerance: '10', unit: 'g' }],
    };
    expect(refused(await saveProtocol(pass({ ...protocol, instrumentId: ids.scale })))).toHaveProperty('unit');
    const bad = [{ ...protocol.conditions[0], unit: 'stones-throw' }];
    expect(refused(await saveProtocol(pass({ ...protocol, conditions: bad })))['conditions.0.unit']).toMatch(
      /not a unit/,
    );
    ids.protocol = done(await saveProtocol(pass(protocol))).id;
    expect(refused(await saveEvent(pass(event({ toValue: '12' })))).points).toMatch(/two different values/);
    expect(refused(await saveEvent(pass(event({ formula: 'import("fs")' })))).formula).toMatch(/may only use/);
    expect(refused(await saveEvent(pass(event({ ties: 'age' })))).ties).toMatch(/tie is broken/);
    ids.event = done(await saveEvent(pass(event()))).id;
    done(await openEvent({ projectId, eventId: ids.event }));
  });

  test('verdicts carry the instrument’s uncertainty', async () => {
    await asPerson(teacher);
    for (const [team, mass] of [
      ['Basalt', '880'],
      ['Flint', '902'],
      ['Marl', '910'],
    ] as const)
      done(await iterate(team, mass));
    const sources = {
      events: await listEvents(pool(), projectId),
      protocols: await listProtocols(pool(), projectId),
      runs: await listLatestRuns(pool(), projectId),
    };
    const requirements = await listRequirements(pool(), projectId);
    const latest = await listLatestIterations(pool(), projectId);
    const verdict = (team: string) =>
      verdictsFor(
        requirements,
        latest.find((one) => one.teamId === ids[team])!,
        sources,
      );
    expect(verdict('Basalt').map((v) => v.verdict)).toEqual(['conforms', 'conforms']);
    expect(verdict('Flint')[0]).toMatchObject({ verdict: 'inconclusive', margin: -2 });
    expect(verdict('Flint')[0]!.uncertainty).toBeCloseTo(2 * Math.sqrt(1 / 12 + 16 / 3), 9);
    expect(verdict('Marl')[0]!.verdict).toBe('fails');
  });

  test('points, grades and places are those worked out by hand', async () => {
    await asPerson(teacher);
    for (const [team, values] of [
      ['Basalt', ['8.2', '7.9']],
      ['Flint', ['8.0', '7.5']],
      ['Marl', ['9.5']],
    ] as const)
      for (const [i, value] of values.entries()) done(await run(team, i + 1, value));
    done(await run('Marl', 2, '', { status: 'foul' }));
    const criteria = [
      { name: 'Evidence', anchors: '', max: '60' },
      { name: 'Clear', anchors: '', max: '40' },
    ];
    const { id: rubricId } = done(await saveRubric(pass({ name: 'Talk', position: '1', criteria })));
    const found = await pool()<
      { id: string }[]
    >`select id from criterion where rubric_id = ${rubricId} order by position`;
    const judged = {
      'A. Ames': [
        [50, 30],
        [40, 35],
        [30, 20],
      ],
      'B. Bell': [
        [45, 25],
        [44, 33],
        [20, 20],
      ],
      'C. Cole': [
        [55, 35],
        [45, 31],
        [40, 20],
      ],
    };
    for (const [label, points] of Object.entries(judged)) {
      await asLink(projectId, { purpose: 'judge', label, rubricId });
      for (const [i, team] of ['Basalt', 'Flint', 'Marl'].entries()) {
        const scores = found.map((one, k) => ({
          id: randomUUID(),
          criterionId: one.id,
          points: String(points[i]![k]),
          version: null,
        }));
        done(await perform(recordScores, { projectId, teamId: ids[team], scores }));
      }
    }
    await asPerson(teacher);
    const component = { countsAs: 'points', max: '', position: '1' };
    done(await saveComponent(pass({ ...component, name: 'Time', source: `event:${ids.event}`, weight: '3' })));
    ids.talk = done(
      await saveComponent(pass({ ...component, name: 'Talk', source: `rubric:${rubricId}`, weight: '1' })),
    ).id;
    const { project } = await seat();
    done(await saveProject({ ...pass(project), normaliseWeights: true }));
    const { table, problems } = await loadStandings(pool(), (await seat()).project, null);
    // Time: 100·(12 − best)/5. Talk: mean of three judges. Total: three quarters of one, a quarter of the other.
    const expected = [
      ['Flint', 1, 90, 76],
      ['Basalt', 2, 82, 80],
      ['Marl', 3, 50, 50],
    ] as const;
    expect(problems).toEqual([]);
    expect(table.map((row) => row.teamId)).toEqual(expected.map(([team]) => ids[team]));
    for (const [i, [, place, time, talk]] of expected.entries()) {
      expect(table[i]!.place).toBe(place);
      expect(table[i]!.parts.Time).toBeCloseTo(0.75 * time, 9);
      expect(table[i]!.parts.Talk).toBeCloseTo(0.25 * talk, 9);
      expect(table[i]!.total).toBeCloseTo(0.75 * time + 0.25 * talk, 9);
    }
  });

  test('a published ranking is a snapshot: later runs do not change it', async () => {
    await asPerson(teacher);
    done(await publishStandings({ projectId, sectionId: null }));
    done(await run('Marl', 3, '7.0'));
    const [kept] = await pool()<
      [{ rows: { team: string; place: number }[] }]
    >`select rows from publication where project_id = ${projectId}`;
    expect(kept.rows.map((row) => `${row.place} ${row.team}`)).toEqual(['1 Flint', '2 Basalt', '3 Marl']);
    const { table } = await loadStandings(pool(), (await seat()).project, null);
    expect(table[0]!.teamId).toBe(ids.Marl);
  });

  test('a rule can’t shrink below what is recorded, nor places mix with points', async () => {
    await asPerson(teacher);
    expect(refused(await saveEvent({ ...pass(event({ allowed: '2' })), id: ids.event, version: 1 })).allowed).toMatch(
      /3 attempts recorded/,
    );
    const mixed = {
      name: 'Places',
      source: `event:${ids.event}`,
      countsAs: 'place-sum',
      weight: '1',
      max: '',
      position: '3',
    };
    expect(refused(await saveComponent(pass(mixed))).countsAs).toMatch(/lowest total wins/);
    expect(await removeComponent({ projectId, id: ids.talk, version: 9 })).toMatchObject({ ok: false, conflict: {} });
    done(await removeComponent({ projectId, id: ids.talk, version: 1 }));
  });

  test('an iteration is released and withdrawn by the instructor', async () => {
    await asPerson(teacher);
    const id = ids['Basalt 1'];
    done(await releaseIteration({ projectId, id, released: true, version: 1 }));
    expect((await listLatestIterations(pool(), projectId)).find((one) => one.id === id)!.released).toBe(true);
    expect(await releaseIteration({ projectId, id, released: false, version: 1 })).toMatchObject({
      ok: false,
      conflict: {},
    });
    done(await releaseIteration({ projectId, id, released: false, version: 2 }));
  });
});

test.each<[string, object, string, RegExp]>([
  ['no title', { title: ' ' }, 'title', /needed/],
  ['a title of 10,000 characters', { title: 'x'.repeat(10_000) }, 'title', /at most 160/],
  ['a time zone that does not exist', { timeZone: 'Moon/Crater' }, 'timeZone', /./],
  ['a day that does not exist', { eventDate: '2026-02-30' }, 'eventDate', /no day of the calendar/],
  ['other units', { units: 'royal' }, 'units', /Choose/],
])('a project with %s is refused', async (_name, more, field, message) => {
  await asPerson(teacher);
  const made = { title: 'T', clientName: 'C', eventDate: '2026-11-20', timeZone: 'UTC', units: 'metric', ...more };
  expect(refused(await createProject(made))[field]).toMatch(message);
});
