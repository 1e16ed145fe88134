import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Row } from '@/db/shape';
import { pack } from '@/shell/bundle/pack';
import { rowsOf, type Bundle } from '@/shell/bundle/format';

/** The demo project as it ships, to be changed at will. */
export function demoBundle(): Bundle {
  return JSON.parse(readFileSync(path.join(process.cwd(), 'demo/gully-courier.json'), 'utf8')) as Bundle;
}

/** The rows of a table that have these values. */
export function rowsWith(bundle: Bundle, table: string, values: Row): Row[] {
  return rowsOf(bundle, table).filter((row) => Object.entries(values).every(([name, value]) => row[name] === value));
}

/** The one row of a table that has these values. */
export function rowWith(bundle: Bundle, table: string, values: Row): Row {
  const [row] = rowsWith(bundle, table, values);
  if (!row) throw new Error(`The bundle has no ${table} with ${JSON.stringify(values)}.`);
  return row;
}

/** Changes the project's own row. */
export function setProject(bundle: Bundle, values: Row): void {
  Object.assign(rowsOf(bundle, 'project')[0]!, values);
}

/**
 * Copies rows of a table, each with new ids and other values; `under` are the tables whose rows hang on them, copied along
 * with the reference that is named.
 */
export function copyRows(
  bundle: Bundle,
  table: string,
  rows: Row[],
  suffix: string,
  values: Row = {},
  under: [table: string, column: string][] = [],
): void {
  const ids = new Map(rows.map((row) => [row.id, `${String(row.id)}${suffix}`]));
  bundle.tables[table] = [
    ...rowsOf(bundle, table),
    ...rows.map((row) => ({ ...row, ...(row.id ? { id: ids.get(row.id) } : {}), ...values })),
  ];
  for (const [child, column] of under) {
    const own = rowsOf(bundle, child).filter((row) => ids.has(row[column]));
    for (const row of own) copyRows(bundle, child, [row], suffix, { [column]: ids.get(row[column]) });
  }
}

/** A bundle as it is sent. */
export const zipOf = (bundle: Bundle): Buffer => Buffer.from(pack(bundle));
