import type { InferType } from 'yup';
import { plural } from '@/core/format';
import { json } from '@/db/connection';
import type { Settings } from '@/areas/bench/read/run';
import { conditionsOf } from '@/areas/bench/read/protocols';
import { offProtocol } from '@/areas/bench/read/offProtocol';
import { newestIteration } from '@/areas/builds';
import { holdsOfRuns, sentence, tickRuns } from '@/areas/plan';
import { allowed, isId } from '@/server/access';
import { dayOfEntry, instantOf } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { momentOf, type Command, type Work } from '@/server/perform';
import {
  conditionsFrom,
  findTest,
  readingRows,
  readRun,
  settingsOf,
  versionOf,
  type Observed,
  type TestFound,
} from './recorded';
import { runSheetSchema } from '@/areas/bench/records/sheet';
import { isFilled, sheetColumns, sheetTest, statusOf, type SheetColumn } from '@/areas/bench/shared/sheetRows';

type Sheet = InferType<typeof runSheetSchema>;

/** A row of a sheet, read and found good. */
interface SheetRun {
  id: string;
  /** Where it stands among the rows. */
  row: number;
  teamId: string;
  iterationNumber: number | null;
  status: string;
  note: string;
  settings: Settings;
  read: Observed[];
}

/**
 * Records the practice runs of a sheet that was filled in by hand: all of them or none. The ids are the client's, so that a sheet sent
 * again changes nothing. Whoever is a member of one team records runs of that team alone.
 */
export const recordSheet: Command<Sheet, { recorded: number }> = {
  door: '/api/v1/run-sheets',
  schema: runSheetSchema as Command<Sheet, never>['schema'],
  target: async (_sql, { teamId }, _projectId, seat) => {
    const team = isId(teamId) ? teamId : seat.teamId;
    return team ? { teamId: team } : {};
  },
  run: async (work, input) => {
    const { tx, projectId, notes } = work;
    const test = await findTest(work, null, input.protocolId);
    const { protocol } = test;
    const protocolVersion = versionOf(test, input.protocolVersion, notes);
    const conditions = conditionsFrom(input.conditions, notes);
    const rows = await readRows(work, test, input);
    const stored = await tx<{ id: string; projectId: string }[]>`
      select id, project_id from run where id = any(${rows.map(({ id }) => id)})`;
    if (stored.some((one) => one.projectId !== projectId))
      throw new FieldError('rows', 'This sheet could not be recorded: empty it and type it in again.');
    const known = new Set(stored.map(({ id }) => id));
    const fresh = rows.filter(({ id }) => !known.has(id));
    const teamIds = [...new Set(fresh.map(({ teamId }) => teamId))].sort();
    const made = await iterationsOf(work, teamIds);
    const today = input.madeOn || dayOfEntry(work.seat.project, work.now, work.age);
    const held = await holdsOfRuns(tx, { projectId, teamIds, today, protocolId: protocol.id });
    const at = startOf(work, input.madeOn, fresh.length);
    const runs = fresh.map((row, i) => ({
      id: row.id,
      projectId,
      protocolId: protocol.id,
      protocolVersion,
      teamId: row.teamId,
      iterationId: made(row.teamId, row.iterationNumber, row.row),
      status: row.status,
      note: row.note,
      settings: json(tx, row.settings),
      conditions: json(tx, conditions),
      runAt: new Date(at + i * 1000),
      heldFor: sentence(held.get(row.teamId)!),
    }));
    const readings = fresh.flatMap(({ id, read }) => readingRows(work, id, test, read));
    for (const part of parts(runs)) await tx`insert into run ${tx(part as never)}`;
    for (const part of parts(readings)) await tx`insert into reading ${tx(part as never)}`;
    for (const teamId of teamIds) await tickRuns(work, teamId);
    if (runs.length > 0) notes.push(`${plural(runs.length, 'run')} recorded`);
    if (known.size > 0) notes.push(`${plural(known.size, 'run')} of this sheet had been recorded before`);
    const off = offProtocol(conditionsOf(protocol, { protocolVersion }), conditions);
    if (off.length > 0) notes.push(`All of them are off the protocol: ${off.join('; ')}`);
    const holds = [...held.values()].filter((one) => one.length > 0).length;
    if (holds > 0) notes.push(`${plural(holds, 'team')} ran despite a hold; these runs are marked`);
    return { recorded: runs.length };
  },
};

