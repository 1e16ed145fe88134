import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { listProtocols } from '@/areas/bench/read/protocols';
import { listRunsOfTeam } from '@/areas/bench/read/runs';
import { recordSheet } from '@/areas/bench/write/sheetCommand';
import { sheetColumns } from '@/areas/bench/shared/sheetRows';
import { perform } from '@/server/perform';
import { asPerson, demoProject, done, ownDatabase, refused, rowCounts, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
let columns: string[];
let protocolId: string;
beforeAll(async () => {
  p = await demoProject('teacher');
  const protocol = (await listProtocols(pool(), p.id)).find(({ name }) => name === 'Stop at the line')!;
  protocolId = protocol.id;
  const { quantityId: id, parameterName: name, unit, observers } = protocol;
  columns = sheetColumns({ settings: protocol.settings, quantities: [{ id, name, unit, observers }] }, []).map(
    ({ key }) => key,
  );
});
/** A row with what is named by the start of its column's key. */
const row = (cells: Record<string, string>, id = randomUUID()) => ({
  id,
  cells: columns.map((key) => Object.entries(cells).find(([start]) => key.startsWith(start))?.[1] ?? ''),
});
const send = (rows: ReturnType<typeof row>[], more: object = {}) =>
  perform(recordSheet, {
    ...{
      projectId: p.id,
      id: null,
      version: null,
      teamId: null,
      protocolId,
      madeOn: '',
      conditions: [],
      columns,
      rows,
    },
    ...more,
  });
const at = (start: string) => columns.findIndex((key) => key.startsWith(start));

test('a sheet is recorded in its order, with mixed decimal marks, and sent again it changes nothing', async () => {
  await asPerson(p.instructorId);
  const rows = [
    row({ team: 'Flint', value: '9,51' }),
    row({ team: 'marl', iteration: '2', value: '9.48', note: 'gusty' }),
    row({ team: 'Flint', result: 'foul' }),
    row({ team: 'Flint' }),
  ];
  const sent = await send(rows, { madeOn: '2026-10-20' });
  expect(done(sent)).toEqual({ recorded: 3 });
  const flint = (await listRunsOfTeam(pool(), p.id, p.teams.Flint!)).filter(({ id }) =>
    rows.some((one) => one.id === id),
  );
  expect(
    flint.map(({ id, value, status, runAt }) => [
      rows.findIndex((one) => one.id === id),
      value,
      status,
      runAt.toISOString(),
    ]),
  ).toEqual([
    [0, 9.51, 'ok', '2026-10-20T12:00:00.000Z'],
    [2, null, 'foul', '2026-10-20T12:00:02.000Z'],
  ]);
  const [marl] = (await listRunsOfTeam(pool(), p.id, p.teams.Marl!)).filter(({ id }) => id === rows[1]!.id);
  expect(marl).toMatchObject({ iterationNumber: 2, note: 'gusty', attempt: null, observed: null });
  const before = await rowCounts();
  const again = (await send(rows)) as { notes: string[] };
  expect(again.notes).toEqual(expect.arrayContaining(['3 runs of this sheet had been recorded before']));
  expect((await rowCounts()).run).toBe(before.run);
});

test('one wrong cell is named, and nothing of the sheet is written', async () => {
  await asPerson(p.instructorId);
  const before = await rowCounts();
  const good = row({ team: 'Flint', value: '9.5' });
  const faults: [Record<string, string>, string, RegExp][] = [
    [{ team: 'Nobody', value: '9.5' }, 'team', /Row 2: there is no team “Nobody”/],
    [{ team: 'Flint', value: '9.5', iteration: '88' }, 'iteration', /Row 2: Flint has no iteration 88/],
    [{ team: 'Flint', value: '9..5' }, 'value', /Row 2: /],
    [{ team: 'Flint', result: 'ok' }, 'value', /Row 2: a valid run needs its value/],
  ];
  for (const [cells, start, says] of faults) {
    const errors = refused(await send([good, row(cells)]));
    expect([start, errors[`rows.1.${at(start)}`]]).toEqual([start, expect.stringMatching(says)]);
  }
  expect(refused(await send([row({ team: 'Flint' })])).rows).toMatch(/Nothing is filled in/);
  expect(refused(await send([good], { columns: [...columns, 'value:gone:0'] })).columns).toMatch(/reload the page/);
  expect(refused(await send([good], { madeOn: '2026-12-24' })).madeOn).toMatch(/not come yet/);
  expect((await rowCounts()).run).toBe(before.run);
});

test('a student records runs of the own team, and of no other', async () => {
  await asPerson(p.studentOf('Flint'));
  expect(done(await send([row({ team: 'Flint', value: '9.6' })], { teamId: p.teams.Flint }))).toEqual({ recorded: 1 });
  const other = await send([row({ team: 'Marl', value: '9.6' })], { teamId: p.teams.Flint });
  expect(refused(other)[`rows.0.${at('team')}`]).toMatch(/your own team only/);
  expect(await send([row({ team: 'Marl', value: '9.6' })], { teamId: p.teams.Marl })).toMatchObject({ denied: true });
});

test('2,000 rows go in at once, and one more is refused', async () => {
  await asPerson(p.instructorId);
  const teams = ['Flint', 'Marl', 'Slate', 'Chert'];
  const many = Array.from({ length: 2000 }, (_, i) => row({ team: teams[i % 4]!, value: String(9 + (i % 100) / 100) }));
  expect(refused(await send([...many, row({ team: 'Flint', value: '9' })])).rows).toMatch(/At most 2000/);
  expect(done(await send(many))).toEqual({ recorded: 2000 });
});
