import { dealWithChange } from '@/areas/compliance/write/dealWithChange';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import Papa from 'papaparse';
import { pool } from '@/db/connection';
import {
  importRequirements,
  previewRequirements,
  saveRequirement,
  saveWeights,
} from '@/areas/brief/write/requirements/actions';
import { previewChange } from '@/areas/compliance/write/previewChange';
import { saveBudget } from '@/areas/brief/write/budgets';
import { removeResearch, saveResearch } from '@/areas/brief/write/research';
import { COLUMNS } from '@/areas/brief/shared/requirements/columns';
import { loadCompliance } from '@/areas/compliance/read/compliance';
import { changesToday, requirementsToday } from '@/areas/compliance/read/today';
import { requirementForm, sourceForm } from '@/areas/brief/read/requirements/toForm';
import { asMarkdown, asRows } from '@/areas/brief/read/requirements/written';
import { findSeat, type Seat } from '@/server/access';
import { csv } from '@/core/csv';
import { listTeams } from '@/areas/course/read/classes';
import { listBudgets, listChanges, listRequirements, type Requirement } from '@/areas/brief/read/requirements';
import {
  asPerson,
  askedToday,
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
let other: DemoProject;
beforeAll(async () => {
  p = await demoProject('needs');
  other = await demoProject('others');
});
const find = async (code: string): Promise<Requirement> =>
  (await listRequirements(pool(), p.id)).find((one) => one.code === code)!;
/** The form of a stored requirement, with some fields typed anew. */
async function typed(code: string, more: object): Promise<Record<string, unknown>> {
  const r = await find(code);
  return {
    projectId: p.id,
    id: r.id,
    version: r.version,
    ...requirementForm({ ...r }),
    sources: sourceForm(r.sources),
    ...more,
  };
}
const fresh = (more: object) => ({
  projectId: p.id,
  id: null,
  version: null,
  ...requirementForm({
    code: 'R-30',
    statement: 'Brake force',
    kind: 'min',
    priority: 'must',
    decision: 'guarded',
    state: 'agreed',
  }),
  parameterName: 'Brake force',
  dimension: 'force',
  value: '5',
  unit: 'N',
  sources: [{ kind: 'own', note: 'seen on the cable' }],
  ...more,
});
const seat = async (): Promise<Seat> =>
  (await findSeat(
    pool(),
    { kind: 'instructor', id: p.instructorId, name: '', login: '', sessionId: '', groupId: null },
    p.id,
  ))!;

describe('a change of what was agreed', () => {
  test('asks why, and nothing is written without', async () => {
    await asPerson(p.instructorId);
    const before = await rowCounts();
    expect(refused(await saveRequirement(await typed('R-05', { value: '10' }))).why).toMatch(/Say why it changes/);
    expect(await rowCounts()).toEqual(before);
    expect((await find('R-05')).value).toBe(15);
  });

  test('says beforehand whose verdict it turns, and writes nothing by that', async () => {
    await asPerson(p.instructorId);
    const { flips } = done(await previewChange(await typed('R-05', { value: '10' })));
    // U is 2 × sqrt((0.5/√12)² + (1/√3)²) = 1.19°: Flint with 12° lies beyond 10 + 1.19, the others within it.
    expect(flips.map((one) => `${one.team} ${one.iterationNumber} ${one.before} > ${one.after}`).sort()).toEqual([
      'Basalt 3 conforms > inconclusive',
      'Flint 3 conforms > fails',
      'Gneiss 3 conforms > inconclusive',
      'Marl 2 conforms > inconclusive',
      'Slate 3 conforms > inconclusive',
    ]);
    expect(refused(await previewChange(await typed('R-05', { unit: 'mm' }))).unit).toMatch(/convert/i);
    expect((await find('R-05')).value).toBe(15);
  });

  test('keeps the old version with the reason, and stands on Today until the team has dealt with it', async () => {
    await asPerson(p.instructorId);
    done(await saveRequirement(await typed('R-05', { value: '10', why: 'The new trays are flatter.' })));
    const [change] = await listChanges(pool(), p.id);
    expect(change).toMatchObject({
      number: 2,
      before: { value: 15 },
      after: { value: 10, state: 'changed' },
      reason: 'The new trays are flatter.',
    });
    expect(await find('R-05')).toMatchObject({
      state: 'changed',
      stateOn: '2026-10-26',
      reason: 'The new trays are flatter.',
    });
    const lines = async () =>
      (await changesToday.lines(pool(), await askedToday(p.id, p.instructorId))).filter(
        (item) => item.headline.includes('15° to ≤ 10°') && item.teamId,
      );
    expect((await lines()).find((item) => item.teamId === p.teams.Flint)).toMatchObject({
      tone: 'brick',
      detail: expect.stringContaining('conforms before, fails now') as string,
    });
    expect(await lines()).toHaveLength(5);

    const deal = (teamId: string) => dealWithChange({ projectId: p.id, id: change!.id, teamId });
    await asPerson(p.studentOf('Flint'));
    expect(await deal(p.teams.Marl!)).toMatchObject({ denied: true });
    done(await deal(p.teams.Flint!));
    done(await deal(p.teams.Flint!)); // twice is harmless
    expect((await lines()).map((item) => item.teamId)).not.toContain(p.teams.Flint);
    expect(await lines()).toHaveLength(4);
  });

  test('the kept version can’t be rewritten', async () => {
    const rewrite = bySystem((tx) => tx`update requirement_change set reason = 'none' where project_id = ${p.id}`);
    await expect(rewrite).rejects.toMatchObject({ constraint_name: 'requirement_change_is_frozen' });
  });

  test('a weight, an owner or another source is no change of what was agreed', async () => {
    await asPerson(p.instructorId);
    const changes = (await listChanges(pool(), p.id)).length;
    const more = {
      weight: '7',
      ownerId: p.studentOf('Marl'),
      sources: [
        { kind: 'rule', note: 'of the course' },
        { kind: 'own', note: '' },
      ],
    };
    done(await saveRequirement(await typed('R-02', more)));
    expect(await find('R-02')).toMatchObject({ state: 'agreed', weight: 7, ownerId: p.studentOf('Marl') });
    expect((await find('R-02')).sources.map((one) => [one.kind, one.note])).toEqual([
      ['rule', 'of the course'],
      ['own', ''],
    ]);
    expect(await listChanges(pool(), p.id)).toHaveLength(changes);
  });

  test('two who change it at once: the second gets both versions, and the first keeps sources and change', async () => {
    await asPerson(p.instructorId);
    const one = await typed('R-03', { value: '24', why: 'cheaper wheels' });
    done(await saveRequirement(one));
    expect(await saveRequirement({ ...one, value: '20' })).toMatchObject({
      ok: false,
      conflict: { theirs: { value: '24' } },
    });
    expect(
      (await listChanges(pool(), p.id)).filter((change) => change.after.statement === 'Cost of the material'),
    ).toHaveLength(1);
  });
});

describe('proposals of students', () => {
  test('a student proposes; state and owner are not the student’s to set', async () => {
    await asPerson(p.studentOf('Flint'));
    const { id } = done(await saveRequirement(fresh({ state: 'agreed', ownerId: p.instructorId, weight: '50' })));
    expect(await find('R-30')).toMatchObject({
      id,
      state: 'proposed',
      teamId: p.teams.Flint,
      ownerId: p.studentOf('Flint'),
      weight: null,
    });
  });

  test('other teams can’t change it, nor anybody but the instructor once it is agreed', async () => {
    await asPerson(p.studentOf('Marl'));
    expect(refused(await saveRequirement(await typed('R-30', { value: '6' })))['']).toMatch(
      /Only the team that proposed/,
    );
    await asPerson(p.studentOf('Flint'));
    done(await saveRequirement(await typed('R-30', { value: '6' })));
    await asPerson(p.instructorId);
    done(await saveRequirement(await typed('R-30', { state: 'agreed' })));
    await asPerson(p.studentOf('Flint'));
    expect(refused(await saveRequirement(await typed('R-30', { value: '7' })))['']).toMatch(/ask your instructor/);
    expect((await find('R-30')).value).toBe(6);
  });

  test('what is only proposed is judged nowhere, and takes part in the checks', async () => {
    const { columns } = await loadCompliance(pool(), await seat(), await listTeams(pool(), p.id), null, null);
    expect(columns[0]!.verdicts.map((v) => v.requirement.code)).not.toContain('R-10');
    const items = await requirementsToday.lines(pool(), await askedToday(p.id, p.instructorId));
    expect(items.filter((item) => item.headline === 'R-02 and R-10 exclude each other')).toHaveLength(1);
  });
});

describe('bad input', () => {
  test.each<[string, object, string, RegExp]>([
    ['a target with a negative tolerance', { kind: 'target', tolerance: '-0.1' }, 'tolerance', /can't be negative/],
    ['a range upside down', { kind: 'range', low: '9', high: '3' }, 'low', /above the upper/],
    ['a unit of another dimension', { parameterId: 'Carrier mass', unit: 'mm' }, 'unit', /does not measure mass/],
    ['a unit nobody knows', { unit: 'stone-ish' }, 'unit', /not a unit/],
    ['no unit', { unit: '' }, 'unit', /unit is needed/],
    ['half a thing', { kind: 'different', value: '1.5' }, 'value', /whole number/],
    [
      'different things of a mass',
      { kind: 'different', value: '2', parameterId: 'Carrier mass' },
      'parameterId',
      /counted/,
    ],
    ['a source that is no sentence', { sources: [{ kind: 'client' }] }, 'sources.0.statementId', /Choose the sentence/],
    ['a parameter of another project', { parameterId: 'foreign' }, 'parameterId', /not part of the project/],
  ])('%s', async (_name, more, field, message) => {
    await asPerson(p.instructorId);
    const given: Record<string, unknown> = fresh({ code: 'R-31', parameterName: 'Pull', ...more });
    if (given.parameterId === 'foreign') given.parameterId = other.parameters['Carrier mass'];
    else if (given.parameterId) given.parameterId = p.parameters[String(given.parameterId)];
    const before = await rowCounts();
    expect(refused(await saveRequirement(given))[field]).toMatch(message);
    expect(await rowCounts()).toEqual(before);
  });
});

describe('budgets, weights and research', () => {
  test('a team splits a limit for itself; two at once both see both; another team does not', async () => {
    await asPerson(p.studentOf('Flint'));
    const own = (await listBudgets(pool(), p.id)).find((one) => one.teamId === p.teams.Flint)!;
    const parts = [
      { name: 'Frame', value: '0,4', unit: 'kg' },
      { name: 'Rest', value: '500', unit: 'g' },
    ];
    const save = (more: object = {}) =>
      saveBudget({
        projectId: p.id,
        id: own.id,
        version: own.version,
        requirementId: own.requirementId,
        teamId: p.teams.Flint,
        parts,
        ...more,
      });
    done(await save());
    expect(await save()).toMatchObject({ conflict: { version: own.version + 1 } });
    expect((await listBudgets(pool(), p.id)).find((one) => one.id === own.id)!.parts).toEqual([
      { name: 'Frame', value: 0.4, unit: 'kg' },
      { name: 'Rest', value: 500, unit: 'g' },
    ]);
    expect(await save({ teamId: p.teams.Marl })).toMatchObject({ denied: true });
    expect(await save({ teamId: null })).toMatchObject({ denied: true });
    expect(
      refused(await save({ version: own.version + 1, parts: [{ name: 'Pole', value: '3', unit: 'mm' }] }))[
        'parts.0.unit'
      ],
    ).toMatch(/convert/i);
  });

  test('weights and judgements are saved together; a requirement changed meanwhile stops them all', async () => {
    await asPerson(p.instructorId);
    const all = (await listRequirements(pool(), p.id)).slice(0, 3);
    const weights = all.map(({ id, code, version }, i) => ({ id, code, version, weight: String(10 * (i + 1)) }));
    const judgements = [{ a: 'R-01', b: 'R-02', ratio: 3 }];
    done(await saveWeights({ projectId: p.id, weights, judgements }));
    expect((await listRequirements(pool(), p.id)).slice(0, 3).map((one) => one.weight)).toEqual([10, 20, 30]);
    const late = weights.map((one, i) => ({ ...one, weight: String(i) }));
    expect(refused(await saveWeights({ projectId: p.id, weights: late, judgements: [] }))['weights.0.weight']).toMatch(
      /meanwhile/,
    );
    expect((await listRequirements(pool(), p.id)).slice(0, 3).map((one) => one.weight)).toEqual([10, 20, 30]);
    const [kept] = await pool()`select judgements from weighing where project_id = ${p.id}`;
    expect(kept!.judgements).toEqual(judgements);
  });

  test('a note on what exists is judged like a team, and stays while a requirement names it', async () => {
    await asPerson(p.studentOf('Flint'));
    const mass = await find('R-01');
    const note = (value: string, unit: string) => ({
      projectId: p.id,
      id: null,
      version: null,
      title: 'Barrow on a rail',
      kind: 'existing',
      about: '',
      foundIn: '',
      isWinner: true, // not a student's to say
      findings: [{ requirementId: mass.id, text: 'steel', value, unit, uncertainty: '0', answer: '' }],
    });
    expect(refused(await saveResearch(note('3', 'm')))['findings.0.unit']).toMatch(/convert/i);
    const { id } = done(await saveResearch(note('3', 'kg')));
    const [row] = await pool()`select is_winner, team_id from research where id = ${id}`;
    expect(row).toEqual({ isWinner: false, teamId: p.teams.Flint });
    await asPerson(p.studentOf('Marl'));
    expect(await removeResearch({ projectId: p.id, id, version: 1 })).toMatchObject({ denied: true });
    await asPerson(p.instructorId);
    done(await saveRequirement(await typed('R-11', { sources: [{ kind: 'research', researchId: id }] })));
    expect(refused(await removeResearch({ projectId: p.id, id, version: 1 }))['']).toMatch(/source of R-11/);
    const { season } = await loadCompliance(pool(), await seat(), await listTeams(pool(), p.id), null, null);
    expect(season!.verdicts.find((v) => v.requirement.code === 'R-01')).toMatchObject({
      verdict: 'fails',
      value: 905,
      uncertainty: 4.7,
    });
  });
});

describe('lists in and out', () => {
  test('what goes out as CSV comes in again elsewhere, row by row the same', async () => {
    const mine = (await listRequirements(pool(), p.id)).filter((r) => r.code !== 'R-10');
    const text = csv([...COLUMNS], asRows(mine));
    const empty = await demoProject('empty-list', { ...(await import('@/shell/bundle/format')).emptyBundle() });
    await asPerson(empty.instructorId);
    const { rows, problem } = done(await previewRequirements({ projectId: empty.id, text }));
    expect(problem).toBeNull();
    expect(rows.filter((row) => row.problem)).toEqual([]);
    expect(done(await importRequirements({ projectId: empty.id, text })).taken).toBe(mine.length);
    const [again, before] = [await listRequirements(pool(), empty.id), mine].map((list) =>
      asRows(list).map((row) => row.slice(0, -1)),
    );
    expect(again).toEqual(before);
  });

  test('each row that can’t be taken says why; a code that is there stays as it is', async () => {
    await asPerson(p.instructorId);
    const text =
      'Code;Statement;Kind;Parameter;Dimension;Value;Unit\nR-40;Width;max;Width;length;300;mm\nR-41;Pull;min;Pull;force;5;g\nR-01;Mass;max;Mass;mass;1;kg\nR-40;Twice;yes;;;;\nX;Bad;yes;;;;\n=R-42;x;yes;;;;';
    const { rows } = done(await previewRequirements({ projectId: p.id, text }));
    expect(rows.map((row) => row.problem)).toEqual([
      null,
      expect.stringContaining('does not measure force'),
      expect.stringContaining('left as it is'),
      expect.stringContaining('stands in line 2'),
      expect.stringContaining('one to three capitals'),
      expect.stringContaining('one to three capitals'),
    ]);
    expect(refused(await importRequirements({ projectId: p.id, text, without: [2] })).text).toMatch(/^No row/);
    expect(done(await importRequirements({ projectId: p.id, text })).taken).toBe(1);
    expect(await find('R-40')).toMatchObject({ value: 300, unit: 'mm', parameterName: 'Width', state: 'proposed' });
    expect((await find('R-01')).value).toBe(900);
    expect(done(await previewRequirements({ projectId: p.id, text: 'a,b\n1,2' })).problem).toMatch(
      /code and statement/,
    );
  });

  test('a statement that a spreadsheet or Markdown would run stays text', async () => {
    await bySystem(
      (tx) => tx`update requirement set statement = '=1+1|<b>x</b>' where project_id = ${p.id} and code = 'R-40'`,
    );
    const list = await listRequirements(pool(), p.id);
    const cells = Papa.parse<string[]>(csv([...COLUMNS], asRows(list))).data.find((row) => row[0] === 'R-40')!;
    expect(cells[1]).toBe("'=1+1|<b>x</b>");
    expect(asMarkdown('T', list)).toContain('| =1+1\\|\\<b\\>x\\</b\\> |');
  });
});

test('every starting project is a whole bundle whose rules the core can apply', async () => {
  const files = readdirSync('templates').filter((file) => file.endsWith('.json') && file !== 'index.json');
  const index = JSON.parse(readFileSync(path.join('templates', 'index.json'), 'utf8')) as {
    file: string;
    school: string;
  }[];
  expect(files.length).toBeGreaterThanOrEqual(8);
  expect(index.map((one) => `${one.file}.json`).sort()).toEqual(files.sort());
  expect(new Set(index.map((one) => one.school)).size).toBe(files.length);
});
