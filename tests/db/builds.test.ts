import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { loadIterationForm } from '@/areas/builds/read/form';
import { lackingOf } from '@/areas/builds/read/lacking';
import { findBuildRule, listChanges, listFeatures, listIterations } from '@/areas/builds/read/iterations';
import { stillOf } from '@/areas/builds/read/still';
import { planPutBack } from '@/shell/history/plan';
import { listPictures } from '@/areas/course/read/pictures';
import { findSeat } from '@/server/access';
import { signedIn } from '@/server/actor';
import { releaseIteration, removeIteration, saveBuildRule } from '@/areas/builds/write/actions';
import { recordIteration } from '@/areas/builds/write/commands';
import { changeForm } from '@/areas/builds/read/toForm';
import { perform } from '@/server/perform';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});

const change = (more: object = {}) => ({
  kind: 'parameter',
  what: 'Keel',
  before: '40',
  after: '35',
  unit: 'mm',
  sourceId: '',
  claim: '',
  claimParameterId: '',
  ...more,
});
const entry = (more: object = {}) => ({
  projectId: p.id,
  id: randomUUID(),
  teamId: p.teams.Flint,
  parentId: p.iteration['Flint 3'],
  alsoFrom: [],
  kind: 'prototype',
  state: 'ready to test',
  change: 'Shorter keel',
  expects: 'It clears the post.',
  reason: '',
  good: '',
  bad: '',
  builtOn: '2026-10-26',
  measurements: [],
  changes: [change()],
  version: null,
  ...more,
});
const enter = (more: object = {}) => perform(recordIteration, entry(more));
const asFlint = () => asPerson(p.studentOf('Flint'));
const stored = async (id: string) => (await listIterations(pool(), p.id)).find((one) => one.id === id)!;
const changesOf = async (id: string) => (await listChanges(pool(), p.id)).filter((one) => one.iterationId === id);

