import { remembered } from '@/db/remember';
import { isId } from '@/server/access';
import { entryOf } from '@/db/catalogue';
import { type Sql } from '@/db/connection';
import { readShape } from '@/db/shape';

export interface Change {
  id: number;
  at: Date;
  actorName: string;
  act: string;
  objectKind: string;
  objectId: string;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}
export interface Filter {
  kind: string;
  person: string;
  team: string | null;
  before: number | null;
}
export const PAGE = 60;

/** Changes of a project, newest first, one page. */
export const listChanges = remembered((sql: Sql, projectId: string, filter: Filter): Promise<Change[]> => {
  return sql<Change[]>`
    select id, at, actor_name, act, object_kind, object_id, before, after from audit
    where project_id = ${projectId}
      ${filter.kind ? sql`and object_kind = ${filter.kind}` : sql``}
      ${filter.person ? sql`and actor_name = ${filter.person}` : sql``}
      ${filter.team ? sql`and team_id = ${filter.team}` : sql``}
      ${filter.before ? sql`and id < ${filter.before}` : sql``}
    order by id desc limit ${PAGE + 1}`;
});

/** Whose changes can be put back together: those who have an account or a link, by id. */
export const listActors = remembered(async (sql: Sql, projectId: string): Promise<{ id: string; name: string }[]> => {
  return sql<{ id: string; name: string }[]>`
    select distinct on (actor_id) actor_id as id, actor_name as name from audit
    where project_id = ${projectId} and actor_id is not null order by actor_id, id desc`;
});

/** What the history can be narrowed to. */
export const listChoices = remembered(
  async (sql: Sql, projectId: string): Promise<{ kinds: string[]; people: string[] }> => {
    const [row] = await sql<[{ kinds: string[] | null; people: string[] | null }]>`
    select (select array_agg(distinct object_kind order by object_kind) from audit where project_id = ${projectId}) as kinds,
      (select array_agg(distinct actor_name order by actor_name) from audit where project_id = ${projectId}) as people`;
    return { kinds: row.kinds ?? [], people: row.people ?? [] };
  },
);

const HIDDEN = new Set(['id', 'version', 'updated_at', 'created_at', 'project_id', 'dimension', 'stands']);

/** What a change of the plan did stands in the history as changes of its own. */
const TOLD_ELSEWHERE = new Set(['before', 'after', 'made_at', 'made_by']);

/** The names behind the ids that changes mention, by id. */
export async function listNames(
  sql: Sql,
  projectId: string,
  changes: Pick<Change, 'before' | 'after'>[],
): Promise<Map<string, string>> {
  const ids = changes
    .flatMap((change) => [...Object.values(change.before ?? {}), ...Object.values(change.after ?? {})])
    .flat()
    .filter(isId);
  const rows = await readNames(sql, projectId, [...new Set(ids)]);
  return new Map(rows.map((row) => [row.id, row.name]));
}

const readNames = remembered(async (sql: Sql, projectId: string, ids: string[]) => {
  const shape = await readShape(sql);
  const named = [...shape.values()].flatMap(({ name, columns }) => {
    const title = (entryOf(name).title ?? []).filter((column) => !column.endsWith('_id'));
    const own = columns.some((one) => one.name === 'id') && columns.some((one) => one.name === 'project_id');
    return own && title.length > 0 && name !== 'iteration' ? [{ table: name, title }] : [];
  });
  return sql<{ id: string; name: string }[]>`
    with named as (
      select i.id, t.name || ' ' || i.number as name, i.project_id from iteration i join team t on t.id = i.team_id
      union all select r.id, t.name || ' ' || i.number || ', ' || p.name, r.project_id from run r
        join team t on t.id = r.team_id join iteration i on i.id = r.iteration_id join protocol p on p.id = r.protocol_id
      union all select q.id, m.name, q.project_id from quantity q join parameter m on m.id = q.parameter_id
      union all select a.id, a.name, e.project_id from account a join enrolment e on e.account_id = a.id
      ${named.map(
        ({ table, title }) => sql`union all select id,
        left(concat_ws(' ', ${title.map((column, i) => sql`${i ? sql`, ` : sql``}${sql(column)}::text`)}), 60), project_id from ${sql(table)}`,
      )})
    select id, name from named where project_id = ${projectId} and id = any(${ids})`;
});

/** Which fields a change touched, before and after, as short texts; ids are told by name. */
export function differences(
  { objectKind, before, after }: Pick<Change, 'objectKind' | 'before' | 'after'>,
  names: Map<string, string>,
): { field: string; before: string; after: string }[] {
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])].filter(
    (key) => !HIDDEN.has(key) && !(objectKind === 'plan_change' && TOLD_ELSEWHERE.has(key)),
  );
  return keys
    .map((field) => ({
      field: field.replace(/_id$/, '').replaceAll('_', ' '),
      before: tell(before?.[field], names),
      after: tell(after?.[field], names),
    }))
    .filter((one) => one.before !== one.after && !(before === null && one.after === ''));
}

/** A stored value for people: an id by its name, anything else as a short text. */
export function tell(value: unknown, names: Map<string, string>): string {
  if (Array.isArray(value) && value.length > 0 && value.every(isId))
    return inShort(value.flatMap((id) => names.get(id) ?? []).join(', '));
  return isId(value) ? (names.get(value) ?? '') : inShort(value);
}

const INSTANT = /^(\d{4}-\d\d-\d\d)T(\d\d:\d\d):\d\d.*$/;

/** A stored object in words: "sag 0.6 m, payload 1200 g". */
function spelled(value: object): string {
  const inner = (one: unknown): string => (typeof one === 'object' && one !== null ? spelled(one) : String(one));
  if (Array.isArray(value)) return value.map(inner).join('; ');
  if ('value' in value && 'unit' in value) return `${inner(value.value)} ${inner(value.unit)}`;
  return Object.entries(value)
    .map(([key, one]) => `${key} ${inner(one)}`)
    .join(', ');
}

function inShort(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  const text = typeof value === 'object' ? spelled(value) : String(value).replace(INSTANT, '$1 $2');
  return text.length > 90 ? `${text.slice(0, 88)} …` : text;
}
