import { entryOf, type InBundle } from '@/db/catalogue';
import type { Column, Shape, Table } from '@/db/shape';

const SERVES_THE_PROGRAM = new Set(['project_id', 'version', 'created_at', 'updated_at']);

/** A table of a bundle, with what is carried of it. */
export interface Carried {
  table: Table;
  carries: InBundle;
  columns: Column[];
  /** Which table the id in a column is of. */
  targets: Map<string, string>;
  implied: Implied[];
}
/** Columns that a reference decides: those of the row it names. */
interface Implied {
  by: string;
  table: string;
  columns: [own: string, theirs: string][];
}

/** The tables of a bundle, each behind those it refers to. */
export function carriedTables(shape: Shape): Carried[] {
  const known = new Map<string, Map<string, string>>();
  return [...shape.values()].flatMap((table) => {
    const targets = targetsOf(table, known);
    known.set(table.name, targets);
    const carries = entryOf(table.name).bundle;
    return carries ? [carriedOf(table, carries, targets)] : [];
  });
}

/** Which table the id in each column is of: what a foreign key meets is an id, or names what the other table's column names. */
function targetsOf(table: Table, known: ReadonlyMap<string, ReadonlyMap<string, string>>): Map<string, string> {
  const targets = new Map<string, string>();
  for (const { columns, table: other, theirs } of table.references) {
    for (const [i, own] of columns.entries()) {
      if (own === 'project_id') continue;
      const target = theirs[i] === 'id' ? other : (known.get(other)?.get(theirs[i]!) ?? null);
      if (target && target !== 'project') targets.set(own, target);
    }
  }
  return targets;
}

function carriedOf(table: Table, carries: InBundle, targets: Map<string, string>): Carried {
  const implied: Implied[] = [];
  for (const { columns, table: other, theirs } of table.references) {
    const by = columns[theirs.indexOf('id')];
    const more = columns
      .map((own, i): [string, string] => [own, theirs[i]!])
      .filter(([own]) => own !== by && own !== 'project_id');
    if (by && other !== 'project' && more.length > 0) implied.push({ by, table: other, columns: more });
  }
  // What follows from a reference that is always there need not be written, unless it is a reference itself.
  const always = (name: string) => table.columns.some((column) => column.name === name && !column.nullable);
  const derived = new Set(
    implied
      .filter(({ by }) => always(by))
      .flatMap(({ columns }) => columns.map(([own]) => own).filter((own) => !targets.has(own))),
  );
  const columns = table.columns.filter(
    ({ name }) => !SERVES_THE_PROGRAM.has(name) && !carries.but?.includes(name) && !derived.has(name),
  );
  return { table, carries, columns, targets, implied };
}
