import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { USUAL_TESTS } from '@/core/bench/usualTests';
import { derivedFigureOf } from '@/areas/bench/read/derive';
import { listQuantities, type Protocol } from '@/areas/bench/read/protocols';
import { listRunGroups, listRunsOfTeam, listScoredRuns } from '@/areas/bench/read/runs';
import { buildsOf, inTurn, listResultGroups, listResultRuns } from '@/areas/bench/read/results';
import { seriesOf } from '@/areas/bench/read/series';
import { figureOf } from '@/areas/compliance/read/designs/figure';
import { listIterations } from '@/areas/builds/read/iterations';
import { addUsualTest, releaseBoard, saveInstrument, saveProtocol } from '@/areas/bench/write/actions';
import { recordRun } from '@/areas/bench/write/commands';
import { protocolForm } from '@/areas/bench/read/toForm';
import { perform } from '@/server/perform';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
let base: Record<string, unknown>;
beforeAll(async () => {
  p = await demoProject('teacher');
  // Its clock runs, so that what happens one after another is told apart.
  await bySystem((tx) => tx`update project set pinned_now = null where id = ${p.id}`);
  await asPerson(p.instructorId);
  const instrument = async (name: string, dimension: string, unit: string, resolution: string, accuracy: string) =>
    done(
      await saveInstrument({
        projectId: p.id,
        id: null,
        version: null,
        name,
        dimension,
        unit,
        resolution,
        accuracy,
      } as never),
    ).id;
  const [volts, amps] = [
    await instrument('Voltmeter', 'voltage', 'V', '0.01', '0.02'),
    await instrument('Ammeter', 'current', 'mA', '1', '3'),
  ];
  const more = [
    { id: '', parameterId: '', parameterName: 'Current', instrumentId: amps, observers: '1', formula: '', unit: 'mA' },
    {
      id: '',
      parameterId: '',
      parameterName: 'Power',
      instrumentId: '',
      observers: '1',
      formula: 'voltage * current',
      unit: 'W',
    },
  ];
  base = {
    ...{
      projectId: p.id,
      id: null,
      version: null,
      name: 'Winding',
      procedure: '',
      cautions: '',
      roles: '',
      runsWanted: '6',
    },
    ...{ parameterId: '', parameterName: 'Voltage', instrumentId: volts, observers: '1', unit: 'V', more },
    conditions: [{ name: 'crank speed', value: '60', tolerance: '3', unit: 'rpm' }],
    settings: [{ name: 'load', unit: 'ohm' }],
  };
});
const quantities = () => listQuantities(pool(), p.id);
const of = async (name: string) =>
  (await quantities()).find((one) => one.name === 'Winding' && one.parameterName === name)!;
/** Saves the protocol as it stands with something changed. */
async function change(more: object) {
  await asPerson(p.instructorId);
  const now = (await of('Voltage')) as Protocol;
  return saveProtocol({ ...protocolForm(now), projectId: p.id, id: now.id, version: now.version, ...more } as never);
}

/** A practice run of Flint 3. */
async function run(volts: string, milliamps: string | null, more: object = {}) {
  await asPerson(p.studentOf('Flint'));
  const [team] = await pool()<{ sectionId: string }[]>`select section_id from team where id = ${p.teams.Flint!}`;
  const id = randomUUID();
  const outcome = await perform(recordRun, {
    ...{
      projectId: p.id,
      id,
      version: null,
      sectionId: team!.sectionId,
      eventId: null,
      teamId: p.teams.Flint,
      status: 'ok',
    },
    ...{
      protocolId: (await of('Voltage')).id,
      iterationId: p.iteration['Flint 3'],
      attempt: null,
      copyId: '',
      note: '',
    },
    ...{ value: volts, unit: 'V', penalties: {}, settings: [{ name: 'load', unit: 'ohm', value: '13' }] },
    conditions: [{ name: 'crank speed', value: '60', unit: 'rpm' }],
    readings:
      milliamps === null ? [] : [{ quantityId: (await of('Current')).quantityId, value: milliamps, unit: 'mA' }],
    ...more,
  });
  return { id, outcome };
}
const stored = async (id: string) => (await listRunsOfTeam(pool(), p.id, p.teams.Flint!)).find((one) => one.id === id)!;

