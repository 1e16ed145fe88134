import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** What a brief says: texts as HTML of the few elements the editor makes, lists, and what has a number or a date. */
export interface BriefParts {
  challenge: string;
  setting: string;
  product: string;
  account: string;
  rules: string;
  hazards: string;
  warmUp: string;
  energy: string;
  teamFrom: number | null;
  teamTo: number | null;
  kit: { item: string; quantity: string; note: string }[];
  banned: string[];
  checklist: string[];
  fixedDates: { date: string; what: string }[];
}
/** The brief as it was published: also the limits that the rules gave on that day. */
export interface BriefContent extends BriefParts {
  limits: { code: string; statement: string; limit: string }[];
}
export interface BriefVersion {
  id: string;
  number: number;
  content: BriefContent;
  note: string;
  publishedAt: string;
  publishedBy: string;
}

const columns = (sql: Sql) =>
  sql`challenge, setting, product, account, rules, hazards, warm_up, energy, team_from, team_to, kit, banned, checklist, fixed_dates`;

/** The brief as it is being written. */
export const readBrief = remembered(async (sql: Sql, projectId: string): Promise<BriefParts & { version: number }> => {
  const [row] = await sql<[BriefParts & { version: number }]>`
    select ${columns(sql)}, version from brief where project_id = ${projectId}`;
  return row;
});

/** What was published, newest first. */
export const listBriefVersions = remembered(async (sql: Sql, projectId: string): Promise<BriefVersion[]> => {
  const rows = await sql<(Omit<BriefVersion, 'publishedAt'> & { publishedAt: Date })[]>`
    select id, number, content, note, published_at, published_by from brief_version
    where project_id = ${projectId} order by number desc`;
  return rows.map((row) => ({ ...row, publishedAt: row.publishedAt.toISOString() }));
});

const PARTS = [
  'challenge',
  'setting',
  'product',
  'account',
  'rules',
  'hazards',
  'warmUp',
  'energy',
  'teamFrom',
  'teamTo',
  'kit',
  'banned',
  'checklist',
  'fixedDates',
] as const satisfies readonly (keyof BriefParts)[];

/** A row of table brief in the form of its parts. */
export function toBriefParts(row: Record<string, unknown>): BriefParts {
  return Object.fromEntries(PARTS.map((key) => [key, row[key]])) as unknown as BriefParts;
}