describe('what an iteration comes from', () => {
  test('several, the main one first; released ones of others, and no others', async () => {
    await asFlint();
    const merged = { alsoFrom: [{ parentId: p.iteration['Flint 1'] }] };
    const { id } = done(await enter(merged));
    expect((await stored(id)).parents.map(({ number }) => number)).toEqual([3, 1]);
    const foreign = { alsoFrom: [{ parentId: p.iteration['Marl 2'] }] };
    expect(refused(await enter(foreign))['alsoFrom.0.parentId']).toMatch(/released one of another team/);
    await asPerson(p.instructorId);
    const marl = await stored(p.iteration['Marl 2']!);
    done(await releaseIteration({ projectId: p.id, id: marl.id, version: marl.version, released: true }));
    await asFlint();
    expect((await stored(done(await enter(foreign)).id)).parents).toContainEqual({
      id: marl.id,
      teamId: p.teams.Marl,
      number: 2,
    });
    const other = await demoProject('elsewhere');
    expect(refused(await enter({ parentId: other.iteration['Flint 2'] })).parentId).toMatch(/Choose one of your own/);
    const twice = { alsoFrom: [{ parentId: p.iteration['Flint 3'] }] };
    expect(refused(await enter(twice))['alsoFrom.0.parentId']).toMatch(/named already/);
  });

  test('what was released and is named stays when it is hidden again, and nothing new may name it', async () => {
    const marl = await stored(p.iteration['Marl 2']!);
    await asFlint();
    const named = {
      alsoFrom: [{ parentId: marl.id }],
      changes: [change({ kind: 'taken over', what: 'Stiff frame', sourceId: marl.id, unit: '' })],
    };
    const { id } = done(await enter(named));
    await asPerson(p.instructorId);
    done(await releaseIteration({ projectId: p.id, id: marl.id, version: marl.version, released: false }));
    await asFlint();
    done(await enter({ ...named, id, version: 1, change: 'Shorter still' }));
    expect((await stored(id)).parents.map((one) => one.id)).toContain(marl.id);
    const seat = (await findSeat(pool(), await signedIn(), p.id))!;
    const offered = async (iteration: string | null) => {
      const of = iteration ? await stored(iteration) : null;
      return (await loadIterationForm(pool(), seat.project, [p.teams.Flint!], of)).parents.map((one) => one.id);
    };
    expect(await offered(id)).toContain(marl.id);
    expect(await offered(null)).not.toContain(marl.id);
    expect(refused(await enter({ alsoFrom: named.alsoFrom }))['alsoFrom.0.parentId']).toMatch(/released one/);
  });

  const again = async (name: string, parent: string) => {
    const known = await stored(p.iteration[name]!);
    const { id, teamId, version, builtOn } = known;
    return entry({ id, teamId, version, builtOn, parentId: p.iteration[parent], state: known.state, changes: [] });
  };

  test('a circle is refused, and its way is told', async () => {
    await asFlint();
    const outcome = await perform(recordIteration, await again('Flint 1', 'Flint 3'));
    expect(refused(outcome).parentId).toBe(
      'That closes a circle: Flint 3 comes from Flint 2 comes from Flint 1, so Flint 1 can’t come from Flint 3.',
    );
    const itself = await perform(recordIteration, await again('Flint 1', 'Flint 1'));
    expect(refused(itself).parentId).toMatch(/from itself/);
  });

  test('two who close a circle between them at once: one of them is refused', async () => {
    await asPerson(p.instructorId);
    const a = done(await enter({ parentId: '' })).id;
    const b = done(await enter({ parentId: '' })).id;
    p.iteration.a = a;
    p.iteration.b = b;
    const outcomes = await Promise.all(
      [await again('a', 'b'), await again('b', 'a')].map((one) => perform(recordIteration, one)),
    );
    expect(outcomes.filter(({ ok }) => ok)).toHaveLength(1);
    expect(refused(outcomes.find(({ ok }) => !ok)!).parentId).toMatch(/closes a circle/);
  });

  test('an entry of a device that knew of one parent and no changes leaves the others as they are', async () => {
    await asFlint();
    const { id } = done(await enter({ alsoFrom: [{ parentId: p.iteration['Flint 1'] }] }));
    const {
      alsoFrom: _,
      changes: __,
      kind: ___,
      ...old
    } = entry({ id, version: 1, state: 'built', change: 'Longer keel' });
    done(await perform(recordIteration, old));
    const now = await stored(id);
    expect(now.parents.map(({ number }) => number)).toEqual([3, 1]);
    expect(now.state).toBe('ready to test');
    expect(await changesOf(id)).toHaveLength(1);
  });
});

