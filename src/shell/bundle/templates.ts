import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { CURRENCIES } from '@/core/dimensions';
import { ruleInWords, type EventRule } from '@/core/scoring';
import type { Shape, Row } from '@/db/shape';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { carriedTables, type Carried } from './columns';
import { projectOf, rowsOf, type Bundle, type Tables } from './format';
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
  /** What its designs do, in words that people search for. */
  does: string;
  own: boolean;
  /** What is in it; null for one kept before this was noted. */
  preview: TemplatePreview | null;
}

/** What a template holds, in words. */
export interface TemplatePreview {
  events: { name: string; rule: string }[];
  requirements: string[];
  stages: string[];
  rubrics: string[];
  timeZone: string;
  units: string;
  currency: string;
}

/** What a template holds, in words, from its bundle. */
export function previewOf(bundle: Bundle): TemplatePreview {
  const names = (table: string, column = 'name') => rowsOf(bundle, table).map((row) => String(row[column]));
  const unitOf = (quantityId: unknown) =>
    String(rowsOf(bundle, 'quantity').find(({ id }) => id === quantityId)?.unit ?? '');
  const project = projectOf(bundle);
  return {
    events: rowsOf(bundle, 'event').map(({ name, rule, quantity_id: scored }) => ({
      name: String(name),
      rule: ruleInWords(rule as EventRule, unitOf(scored)),
    })),
    requirements: names('requirement', 'statement'),
    stages: names('stage'),
    rubrics: names('rubric'),
    timeZone: String(project.time_zone ?? ''),
    units: String(project.units ?? 'metric'),
    currency: String(project.currency ?? CURRENCIES[0]),
  };
}
const FOLDER = path.join(process.cwd(), 'templates');

/** The templates there are: those that ship with the program, and those kept in this installation. */
export async function listTemplates(sql: Sql, personId: string): Promise<TemplateLine[]> {
  const kept = await sql<{ id: string; title: string; about: string; own: boolean; preview: TemplatePreview | null }[]>`
    select id, title, about, account_id = ${personId} as own, preview from template order by title, id`;
  return [
    ...(await (shippedLines ??= readShipped())),
    ...kept.map(({ id, ...line }) => ({ ...line, key: `own/${id}`, school: '', length: '', does: '' })),
  ];
}

/** What ships with the program is read once. */
let shippedLines: Promise<TemplateLine[]> | undefined;

async function readShipped(): Promise<TemplateLine[]> {
  const index = JSON.parse(await readFile(path.join(FOLDER, 'index.json'), 'utf8')) as (Pick<
    TemplateLine,
    'title' | 'about' | 'school' | 'length' | 'does'
  > & { file: string })[];
  return Promise.all(
    index.map(async ({ file, ...line }) => {
      const text = await readFile(path.join(FOLDER, `${file}.json`), 'utf8');
      return { ...line, key: `start/${file}`, own: false, preview: previewOf(parseBundle(text)) };
    }),
  );
}

/** The title of a template, as far as it is known. */
export async function titleOf(sql: Sql, key: string): Promise<string> {
  const lines = await (shippedLines ??= readShipped());
  const shipped = lines.find((line) => line.key === key);
  if (shipped) return shipped.title;
  const id = key.replace('own/', '');
  const [row] = isId(id) ? await sql<{ title: string }[]>`select title from template where id = ${id}` : [];
  return row?.title ?? '';
}

/** The bundle of a template. @throws FieldError at "template" for one that is not there. */
export async function readTemplate(sql: Sql, key: string): Promise<Bundle> {
  const [kind, name = ''] = key.split('/');
  const missing = new FieldError('template', 'This template was removed. Choose another one.');
  if (kind === 'start') {
    if (!/^[a-z-]{1,40}$/.test(name)) throw missing;
    const text = await readFile(path.join(FOLDER, `${name}.json`), 'utf8').catch(() => Promise.reject(missing));
    return parseBundle(text);
  }
  const [row] = isId(name) ? await sql<{ bytes: Buffer }[]>`select bytes from template where id = ${name}` : [];
  if (!row) throw missing;
  return (await unpack(new Uint8Array(row.bytes))).bundle;
}

/** What INTO_TEMPLATE asks of tables that a template does not keep: whose budget it is, what the client said. */
const ASKED_BY_TEMPLATE = ['section', 'team', 'visit', 'question', 'statement'];

/** Whether making a template looks at a table at all: twenty instructors at once would else read every run. */
export const inTemplate = ({ carries, table }: Carried): boolean =>
  carries.template === true || ASKED_BY_TEMPLATE.includes(table.name);

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
