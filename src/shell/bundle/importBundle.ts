import { randomUUID } from 'node:crypto';
import { lineage } from '@/core/builds';
import { inOrder } from '@/core/plan';
import { groupBy } from '@/core/shared/groupBy';
import { CoreError } from '@/core/numbers';
import { entryOf, wordOf } from '@/db/catalogue';
import { json, type Tx } from '@/db/connection';
import { problemOf } from '@/db/problems';
import { readShape, type Row } from '@/db/shape';
import { loginFor } from '@/server/logins';
import { FieldError } from '@/server/outcome';
import { renewPicture, type StoredPicture } from '@/server/pictures';
import { cleanRichText } from '@/server/richText';
import { findByNumber } from '@/areas/course';
import { carriedTables, type Carried } from './columns';
import { INSTRUCTOR, rowsOf, type Bundle } from './format';
import type { Unpacked } from './pack';
import { checkFormat } from './schema';
import { mapIds } from './write';

interface Options {
  /** Who leads the project once it is in. */
  instructorId: string;
  isDemo?: boolean;
  /** The id that the project gets; a new one when it is not said. */
  projectId?: string | undefined;
  /** The bundle's pictures by their ids, decoded (`decodePictures`). */
  pictures?: ReadonlyMap<string, StoredPicture>;
}
/** What the rows of the bundle became: their new ids, and the rows as they are written, by table and id in the bundle. */
interface Known {
  ids: Map<string, string>;
  rows: Map<string, Row>;
  /** The rows by table and new id. */
  stored: Map<string, Row>;
  /** New ids by those in the bundle alone, for values that do not say of what they are. */
  loose: Map<string, string>;
}
const keyOf = (table: string, id: unknown) => `${table} ${String(id)}`;

/**
 * Brings a bundle in as a new project: everything or nothing. Ids become new ones, what derives is put in, what the
 * format can't say is checked by core, the rest by the database.
 * @throws FieldError at "file" naming table, row and column of what does not fit.
 */
export async function importBundle(
  tx: Tx,
  bundle: Bundle,
  { instructorId, isDemo = false, pictures = new Map(), projectId = randomUUID() }: Options,
): Promise<{ id: string }> {
  const shape = await readShape(tx);
  const carried = carriedTables(shape);
  checkFormat(bundle, shape);
  const known = numberRows(bundle, carried);
  known.ids.set(keyOf('account', INSTRUCTOR), instructorId);
  await addPeople(tx, bundle, known, instructorId);
  checkPlan(bundle);
  checkDescent(bundle);
  checkReadings(bundle);
  for (const one of carried) {
    const { name } = one.table;
    const rows: Row[] = [];
    for (const [at, given] of parentsFirst(one, rowsOf(bundle, name)).entries()) {
      const row = complete(one, given, at, known);
      if (name === 'project') Object.assign(row, { id: projectId, is_demo: isDemo });
      else row.project_id = projectId;
      if (name === 'attachment') Object.assign(row, pictureOf(given, pictures));
      rows.push(row);
      if (given.id !== undefined) known.rows.set(keyOf(name, given.id), row);
      if (row.id !== undefined) known.stored.set(keyOf(name, row.id), row);
    }
    await insertAll(tx, one, rows);
    if (name === 'project')
      await tx`insert into project_instructor (project_id, account_id) values (${projectId}, ${instructorId})`;
  }
  return { id: projectId };
}

/** Decodes the pictures that a bundle speaks of: before the transaction, as it takes long. @throws FieldError for what is none. */
export async function decodePictures({ bundle, pictures }: Unpacked): Promise<Map<string, StoredPicture>> {
  const decoded = new Map<string, StoredPicture>();
  for (const { id } of rowsOf(bundle, 'attachment')) {
    const bytes = pictures.get(String(id));
    if (bytes) decoded.set(String(id), await renewPicture(bytes, true));
  }
  return decoded;
}

const refuse = (message: string) => new FieldError('file', message);

/** Where a fault lies, as a person finds it in the file. */
function placeOf(table: string, at: number, row: Row, column?: string): string {
  const { title = [] } = entryOf(table);
  const told = title.map((name) => row[name]).filter((value) => typeof value === 'string' || typeof value === 'number');
  const name = told.length > 0 ? ` (${told.join(' ').slice(0, 60)})` : '';
  return `${wordOf(table)} ${at + 1}${name}${column ? `, column ${column}` : ''}`;
}

