import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { listProtocols } from '@/areas/bench/read/protocols';
import { listEvents, listRunGroups, listRunsOfTeam } from '@/areas/bench/read/runs';
import { buildsOf, inTurn, driftsOf, listResultGroups, outliersOf } from '@/areas/bench/read/results';
import { compareRuns, settingsCompared } from '@/areas/compliance/read/designs/compareRuns';
import { figureOf } from '@/areas/compliance/read/designs/figure';
import { buildsToday } from '@/areas/builds/read/today';
import { listChanges, listFeatures, listIterations } from '@/areas/builds/read/iterations';
import { compareCopies } from '@/areas/compliance/read/designs/copies';
import { listConclusions, saidNow, type Conclusion } from '@/areas/bench/read/conclusions';
import { conclusionsToday } from '@/areas/bench/read/conclusions/today';
import { isBroken, listCopies } from '@/areas/builds/read/copies';
import { listParameters } from '@/areas/brief/read/requirements/parameters';
import { listRequirements } from '@/areas/brief/read/requirements';
import { saveProtocol } from '@/areas/bench/write/actions';
import { recordRun } from '@/areas/bench/write/commands';
import { protocolForm } from '@/areas/bench/read/toForm';
import { releaseIteration, saveFeature } from '@/areas/builds/write/actions';
import { recordIteration } from '@/areas/builds/write/commands';
import { iterationForm } from '@/areas/builds/read/toForm';
import { saveConclusion, withdrawConclusion } from '@/areas/bench/write/conclusions';
import { addCopy, mendCopy, removeCopy } from '@/areas/builds/write/copies';
import { addSize, removeProperty, saveProperty } from '@/areas/builds/write/properties';
import { perform } from '@/server/perform';
import { askedToday, asPerson, bySystem, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
  // Its clock runs, so that what happens one after another is told apart.
  await bySystem((tx) => tx`update project set pinned_now = null where id = ${p.id}`);
});
const asFlint = () => asPerson(p.studentOf('Flint'));
const flint = () => p.iteration['Flint 3']!;
const protocols = () => listProtocols(pool(), p.id);
const stop = async () => (await protocols()).find(({ name }) => name === 'Stop at the line')!;

/** A practice run of Flint under the stopping protocol. */
async function run(value: string, more: object = {}) {
  const [team] = await pool()<{ sectionId: string }[]>`select section_id from team where id = ${p.teams.Flint!}`;
  const input = {
    projectId: p.id,
    id: randomUUID(),
    version: null,
    sectionId: team!.sectionId,
    eventId: null,
    protocolId: (await stop()).id,
    teamId: p.teams.Flint,
    iterationId: flint(),
    attempt: null,
    status: 'ok',
    value,
    unit: 'm',
    penalties: {},
    conditions: [],
    settings: [],
    copyId: '',
    note: '',
    ...more,
  };
  return { input, outcome: await perform(recordRun, input) };
}
const copies = () => listCopies(pool(), p.id, [flint()]);

