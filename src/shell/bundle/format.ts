import type { Row } from '@/db/shape';

export const FORMAT = 'ironstone-bundle';
export const VERSION = 6;

/**
 * A project as a bundle holds it: rows by table, with the names of the database's columns. Ids are any text, references
 * name them; "person" are the students of the class, and "instructor" names whoever leads the project it comes into.
 */
export interface Bundle {
  format: typeof FORMAT;
  version: typeof VERSION;
  tables: Tables;
}
export type Tables = Record<string, Row[]>;

/** What stands for any account that is no student of the class. */
export const INSTRUCTOR = 'instructor';

/** The rows of a table; none when the bundle does not speak of it. */
export function rowsOf({ tables }: Pick<Bundle, 'tables'>, table: string): Row[] {
  return tables[table] ?? [];
}

/** The row of a project itself. */
export function projectOf(bundle: Pick<Bundle, 'tables'>): Row {
  return rowsOf(bundle, 'project')[0] ?? {};
}

/** A project with its title and days and nothing in it. */
export function emptyBundle(): Bundle {
  return {
    format: FORMAT,
    version: VERSION,
    tables: {
      project: [
        {
          title: 'New project',
          client_name: 'Client',
          time_zone: 'UTC',
          units: 'metric',
          event_date: '2000-01-01',
          retention_until: '2001-01-01',
        },
      ],
      brief: [{}],
    },
  };
}