function numberRows(bundle: Bundle, carried: Carried[]): Known {
  const known: Known = { ids: new Map(), rows: new Map(), stored: new Map(), loose: new Map() };
  for (const { table } of carried) {
    for (const [at, row] of rowsOf(bundle, table.name).entries()) {
      if (row.id === undefined) continue;
      const key = keyOf(table.name, row.id);
      if (known.ids.has(key))
        throw refuse(`${placeOf(table.name, at, row, 'id')}: the id ${String(row.id)} appears twice.`);
      known.ids.set(key, randomUUID());
      known.loose.set(String(row.id), known.ids.get(key)!);
    }
  }
  return known;
}

/** A row as it is stored: with new ids, with what a reference implies, with what derives, checked by core. */
function complete(one: Carried, given: Row, at: number, known: Known): Row {
  const { table, targets, implied, carries } = one;
  const { rich = [], onImport } = entryOf(table.name);
  const place = (column?: string) => placeOf(table.name, at, given, column);
  const row: Row = { ...given };
  const hasId = table.columns.some(({ name }) => name === 'id');
  if (hasId) row.id = known.ids.get(keyOf(table.name, given.id)) ?? randomUUID();
  for (const [column, target] of targets) {
    if (given[column] === undefined || given[column] === null) continue;
    const id = known.ids.get(keyOf(target, given[column]));
    if (!id) throw refuse(`${place(column)}: it refers to ${String(given[column])}, which the bundle does not hold.`);
    row[column] = id;
  }
  for (const { by, table: target, columns } of implied) {
    const theirs = known.rows.get(keyOf(target, given[by]));
    if (theirs) for (const [own, column] of columns) row[own] ??= theirs[column];
  }
  for (const column of carries.ids ?? []) {
    if (row[column] === undefined || row[column] === null) continue;
    const mapped = mapIds(given[column], (text) => known.loose.get(text) ?? text);
    row[column] = mapped;
  }
  for (const column of rich) if (typeof row[column] === 'string') row[column] = cleanRichText(row[column]);
  if (table.name === 'brief_version') row.content = cleanContent(row.content as Row);
  try {
    onImport?.(row, (name, id) => known.stored.get(keyOf(name, id)));
  } catch (error) {
    if (error instanceof CoreError) throw refuse(`${place()}: ${error.message}`);
    throw error;
  }
  return row;
}

/** What was published of a brief: texts that may carry marks are those that begin with one. */
function cleanContent(content: Row): Row {
  const entries = Object.entries(content).map(([key, value]) => [
    key,
    typeof value === 'string' && value.includes('<') ? cleanRichText(value) : value,
  ]);
  return Object.fromEntries(entries) as Row;
}

/** Rows that refer to others of their table behind those. */
function parentsFirst({ table, targets }: Carried, rows: Row[]): Row[] {
  const parents = [...targets].filter(([, target]) => target === table.name).map(([column]) => column);
  if (parents.length === 0) return rows;
  const left = new Set(rows);
  const ids = new Set(rows.map((row) => row.id));
  const placed = new Set<unknown>();
  const order: Row[] = [];
  for (let before = -1; before !== order.length;) {
    before = order.length;
    for (const row of left) {
      if (!parents.every((column) => row[column] == null || !ids.has(row[column]) || placed.has(row[column]))) continue;
      left.delete(row);
      placed.add(row.id);
      order.push(row);
    }
  }
  if (left.size > 0) throw refuse(`Some of the rows “${wordOf(table.name)}” refer to each other in a circle.`);
  return order;
}

/** Stages that wait for each other can't be laid out. */
function checkPlan(bundle: Bundle): void {
  const after = (id: unknown) =>
    rowsOf(bundle, 'stage_link')
      .filter((link) => link.stage_id === id)
      .map((link) => String(link.after_id));
  const stages = rowsOf(bundle, 'stage');
  const names = new Map(stages.map((stage) => [String(stage.id), String(stage.name)]));
  try {
    inOrder(
      stages.map((stage) => ({
        id: String(stage.name),
        meetings: 1,
        after: after(stage.id).flatMap((id) => names.get(id) ?? []),
      })),
    );
  } catch (error) {
    if (error instanceof CoreError) throw refuse(`The plan can't be brought in: ${error.message}`);
    throw error;
  }
}