describe('what a protocol measures', () => {
  test('a formula is checked where it stands, and nothing of a refused protocol is left', async () => {
    const [current, power] = base.more as Record<string, string>[];
    const saidOf = async (more: unknown[]) => refused(await saveProtocol({ ...base, more } as never));
    expect((await saidOf([current, { ...power, formula: 'voltage * curent' }]))['more.1.formula']).toBe(
      '"curent" is nothing this protocol knows. A formula can use voltage, current, crank_speed, load.',
    );
    expect((await saidOf([current, { ...power, unit: 'J' }]))['more.1.formula']).toMatch(/doesn't come out in J/);
    expect((await saidOf([current, { ...power, formula: '' }]))['more.1.formula']).toMatch(/Choose an instrument/);
    expect((await saidOf([current, { ...power, formula: 'power * 1' }]))['more.1.formula']).toMatch(/in a circle/);
    expect((await saidOf([current, current]))['more.1.parameterName']).toMatch(/choose it from the list/);
    expect((await saidOf([current, { ...power, unit: 'furlong' }]))['more.1.unit']).toMatch(/./);
    expect(refused(await saveProtocol({ ...base, runsWanted: '2.5' } as never)).runsWanted).toMatch(/whole number/);
    expect((await quantities()).some(({ name }) => name === 'Winding')).toBe(false);
    done(await saveProtocol(base as never));
    expect((await of('Power')).quantities.map(({ symbol, dimension }) => [symbol, dimension])).toEqual([
      ['voltage', 'voltage'],
      ['current', 'current'],
      ['power', 'power'],
    ]);
  });

  test('a run has a reading of each; what is derived shows everywhere without being stored', async () => {
    const ids: string[] = [];
    for (const [volts, milliamps] of [
      ['2.4', '180'],
      ['2.45', '182'],
      ['2.38', '179'],
    ] as const)
      ids.push(done((await run(volts, milliamps)).outcome).id);
    const [row] = await pool()<[{ n: number }]>`select count(*)::int as n from reading where run_id = any(${ids})`;
    expect(row.n).toBe(6);
    const power = await of('Power');
    const found = derivedFigureOf(power, power.quantityId, await stored(ids[0]!))!;
    expect(found.value).toBe(0.432);
    // By hand: u² = (resolution / √12)² + (accuracy / √3)² of each, put together as relative parts.
    const u = (r: number, a: number) => Math.hypot(r / Math.sqrt(12), a / Math.sqrt(3));
    expect(found.standardUncertainty).toBeCloseTo(0.432 * Math.hypot(u(0.01, 0.02) / 2.4, u(1, 3) / 180), 12);
    const runs = (await listRunGroups(pool(), p.id)).filter(({ quantityId }) => quantityId === power.quantityId);
    expect(runs).toMatchObject([{ unit: 'W', values: [0.432, 0.4459, 0.42602], ids }]);
    const iteration = (await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Flint 3'])!;
    const figure = figureOf(power.parameterId, iteration, { protocols: await quantities(), runs })!;
    expect(figure.measured).toMatchObject({
      unit: 'W',
      value: expect.closeTo((0.432 + 0.4459 + 0.42602) / 3, 12) as number,
    });
    const groups = await listResultGroups(pool(), p.id, power, p.teams.Flint!, 'UTC');
    expect(buildsOf(groups, power, () => 'Flint')).toMatchObject([
      { name: 'Flint 3', values: [0.432, 0.4459, 0.42602] },
    ]);
    // Changed where it was misread: the other reading stays, and the derived one follows.
    await asPerson(p.studentOf('Flint'));
    const [one] = await pool()<[{ version: number }]>`select version from run where id = ${ids[0]!}`;
    done((await run('2.5', null, { id: ids[0], version: one.version, readings: undefined })).outcome);
    expect((await listResultRuns(pool(), p.id, power, p.teams.Flint!)).find(({ id }) => id === ids[0])!.value).toBe(
      0.45,
    );
  });

  test('what was not read leaves what depends on it out, and an unknown quantity is refused', async () => {
    const power = await of('Power');
    const { id } = done((await run('2.41', null)).outcome);
    expect((await listResultRuns(pool(), p.id, power, p.teams.Flint!)).find((one) => one.id === id)).toMatchObject({
      value: null,
    });
    const foreign = [{ quantityId: power.quantityId, value: '1', unit: 'W' }];
    expect(refused((await run('2.4', null, { readings: foreign })).outcome)['readings.0.value']).toMatch(
      /not read in this test/,
    );
    const wrong = [{ quantityId: (await of('Current')).quantityId, value: '3', unit: 'V' }];
    expect(refused((await run('2.4', null, { readings: wrong })).outcome)['readings.0.unit']).toMatch(
      /does not measure current/,
    );
  });

  test('a quantity with readings stays, and one without goes', async () => {
    const [current] = protocolForm(await of('Voltage')).more as Record<string, string>[];
    expect(refused(await change({ more: [] })).more).toMatch(/Current has readings/);
    const speed = {
      ...current,
      id: '',
      parameterId: '',
      parameterName: 'Share',
      instrumentId: '',
      formula: 'voltage / voltage',
      unit: '%',
    };
    done(await change({ more: [...(protocolForm(await of('Voltage')).more as object[]), speed] }));
    expect((await of('Share')).quantities).toHaveLength(4);
    done(await change({ more: (protocolForm(await of('Voltage')).more as object[]).slice(0, 2) }));
    expect(await of('Share')).toBeUndefined();
  });

  test('an event can count by what is derived, and an attempt without it is sent back', async () => {
    const power = await of('Power');
    const cross = p.events['Crossing time']!;
    await bySystem(async (tx) => {
      await tx`delete from attempt where event_id = ${cross}`;
      await tx`update event set protocol_id = ${power.id}, quantity_id = ${power.quantityId} where id = ${cross}`;
    });
    const attempt = async (volts: string, milliamps: string | null) => {
      await asPerson(p.instructorId);
      const [team] = await pool()<{ sectionId: string }[]>`select section_id from team where id = ${p.teams.Flint!}`;
      await bySystem(
        (
          tx,
        ) => tx`insert into event_opening (project_id, event_id, section_id, opens_at) values (${p.id}, ${cross}, ${team!.sectionId}, '2026-10-01')
          on conflict do nothing`,
      );
      return perform(recordRun, {
        ...{
          projectId: p.id,
          id: randomUUID(),
          version: null,
          sectionId: team!.sectionId,
          eventId: cross,
          teamId: p.teams.Flint,
        },
        ...{ protocolId: null, iterationId: p.iteration['Flint 3'], attempt: 1, copyId: '', note: '', status: 'ok' },
        ...{
          value: volts,
          unit: 'V',
          penalties: {},
          settings: [],
          conditions: [{ name: 'crank speed', value: '60', unit: 'rpm' }],
        },
        readings:
          milliamps === null ? [] : [{ quantityId: (await of('Current')).quantityId, value: milliamps, unit: 'mA' }],
      });
    };
    expect(refused(await attempt('2.4', null)).value).toBe(
      'An attempt in Crossing time counts by Power, worked out as voltage × current: check Current.',
    );
    done(await attempt('2.4', '200'));
    expect((await listScoredRuns(pool(), p.id)).filter(({ eventId }) => eventId === cross)).toMatchObject([
      { value: 0.48, unit: 'W', attempt: 1 },
    ]);
  });
});

describe('versions of a protocol', () => {
  const slower = [{ name: 'crank speed', value: '40', tolerance: '3', unit: 'rpm' }];

  test('a condition that changes splits the runs, and only a wider tolerance does not', async () => {
    const wider = (await change({
      conditions: [{ name: 'crank speed', value: '60', tolerance: '5', unit: 'rpm' }],
    })) as { notes: string[] };
    expect(wider.notes).toEqual([]);
    const { notes } = (await change({ conditions: slower })) as { notes: string[] };
    expect(notes).toEqual([
      expect.stringMatching(
        /^From now on runs are made under version 2\. \d+ runs so far stay with version 1, and the two are never averaged$/,
      ),
    ]);
    const at40 = { conditions: [{ name: 'crank speed', value: '40', unit: 'rpm' }] };
    for (const [volts, milliamps] of [
      ['1.6', '120'],
      ['1.62', '121'],
    ] as const)
      done((await run(volts, milliamps, at40)).outcome);
    const power = await of('Power');
    const builds = buildsOf(await listResultGroups(pool(), p.id, power, p.teams.Flint!, 'UTC'), power, () => 'Flint');
    expect(builds.map(({ name, protocolVersion }) => `${name}: ${protocolVersion}`)).toEqual(
      expect.arrayContaining(
        ['Flint 3 at load 13 Ω: 2', 'Flint 3 at load 13 Ω, under version 1 of the protocol: 1'].map((text) =>
          expect.stringMatching(text.replace(/ Ω/, '.*')),
        ) as string[],
      ),
    );
    const [own, before] = [
      builds.find((one) => one.protocolVersion === 2)!,
      builds.find((one) => one.protocolVersion === 1)!,
    ];
    // As of another iteration, so that they are compared: the version of the protocol is named as what differs.
    const [pair] = inTurn([{ ...before, iterationId: 'other' }, own], power, null, () => []);
    expect(pair!.says.join(' ')).toMatch(/the version of the protocol/);
    expect(pair!.says.join(' ')).not.toMatch(/the instrument/);
    expect(pair!.says.join(' ')).toMatch(/Held alike in both: load 13/);
    // The verdict rests on the newest version alone.
    const iteration = (await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Flint 3'])!;
    const figure = figureOf(power.parameterId, iteration, {
      protocols: await quantities(),
      runs: await listRunGroups(pool(), p.id),
    })!;
    expect(figure.measured).toMatchObject({ value: expect.closeTo((1.6 * 0.12 + 1.62 * 0.121) / 2, 12) as number });
    expect(figure.evidence).toMatchObject({ runs: 2, others: expect.any(Number) as number });
  });

  test('whoever enters under the version before is kept with it and told, and asking for the same again is that version', async () => {
    const at60 = { protocolVersion: 1, conditions: [{ name: 'crank speed', value: '61', unit: 'rpm' }] };
    const { id, outcome } = await run('2.4', '180', at60);
    expect(outcome).toMatchObject({
      notes: [expect.stringMatching(/^Recorded under version 1 of Winding: it has changed meanwhile/)],
    });
    expect((await stored(id)).protocolVersion).toBe(1);
    const off = await run('2.4', '180', { ...at60, protocolVersion: 2 });
    expect((off.outcome as { notes: string[] }).notes.join()).toMatch(
      /Off the protocol: crank speed 61 rpm instead of 40/,
    );
    await change({ conditions: [{ name: 'crank speed', value: '60', tolerance: '3', unit: 'rpm' }] });
    expect(await of('Voltage')).toMatchObject({ currentVersion: 1 });
    await change({ conditions: [{ name: 'crank speed', value: '80', tolerance: '3', unit: 'rpm' }] });
    expect(await of('Voltage')).toMatchObject({ currentVersion: 3 });
  });
});

test('a practice run that is left out with a reason counts in nothing, and stays in view', async () => {
  const voltage = await of('Voltage');
  const { id } = done((await run('9.9', '180')).outcome);
  const inResults = async () => (await listRunGroups(pool(), p.id)).some(({ ids }) => ids.includes(id));
  expect(await inResults()).toBe(true);
  done((await run('9.9', '180', { id, version: 1, leftOut: 'The crank slipped.', witness: 'Ida' })).outcome);
  expect(await inResults()).toBe(false);
  expect(await stored(id)).toMatchObject({ leftOut: 'The crank slipped.', witness: 'Ida' });
  const groups = await listResultGroups(pool(), p.id, voltage, p.teams.Flint!, 'UTC');
  expect(groups.flatMap(({ leftOut }) => leftOut)).toEqual(['The crank slipped.']);
  // It is neither completed nor not completed.
  const made = groups.reduce((sum, one) => sum + one.made, 0);
  const [stored_] = await pool()<[{ n: number }]>`
    select count(*)::int as n from run where project_id = ${p.id} and protocol_id = ${voltage.id} and team_id = ${p.teams.Flint!} and stands`;
  expect(made).toBe(stored_.n - 1);
  const all = await listResultRuns(pool(), p.id, voltage, p.teams.Flint!);
  const load = { name: 'load', unit: 'ohm' };
  // Of two versions of the protocol the newer is drawn alone.
  const mixed = all.map((one, i) => ({
    ...one,
    protocolVersion: i % 2 ? 2 : 1,
    settings: { load: { value: i, unit: 'ohm' } },
  }));
  const drawn = seriesOf(mixed, voltage, load, () => '').find(
    ({ iterationId }) => iterationId === p.iteration['Flint 3'],
  );
  expect(drawn!.x.every((x) => x % 2 === 1)).toBe(true);
  expect(drawn!.x.length).toBeGreaterThan(2);
  const used = seriesOf(
    all.map((one) => ({ ...one, settings: { load: { value: one.value!, unit: 'ohm' } } })),
    voltage,
    load,
    () => '',
  );
  expect(used.flatMap(({ y }) => y)).not.toContain(9.9);
  expect(used.flatMap(({ y }) => y).length).toBeGreaterThan(0);
});

test('every usual test can be added once, with instruments that it shares, and its board is released', async () => {
  await asPerson(p.instructorId);
  for (const { name } of USUAL_TESTS)
    done(await addUsualTest({ projectId: p.id, id: null, version: null, name } as never));
  const [first] = USUAL_TESTS;
  const again = await addUsualTest({ projectId: p.id, id: null, version: null, name: first!.name } as never);
  expect(refused(again).name).toMatch(/already/);
  expect(refused(await addUsualTest({ projectId: p.id, id: null, version: null, name: 'x' } as never)).name).toMatch(
    /none of/,
  );
  const rows = await pool()`select name from instrument where project_id = ${p.id} and name = 'Tape measure'`;
  expect(rows).toHaveLength(1);
  const of = async () => (await quantities()).find(({ name }) => name === first!.name)!;
  expect((await of()).quantities.map(({ formula }) => formula)).toEqual([null, 'course_length / run_time']);
  done(await releaseBoard({ projectId: p.id, id: (await of()).id, version: null, released: true } as never));
  expect((await of()).boardReleased).toBe(true);
  await asPerson(p.studentOf('Flint'));
  const hide = await releaseBoard({ projectId: p.id, id: (await of()).id, version: null, released: false } as never);
  expect(hide).toMatchObject({ denied: true });
});
