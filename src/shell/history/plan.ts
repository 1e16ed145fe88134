import { createHash } from 'node:crypto';
import { CATALOGUE, entryOf } from '@/db/catalogue';
import type { Sql } from '@/db/connection';
import { readShape, type Shape } from '@/db/shape';

/** A change as the history has it, as far as putting back needs it. */
export interface Recorded {
  id: number;
  actorName: string;
  objectKind: string;
  before: Row | null;
  after: Row | null;
}
export type Row = Record<string, unknown>;
/**
 * What is to be put back: one change (or one field of it), all of the act that changed a thing last, or everything a person
 * did between two local times.
 */
export type Selection =
  | { kind: 'change'; change: number; field: string | null }
  | { kind: 'act'; act: string }
  | { kind: 'person'; person: string; from: string; to: string };

/** One thing that will change, with every field as it is now and as it will be. */
export interface Step {
  table: string;
  key: Row;
  does: 'change' | 'add' | 'remove';
  fields: { field: string; now: unknown; then: unknown }[];
  /** The thing as it is now, or as it will be, for telling its name. */
  about: Row;
  order: number;
}
/** What stays as it is although it was asked for, and why. */
export interface Left {
  table: string;
  about: Row;
  why: string;
}
export interface Plan {
  steps: Step[];
  left: Left[];
  /** Changes with the plan, so that what is done is what was shown. */
  fingerprint: string;
}

const NEVER = new Set(['id', 'project_id', 'version', 'created_at', 'updated_at', 'is_demo', 'pinned_now']);
/** Columns that make sense only together. */
const TOGETHER = [
  ['value', 'unit', 'answer'],
  ['rule', 'attempts_allowed'],
  ['kind', 'value', 'low', 'high', 'tolerance', 'unit', 'parameter_id'],
];

/** Whether changes of this kind of thing can be put back. */
function restores(kind: string): boolean {
  return Object.hasOwn(CATALOGUE, kind) && CATALOGUE[kind]!.restore === true;
}

/** Whether a change can be put back on its own; a part that was added goes with the thing it belongs to. */
export function canPutBack({ objectKind, before }: Pick<Recorded, 'objectKind' | 'before'>): boolean {
  return restores(objectKind) && (before !== null || entryOf(objectKind).partOf === undefined);
}

/** Works out what putting back would do. In a transaction, with `lock`, nobody can change it any more. */
export async function planPutBack(
  sql: Sql,
  project: { id: string; timeZone: string },
  selection: Selection,
  lock = false,
): Promise<Plan> {
  const shape = await readShape(sql);
  const changes = await readChanges(sql, shape, project, selection);
  const objects = new Map<string, Recorded[]>();
  for (const change of changes) {
    const key = `${change.objectKind} ${JSON.stringify(keyOf(change, shape))}`;
    objects.set(key, [...(objects.get(key) ?? []), change]);
  }
  let steps: Step[] = [];
  const left: Left[] = [];
  const current = await readCurrent(sql, shape, [...objects.values()], lock);
  for (const [key, own] of objects) {
    const { step, stays } = stepFor(own, current.get(key) ?? null, selection, shape);
    if (step) steps.push(step);
    left.push(...stays);
  }
  // What belongs to a thing that goes stays with it on record.
  const gone = new Set(
    steps.flatMap(({ does, table, key }) => (does === 'remove' ? [`${table} ${String(key.id)}`] : [])),
  );
  steps = steps.filter(({ does, table, about }) => does !== 'remove' || !gone.has(ownerOf(table, about)));
  steps.sort((a, b) => b.order - a.order);
  // What went along with a thing was noted after it, but can only return once the thing is there again.
  const place = new Map([...shape.keys()].map((table, i) => [table, i]));
  const adds = steps.filter(({ does }) => does === 'add').sort((a, b) => place.get(a.table)! - place.get(b.table)!);
  steps = steps.map((step) => (step.does === 'add' ? adds.shift()! : step));
  // So can what only named it, and stayed.
  const returns = new Set(steps.flatMap(({ does, key }) => (does === 'add' ? [key.id] : [])));
  const waits = ({ does, fields }: Step) => does === 'change' && fields.some(({ then }) => returns.has(then));
  steps = [...steps.filter((step) => !waits(step)), ...steps.filter(waits)];
  return { steps, left, fingerprint: createHash('sha256').update(JSON.stringify(steps)).digest('hex') };
}

/** The thing that a row is a part of, by table and id: of a reading its run; nothing of what stands alone. */
function ownerOf(table: string, row: Row): string {
  const { partOf } = entryOf(table);
  return partOf ? `${partOf} ${String(row[`${partOf}_id`])}` : '';
}

async function readChanges(
  sql: Sql,
  shape: Shape,
  { id, timeZone }: { id: string; timeZone: string },
  selection: Selection,
): Promise<Recorded[]> {
  const which =
    selection.kind === 'change'
      ? sql`and id = ${selection.change}`
      : selection.kind === 'act'
        ? // All of a transaction has one time.
          sql`and (at, actor_name) = (select at, actor_name from audit where project_id = ${id} and object_id = ${selection.act} order by id desc limit 1)`
        : sql`and actor_id = ${selection.person} and at >= ${selection.from}::timestamp at time zone ${timeZone}
          and at < ${selection.to}::timestamp at time zone ${timeZone} + interval '1 minute'`;
  const changes = await sql<Recorded[]>`
    select id, actor_name, object_kind, before, after from audit
    where project_id = ${id} and object_kind = any(${Object.keys(CATALOGUE).filter(restores)}) ${which} order by id limit 5000`;
  return changes.map((change) => {
    const columns = new Set(shape.get(change.objectKind)!.columns.map(({ name }) => name));
    const stored = (row: Row | null) =>
      row && Object.fromEntries(Object.entries(row).filter(([column]) => columns.has(column)));
    return { ...change, before: stored(change.before), after: stored(change.after) };
  });
}