/** Iterations that come from each other would have no first one. */
function checkDescent(bundle: Bundle): void {
  const iterations = rowsOf(bundle, 'iteration').map(({ id }) => String(id));
  const known = new Set(iterations);
  const parents = groupBy(rowsOf(bundle, 'iteration_parent'), ({ iteration_id }) => String(iteration_id));
  const [circle] = lineage({
    iterations: [...known].map((id) => ({
      id,
      parents: [...new Set((parents.get(id) ?? []).map(({ parent_id }) => String(parent_id)))].filter((one) =>
        known.has(one),
      ),
    })),
  }).circles;
  if (!circle) return;
  const teams = new Map(rowsOf(bundle, 'team').map(({ id, name }) => [id, name]));
  const names = rowsOf(bundle, 'iteration')
    .filter(({ id }) => circle.includes(String(id)))
    .map(({ team_id, number }) => `${String(teams.get(team_id))} ${String(number)}`);
  throw refuse(`These iterations come from each other: ${names.join(', ')}.`);
}

/** A valid run has a value; the database looks at that only when everything is in. */
function checkReadings(bundle: Bundle): void {
  const read = new Set(rowsOf(bundle, 'reading').map((row) => row.run_id));
  for (const [at, row] of rowsOf(bundle, 'run').entries())
    if (row.status === 'ok' && !read.has(row.id))
      throw refuse(`${placeOf('run', at, row)}: it has no reading, which a valid run needs.`);
}

function pictureOf(given: Row, pictures: ReadonlyMap<string, StoredPicture>): Row {
  const stored = pictures.get(String(given.id));
  if (!stored) throw refuse(`The bundle speaks of the picture ${String(given.id)}, which it does not hold.`);
  return Object.fromEntries(
    Object.entries(stored).map(([key, value]) => [key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`), value]),
  );
}

/** Students: whoever has the same number in a project of the instructor is the same person, others are made without a password. */
async function addPeople(tx: Tx, bundle: Bundle, { ids, loose }: Known, instructorId: string): Promise<void> {
  const people = rowsOf(bundle, 'person') as { id: string; name: string; student_number: string | null }[];
  if (people.length === 0) return;
  const numbers = people.flatMap((person) => person.student_number ?? []);
  const idOf = await findByNumber(tx, instructorId, numbers);
  const logins = await tx<{ login: string }[]>`select lower(login) as login from account`;
  const taken = new Set(logins.map((one) => one.login));
  const fresh: Row[] = [];
  for (const { id, name, student_number: studentNumber } of people) {
    if (ids.has(keyOf('account', id))) throw refuse(`person ${id}: the id appears twice.`);
    const own = (studentNumber && idOf.get(studentNumber)) || randomUUID();
    ids.set(keyOf('account', id), own);
    loose.set(id, own);
    if (!studentNumber || !idOf.has(studentNumber))
      fresh.push({ id: own, kind: 'student', name, studentNumber, login: loginFor(name, taken) });
  }
  if (fresh.length > 0) await tx`insert into account ${tx(fresh as never)}`;
}

const MOST_VALUES = 60_000;

/** Inserts rows, those with the same columns at a time; a statement takes at most 65,534 values. */
async function insertAll(tx: Tx, { table }: Carried, rows: Row[]): Promise<void> {
  const jsons = new Set(table.columns.filter(({ type }) => type === 'jsonb').map(({ name }) => name));
  const columns = new Set(table.columns.map(({ name }) => name));
  const given = new Set(rows.flatMap((row) => Object.keys(row)));
  const empty = table.columns.filter((one) => one.nullable && !one.hasDefault && given.has(one.name));
  const blank = Object.fromEntries(empty.map(({ name }) => [name, null]));
  const ready = rows.map((row) =>
    Object.fromEntries(
      Object.entries({ ...blank, ...row })
        .filter(([name, value]) => columns.has(name) && value !== undefined)
        .map(([name, value]) => [name, jsons.has(name) && value !== null ? json(tx, value) : value]),
    ),
  );
  for (let from = 0; from < ready.length;) {
    const names = Object.keys(ready[from]!);
    const same = (row: Row) => Object.keys(row).join() === names.join();
    const most = from + Math.max(1, Math.floor(MOST_VALUES / names.length));
    let to = from + 1;
    while (to < ready.length && to < most && same(ready[to]!)) to++;
    try {
      await tx`insert into ${tx(table.name)} ${tx(ready.slice(from, to) as never)}`;
    } catch (error) {
      const problem = problemOf(error);
      if (!problem) throw error;
      throw refuse(`${wordOf(table.name)} ${from + 1} to ${to}: ${problem.message}`);
    }
    from = to;
  }
}
