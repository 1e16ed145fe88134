import Papa from 'papaparse';
import { ValidationError } from 'yup';
import { CoreError } from '@/core/numbers';
import { checkDimension, DIMENSION_NAMES, type Dimension } from '@/core/units';
import { FieldError } from '@/server/outcome';
import { COLUMNS, type ColumnName } from './columns';
import { readLimit } from './readLimit';
import { requirementSchema } from '@/areas/brief/records/requirements';

export const MOST_ROWS = 300;

/** One requirement of a pasted list, as read; `problem` says why it can't be taken. */
export interface ReadRow extends Record<Exclude<ColumnName, 'verified by'>, string> {
  line: number;
  verifiedBy: string;
  problem: string | null;
}

/**
 * Reads requirements from CSV or a paste from a spreadsheet (comma, semicolon or tab); columns in any order, found by
 * their header, of which "code" and "statement" must be there. Every row is checked for itself; a code that is in the
 * project already, or appears twice, is left out and said so.
 */
export function readList(
  text: string,
  known: { codes: Set<string>; parameters: Map<string, string> },
): { rows: ReadRow[]; problem: string | null } {
  const nothing = (problem: string) => ({ rows: [], problem });
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' });
  const [header = [], ...lines] = data;
  const names = header.map((cell) =>
    cell
      .toLowerCase()
      .replace(/[^a-z]+/g, ' ')
      .trim(),
  );
  const missing = ['code', 'statement'].filter((name) => !names.includes(name));
  if (missing.length)
    return nothing(
      `The first line must name the columns, among them ${missing.join(' and ')}. It reads: ${header.join(', ').slice(0, 80)}`,
    );
  if (lines.length === 0) return nothing('There is a header line, but no requirement below it.');
  if (lines.length > MOST_ROWS)
    return nothing(`At most ${MOST_ROWS} requirements at once; this has ${lines.length}. Nothing was read.`);
  const seen = new Map<string, number>();
  const rows = lines.map((cells, i) => {
    const cell = (name: ColumnName) => (cells[names.indexOf(name)] ?? '').trim().replace(/^'(?=[=+@-])/, '');
    const row = {
      line: i + 2,
      ...Object.fromEntries(COLUMNS.map((name) => [name, cell(name)])),
      verifiedBy: cell('verified by'),
    } as ReadRow;
    const at = seen.get(row.code);
    const problem = known.codes.has(row.code)
      ? 'This code is in the list already; it is left as it is.'
      : at !== undefined
        ? `The same code stands in line ${at}.`
        : problemOf(row, known.parameters);
    seen.set(row.code, at ?? row.line);
    return { ...row, problem };
  });
  return { rows, problem: null };
}

/** A row as the form would have sent it. */
export function toInput(row: ReadRow): Record<string, unknown> {
  const kind = row.kind || 'wish';
  return {
    ...row,
    id: null,
    version: null,
    kind,
    parameterId: null,
    parameterName: kind === 'wish' ? '' : row.parameter || row.statement.slice(0, 160),
    dimension: row.dimension || 'mass',
    priority: row.priority || 'must',
    decision: row.decision || 'guarded',
    state: row.state || 'proposed',
    protocolId: null,
    ownerId: null,
    why: '',
    sources: row.sources ? [{ kind: 'own', note: row.sources.slice(0, 400) }] : [],
  };
}

function problemOf(row: ReadRow, parameters: Map<string, string>): string | null {
  const input = toInput(row);
  if (row.dimension && !DIMENSION_NAMES.includes(row.dimension as Dimension))
    return `The dimension “${row.dimension}” is not known; there are ${DIMENSION_NAMES.join(', ')}.`;
  try {
    const parsed = requirementSchema.validateSync({ projectId: '-', ...input });
    const { kind, unit } = readLimit(parsed);
    const dimension = parameters.get(String(input.parameterName).toLowerCase()) ?? String(input.dimension);
    if (unit && kind !== 'different') checkDimension(unit, dimension as Dimension);
    if (kind === 'yes' && parameters.has(row.parameter.toLowerCase()) && dimension !== 'yes-no')
      return `“${row.parameter}” is measured, so it can’t be answered by yes or no.`;
    return null;
  } catch (error) {
    if (error instanceof ValidationError || error instanceof FieldError || error instanceof CoreError)
      return error.message;
    throw error;
  }
}
