import { randomUUID } from 'node:crypto';
import { inTransaction, pool } from '@/db/connection';
import { publishBrief, saveBrief } from '@/areas/brief/write/actions';
import { createProject, saveTemplate } from '@/shell/bundle/actions';
import { importRequirements, previewRequirements, saveRequirement } from '@/areas/brief/write/requirements/actions';
import { previewChange } from '@/areas/compliance/write/previewChange';
import { requirementForm } from '@/areas/brief/read/requirements/toForm';
import { publishStandings } from '@/areas/standings/write/actions';
import type { Outcome } from '@/server/outcome';
import { asPerson, demoProject, done, makeAccount, ownDatabase, type DemoProject } from './database';

ownDatabase();
jest.setTimeout(120_000);
/** Twice as many as the pool has connections. */
const WRITERS = 20;
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('crowded');
  await asPerson(p.instructorId);
});

test('inside a transaction the pool gives no second connection', async () => {
  await expect(inTransaction(async () => pool())).rejects.toThrow(/asked inside a transaction/);
  await expect(inTransaction(async (tx) => (await tx`select 1 as one`)[0])).resolves.toEqual({ one: 1 });
  expect(() => pool()).not.toThrow();
});

const LIST = 'code,statement,kind,weight\nZ-1,light and quick,wish,1';
const requirement = (i: number) => ({
  projectId: p.id,
  id: null,
  version: null,
  ...requirementForm({
    code: `N-${i}`,
    statement: `Need ${i}`,
    kind: 'min',
    priority: 'must',
    decision: 'guarded',
    state: 'agreed',
  }),
  parameterName: `Force ${i}`,
  dimension: 'force',
  value: '5',
  unit: 'N',
  sources: [{ kind: 'own', note: 'seen on the cable' }],
});
const facts = { title: 'Ours', clientName: 'The yard', eventDate: '2027-03-19', timeZone: 'UTC', units: 'metric' };
const ACTS: [string, (i: number) => Promise<Outcome<unknown>>, done: number][] = [
  ['saveRequirement', (i) => saveRequirement(requirement(i)), WRITERS],
  ['previewRequirements', () => previewRequirements({ projectId: p.id, text: LIST }), WRITERS],
  ['importRequirements', () => importRequirements({ projectId: p.id, text: LIST }), 1],
  ['previewChange', () => previewChange({ ...requirement(99), id: p.id }), 0],
  [
    'saveBrief',
    () =>
      saveBrief({
        projectId: p.id,
        id: null,
        version: 1,
        challenge: '<p>Now.</p>',
        product: '<p>A lift.</p>',
        account: '<p>Why.</p>',
      }),
    1,
  ],
  ['publishBrief', () => publishBrief({ projectId: p.id, id: null, version: 2, note: '' }), 1],
  ['publishStandings', () => publishStandings({ projectId: p.id, sectionId: null }), WRITERS],
  ['saveTemplate', (i) => saveTemplate({ projectId: p.id, title: `Kept ${i}`, about: '' }), WRITERS],
  ['createProject', () => createProject({ ...facts, template: 'start/crumb-ferry' }), WRITERS],
];

test('a double press makes one project, and nobody gets another one’s by its id', async () => {
  const id = randomUUID();
  const made = await Promise.all(Array.from({ length: 4 }, () => createProject({ ...facts, id })));
  expect(made.map(done)).toEqual(Array(4).fill({ id }));
  expect(await pool()`select 1 from project where id = ${id}`).toHaveLength(1);
  await asPerson(await makeAccount('instructor', 'somebody.else'));
  expect((await createProject({ ...facts, id })).ok).toBe(false);
  await asPerson(p.instructorId);
});

test.each(ACTS)(`${WRITERS} at once: %s answers every one of them`, async (_name, act, done) => {
  const outcomes = await Promise.all(Array.from({ length: WRITERS }, (_, i) => act(i)));
  expect(outcomes.filter((one) => !one.ok && one.retry)).toEqual([]);
  expect(outcomes.filter((one) => one.ok).length).toBeGreaterThanOrEqual(done);
  expect(await pool()`select 1 as one`).toEqual([{ one: 1 }]);
});