describe('what was changed', () => {
  test('is kept in its order, and features are one thing whatever their capitals', async () => {
    await asFlint();
    const before = (await listFeatures(pool(), p.id)).length;
    const changes = [
      change({ claim: 'lighter', claimParameterId: p.parameters['Carrier mass'] }),
      change({ kind: 'added', what: 'Post hook', before: '', after: '', unit: '' }),
      change({ kind: 'kept', what: 'cord BRAKE', before: '', after: '', unit: '' }),
      change({ kind: 'material', what: 'Keel', before: 'oak', after: 'birch', unit: '' }),
    ];
    const { id } = done(await enter({ changes }));
    expect((await changesOf(id)).map(({ kind, what }) => `${kind} ${what}`)).toEqual([
      'parameter Keel',
      'added Post hook',
      'kept Cord brake',
      'material Keel',
    ]);
    expect((await listFeatures(pool(), p.id)).length).toBe(before + 1);
    expect((await changesOf(id)).map(changeForm)[0]).toEqual({ ...changes[0], sourceId: '', makerId: '' });
    const ids = (await changesOf(id)).map((one) => one.id);
    done(await enter({ id, version: 1, changes }));
    expect((await changesOf(id)).map((one) => one.id)).toEqual(ids);
  });

  test('a feature is taken over from a released iteration of another team', async () => {
    await asPerson(p.studentOf('Gneiss'));
    const from = (name: string) =>
      enter({
        teamId: p.teams.Gneiss,
        parentId: p.iteration['Gneiss 3'],
        changes: [change({ kind: 'taken over', what: 'Cord brake', sourceId: p.iteration[name], unit: '' })],
      });
    expect(refused(await from('Chert 2'))['changes.0.sourceId']).toMatch(/released iteration of another team/);
    expect(refused(await from('Gneiss 3'))['changes.0.sourceId']).toMatch(/another team/);
    const [taken] = await changesOf(done(await from('Flint 2')).id);
    expect(taken!.source).toEqual({ id: p.iteration['Flint 2'], teamId: p.teams.Flint, number: 2 });
  });

  test.each<[string, () => object, string, RegExp]>([
    ['a length that becomes a mass', () => ({ unit: 'g' }), 'unit', /different things.*was in mm in iteration \d/s],
    ['a unit that is none', () => ({ what: 'Fin', unit: 'flops' }), 'unit', /not a unit/],
    ['a figure that is none', () => ({ after: 'longer' }), 'after', /not a number/],
    ['nothing that was changed', () => ({ what: ' ' }), 'what', /needed/],
    ['a claim without a figure', () => ({ claim: 'lighter' }), 'claimParameterId', /Choose the figure/],
    [
      'faster, shown by a mass',
      () => ({ claim: 'faster', claimParameterId: p.parameters['Carrier mass'] }),
      'claimParameterId',
      /Carrier mass: "faster" goes with a time or a speed/,
    ],
    [
      'stronger, shown by a yes or no',
      () => ({ claim: 'stronger', claimParameterId: p.parameters['Repaired with hand tools'] }),
      'claimParameterId',
      /yes or no/,
    ],
  ])('%s is refused at its place', async (_name, more, field, message) => {
    await asFlint();
    done(await enter());
    expect(refused(await enter({ changes: [change(more())] }))[`changes.0.${field}`]).toMatch(message);
  });

  test('who was second gets both versions of the changes, and nothing is overwritten', async () => {
    await asFlint();
    const { id } = done(await enter());
    done(await enter({ id, version: 1, changes: [change({ after: '30' })] }));
    const outcome = await enter({ id, version: 1, changes: [change({ after: '20' })] });
    expect(outcome).toMatchObject({ ok: false, conflict: { theirs: { changes: [{ after: '30' }] }, version: 2 } });
    expect((await changesOf(id)).map(({ afterValue }) => afterValue)).toEqual([30]);
  });
});

