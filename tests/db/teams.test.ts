import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pool } from '@/db/connection';
import { aboutPerson } from '@/shell/data/about';
import { erasePeople } from '@/areas/course/read/people/erase';
import { writeBundle } from '@/shell/bundle/write';
import { agreeToCharter, saveCharter } from '@/areas/course/write/charters';
import { listCharters } from '@/areas/course/read/charters';
import { callSeed, makeDraw } from '@/areas/course/write/draws';
import { findPublicDraw, listDraws, orderOf } from '@/areas/course/read/draws';
import {
  adoptProposal,
  removeKeepPair,
  saveForming,
  saveKeepPair,
  savePreference,
  saveProposal,
} from '@/areas/course/write/forming';
import { listKeepPairs, listProposals } from '@/areas/course/read/forming';
import { NEW_FORMING, formingForm } from '@/areas/course/read/forming/toForm';
import { enterInterface, movePart, saveInterface, savePart } from '@/areas/builds/write/parts';
import { listInterfaces, listParts, metOf } from '@/areas/builds/read/parts';
import { partForm } from '@/areas/builds/read/parts/toForm';
import { saveRoles, saveTeam, setRole } from '@/areas/course/write/teams';
import { rolesSeen } from '@/areas/course/records/teams';
import { listRoles } from '@/areas/course/read/teams/roles';
import { draw } from '@/core/teams';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
const person = new Map<string, string>();
const as = (name: string) => asPerson(person.get(name)!);
const teamOf = async (name: string) => {
  const [row] = await pool()<{ team: string }[]>`
    select t.name as team from team_member m join team t on t.id = m.team_id
    where m.project_id = ${p.id} and m.account_id = ${person.get(name)!}`;
  return row?.team;
};

beforeAll(async () => {
  p = await demoProject('former');
  const people = await pool()<{ id: string; name: string }[]>`
    select a.id, a.name from enrolment e join account a on a.id = e.account_id where e.project_id = ${p.id}`;
  for (const one of people) person.set(one.name.split(' ')[0]!, one.id);
});
beforeEach(() => asPerson(p.instructorId));

