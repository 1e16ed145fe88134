import { pool } from '@/db/connection';
import { judgeBill, listBills, listMaterials } from '@/areas/builds/read/materials';
import { removeMaterial, saveBill, saveMaterial } from '@/areas/builds/write/materials';
import { asPerson, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});

const line = (more: object = {}) => ({
  part: 'Keel',
  subsystem: 'Frame',
  materialId: '',
  quantity: '2',
  waste: '',
  unitMass: '',
  unitPrice: '',
  source: 'kit',
  ...more,
});
const save = (lines: object[], more: object = {}) =>
  saveBill({ projectId: p.id, id: null, version: null, iterationId: p.iteration['Flint 2'], lines, ...more });
const material = async (name: string) => (await listMaterials(pool(), p.id)).find((one) => one.name.startsWith(name))!;

test('a line takes mass and price from its material, where it says none of its own; units are brought to grams', async () => {
  await asPerson(p.studentOf('Flint'));
  const birch = await material('Birch');
  done(
    await save([
      line({ materialId: birch.id }),
      line({ part: 'Weight', unitMass: '2 oz', quantity: '1', waste: '1', unitPrice: '0,5' }),
    ]),
  );
  const bills = await listBills(pool(), p.id);
  const own = bills.find(({ iterationId }) => iterationId === p.iteration['Flint 2'])!;
  const { lines, bill } = judgeBill(own.lines, await listMaterials(pool(), p.id), []);
  expect(lines.map(({ unitMass, unitPrice }) => [unitMass, unitPrice])).toEqual([
    [11, 0.3],
    [expect.closeTo(56.699, 3), 0.5],
  ]);
  expect(bill.cost).toBeCloseTo(1.6, 9);
  // Somebody else has begun meanwhile; a version that was seen before is told both.
  expect(refused(await save([line()]))['']).toMatch(/begun the bill meanwhile/);
  done(await save([line({ part: 'Fin' })], { id: own.id, version: 1 }));
  expect(await save([line()], { id: own.id, version: 1 })).toMatchObject({
    ok: false,
    conflict: { theirs: { lines: [{ part: 'Fin' }] }, version: 2 },
  });
});

test.each<[string, object, string, RegExp]>([
  ['a negative quantity', { quantity: '-1' }, 'quantity', /can't be negative/],
  ['no part', { part: ' ' }, 'part', /needed/],
  ['a mass in millimetres', { unitMass: '3 mm' }, 'unitMass', /different things/],
  ['a material of nowhere', { materialId: '00000000-0000-4000-8000-000000000000' }, 'materialId', /removed meanwhile/],
])('%s is refused at its place', async (_name, more, field, message) => {
  await asPerson(p.studentOf('Gneiss'));
  const outcome = await save([line(more)], { iterationId: p.iteration['Gneiss 2'] });
  expect(refused(outcome)[`lines.0.${field}`]).toMatch(message);
});

test('another team’s bill is not a student’s, nor is the list; a material that goes leaves the lines', async () => {
  await asPerson(p.studentOf('Flint'));
  expect(await save([line()], { iterationId: p.iteration['Marl 2'] })).toMatchObject({ ok: false, denied: true });
  const facts = {
    projectId: p.id,
    id: null,
    version: null,
    name: 'Tape',
    unitMass: '',
    unitPrice: '',
    stock: '',
    rule: '',
  };
  expect(await saveMaterial(facts)).toMatchObject({ ok: false, denied: true });
  await asPerson(p.instructorId);
  done(await saveMaterial(facts));
  expect(refused(await saveMaterial({ ...facts, name: 'TAPE' })).name).toMatch(/exists already/);
  const bearing = await material('Ball bearing');
  done(await removeMaterial({ projectId: p.id, id: bearing.id }));
  const marl = (await listBills(pool(), p.id)).find(({ iterationId }) => iterationId === p.iteration['Marl 2'])!;
  const { lines, bill } = judgeBill(marl.lines, await listMaterials(pool(), p.id), []);
  expect(lines.find(({ part }) => part === 'Wheel bearings')).toMatchObject({ material: '', unitMass: null, rule: '' });
  expect(bill.unweighed).toEqual(['Wheel bearings']);
});