describe('copies of an iteration', () => {
  test('the first copy takes over what there was with its runs, and two at once get two numbers', async () => {
    await asFlint();
    const before = (await listRunsOfTeam(pool(), p.id, p.teams.Flint!)).filter((one) => one.iterationId === flint());
    const { notes } = (await addCopy({ projectId: p.id, iterationId: flint() })) as { notes: string[] };
    expect(notes[0]).toBe(`Copy 1 is the one there was, with ${before.length} runs; copy 2 is new`);
    await Promise.all([1, 2].map(() => addCopy({ projectId: p.id, iterationId: flint() })));
    expect((await copies()).map(({ number }) => number)).toEqual([1, 2, 3, 4]);
    const after = (await listRunsOfTeam(pool(), p.id, p.teams.Flint!)).filter((one) => one.iterationId === flint());
    expect(new Set(after.map(({ copyNumber }) => copyNumber))).toEqual(new Set([1]));
    expect(refused(await removeCopy({ projectId: p.id, id: (await copies())[0]!.id }))['']).toMatch(
      /runs, so it stays/,
    );
    done(await removeCopy({ projectId: p.id, id: (await copies())[3]!.id }));
  });

  test('a copy that broke and was repaired is compared with itself as it was, and with the others', async () => {
    await asFlint();
    const [one, two] = await copies();
    for (const value of ['9.52', '9.48', '9.55']) done((await run(value, { copyId: two!.id })).outcome);
    done(await mendCopy({ projectId: p.id, id: two!.id, kind: 'broke', what: 'The cord came off its drum.' }));
    expect(isBroken((await copies())[1]!)).toBe(true);
    done(await mendCopy({ projectId: p.id, id: two!.id, kind: 'repaired', what: 'New knot.' }));
    expect(isBroken((await copies())[1]!)).toBe(false);
    for (const value of ['10.02', '10.05', '9.99']) done((await run(value, { copyId: two!.id })).outcome);
    const runs = (await listRunsOfTeam(pool(), p.id, p.teams.Flint!)).filter(
      ({ iterationId, attempt }) => iterationId === flint() && attempt === null,
    );
    const [found] = compareCopies(await copies(), runs, [await stop()]);
    expect(found!.stretches.map(({ name, n }) => `${name}: ${n}`)).toEqual(['copy 2: 3', 'copy 2, repaired: 3']);
    expect(found!.says).toMatch(/^Copy 2, repaired is above copy 2 by 0\.50\d* ± 0\.0\d+ m, more than chance explains/);
    // A run that names another iteration's copy is one of its iteration alone, and that is said.
    const other = await run('9.9', { copyId: one!.id, iterationId: p.iteration['Flint 2'] });
    expect(other.outcome).toMatchObject({
      ok: true,
      notes: expect.arrayContaining([expect.stringMatching(/without its copy/)]) as string[],
    });
  });

  test('once every copy of the newest iteration is broken, the team reads it on Today', async () => {
    await asPerson(p.studentOf('Tuff'));
    const tuff = await listCopies(pool(), p.id, [p.iteration['Tuff 5']!]);
    const lines = async () =>
      (await buildsToday.lines(pool(), await askedToday(p.id, p.studentOf('Tuff'), false))).flatMap(({ headline }) =>
        headline.includes('copies') ? [headline] : [],
      );
    const [first, second] = tuff;
    done(await mendCopy({ projectId: p.id, id: first!.id, kind: 'broke', what: 'The strip tore.' }));
    expect(await lines()).toEqual([]);
    done(await mendCopy({ projectId: p.id, id: second!.id, kind: 'broke', what: 'The pad is gone.' }));
    expect(await lines()).toEqual(['All 2 copies of iteration 5 are broken']);
    done(await mendCopy({ projectId: p.id, id: first!.id, kind: 'repaired', what: 'A new strip.' }));
    expect(await lines()).toEqual([]);
  });

  test('members of other teams neither add copies nor mend them', async () => {
    await asPerson(p.studentOf('Marl'));
    const [one] = await copies();
    expect((await addCopy({ projectId: p.id, iterationId: flint() })).ok).toBe(false);
    expect((await mendCopy({ projectId: p.id, id: one!.id, kind: 'broke', what: 'x' })).ok).toBe(false);
  });
});