describe('forming teams', () => {
  const pair = (one: string, other: string, kind = 'apart') =>
    saveKeepPair({ projectId: p.id, kind, one: person.get(one), other: person.get(other) });

  test('a pair stands once, either way round, and has two people', async () => {
    done(await pair('Kofi', 'Ilse'));
    expect(refused(await pair('Ilse', 'Kofi', 'together')).other).toMatch(/stand in the list already/);
    expect(refused(await pair('Kofi', 'Kofi')).other).toMatch(/two people/);
  });

  test('pairs, wishes and proposals are in no export, no data of a student, and only the page for instructors reads them', async () => {
    const { id } = done(await pair('Nour', 'Yusuf'));
    const apart = [person.get('Nour')!, person.get('Yusuf')!];
    done(
      await saveProposal({
        projectId: p.id,
        sectionId: p.sections['2'],
        name: 'Secret plan',
        teams: [{ teamId: null, name: 'Secret team', members: apart }],
        locked: [],
        seed: '1',
      }),
    );
    const bundle = JSON.stringify(await writeBundle(pool(), p.id));
    expect(bundle).not.toMatch(/Secret|"apart"|keep_?pair|"wants"/i);
    expect(JSON.stringify(await aboutPerson(pool(), person.get('Nour')!))).not.toMatch(/Secret|keep_?pair/i);
    const [{ n }] = await pool()<[{ n: number }]>`
      select count(*)::int as n from audit where object_kind in ('keep_pair', 'proposal') and object_id = ${id}`;
    expect(n).toBe(1); // the history has it, for instructors
    // Only what an instructor opens reads them: whoever reads these tables stands behind a door of instructors.
    const readers = sources().filter(({ text }) => /listKeepPairs|listProposals|listPreferences/.test(text));
    expect(readers.map(({ file }) => file).sort()).toEqual([
      'src/app/projects/[project]/teams/forming/read.ts',
      'src/areas/course/index.ts',
      'src/areas/course/read/forming.ts',
    ]);
    await asPerson(p.instructorId);
    done(await removeKeepPair({ projectId: p.id, id }));
    expect((await listKeepPairs(pool(), p.id)).map((one) => one.id)).not.toContain(id);
  });

  test('wishes are written while they are asked for, for others of the section, as many as are allowed', async () => {
    const wish = (more: object) =>
      savePreference({ projectId: p.id, version: null, conceptId: '', wants: [], roles: [], ...more });
    await as('Lena');
    expect(refused(await wish({}))['']).toMatch(/not asked for/);
    await asPerson(p.instructorId);
    const [forming] = await pool()<[{ id: string; version: number }]>`
      select id, version from forming where section_id = ${p.sections['2']!}`;
    const settings = {
      projectId: p.id,
      sectionId: p.sections['2'],
      ...forming,
      ...formingForm(NEW_FORMING),
      asks: true,
    };
    expect(refused(await saveForming({ ...settings, min: '5' })).max).toMatch(/below the smallest/);
    done(await saveForming(settings));
    await as('Lena');
    const wants = (...names: string[]) => names.map((name) => ({ id: person.get(name)! }));
    expect(refused(await wish({ wants: wants('Lena') })).wants).toMatch(/somebody else/);
    expect(refused(await wish({ wants: wants('Kofi', 'Kofi') })).wants).toMatch(/twice/);
    expect(refused(await wish({ wants: wants('Kofi', 'Sam', 'Nour') })).wants).toMatch(/At most 2/);
    expect(refused(await wish({ wants: wants('Emil') })).wants).toMatch(/not in the section/);
    done(await wish({ wants: wants('Kofi') }));
    expect(refused(await wish({ wants: wants('Sam') }))['']).toMatch(/another device/);
    expect(await wish({ version: 9, wants: wants('Sam') })).toMatchObject({ ok: false, conflict: {} });
  });

  test('a proposal is put in place as a whole: work stays with its team, a new team is made, roles of who stays are kept', async () => {
    const people = (...names: string[]) => names.map((name) => person.get(name)!);
    const teams = [
      { teamId: p.teams.Basalt, name: 'Basalt', members: people('Ilse', 'Kofi', 'Nour') },
      { teamId: null, name: 'Gravel', members: people('Mira', 'Petra', 'Sam') },
    ];
    const proposal = { projectId: p.id, sectionId: p.sections['2'], name: 'First', teams, locked: [], seed: '7' };
    expect(refused(await saveProposal({ ...proposal, teams: [teams[0], teams[0]] })).teams).toMatch(
      /two teams|same name/,
    );
    expect(refused(await saveProposal({ ...proposal, teams: [{ ...teams[0], members: people('Emil') }] }))['']).toMatch(
      /not in the section/,
    );
    const { id, version } = done(await saveProposal(proposal));
    await as('Nour');
    expect(await teamOf('Nour')).toBe('Flint'); // nothing is seen, nothing has changed
    expect(await adoptProposal({ projectId: p.id, id, version })).toMatchObject({ denied: true });
    await asPerson(p.instructorId);
    done(await saveProposal({ ...proposal, id, version, name: 'First, changed' }));
    expect(await adoptProposal({ projectId: p.id, id, version })).toMatchObject({
      ok: false,
      conflict: { theirs: { name: 'First, changed' } },
    });
    const outcome = await adoptProposal({ projectId: p.id, id, version: version + 1 });
    expect(outcome).toMatchObject({ ok: true, result: { teams: 2 }, notes: ['Nobody is in Flint now'] });
    expect([await teamOf('Nour'), await teamOf('Petra'), await teamOf('Anouk')]).toEqual([
      'Basalt',
      'Gravel',
      'Gneiss',
    ]);
    const roles = await pool()<{ name: string; role: string }[]>`
      select a.name, m.role from team_member m join account a on a.id = m.account_id where m.team_id = ${p.teams.Basalt!} order by 1`;
    expect(roles.map(({ role }) => role)).toEqual(['project manager', 'builder', '']);
    const [{ n }] = await pool()<
      [{ n: number }]
    >`select count(*)::int as n from iteration where team_id = ${p.teams.Flint!}`;
    expect(n).toBeGreaterThan(0);
    const [{ moves }] = await pool()<[{ moves: number }]>`
      select count(*)::int as moves from audit where object_kind = 'team_member' and act = 'adoptProposal' and project_id = ${p.id}`;
    expect(moves).toBeGreaterThan(0);
    expect(await listProposals(pool(), p.id)).toHaveLength(2);
  });

  test('roles, tags and names', async () => {
    const seen = rolesSeen(await listRoles(pool(), p.id));
    done(
      await saveRoles({
        projectId: p.id,
        seen,
        roles: [{ name: 'navigator', answerableFor: 'the log', needed: true }],
      }),
    );
    expect(
      refused(
        await saveRoles({
          projectId: p.id,
          seen: rolesSeen(await listRoles(pool(), p.id)),
          roles: [{ name: 'a' }, { name: 'a' }],
        }),
      ).roles,
    ).toMatch(/same name/);
    // Somebody who saw the roles as they were does not write over these.
    expect(refused(await saveRoles({ projectId: p.id, seen, roles: [] }))['']).toMatch(/meanwhile/);
    done(await setRole({ projectId: p.id, accountId: person.get('Sam'), role: 'navigator' }));
    expect(
      refused(await saveTeam({ projectId: p.id, id: p.teams.Marl, version: 1, name: 'Slate', colour: 3 })).name,
    ).toMatch(/exists/);
    done(await saveTeam({ projectId: p.id, id: p.teams.Marl, version: 1, name: 'Marlstone', colour: 3 }));
    expect(await saveTeam({ projectId: p.id, id: p.teams.Marl, version: 1, name: 'Other', colour: 3 })).toMatchObject({
      conflict: { theirs: { name: 'Marlstone' } },
    });
  });
});