/** Reads every row. @throws FieldError at `rows.<row>.<column>` for the first cell that is wrong. */
async function readRows(work: Work, test: TestFound, input: Sheet): Promise<SheetRun[]> {
  const { tx, projectId, seat } = work;
  const { protocol } = test;
  const teams = await tx<{ id: string; name: string }[]>`select id, name from team where project_id = ${projectId}`;
  const byName = new Map(teams.map((team) => [team.name.toLowerCase(), team.id]));
  const written = sheetTest(protocol);
  const columns = sheetColumns(written, []);
  const at = input.columns.map((key) => columns.find((one) => one.key === key) ?? null);
  if (at.includes(null))
    throw new FieldError('columns', 'This protocol has changed meanwhile: reload the page. What you typed is kept.');
  const known = at as SheetColumn[];
  // What stands in many rows is said once.
  const said = new Set<string>();
  const rows = input.rows.flatMap(({ id, cells }, i): SheetRun[] => {
    if (!isFilled(known, cells)) return [];
    const where = (kind: SheetColumn['kind'], of?: string, observer = 0) =>
      known.findIndex((one) => one.kind === kind && one.of === of && (kind !== 'value' || one.observer === observer));
    const cell = (column: number) => (cells[column] ?? '').trim();
    const fault = (column: number, message: string) =>
      new FieldError(`rows.${i}.${column}`, `Row ${i + 1}: ${message}`);
    const teamId = byName.get(cell(where('team')).toLowerCase());
    if (!teamId) throw fault(where('team'), `there is no team “${cell(where('team')).slice(0, 40)}” here.`);
    if (!allowed(seat, 'run.write', { teamId }))
      throw fault(where('team'), 'you can record runs of your own team only.');
    const status = statusOf(cell(where('result')));
    if (status === null) throw fault(where('result'), `“${cell(where('result')).slice(0, 40)}” is no result.`);
    const number = cell(where('iteration'));
    if (number && !/^\d{1,3}$/.test(number)) throw fault(where('iteration'), 'the iteration is a whole number.');
    const notes: string[] = [];
    const entered = written.quantities.map(({ id: quantityId, unit, observers }) => {
      const texts = Array.from({ length: observers }, (_, k) => cell(where('value', quantityId, k))).filter(Boolean);
      const [value = '', ...more] = texts;
      return { quantityId, unit, value, more: more.map((one) => ({ value: one })) };
    });
    const [first, ...readings] = entered;
    if (status === 'ok' && !first!.value)
      throw fault(where('value', first!.quantityId), 'a valid run needs its value.');
    const placed = <T>(run: () => T): T => {
      try {
        return run();
      } catch (error) {
        if (!(error instanceof FieldError)) throw error;
        const [, index] = /^(?:readings|settings)\.(\d+)/.exec(error.path) ?? [];
        const column = error.path.startsWith('settings')
          ? where('setting', protocol.settings[Number(index)]?.name)
          : where('value', index === undefined ? first!.quantityId : readings[Number(index)]?.quantityId);
        throw fault(column, error.message);
      }
    };
    const observed = placed(() => readRun({ ...first!, readings } as never, test, null, notes));
    const settings = placed(() =>
      settingsOf(
        protocol.settings,
        protocol.settings.map(({ name, unit }) => ({ name, unit, value: cell(where('setting', name)) })),
        {},
        notes,
      ),
    );
    notes.forEach((note) => said.add(note));
    return [
      {
        id,
        row: i,
        teamId,
        iterationNumber: number ? Number(number) : null,
        status,
        note: cell(where('note')),
        settings,
        read: observed,
      },
    ];
  });
  if (rows.length === 0) throw new FieldError('rows', 'Nothing is filled in yet.');
  work.notes.push(...[...said].slice(0, 5));
  return rows;
}

/** The iteration that a row names, or the team's newest, which is made where there is none. */
async function iterationsOf(work: Work, teamIds: readonly string[]) {
  const { tx, projectId } = work;
  const newest = new Map<string, string>();
  for (const teamId of teamIds) newest.set(teamId, await newestIteration(work, teamId));
  const all = await tx<{ id: string; teamId: string; number: number; team: string }[]>`
    select i.id, i.team_id, i.number, t.name as team from iteration i join team t on t.id = i.team_id
    where i.project_id = ${projectId} and i.team_id = any(${[...teamIds]})`;
  return (teamId: string, number: number | null, row: number): string => {
    if (number === null) return newest.get(teamId)!;
    const found = all.find((one) => one.teamId === teamId && one.number === number);
    if (!found) {
      const { team } = all.find((one) => one.teamId === teamId)!;
      throw new FieldError(`rows.${row}.1`, `Row ${row + 1}: ${team} has no iteration ${number}.`);
    }
    return found.id;
  };
}

/** When the first run of a sheet was made, in ms: one a second, ending now, or from noon of an earlier day on. */
function startOf(work: Work, madeOn: string, runs: number): number {
  const today = dayOfEntry(work.seat.project, work.now, work.age);
  if (!madeOn || madeOn === today) return momentOf(work).getTime() - runs * 1000;
  if (madeOn > today) throw new FieldError('madeOn', 'This day has not come yet.');
  return instantOf(work.seat.project, `${madeOn}T12:00`).getTime();
}

const AT_ONCE = 400;
const parts = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / AT_ONCE) }, (_, i) => rows.slice(i * AT_ONCE, (i + 1) * AT_ONCE));