describe('settings', () => {
  const setTo =
    (settings: object[], more: object = {}) =>
    async () => {
      const protocol = await stop();
      const input = { ...protocolForm({ ...protocol }), projectId: p.id, id: protocol.id, version: protocol.version };
      return saveProtocol({ ...input, settings, ...more } as never);
    };

  test('runs at different settings are never mixed, and what was set stands in a comparison', async () => {
    await asPerson(p.instructorId);
    done(
      await setTo([
        { name: 'release', unit: 'm' },
        { name: 'cord', unit: '' },
      ])(),
    );
    await asFlint();
    const at = (release: string, cord: string) => ({
      iterationId: p.iteration['Flint 1'],
      settings: [
        { name: 'release', value: release, unit: 'm' },
        { name: 'cord', value: cord, unit: '' },
        { name: 'unknown', value: '7', unit: '' },
      ],
    });
    for (const value of ['8.1', '8.3', '8.2']) done((await run(value, at('0,50', 'long'))).outcome);
    for (const value of ['7.1', '7.3']) done((await run(value, at('0.8', 'long'))).outcome);
    const sources = { protocols: await protocols(), runs: await listRunGroups(pool(), p.id) };
    const iterations = await listIterations(pool(), p.id);
    const one = iterations.find(({ id }) => id === p.iteration['Flint 1'])!;
    const { parameterId } = await stop();
    const figure = figureOf(parameterId, one, sources)!;
    expect(figure.evidence).toMatchObject({ runs: 3, at: 'cord long, release 0.5 m', others: 2 });
    expect(figure.measured!.value).toBeCloseTo(8.2, 12);
    // Of as many runs at each, those count that were made last.
    done((await run('7.2', at('0.8', 'long'))).outcome);
    const newer = { ...sources, runs: await listRunGroups(pool(), p.id) };
    expect(figureOf(parameterId, one, newer)!.evidence).toMatchObject({ at: 'cord long, release 0.8 m' });
    expect(refused((await run('8', at('steep', ''))).outcome)['settings.0.value']).toMatch(/^release: /);

    const events = await listEvents(pool(), p.id);
    const [other] = iterations.filter(({ id }) => id === flint());
    const compared = compareRuns([one, other!], newer, await listRequirements(pool(), p.id), events, [
      'Flint 1',
      'Flint 3',
    ]);
    const stopping = compared.find(({ protocol }) => protocol.name === 'Stop at the line')!;
    expect(stopping.comparison.verdict).not.toBe('not-separable');
    expect(stopping.says).toMatch(
      /^Stopping distance of Flint 3 is higher than that of Flint 1 by 2\.\d+ m, give or take 0\.\d+ m\.$/,
    );
    expect([...settingsCompared([stopping], 0)]).toEqual([
      ['cord, Stop at the line', 'long'],
      ['release, Stop at the line', '0.8 m'],
    ]);
  });

  test('what was set stays when the protocol drops the setting and the run is corrected', async () => {
    await asFlint();
    const { input } = await run('8.4', { settings: [{ name: 'cord', value: 'short', unit: '' }] });
    await asPerson(p.instructorId);
    done(await setTo([{ name: 'release', unit: 'm' }])());
    await asFlint();
    done(await perform(recordRun, { ...input, version: 1, settings: [{ name: 'release', value: '0.6', unit: 'm' }] }));
    const runs = await listRunsOfTeam(pool(), p.id, p.teams.Flint!);
    expect(runs.find(({ id }) => id === input.id)!.settings).toEqual({
      cord: { value: 'short', unit: '' },
      release: { value: 0.6, unit: 'm' },
    });
  });

  test('a setting appears once, and in a unit that is known', async () => {
    await asPerson(p.instructorId);
    const twice = await setTo([
      { name: 'Angle', unit: '' },
      { name: 'angle', unit: 'deg' },
    ])();
    expect(refused(twice)['settings.1.name']).toBe('angle appears twice.');
    expect(Object.keys(refused(await setTo([{ name: 'Angle', unit: 'parsnips' }])()))).toEqual(['settings.0.unit']);
  });

  test('a correction by an entry that knows nothing of settings keeps them', async () => {
    await asFlint();
    const { input } = await run('8.4', { settings: [{ name: 'release', value: '0.9', unit: 'm' }] });
    const { settings: _, copyId: __, ...older } = input;
    done(await perform(recordRun, { ...older, version: 1, value: '8.5' }));
    const runs = await listRunsOfTeam(pool(), p.id, p.teams.Flint!);
    const { settings, value } = runs.find(({ id }) => id === input.id)!;
    expect({ settings, value }).toEqual({ settings: { release: { value: 0.9, unit: 'm' } }, value: 8.5 });
  });
});

