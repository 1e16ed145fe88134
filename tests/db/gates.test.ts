import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { checkIteration, withdrawCheck } from '@/areas/builds/write/actions';
import { recordIteration } from '@/areas/builds/write/commands';
import { recordRun } from '@/areas/bench/write/commands';
import { settleAction } from '@/areas/course/write/actionItems';
import {
  decideGate,
  removeGate,
  saveGate,
  signItem,
  withdrawDecision,
  withdrawSignature,
} from '@/areas/plan/write/gates';
import { gateForm, NEW_ITEM } from '@/areas/plan/shared/gatesForm';
import { writeBundle } from '@/shell/bundle/write';
import { removeStage } from '@/areas/plan/write/actions';
import {
  acknowledgeHazard,
  removeHazard,
  saveHazard,
  saveIncident,
  signOff,
  withdrawSignOff,
  takeFromLibrary,
} from '@/areas/safety/write/actions';
import { LIBRARY } from '@/areas/safety/shared/library';
import { hazardForm, NEW_HAZARD } from '@/areas/safety/read/toForm';
import { aboutPerson } from '@/shell/data/about';
import { perform } from '@/server/perform';
import { judgeGates, readFound, listGates, type TeamGate } from '@/areas/plan/read/gates';
import { readSafety } from '@/areas/safety/read/safety';
import { asPerson, bySystem, demoProject, done, makeAccount, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
const TODAY = '2026-10-26';
let p: DemoProject;
const member = async (team: string) => {
  const rows = await pool()<{ id: string; name: string }[]>`
    select a.id, a.name from team_member m join account a on a.id = m.account_id where m.team_id = ${p.teams[team]!} order by a.name`;
  return [...rows];
};
const gates = () => listGates(pool(), p.id);
const gate = async (name: string) => (await gates()).find((one) => one.name === name)!;
const standing = async (name: string, team: string): Promise<TeamGate> => {
  const judged = judgeGates(await gates(), await readFound(pool(), p.id), await readSafety(pool(), p.id), {
    today: TODAY,
  });
  return judged.find((one) => one.gate.name === name && one.teamId === p.teams[team])!;
};
const hazard = async (name: string) => (await readSafety(pool(), p.id)).hazards.find((one) => one.name === name)!;
const stageId = async (name: string) => {
  const [row] = await pool()<{ id: string }[]>`select id from stage where project_id = ${p.id} and name = ${name}`;
  return row!.id;
};
const iterationOf = (team: string, more: object = {}) => ({
  projectId: p.id,
  id: randomUUID(),
  teamId: p.teams[team]!,
  parentId: null,
  version: null,
  state: 'building',
  change: 'Lighter frame',
  reason: '',
  builtOn: TODAY,
  makerId: null,
  measurements: [],
  ...more,
});
const build = (team: string, more: object = {}) => perform(recordIteration, iterationOf(team, more));
const heldFor = async (table: 'iteration' | 'run', id: string) => {
  const [row] = await pool()<{ heldFor: string }[]>`select held_for from ${pool()(table)} where id = ${id}`;
  return row!.heldFor;
};

beforeAll(async () => {
  p = await demoProject('keeper');
});
beforeEach(() => asPerson(p.instructorId));

describe('a gate', () => {
  const typed = async (name: string, more: object) => {
    const found = await gate(name);
    return { projectId: p.id, id: found.id, version: found.version, ...gateForm(found), ...more };
  };

  test('without items, or before no stage, is refused at its place', async () => {
    expect(refused(await saveGate(await typed('Final cut', { items: [] }))).items).toMatch(/at least one item/);
    expect(refused(await saveGate(await typed('Final cut', { stageId: '' }))).stageId).toMatch(/must be chosen/);
    const item = { ...NEW_ITEM, kind: 'stage', text: 'Drawing' };
    expect(refused(await saveGate(await typed('Final cut', { items: [item] })))['items.0.stageId']).toMatch(
      /Choose the stage/,
    );
    expect((await gate('Final cut')).items).toHaveLength(3);
  });

  test('two people changing it: the second sees both versions', async () => {
    const mine = await typed('Ready for the day', { name: 'Ready to go' });
    done(await saveGate(await typed('Ready for the day', { guardsFinal: true })));
    expect(await saveGate(mine)).toMatchObject({ ok: false, conflict: { theirs: { guardsFinal: true } } });
    done(await saveGate(await typed('Ready for the day', { guardsFinal: false })));
  });

  test('changing its checklist keeps the signatures of items that stay', async () => {
    const before = await gate('Material release');
    expect(before.signatures.length).toBe(7);
    const items = (gateForm(before).items as object[]).slice().reverse();
    done(await saveGate(await typed('Material release', { items })));
    const after = await gate('Material release');
    expect(after.items.map((one) => one.text)).toEqual(before.items.map((one) => one.text).reverse());
    expect(after.signatures.length).toBe(7);
  });

  test('is open, shut or open with conditions by the evidence of each team', async () => {
    expect((await standing('Final cut', 'Basalt')).state).toBe('open');
    const marl = await standing('Final cut', 'Marl');
    expect([marl.state, marl.missing.map((one) => one.says)]).toEqual(['shut', ['iteration 2 checked only by Bea T.']]);
    expect((await standing('Final cut', 'Tuff')).state).toBe('conditions');
    expect((await standing('Material release', 'Chert')).decision?.kind).toBe('override');
  });
});

describe('what a gate guards', () => {
  test('before it opens nothing is set to being built, by nobody; the answer says what is missing and who supplies it', async () => {
    const [open] = await bySystem(
      (tx) => tx<{ id: string }[]>`
      delete from gate_signature where team_id = ${p.teams.Flint!} and signed_by is null returning item_id as id`,
    );
    expect(open).toBeTruthy();
    for (const person of [p.instructorId, (await member('Flint'))[0]!.id]) {
      await asPerson(person);
      const { state } = refused(await build('Flint'));
      expect(state).toMatch(/^Held: gate “Material release” is shut/);
      expect(state).toMatch(/Drawing with dimensions approved: not signed \(the instructor\)/);
    }
    const [{ count }] = await pool()<[{ count: number }]>`
      select count(*) as count from iteration where team_id = ${p.teams.Flint!} and state = 'building'`;
    expect(count).toBe(0);
  });

  test('what was built all the same is recorded, and marked; planning is not held', async () => {
    const built = iterationOf('Flint', { state: 'built' });
    const outcome = await perform(recordIteration, built);
    expect(outcome.ok && outcome.notes.join()).toMatch(/marked/);
    expect(await heldFor('iteration', built.id)).toMatch(/Material release/);
    const planned = iterationOf('Flint', { state: 'planned' });
    done(await perform(recordIteration, planned));
    expect(await heldFor('iteration', planned.id)).toBe('');
    await asPerson((await member('Flint'))[1]!.id);
    expect(refused(await perform(recordIteration, { ...planned, state: 'building', version: 1 })).state).toMatch(
      /Held/,
    );
  });

  test('signed by whom it asks for, it opens; the work begins', async () => {
    const item = (await gate('Material release')).items.find((one) => one.kind === 'signed')!;
    const sign = { projectId: p.id, teamId: p.teams.Flint!, itemId: item.id };
    await asPerson((await member('Flint'))[0]!.id);
    expect(refused(await signItem(sign))['']).toMatch(/instructor signs/);
    await asPerson(p.instructorId);
    done(await signItem(sign));
    const twice = await signItem(sign);
    expect(twice.ok && twice.notes).toEqual(['You had signed it already']);
    expect((await standing('Material release', 'Flint')).state).toBe('open');
    done(await build('Flint'));
    done(await withdrawSignature(sign));
    expect(refused(await withdrawSignature(sign))['']).toMatch(/no signature/);
    done(await signItem(sign));
    const checked = (await gate('Material release')).items.find((one) => one.kind === 'requirements')!;
    expect(refused(await signItem({ ...sign, itemId: checked.id }))['']).toMatch(/checked from evidence/);
  });

  test('the maker does not check; two others do, each once', async () => {
    const [first, second, third] = await member('Marl');
    const target = { projectId: p.id, id: p.iteration['Marl 2']!, note: '' };
    const [{ makerId }] = await pool()<[{ makerId: string }]>`select maker_id from iteration where id = ${target.id}`;
    await asPerson(makerId);
    expect(refused(await checkIteration(target))['']).toMatch(/somebody else/);
    const before = (await standing('Final cut', 'Marl')).missing;
    expect(before).toHaveLength(1);
    const others = [first!, second!, third!].filter((one) => one.id !== makerId);
    for (const one of others) {
      await asPerson(one.id);
      done(await checkIteration(target));
      done(await checkIteration(target));
    }
    expect((await standing('Final cut', 'Marl')).state).toBe('open');
    const [{ count }] = await pool()<[{ count: number }]>`
      select count(*) as count from iteration_check where iteration_id = ${target.id}`;
    expect(count).toBe(2);
    // Nor does the checker become the maker afterwards.
    await asPerson(p.instructorId);
    const [row] = await pool()`select state, change, reason, built_on, version from iteration where id = ${target.id}`;
    const claim = {
      ...target,
      ...row,
      teamId: p.teams.Marl!,
      parentId: null,
      measurements: [],
      makerId: others[0]!.id,
    };
    expect(refused(await perform(recordIteration, claim)).makerId).toMatch(/can’t be one of those who checked/);
    await asPerson(others[0]!.id);
    done(await withdrawCheck(target));
    expect((await standing('Final cut', 'Marl')).state).toBe('shut');
    done(await checkIteration(target));
  });

  test('a maker is a member of the team', async () => {
    const [stranger] = await member('Basalt');
    expect(refused(await build('Flint', { makerId: stranger!.id })).makerId).toMatch(/member of the team/);
  });
});

describe('the instructor decides', () => {
  const decide = async (team: string, more: object) =>
    decideGate({
      projectId: p.id,
      gateId: (await gate('Ready for the day')).id,
      teamId: p.teams[team]!,
      kind: 'override',
      reason: '',
      conditions: [],
      ...more,
    });

  test('never without a reason, nor with conditions that nobody owns or that no meeting can see', async () => {
    expect(refused(await decide('Gneiss', {})).reason).toMatch(/reason is needed/);
    expect(refused(await decide('Gneiss', { kind: 'conditions' })).conditions).toMatch(/at least one condition/);
    const owner = (await member('Gneiss'))[0]!.id;
    const on = (dueOn: string, ownerId = owner) =>
      decide('Gneiss', { kind: 'conditions', conditions: [{ what: 'Mend the tray', ownerId, dueOn }] });
    expect(refused(await on('2026-10-27'))['conditions.0.dueOn']).toMatch(/meeting of the team/);
    expect(refused(await on('2026-10-21'))['conditions.0.dueOn']).toMatch(/still to come/);
    expect(refused(await on('2026-10-28', (await member('Basalt'))[0]!.id))['conditions.0.ownerId']).toMatch(/member/);
    expect((await standing('Ready for the day', 'Gneiss')).decision).toBeNull();
  });

  test('conditions are actions of the team, who says when they are done; withdrawn, open ones are dropped', async () => {
    const owner = (await member('Gneiss'))[0]!.id;
    const conditions = [{ what: 'Mend the tray', ownerId: owner, dueOn: '2026-10-28' }];
    const decision = done(await decide('Gneiss', { kind: 'conditions', conditions }));
    expect(refused(await decide('Gneiss', { reason: 'again' }))['']).toMatch(/decided already/);
    const half = await standing('Ready for the day', 'Gneiss');
    expect([half.state, half.openConditions]).toEqual(['conditions', 1]);
    const { id, version } = half.decision!.conditions[0]!;
    await asPerson((await member('Basalt'))[0]!.id);
    expect(await settleAction({ projectId: p.id, id, version, done: true })).toMatchObject({ denied: true });
    await asPerson(owner);
    done(await settleAction({ projectId: p.id, id, version, done: true }));
    expect(await settleAction({ projectId: p.id, id, version, done: false })).toMatchObject({ ok: false });
    expect((await standing('Ready for the day', 'Gneiss')).openConditions).toBe(0);
    expect((await standing('Ready for the day', 'Gneiss')).state).toBe('conditions');
    await asPerson(p.instructorId);
    done(await withdrawDecision({ projectId: p.id, id: decision.id, version: 1 }));
    expect((await standing('Ready for the day', 'Gneiss')).state).toBe('shut');
  });

  test('an override opens, a hold shuts what is all there; the reason stands with both, and in the history', async () => {
    done(await decide('Gneiss', { reason: 'The portfolio is at the printer.' }));
    const open = await standing('Ready for the day', 'Gneiss');
    expect([open.state, open.decision!.reason]).toEqual(['open', 'The portfolio is at the printer.']);
    const release = (await gate('Material release')).id;
    done(await decide('Basalt', { gateId: release, kind: 'held', reason: 'The bench must be cleared first.' }));
    expect(refused(await build('Basalt')).state).toMatch(/held by the instructor: The bench must be cleared first/);
    const held = await standing('Material release', 'Basalt');
    done(await withdrawDecision({ projectId: p.id, id: held.decision!.id, version: held.decision!.version }));
    const [{ count }] = await pool()<[{ count: number }]>`
      select count(*) as count from audit where object_kind = 'gate_decision' and (after ->> 'reason') like '%printer%'`;
    expect(count).toBe(1);
  });

  test('a gate goes with its decisions, its open conditions are dropped', async () => {
    const { id } = await gate('Final cut');
    done(await removeGate({ projectId: p.id, id }));
    const [row] = await pool()<{ state: string }[]>`
      select state from action where project_id = ${p.id} and what = 'Measure the tray tilt'`;
    expect(row!.state).toBe('dropped');
    expect(refused(await removeGate({ projectId: p.id, id }))['']).toMatch(/removed already/);
  });
});

test('a stage before which a gate stands, or that one asks for, is not removed', async () => {
  const other = await demoProject('stages');
  await asPerson(other.instructorId);
  const stageOf = async (name: string) => {
    const [row] = await pool()<
      { id: string }[]
    >`select id from stage where project_id = ${other.id} and name = ${name}`;
    return row!.id;
  };
  const remove = async (name: string) =>
    refused(await removeStage({ projectId: other.id, id: await stageOf(name) }))[''];
  await bySystem((tx) => tx`delete from stage_link where project_id = ${other.id}`);
  expect(await remove('Presentation rehearsal')).toMatch(/gate stands before this stage/);
  await bySystem(
    (tx) => tx`delete from hand_in where project_id = ${other.id} and stage_id in (
    select id from stage where name = 'Portfolio')`,
  );
  expect(await remove('Portfolio')).toMatch(/gate asks for this stage/);
});

describe('safety', () => {
  test('the library speaks for itself: every entry has cautions, equipment and a level, and each name stands once', () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(15);
    expect(new Set(LIBRARY.map((one) => one.name)).size).toBe(LIBRARY.length);
    expect(LIBRARY.filter((one) => one.cautions.length < 80 || !one.equipment)).toEqual([]);
  });

  test('hazards are taken once, and changed text is to be read again', async () => {
    expect(done(await takeFromLibrary({ projectId: p.id, names: ['Hot glue', 'Batteries'] })).added).toBe(1);
    expect(refused(await takeFromLibrary({ projectId: p.id, names: [] })).names).toMatch(/at least one/);
    const glue = await hazard('Hot glue');
    const team = p.teams.Basalt!;
    const input = { projectId: p.id, id: glue.id, version: glue.version, ...hazardForm({ ...glue }) };
    done(await saveHazard({ ...input, cautions: `${glue.cautions} Low-temperature guns only.` }));
    expect((await standing('Material release', 'Basalt')).missing.map((one) => one.says)).toEqual([
      'cautions of Hot glue changed since they were read',
    ]);
    await asPerson((await member('Basalt'))[0]!.id);
    const read = { projectId: p.id, teamId: team, hazardId: glue.id };
    expect(refused(await acknowledgeHazard({ ...read, textVersion: glue.textVersion }))['']).toMatch(/read them again/);
    done(await acknowledgeHazard({ ...read, textVersion: glue.textVersion + 1 }));
    expect((await standing('Material release', 'Basalt')).state).toBe('open');
    expect(await acknowledgeHazard({ ...read, teamId: p.teams.Flint!, textVersion: 2 })).toMatchObject({
      denied: true,
    });
    await bySystem((tx) => tx`update acknowledgement set text_version = 2 where hazard_id = ${glue.id}`);
    await asPerson(p.instructorId);
    expect(await saveHazard(input)).toMatchObject({ ok: false, conflict: { version: glue.version + 1 } });
  });

  test('a sign-off is renewed, not doubled; one that ends before it began, or for a stranger, is refused', async () => {
    const laser = await hazard('Laser cutter');
    const [one] = await member('Flint');
    const sign = { projectId: p.id, hazardId: laser.id, people: [one!.id], signedOn: TODAY, validUntil: '' };
    expect(refused(await signOff({ ...sign, validUntil: '2026-10-25' })).validUntil).toMatch(/before the day/);
    expect(refused(await signOff({ ...sign, signedOn: '2026-10-27' })).signedOn).toMatch(/future/);
    expect(refused(await signOff({ ...sign, people: [] })).people).toMatch(/at least one student/);
    const stranger = await makeAccount('student', 'stranger');
    expect(refused(await signOff({ ...sign, people: [stranger] }))['']).toMatch(/not part of this project/);
    done(await signOff(sign));
    done(await signOff({ ...sign, validUntil: '2026-12-01' }));
    const found = (await readSafety(pool(), p.id)).signOffs.filter((each) => each.personId === one!.id);
    expect(found.map((each) => [each.validUntil, each.signedBy])).toEqual([['2026-12-01', 'keeper']]);
    expect(refused(await removeHazard({ projectId: p.id, id: laser.id }))['']).toMatch(/signed off/);
    done(await withdrawSignOff({ projectId: p.id, id: found[0]!.id }));
  });

  test('a missing sign-off for the stage holds building; a run made all the same is recorded and marked', async () => {
    const work = { ...NEW_HAZARD, name: 'Saw', cautions: 'Hands behind the guard.', needsReading: false };
    const stages = [await stageId('Third iteration')];
    const protocols = await pool()<{ id: string; eventId: string }[]>`
      select p.id, e.id as event_id from protocol p join event e on e.protocol_id = p.id
      where p.project_id = ${p.id} and p.name = 'Stop at the line'`;
    const saw = { projectId: p.id, ...work, needsTraining: true, stages, protocols: [protocols[0]!.id] };
    const { id } = done(await saveHazard(saw));
    // Marl is at the third iteration.
    expect(refused(await build('Marl')).state).toMatch(
      /no sign-off for Saw: Bea T\., Lena D\., Yusuf C\. \(the instructor/,
    );
    const run = {
      projectId: p.id,
      id: randomUUID(),
      sectionId: p.sections['2']!,
      eventId: protocols[0]!.eventId,
      teamId: p.teams.Marl!,
      iterationId: p.iteration['Marl 2']!,
      attempt: null,
      status: 'ok',
      version: null,
      value: '9.9',
      unit: 'm',
      penalties: {},
      conditions: [],
      note: '',
    };
    const outcome = await perform(recordRun, run);
    expect(outcome.ok && outcome.notes.join()).toMatch(/Recorded, and marked: no sign-off for Saw/);
    expect(await heldFor('run', run.id)).toMatch(/Saw/);
    const [one] = await member('Marl');
    done(await signOff({ projectId: p.id, hazardId: id, people: [one!.id], signedOn: TODAY, validUntil: '' }));
    done(await build('Marl'));
    const later = { ...run, id: randomUUID() };
    done(await perform(recordRun, later));
    expect(await heldFor('run', later.id)).toBe('');
  });

  test('incidents are for instructors, and go into no export', async () => {
    const note = {
      projectId: p.id,
      kind: 'near miss',
      happenedOn: TODAY,
      place: 'bench 3',
      what: 'Zyxgun fell',
      done: '',
    };
    done(await saveIncident(note));
    expect(refused(await saveIncident({ ...note, happenedOn: '2026-11-26' })).happenedOn).toMatch(/future/);
    expect(refused(await saveIncident({ ...note, what: ' ' })).what).toMatch(/what happened/);
    const exported = [await writeBundle(pool(), p.id), await aboutPerson(pool(), p.instructorId)];
    expect(JSON.stringify(exported)).not.toContain('Zyxgun');
    await asPerson((await member('Flint'))[0]!.id);
    expect(await saveIncident(note)).toMatchObject({ denied: true });
  });
});