function keyOf({ objectKind, before, after }: Recorded, shape: Shape): Row {
  const row = (after ?? before)!;
  return Object.fromEntries(shape.get(objectKind)!.key.map((column) => [column, row[column]]));
}

/** The rows as they are now: one query a table. */
async function readCurrent(sql: Sql, shape: Shape, objects: Recorded[][], lock: boolean): Promise<Map<string, Row>> {
  const byTable = new Map<string, Row[]>();
  for (const [first] of objects)
    byTable.set(first!.objectKind, [...(byTable.get(first!.objectKind) ?? []), keyOf(first!, shape)]);
  const found = new Map<string, Row>();
  for (const [table, keys] of byTable) {
    const columns = shape.get(table)!.key;
    const last = columns.at(-1)!;
    const { partOf } = entryOf(table);
    const withdraws = partOf && shape.get(partOf)!.columns.some(({ name }) => name === 'withdrawn_at');
    const withdrawn = sql`jsonb_build_object('withdrawn_at', (select o.withdrawn_at from ${sql(partOf ?? table)} o where o.id = t.${sql(`${partOf}_id`)}))`;
    const rows = await sql<{ row: Row }[]>`
      select to_jsonb(t) - 'bytes' - 'thumbnail' - 'stands' ${withdraws ? sql`|| ${withdrawn}` : sql``} as row from ${sql(table)} t
      where ${columns.length > 1 ? sql`t.project_id = ${keys[0]!.project_id as string} and` : sql``} t.${sql(last)} = any(${keys.map((key) => key[last] as string)})
      ${lock ? sql`for update` : sql``}`;
    for (const { row } of rows)
      found.set(`${table} ${JSON.stringify(Object.fromEntries(columns.map((column) => [column, row[column]])))}`, row);
  }
  return found;
}

interface Found {
  step: Step | null;
  stays: Left[];
}

/** What to do about one thing: from what it was before the first of the changes to what it is now. */
function stepFor(changes: Recorded[], now: Row | null, selection: Selection, shape: Shape): Found {
  const [first, last] = [changes[0]!, changes.at(-1)!];
  const [target, leftAs] = [first.before, last.after];
  const table = first.objectKind;
  const base = { table, key: keyOf(first, shape), about: (now ?? target ?? leftAs)! };
  const stays = (why: string): Found => ({ step: null, stays: [{ table, about: base.about, why }] });
  if (target === null) {
    if (now === null || now.withdrawn_at) return { step: null, stays: [] };
    if (selection.kind !== 'change' && changed(leftAs ?? {}, now).length > 0)
      return stays('somebody has changed it since');
    if (table === 'attachment') return stays('a picture is removed on its own page');
    const removal = { ...base, does: 'remove' as const, order: first.id };
    return {
      step: { ...removal, fields: fieldsOf(now).map((field) => ({ field, now: now[field], then: null })) },
      stays: [],
    };
  }
  if (now === null) {
    if (leftAs !== null && selection.kind !== 'change') return stays('somebody has removed it since');
    const fields = fieldsOf(target).map((field) => ({ field, now: null, then: target[field] }));
    return { step: { ...base, does: 'add', fields, order: last.id }, stays: [] };
  }
  const { withdrawn_at: withdrawn, ...own } = now;
  const is = entryOf(table).partOf ? own : { ...own, withdrawn_at: withdrawn };
  return changeOf(base, { target, leftAs: leftAs ?? is, now: is }, selection, last.id);
}

function changeOf(
  base: Pick<Step, 'table' | 'key' | 'about'>,
  { target, leftAs, now }: { target: Row; leftAs: Row; now: Row },
  selection: Selection,
  order: number,
): Found {
  const several = selection.kind !== 'change';
  const asked = several ? changed(target, leftAs) : changed(target, now);
  const wanted =
    selection.kind === 'change' && selection.field
      ? asked.filter((field) => withPartners(selection.field!).includes(field))
      : asked;
  const kept = several ? wanted.filter((field) => !same(now[field], leftAs[field])) : [];
  const keptToo = new Set(kept.flatMap(withPartners));
  const fields = wanted
    .filter((field) => !keptToo.has(field) && !same(now[field], target[field]))
    .map((field) => ({ field, now: now[field] ?? null, then: target[field] ?? null }));
  const stays = kept
    .filter((field) => !same(now[field], target[field]))
    .map((field) => ({
      table: base.table,
      about: base.about,
      why: `${field.replace(/_id$/, '').replaceAll('_', ' ')} was changed since by somebody else`,
    }));
  return { step: fields.length ? { ...base, does: 'change', fields, order } : null, stays };
}

function withPartners(field: string): string[] {
  return [field, ...TOGETHER.filter((group) => group.includes(field)).flat()];
}

const fieldsOf = (row: Row) => Object.keys(row).filter((field) => !NEVER.has(field));

/** The fields in which two states of a thing differ. */
function changed(a: Row, b: Row): string[] {
  return [...new Set([...fieldsOf(a), ...fieldsOf(b)])].filter((field) => !same(a[field], b[field]));
}

/** Equal as stored; an instant may be written in two time zones. */
export function same(a: unknown, b: unknown): boolean {
  const [x, y] = [JSON.stringify(sorted(a ?? null)), JSON.stringify(sorted(b ?? null))];
  if (x === y) return true;
  const instant = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d/;
  return (
    typeof a === 'string' &&
    typeof b === 'string' &&
    instant.test(a) &&
    instant.test(b) &&
    Date.parse(a) === Date.parse(b)
  );
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, sorted(one)]),
  );
}