describe('what is measured, and where it comes from', () => {
  const form = async (name: string, more: (mass: string) => object) => {
    const known = (await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration[name])!;
    const mass = (await listParameters(pool(), p.id)).find((one) => one.name === 'Carrier mass')!.id;
    const { id, version } = known;
    const values = iterationForm(known, await listChanges(pool(), p.id));
    return { ...values, measurements: [], ...more(mass), projectId: p.id, id, version };
  };
  const massOf = async (name: string) =>
    (await listIterations(pool(), p.id))
      .find(({ id }) => id === p.iteration[name])!
      .measurements.find(({ parameterName }) => parameterName === 'Carrier mass')!;

  test('several readings count with their mean and their spread; an older entry keeps them, another value drops them', async () => {
    await asFlint();
    const taken = (value: string, more?: string[]) => (parameterId: string) => ({
      measurements: [
        {
          parameterId,
          value,
          unit: 'g',
          answer: '',
          instrumentId: '',
          ...(more && { more: more.map((one) => ({ value: one })) }),
        },
      ],
    });
    done(await perform(recordIteration, await form('Flint 1', taken('810', ['812', '814,5']))));
    expect(await massOf('Flint 1')).toMatchObject({ value: 812.16666666667, readings: [810, 812, 814.5] });
    const iteration = (await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Flint 1'])!;
    const { measured } = figureOf((await massOf('Flint 1')).parameterId, iteration, { protocols: [], runs: [] })!;
    // Counted without an instrument: 2 · s/√3, by hand.
    expect(measured).toMatchObject({ expandedUncertainty: expect.closeTo(2 * (2.2546 / Math.sqrt(3)), 3) });
    done(await perform(recordIteration, await form('Flint 1', taken('812.16666666667'))));
    expect((await massOf('Flint 1')).readings).toHaveLength(3);
    done(await perform(recordIteration, await form('Flint 1', taken('800'))));
    expect(await massOf('Flint 1')).toMatchObject({ value: 800, readings: null });
    const wrong = await perform(recordIteration, await form('Flint 1', taken('810', ['-3'])));
    expect(refused(wrong)['measurements.0.more.0.value']).toMatch(/can't be negative/);
  });

  test('the course measures the size and what else it likes, once each, and stops where nothing asks for it', async () => {
    await asPerson(p.instructorId);
    done(await addSize({ projectId: p.id }));
    const all = await listParameters(pool(), p.id);
    expect(all.flatMap(({ axis, name }) => (axis ? [`${axis}: ${name}`] : [])).sort()).toEqual([
      'height: Height on the cable',
      'length: Length',
      'width: Width',
    ]);
    done(await saveProperty({ projectId: p.id, name: 'Joints', dimension: 'count' } as never));
    const again = await saveProperty({ projectId: p.id, name: 'joints', dimension: 'count' } as never);
    expect(refused(again).name).toBe('This is measured already.');
    const idOf = async (name: string) => (await listParameters(pool(), p.id)).find((one) => one.name === name)!.id;
    done(await removeProperty({ projectId: p.id, id: await idOf('Joints') }));
    expect(refused(await removeProperty({ projectId: p.id, id: await idOf('Carrier mass') }))['']).toMatch(
      /^It stays: .*a requirement.* names it/,
    );
    await asFlint();
    expect((await addSize({ projectId: p.id })).ok).toBe(false);
  });

  test('it goes back to a concept that was chosen in its section, or to an earlier season, and to nothing else', async () => {
    await asFlint();
    const [mine, open] = await pool()<{ id: string; fate: string }[]>`
      select distinct on (c.fate) c.id, c.fate from concept c join team t on t.section_id = c.section_id
      where t.id = ${p.teams.Flint!} and c.fate in ('chosen', 'not chosen') order by c.fate`;
    const from = (originId: string) => async () =>
      perform(recordIteration, await form('Flint 1', () => ({ originId })));
    done(await from(mine!.id)());
    expect((await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Flint 1'])).toMatchObject({
      conceptId: mine!.id,
    });
    expect(refused(await from(open!.id)()).originId).toMatch(/Choose a concept that was chosen/);
    const [season] = await pool()<{ id: string }[]>`select id from benchmark where project_id = ${p.id} limit 1`;
    const taken = {
      kind: 'taken over',
      what: 'Felt brake',
      before: '',
      after: '',
      unit: '',
      claim: '',
      claimParameterId: '',
    };
    const changes = [{ ...taken, sourceId: season!.id, makerId: p.studentOf('Flint') }];
    done(await perform(recordIteration, await form('Flint 1', () => ({ originId: season!.id, changes }))));
    const [change] = (await listChanges(pool(), p.id)).filter(
      ({ iterationId }) => iterationId === p.iteration['Flint 1'],
    );
    expect(change).toMatchObject({ season: { id: season!.id }, source: null, makerId: p.studentOf('Flint') });
    const strange = [{ ...changes[0]!, makerId: p.studentOf('Marl') }];
    const refusal = await perform(recordIteration, await form('Flint 1', () => ({ changes: strange })));
    expect(refused(refusal)['changes.0.makerId']).toMatch(/member of the team/);

    const feature = (await listFeatures(pool(), p.id)).find(({ name }) => name === 'Cord brake')!;
    const answers = (conceptId: string, version: number) =>
      saveFeature({
        projectId: p.id,
        id: feature.id,
        version,
        name: feature.name,
        requirementId: null,
        conceptId,
      } as never);
    done(await answers(mine!.id, feature.version));
    expect(refused(await answers(open!.id, feature.version + 1)).conceptId).toMatch(/Choose a concept/);
    // What goes back to a season stays when that is gone.
    await bySystem((tx) => tx`delete from benchmark where id = ${season!.id}`);
    expect((await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Flint 1'])).toMatchObject({
      benchmarkId: null,
    });
  });
});

describe('what whoever enters hears at once, and what the results say', () => {
  test('a run far from the others is told with the press that saves it, and only then; both stand among the results', async () => {
    await asFlint();
    const at = { iterationId: p.iteration['Flint 2'], settings: [{ name: 'release', value: '0.7', unit: 'm' }] };
    const notesOf = async (value: string) => ((await run(value, at)).outcome as { notes: string[] }).notes.join('; ');
    for (const value of ['9.5', '9.52', '9.48', '9.51', '9.49']) expect(await notesOf(value)).not.toMatch(/stands far/);
    expect(await notesOf('9.9')).toMatch(
      /^Off the protocol: .*; One run of Flint 2, 9\.9 m, stands far from the other 5/,
    );
    expect(await notesOf('9.5')).not.toMatch(/stands far/);

    const protocol = await stop();
    const rows = await listResultGroups(pool(), p.id, protocol, p.teams.Flint!, 'UTC');
    const builds = buildsOf(rows, protocol, () => 'Flint');
    const own = builds.find(({ name }) => name === 'Flint 2 at release 0.7 m')!;
    expect(own.summary).toMatchObject({ n: 7, max: 9.9 });
    expect([...outliersOf(own, 'm'), ...driftsOf(own, 'm')]).toEqual([
      expect.stringMatching(/9\.9 m, stands far from the other 6/),
    ]);
    // By hand: the mean of the same readings.
    const readings = [9.5, 9.52, 9.48, 9.51, 9.49, 9.9, 9.5];
    expect(own.summary!.mean).toBeCloseTo(readings.reduce((sum, one) => sum + one, 0) / 7, 12);
    const [first] = inTurn([own, builds.find(({ name }) => name.startsWith('Flint 3'))!], protocol, null, () => [
      'Keel',
    ]);
    expect(first!.says[1]).toBe(
      '2 things differ between them, Keel and the settings, so it can’t be put down to one of them.',
    );
    // Of the whole class, each team's newest iteration that has runs.
    const newest = await listResultGroups(pool(), p.id, protocol, null, 'UTC');
    const byTeam = new Map(newest.map(({ teamId, iterationId }) => [teamId, iterationId] as const));
    expect(new Set(newest.map(({ iterationId }) => iterationId)).size).toBe(byTeam.size);
    expect(byTeam.get(p.teams.Flint!)).toBe(p.iteration['Flint 3']);
  });

  test('an official of other teams hears what was off, and nothing of their practice', async () => {
    const [event] = await pool()<{ id: string }[]>`
      select id from event where project_id = ${p.id} and protocol_id = ${(await stop()).id} limit 1`;
    const accountId = p.studentOf('Marl');
    await bySystem((tx) => tx`insert into official ${tx({ projectId: p.id, eventId: event!.id, accountId })}`);
    await asPerson(accountId);
    const at = {
      iterationId: p.iteration['Flint 2'],
      eventId: event!.id,
      protocolId: null,
      settings: [{ name: 'release', value: '0.7', unit: 'm' }],
    };
    const { outcome } = await run('12', at);
    const notes = (outcome as { notes: string[] }).notes.join('; ');
    expect(notes).toMatch(/Off the protocol/);
    expect(notes).not.toMatch(/stands far|creep/);
  });
});

describe('conclusions', () => {
  const write = (more: object = {}) =>
    stop().then((protocol) =>
      saveConclusion({
        projectId: p.id,
        id: null,
        version: null,
        teamId: p.teams.Flint!,
        protocolId: protocol.id,
        beforeId: p.iteration['Flint 1']!,
        afterId: p.iteration['Flint 2']!,
        text: 'The cord brake stops it earlier.',
        ...more,
      } as never),
    );
  const own = async () => (await listConclusions(pool(), p.id)).filter(({ teamId }) => teamId === p.teams.Flint);

  test('are kept with what the runs said, and newer runs that say otherwise are told on Today', async () => {
    await asFlint();
    const at = (iteration: string) => ({
      iterationId: p.iteration[iteration],
      settings: [{ name: 'release', value: '1', unit: 'm' }],
    });
    for (const value of ['9.9', '10.1', '10', '10.05', '9.95', '10', '9.97', '10.02', '10.03', '9.98'])
      await run(value, at('Flint 1'));
    for (const value of ['9.5', '9.6', '9.55', '9.5', '9.6', '9.52', '9.58', '9.55', '9.54', '9.56'])
      await run(value, at('Flint 2'));
    done(await write());
    expect(await own()).toMatchObject([{ verdict: 'lower', runs: 20 }]);
    const asked = await askedToday(p.id, p.studentOf('Flint'), false);
    expect(await conclusionsToday.lines(pool(), asked)).toEqual([]);
    for (let i = 0; i < 12; i++) await run(i % 2 ? '11.2' : '11.3', at('Flint 2'));
    const [line] = await conclusionsToday.lines(pool(), asked);
    expect(line).toMatchObject({ teamId: p.teams.Flint, headline: 'Newer runs speak against 1 conclusion' });
    expect(line!.detail).toBe('“The cord brake stops it earlier.”');
  });

  test('stay with their team, on its own design, and only of what may be seen', async () => {
    await asFlint();
    const [{ id, version }] = (await own()) as [Conclusion];
    done(await write({ id, version, text: 'It stopped earlier, until the cord stretched.' }));
    expect(refused(await write({ id, version, text: 'A second one at once' }))).not.toEqual({});
    expect((await own()).map(({ text }) => text)).toEqual(['It stopped earlier, until the cord stretched.']);
    expect(refused(await write({ beforeId: p.iteration['Marl 1'] })).beforeId).toMatch(/your own, or a released one/);
    expect((await write({ id, version: version + 1, teamId: p.teams.Marl })).ok).toBe(false);
    expect(refused(await write({ beforeId: p.iteration['Flint 2'], afterId: p.iteration['Flint 2'] }))).not.toEqual({});
    await asPerson(p.studentOf('Marl'));
    expect((await write({ id, version: version + 1 })).ok).toBe(false);
    expect((await withdrawConclusion({ projectId: p.id, id } as never)).ok).toBe(false);
    await asFlint();
    done(await withdrawConclusion({ projectId: p.id, id } as never));
    expect(await own()).toEqual([]);
    expect(refused(await withdrawConclusion({ projectId: p.id, id } as never))['']).toMatch(/withdrawn already/);
  });

  test('against a design of others are silent once that is hidden again', async () => {
    await asPerson(p.instructorId);
    const marl = (await listIterations(pool(), p.id)).find(({ id }) => id === p.iteration['Marl 2'])!;
    const release = (version: number, released: boolean) =>
      releaseIteration({ projectId: p.id, id: marl.id, version, released } as never);
    done(await release(marl.version, true));
    await asFlint();
    done(await write({ beforeId: marl.id }));
    const [one] = (await own()) as [Conclusion];
    const said = async () => {
      const [now] = (await own()) as [Conclusion];
      return saidNow(now, await stop(), await listRunGroups(pool(), p.id), null, () => '');
    };
    expect(one.open).toBe(true);
    expect(await said()).not.toBeNull();
    await asPerson(p.instructorId);
    done(await release(marl.version + 1, false));
    expect(await own()).toMatchObject([{ open: false }]);
    expect(await said()).toBeNull();
  });
});

describe('several observers of one run', () => {
  const observed = async (id: string) => {
    const runs = await listRunsOfTeam(pool(), p.id, p.teams.Flint!);
    const { value, observed: each } = runs.find((one) => one.id === id)!;
    return { value, observed: each };
  };

  test('their mean counts, what each read stays, and a watch that failed leaves the other alone', async () => {
    await asFlint();
    const more = (...values: string[]) => ({
      iterationId: p.iteration['Flint 1'],
      more: values.map((value) => ({ value })),
    });
    const two = await run('9,40', more('9.41'));
    expect(await observed(two.input.id)).toEqual({ value: 9.405, observed: [9.4, 9.41] });
    expect((two.outcome as { notes: string[] }).notes.join()).not.toMatch(/differ by/);
    const apart = await run('9.40', more('9.90'));
    expect((apart.outcome as { notes: string[] }).notes.join()).toMatch(
      /The observers differ by 0\.5 m, more than the instrument explains/,
    );
    const one = await run('9.4', more(''));
    expect(await observed(one.input.id)).toEqual({ value: 9.4, observed: null });
    const wrong = await run('9.4', more('late'));
    expect(refused(wrong.outcome)['more.0.value']).toBeTruthy();
    // An older entry that knows of one value keeps what both read, where it leaves the mean as it is.
    const { more: _, ...older } = two.input as typeof two.input & { more?: unknown };
    done(await perform(recordRun, { ...older, version: 1, value: '9.405', note: 'windy' }));
    expect(await observed(two.input.id)).toEqual({ value: 9.405, observed: [9.4, 9.41] });
    // A correction of one of them moves the mean.
    done(await perform(recordRun, { ...two.input, version: 2, more: [{ value: '9.46' }] }));
    expect(await observed(two.input.id)).toEqual({ value: 9.43, observed: [9.4, 9.46] });
  });
});