test('a charter that changes has to be agreed to again; another team writes nothing in it', async () => {
  const texts = { works: 'It crosses.', musts: '', beats: '', working: '' };
  const write = (version: number | null, works: string) =>
    saveCharter({ projectId: p.id, teamId: p.teams.Gneiss, version, ...texts, works });
  const find = async () => (await listCharters(pool(), p.id)).find((one) => one.teamId === p.teams.Gneiss)!;
  await as('Emil');
  expect(await write(null, 'Theirs')).toMatchObject({ denied: true });
  await as('Anouk');
  const outcomes = await Promise.all([write(null, 'It crosses.'), write(null, 'It flies.')]);
  expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
  const agree = async (textVersion: number) => agreeToCharter({ projectId: p.id, teamId: p.teams.Gneiss, textVersion });
  done(await agree(1));
  expect((await find()).agreed).toEqual([person.get('Anouk')]);
  await as('Dario');
  done(await write((await find()).version, 'It crosses ten times.'));
  expect((await find()).agreed).toEqual([]);
  expect(refused(await agree(1))['']).toMatch(/changed meanwhile/);
  done(await agree(2));
  await asPerson(p.instructorId);
  expect(await agree(2)).toMatchObject({ denied: true }); // a member agrees, nobody for them
});

describe('one thing built by all', () => {
  const part = async (code: string) => (await listParts(pool(), p.id)).find((one) => one.code === code)!;
  const step = async (code: string, state: string) => {
    const { id, version } = await part(code);
    return movePart({ projectId: p.id, id, version, state });
  };

  test('never the owner, and the second time a third person; steps are made one by one', async () => {
    const added = { projectId: p.id, sectionId: p.sections['2'], ...partForm({ code: 'X1', name: 'Ramp', share: 1 }) };
    expect(
      refused(await savePart({ ...added, ownerId: person.get('Kofi'), checkerId: person.get('Kofi') })).checkerId,
    ).toMatch(/can’t be its checker/);
    expect(refused(await savePart({ ...added, ownerId: person.get('Emil') })).ownerId).toMatch(/section/);
    done(await savePart({ ...added, ownerId: person.get('Kofi'), checkerId: person.get('Sam') }));
    expect(refused(await savePart({ ...added })).code).toMatch(/exists/);
    await as('Kofi');
    expect(refused(await step('X1', 'fits'))['']).toMatch(/next step is “drawn”/);
    done(await step('X1', 'drawn'));
    expect(refused(await step('X1', 'checked'))['']).toMatch(/somebody else than its owner/);
    await as('Bea');
    expect(refused(await step('X1', 'checked'))['']).toMatch(/checker of its own/);
    await as('Emil'); // of another section
    expect(await step('X1', 'checked')).toMatchObject({ denied: true });
    await as('Sam');
    done(await step('X1', 'checked'));
    expect(refused(await step('X1', 'double-checked'))['']).toMatch(/somebody else than the first/);
    await as('Bea');
    done(await step('X1', 'double-checked'));
    expect(refused(await step('X1', 'cut in trial material'))['']).toMatch(/owner/);
    await asPerson(p.instructorId);
    const { id, version } = await part('X1');
    const taken = await savePart({ ...added, id, version, ownerId: person.get('Sam') });
    expect(refused(taken)['']).toMatch(/checked by somebody else/); // who has checked can't become its owner
    await as('Kofi');
    done(await step('X1', 'checked'));
    done(await step('X1', 'drawn'));
    expect(await part('X1')).toMatchObject({ checkedBy: null, doubleCheckedBy: null });
  });

  test('two people taking the same step: one has it', async () => {
    await as('Sam');
    const { id, version } = await part('X1');
    const move = () => movePart({ projectId: p.id, id, version, state: 'checked' });
    const outcomes = await Promise.all([move(), move()]);
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
  });

  test('both sides of an interface are entered at once, each by its owner, and compared in their units', async () => {
    const [a, b] = [await part('M4'), await part('M5')];
    const { id } = done(
      await saveInterface({
        projectId: p.id,
        sectionId: p.sections['2'],
        name: 'Rail in the deck',
        oneId: a.id,
        otherId: b.id,
      }),
    );
    const enter = (side: string, value: string, unit: string) =>
      enterInterface({ projectId: p.id, id, version: 1, side, value, unit, tolerance: '0.2' });
    await as('Kofi');
    expect(refused(await enter('one', '8', 'mm'))['']).toMatch(/owner of its part/);
    await as('Bea');
    const one = enter('one', '8', 'mm');
    await one;
    await as('Yusuf');
    done(await enter('other', '0.85', 'cm')); // seen before the other side was there
    const meeting = async () => (await listInterfaces(pool(), p.id)).find((each) => each.id === id)!;
    expect(metOf(await meeting())).toMatchObject({ agree: false, difference: 0.5 });
    expect(await enter('other', '0.8', 'cm')).toMatchObject({ ok: false, conflict: { theirs: { value: '0.85' } } });
    expect(
      refused(
        await enterInterface({
          projectId: p.id,
          id,
          version: 3,
          side: 'other',
          value: 'x',
          unit: 'mm',
          tolerance: '-1',
        }),
      ),
    ).toMatchObject({
      value: expect.any(String),
      tolerance: expect.stringMatching(/negative/),
    });
  });
});

