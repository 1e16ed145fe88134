import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Row } from '@/db/catalogue';
import type { Shape } from '@/db/shape';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { carriedTables } from './columns';
import { rowsOf, type Bundle, type Tables } from './format';
import { parseBundle, unpack } from './pack';
import { type Sql } from '@/db/connection';

/** A starting project to choose from. */
export interface TemplateLine {
  /** "start/crumb-ferry" for one that ships with the program, "own/<id>" for one that an instructor kept. */
  key: string;
  title: string;
  about: string;
  /** How its results are scored and tested. */
  school: string;
  length: string;
  own: boolean;
}
const FOLDER = path.join(process.cwd(), 'templates');

/** The templates there are: those that ship with the program, and those kept in this installation. */
export async function listTemplates(sql: Sql, personId: string): Promise<TemplateLine[]> {
  const shipped = JSON.parse(await readFile(path.join(FOLDER, 'index.json'), 'utf8')) as (Omit<
    TemplateLine,
    'key' | 'own'
  > & { file: string })[];
  const kept = await sql<{ id: string; title: string; about: string; own: boolean }[]>`
    select id, title, about, account_id = ${personId} as own from template order by title, id`;
  return [
    ...shipped.map(({ file, ...line }) => ({ ...line, key: `start/${file}`, own: false })),
    ...kept.map(({ id, ...line }) => ({ ...line, key: `own/${id}`, school: '', length: '' })),
  ];
}

/** The bundle of a template. @throws FieldError at "template" for one that is not there. */
export async function readTemplate(sql: Sql, key: string): Promise<Bundle> {
  const [kind, name = ''] = key.split('/');
  const missing = new FieldError('template', 'This template is not there any more; choose another.');
  if (kind === 'start') {
    if (!/^[a-z-]{1,40}$/.test(name)) throw missing;
    const text = await readFile(path.join(FOLDER, `${name}.json`), 'utf8').catch(() => Promise.reject(missing));
    return parseBundle(text);
  }
  const [row] = isId(name) ? await sql<{ bytes: Buffer }[]>`select bytes from template where id = ${name}` : [];
  if (!row) throw missing;
  return (await unpack(new Uint8Array(row.bytes))).bundle;
}

const isAgreed = ({ state }: Row) => state === 'agreed' || state === 'changed';

/** What becomes of a row in a template: itself changed, or nothing. */
const INTO_TEMPLATE: Record<string, (row: Row, bundle: Bundle) => Row | null> = {
  project: ({ pinned_now: _, ...row }) => row,
  brief: (row) => ({ ...row, fixed_dates: [] }),
  visit: (row) => ({ ...row, state: 'planned' }),
  question: (row) => (row.merged_into || row.hidden ? null : row),
  requirement: ({ state_on: _, ...row }) => (isAgreed(row) ? { ...row, state: 'agreed', reason: '' } : null),
  requirement_source: ({ statement_id: said, ...row }, bundle) => {
    if (!said) return row;
    const sentence = rowsOf(bundle, 'statement').find(({ id }) => id === said)?.sentence;
    return { ...row, kind: 'season', note: `the client said: “${String(sentence ?? '')}”`.slice(0, 400) };
  },
  budget: (row) => (row.team_id ? null : row),
  stage: (row) => ({ ...row, delay: 0, left_out: false }),
};

/** A project without its people and its results: what another class can start from. */
export function toTemplate(bundle: Bundle, shape: Shape): Bundle {
  const tables: Tables = {};
  const kept = new Set<string>();
  for (const { table, columns, targets, carries } of carriedTables(shape)) {
    if (!carries.template) continue;
    const change = INTO_TEMPLATE[table.name] ?? ((row: Row) => row);
    const rows = rowsOf(bundle, table.name).flatMap((row) => {
      const told = change(row, bundle);
      const lost = [...targets].filter(
        ([name, target]) =>
          told?.[name] != null && target !== table.name && !kept.has(`${target} ${String(told[name])}`),
      );
      const needed = lost.some(([name]) => !columns.find((one) => one.name === name)?.nullable);
      if (!told || needed) return [];
      for (const [name] of lost) delete told[name];
      return [told];
    });
    for (const { id } of rows) kept.add(`${table.name} ${String(id)}`);
    if (rows.length > 0) tables[table.name] = rows;
  }
  return { ...bundle, tables };
}