describe('what the course asks for', () => {
  const rule = async (more: object) => {
    await asPerson(p.instructorId);
    const { id, version } = await findBuildRule(pool(), p.id);
    const given = { leastTeam: '', leastMember: '', makesOfficial: false, frozenFrom: '', ...more };
    done(await saveBuildRule({ projectId: p.id, id, version, ...given }));
  };

  test('once the designs are frozen students change none; who leads does, and what was entered before counts', async () => {
    await asFlint();
    const mine = done(await enter()).id;
    await rule({ frozenFrom: '2026-10-20' });
    await asFlint();
    expect(refused(await enter())['']).toMatch(/frozen since 20 Oct/);
    expect(refused(await enter({ id: mine, version: 1 }))['']).toMatch(/frozen/);
    expect(refused(await removeIteration({ projectId: p.id, id: mine }))['']).toMatch(/frozen/);
    // Entered a week ago without a connection, a day before the designs were frozen.
    const waited = { id: randomUUID(), by: p.studentOf('Flint'), age: 7 * 86_400_000 };
    done(await perform(recordIteration, entry(), waited));
    await asPerson(p.instructorId);
    done(await enter());
    await rule({ frozenFrom: '2099-01-01' });
    await asFlint();
    done(await enter());
    await rule({});
  });

  test('what is missing is told of each team and each member; planned ones don’t count', async () => {
    const members = [
      { accountId: 'a', name: 'Ida Mora' },
      { accountId: 'b', name: 'Noor Pell' },
    ];
    const of = (state: string, makerId: string | null) => ({ state, makerId }) as never;
    const asks = { id: null, version: null, leastTeam: 2, leastMember: 1, makesOfficial: true, frozenFrom: null };
    expect(lackingOf(asks, [of('planned', 'a')], members)).toEqual([
      'not official yet: no iteration is recorded',
      '0 of 2 iterations recorded',
      'Ida M. made 0 of 1 iteration',
      'Noor P. made 0 of 1 iteration',
    ]);
    expect(lackingOf(asks, [of('tested', 'a'), of('broken', 'b')], members)).toEqual([]);
    expect(lackingOf({ ...asks, leastTeam: null, leastMember: null, makesOfficial: false }, [], members)).toEqual([]);
  });

  test('an iteration with runs is retired instead of removed; one on which nothing rests goes, and returns', async () => {
    await asFlint();
    const outcome = await removeIteration({ projectId: p.id, id: p.iteration['Flint 3'] });
    expect(outcome).toMatchObject({
      ok: true,
      notes: [expect.stringMatching(/^Iteration 3 has \d+ runs and .* came of it, so it is retired/)],
    });
    expect((await stored(p.iteration['Flint 3']!)).state).toBe('retired');
    const { id } = done(await enter());
    const stamp = {
      projectId: p.id,
      teamId: p.teams.Flint!,
      objectKind: 'iteration',
      objectId: id,
      mime: 'image/jpeg',
    };
    const picture = {
      ...stamp,
      id: randomUUID(),
      bytes: Buffer.from('x'),
      thumbnail: Buffer.from('x'),
      sha256: 'x',
      width: 1,
      height: 1,
    };
    await bySystem((tx) => tx`insert into attachment ${tx(picture)}`);
    done(await removeIteration({ projectId: p.id, id }));
    expect(await listPictures(pool(), p.id, id)).toEqual([]);
    expect(await stored(id)).toBeUndefined();
    expect(refused(await removeIteration({ projectId: p.id, id }))['']).toMatch(/not do this|removed/);
    await asPerson(p.instructorId);
    const selection = { kind: 'act' as const, act: id };
    const plan = await planPutBack(pool(), { id: p.id, timeZone: 'UTC' }, selection);
    expect(plan.steps.map(({ table, does }) => `${does} ${table}`).sort()).toEqual([
      'add iteration',
      'add iteration_change',
      'add iteration_parent',
      'change attachment',
    ]);
  });

  test('a design that changed in nothing measurable stands still since its last measured change', async () => {
    const iterations = await listIterations(pool(), p.id);
    const tuff = iterations.filter(({ teamId }) => teamId === p.teams.Tuff);
    const meetings = ['2026-10-15', '2026-10-16', '2026-10-20', '2026-10-22', '2026-10-26'].map((date) => ({
      date,
      start: '10:00',
      minutes: 50,
    }));
    expect(stillOf(tuff, meetings, '2026-10-26')).toMatchObject({ last: { number: 5 }, meetings: 3 });
    const same = {
      ...tuff.at(-1)!,
      id: 'copy',
      number: 6,
      builtOn: '2026-10-26',
      parents: [{ id: tuff.at(-1)!.id, teamId: '', number: 5 }],
    };
    expect(stillOf([...tuff, same], meetings, '2026-10-26')).toMatchObject({ last: { number: 5 }, meetings: 3 });
    const lighter = {
      ...same,
      measurements: same.measurements.map((one) => ({ ...one, value: one.value === null ? null : one.value * 0.9 })),
    };
    expect(stillOf([...tuff, lighter], meetings, '2026-10-26')).toMatchObject({ last: { number: 6 }, meetings: 0 });
    expect(stillOf([], meetings, '2026-10-26')).toBeNull();
  });
});
