import { pool } from '@/db/connection';

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
export async function listChanges(projectId: string, filter: Filter): Promise<Change[]> {
  const sql = pool();
  return sql<Change[]>`
    select id, at, actor_name, act, object_kind, object_id, before, after from audit
    where project_id = ${projectId}
      ${filter.kind ? sql`and object_kind = ${filter.kind}` : sql``}
      ${filter.person ? sql`and actor_name = ${filter.person}` : sql``}
      ${filter.team ? sql`and team_id = ${filter.team}` : sql``}
      ${filter.before ? sql`and id < ${filter.before}` : sql``}
    order by id desc limit ${PAGE + 1}`;
}

/** What the history can be narrowed to. */
export async function listChoices(projectId: string): Promise<{ kinds: string[]; people: string[] }> {
  const [row] = await pool()<[{ kinds: string[] | null; people: string[] | null }]>`
    select (select array_agg(distinct object_kind order by object_kind) from audit where project_id = ${projectId}) as kinds,
      (select array_agg(distinct actor_name order by actor_name) from audit where project_id = ${projectId}) as people`;
  return { kinds: row.kinds ?? [], people: row.people ?? [] };
}

const HIDDEN = new Set(['id', 'version', 'updated_at', 'created_at', 'project_id', 'value_si', 'dimension']);

/** Which fields a change touched, before and after, as short texts. */
export function differences({
  before,
  after,
}: Pick<Change, 'before' | 'after'>): { field: string; before: string; after: string }[] {
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])].filter(
    (key) => !HIDDEN.has(key),
  );
  return keys
    .map((field) => ({ field: field.replaceAll('_', ' '), before: show(before?.[field]), after: show(after?.[field]) }))
    .filter((one) => one.before !== one.after && !(before === null && one.after === ''));
}

function show(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value);
  return text.length > 90 ? `${text.slice(0, 88)} …` : text;
}
