import Papa from 'papaparse';

export const MOST_ROWS = 300;

/** One student of a roster, as read; `problem` says why the row can't be taken. */
export interface RosterRow {
  line: number;
  name: string;
  number: string;
  team: string;
  role: string;
  problem: string | null;
}
/** A roster as a whole: its rows, or why it can't be read at all. */
export interface Roster {
  rows: RosterRow[];
  problem: string | null;
  /** How a roster without a header line was read; null when it has one. */
  guessed: string | null;
}

const HEADERS: Record<string, readonly string[]> = {
  name: ['name', 'student', 'student name', 'full name'],
  first: ['first name', 'first', 'given name', 'forename'],
  last: ['last name', 'last', 'surname', 'family name'],
  number: ['student number', 'number', 'student no', 'student id', 'id', 'no'],
  team: ['team', 'group'],
  role: ['role'],
};

/**
 * Reads a roster of one section: CSV or a paste from a spreadsheet (comma, semicolon or tab), columns in any
 * order, found by their header, or without one where the columns can be told by what stands in them. Every row is checked for itself; a student who appears there twice is named.
 */
export function readRoster(text: string): Roster {
  const nothing = (problem: string): Roster => ({ rows: [], problem, guessed: null });
  if (text.trim() === '') return nothing('Paste the roster first: one line for each student.');
  const { data } = Papa.parse<string[]>(text.trim(), {
    skipEmptyLines: 'greedy',
    // A name may hold a comma; a tab is always between columns.
    delimiter: text.includes('\t') ? '\t' : '',
  });
  const [header = [], ...below] = data;
  const named = findColumns(header);
  const headed = named.name !== undefined || named.first !== undefined;
  const columns = headed ? named : guessColumns(data);
  const lines = headed ? below : data;
  if (columns.name === undefined && columns.first === undefined) {
    return nothing(
      `No column with names was found. Name the columns in the first line, such as: name, student number, team. It reads: ${header.join(', ').slice(0, 80)}`,
    );
  }
  if (lines.length === 0) return nothing('There is a header line, but no student below it.');
  if (lines.length > MOST_ROWS)
    return nothing(
      `A roster of one section has at most ${MOST_ROWS} students; this one has ${lines.length}. Nothing was read.`,
    );
  const rows = lines.map((cells, i) => readRow(cells, columns, i + (headed ? 2 : 1)));
  markDoubles(rows, (row) => row.number, 'student number');
  markDoubles(rows, (row) => (row.number ? '' : row.name.toLowerCase()), 'name');
  return { rows, problem: null, guessed: headed ? null : orderOf(columns) };
}

type Columns = Partial<Record<string, number>>;

function findColumns(header: string[]): Columns {
  const tidy = header.map((cell) =>
    cell
      .replace(/^\uFEFF/, '')
      .toLowerCase()
      .replace(/[^a-z]+/g, ' ')
      .trim(),
  );
  return Object.fromEntries(
    Object.entries(HEADERS).flatMap(([key, names]) => {
      const index = tidy.findIndex((cell) => names.includes(cell));
      return index < 0 ? [] : [[key, index]];
    }),
  );
}

const WORDS: Record<string, string> = { name: 'name', number: 'student number', team: 'team' };
const orderOf = (columns: Columns) =>
  Object.entries(columns)
    .sort(([, a], [, b]) => a! - b!)
    .map(([key]) => WORDS[key])
    .join(', ');

/**
 * The columns of a roster without a header line, where they can be told: names have two words or more and hardly repeat,
 * numbers have a digit in every row, teams repeat. Nothing when two columns could be the names.
 */
function guessColumns(lines: string[][]): Columns {
  const width = Math.max(...lines.map((cells) => cells.length));
  const columns = Array.from({ length: width }, (_, i) => lines.map((cells) => (cells[i] ?? '').trim()));
  const told = columns.map((cells) => {
    const filled = cells.filter(Boolean);
    if (filled.length === 0) return null;
    if (filled.every((cell) => /^[\w./-]+$/.test(cell) && /\d/.test(cell))) return 'number';
    const isName = (cell: string) => !/\d/.test(cell) && cell.split(/[\s,]+/).filter(Boolean).length > 1;
    return filled.length === cells.length && filled.every(isName) && new Set(filled).size > filled.length / 2
      ? 'name'
      : 'team';
  });
  const once = (key: 'name' | 'number' | 'team') => told.indexOf(key) === told.lastIndexOf(key);
  if (!told.includes('name') || !(['name', 'number', 'team'] as const).every(once)) return {};
  return Object.fromEntries(told.flatMap((key, i) => (key ? [[key, i]] : [])));
}

function readRow(cells: string[], columns: Columns, line: number): RosterRow {
  const cell = (key: string) => (columns[key] === undefined ? '' : (cells[columns[key]] ?? '').trim());
  const name = cell('name') || `${cell('first')} ${cell('last')}`.trim();
  const row = { line, name, number: cell('number'), team: cell('team'), role: cell('role'), problem: null };
  const long = Object.entries({ name: 160, number: 40, team: 60, role: 80 }).find(
    ([key, most]) => row[key as 'name'].length > most,
  );
  if (!name) return { ...row, problem: 'The name is missing.' };
  if (long) return { ...row, problem: `The ${long[0]} is longer than ${long[1]} characters.` };
  return row;
}

function markDoubles(rows: RosterRow[], key: (row: RosterRow) => string, what: string) {
  const first = new Map<string, number>();
  for (const row of rows) {
    const value = key(row);
    if (!value || row.problem) continue;
    const seen = first.get(value);
    if (seen === undefined) first.set(value, row.line);
    else row.problem = `The same ${what} stands in line ${seen}.`;
  }
}