describe('draws', () => {
  test('the list is frozen, the seed is called once, and anybody gets the same order', async () => {
    const made = {
      projectId: p.id,
      sectionId: p.sections['2'],
      title: 'Who goes first',
      names: 'Basalt\nGneiss\nMarl',
      isPublic: true,
    };
    expect(refused(await makeDraw({ ...made, names: 'Basalt' })).names).toMatch(/at least two/);
    expect(refused(await makeDraw({ ...made, names: 'A\nA' })).names).toMatch(/twice/);
    const { id } = done(await makeDraw(made));
    const call = (first: string, second: string) => callSeed({ projectId: p.id, id, first, second });
    expect(refused(await call('four', '1')).first).toMatch(/digits/);
    const outcomes = await Promise.all([call('12', '34'), call('56', '78')]);
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
    const found = (await findPublicDraw(pool(), id))!;
    const names = orderOf(found)!.map((at) => found.names[at]);
    expect(names).toEqual(draw({ names: found.names, seed: found.firstCalled! + found.secondCalled! }).order);
    await expect(bySystem((tx) => tx`update draw set names = '["A"]' where id = ${id}`)).rejects.toThrow(
      /a draw stands/,
    );
    await expect(bySystem((tx) => tx`update draw set first_called = '9' where id = ${id}`)).rejects.toThrow(
      /a draw stands/,
    );
    const [hidden] = (await listDraws(pool(), p.id)).filter((one) => !one.isPublic);
    expect(await findPublicDraw(pool(), hidden!.id)).toBeNull();
  });
});

/** Every file of the program. */
function sources() {
  return readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => ({ file: path.join('src', file), text: readFileSync(path.join('src', file), 'utf8') }));
}

describe('erasing', () => {
  test('leaves no wish and no pair; the parts and concepts that were made stay, without the name', async () => {
    const id = person.get('Anouk')!;
    await bySystem(async (tx) => {
      await tx`insert into preference (project_id, account_id) values (${p.id}, ${id})`;
      await tx`insert into keep_pair (project_id, kind, one_id, other_id) values (${p.id}, 'apart', ${id}, ${person.get('Bea')!})`;
      await erasePeople(tx, [id]);
    });
    const [left] = await pool()<[Record<string, number>]>`
      select (select count(*)::int from preference where account_id = ${id}) as wishes,
        (select count(*)::int from keep_pair where ${id} in (one_id, other_id)) as pairs,
        (select count(*)::int from concept where author_id = ${id} and project_id = ${p.id}) as concepts,
        (select count(*)::int from part where owner_id = ${id} and project_id = ${p.id}) as parts`;
    expect(left).toEqual({ wishes: 0, pairs: 0, concepts: 1, parts: 1 });
    expect(JSON.stringify(await writeBundle(pool(), p.id))).not.toMatch(/Fairley/);
  });
});
