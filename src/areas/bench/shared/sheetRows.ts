import { CoreError, readNumber } from '@/core/numbers';
import { slip } from '@/core/bench/slip';
import type { Protocol, Setting } from '@/areas/bench/read/protocols';
import type { RigQuantity } from './rig';
import { STATUS_NAME, type Status } from './status';

/** A column of the grid that a results sheet is typed into. */
export interface SheetColumn {
  key: string;
  name: string;
  kind: 'team' | 'iteration' | 'setting' | 'value' | 'result' | 'note';
  /** Of which setting or quantity, and which observer reads it. */
  of?: string;
  observer?: number;
  numeric: boolean;
  /** What can be written there, where it is one of a few. */
  choices?: readonly string[];
}
/** What a sheet is typed in for. */
export interface SheetTest {
  settings: readonly Setting[];
  quantities: readonly Pick<RigQuantity, 'id' | 'name' | 'unit' | 'observers'>[];
}
const RESULTS = Object.entries(STATUS_NAME) as [Status, string][];
export const MOST_ROWS = 2000;

/** What of a protocol is written down by hand. */
export const sheetTest = ({ settings, quantities }: Pick<Protocol, 'settings' | 'quantities'>): SheetTest => ({
  settings,
  quantities: quantities
    .filter(({ formula }) => formula === null)
    .map(({ quantityId, parameterName, unit, observers }) => ({
      id: quantityId,
      name: parameterName,
      unit,
      observers,
    })),
});

/** The columns of a sheet: team and iteration, what was set, what was read, what became of it. */
export function sheetColumns({ settings, quantities }: SheetTest, teams: readonly string[]): SheetColumn[] {
  return [
    { key: 'team', name: 'Team', kind: 'team', numeric: false, choices: teams },
    { key: 'iteration', name: 'Iteration', kind: 'iteration', numeric: true },
    ...settings.map(({ name, unit }): SheetColumn => ({
      key: `setting:${name}`,
      name: unit ? `${name}, ${unit}` : name,
      kind: 'setting',
      of: name,
      numeric: unit !== '',
    })),
    ...quantities.flatMap(({ id, name, unit, observers }) =>
      Array.from({ length: observers }, (_, observer): SheetColumn => ({
        key: `value:${id}:${observer}`,
        name: `${name}${observers > 1 ? ` ${observer + 1}` : ''}, ${unit}`,
        kind: 'value',
        of: id,
        observer,
        numeric: true,
      })),
    ),
    { key: 'result', name: 'Result', kind: 'result', numeric: false, choices: RESULTS.map(([, name]) => name) },
    { key: 'note', name: 'Note', kind: 'note', numeric: false },
  ];
}

/** The status that a word in the column Result means; empty is a valid run. null for anything else. */
export function statusOf(text: string): Status | null {
  const wanted = text.trim().toLowerCase().replaceAll('-', ' ');
  if (wanted === '') return 'ok';
  return RESULTS.find(([, name]) => name === wanted)?.[0] ?? null;
}

/** Whether a row says that a run took place: something was read, or it was more than a valid run. */
export const isFilled = (columns: readonly SheetColumn[], row: readonly string[]): boolean =>
  columns.some(({ kind }, i) => (kind === 'value' || kind === 'result') && (row[i] ?? '').trim() !== '');

export interface CellRemark {
  row: number;
  column: number;
  says: string;
  /** It can't be recorded as it stands. */
  stops: boolean;
}

/**
 * What is wrong with the cells of a sheet, or odd about them: a team that there is none of, a number that can't be read, a value
 * missing in a valid run; and a value far from the others, which stays as it is.
 * @param scales what one of each unit of a quantity is in its own
 */
export function sheetRemarks(
  columns: readonly SheetColumn[],
  rows: readonly (readonly string[])[],
  quantities: readonly RigQuantity[],
): CellRemark[] {
  const first = quantities[0]!.id;
  const teams = new Set(columns[0]!.choices!.map((name) => name.toLowerCase()));
  const known = new Map(quantities.map((one) => [one.id, [...one.soFar]]));
  return rows.flatMap((row, r): CellRemark[] => {
    if (!isFilled(columns, row)) return [];
    const status = statusOf(row[columns.findIndex(({ kind }) => kind === 'result')] ?? '');
    return columns.flatMap((column, c): CellRemark[] => {
      const text = (row[c] ?? '').trim();
      const stop = (says: string) => [{ row: r, column: c, says, stops: true }];
      if (column.kind === 'team' && !teams.has(text.toLowerCase()))
        return stop(text ? `There is no team “${text}” here.` : 'The team is missing.');
      if (column.kind === 'result' && status === null)
        return stop(`“${text}” is none of ${RESULTS.map(([, name]) => name).join(', ')}.`);
      if (column.kind === 'iteration' && text && !/^\d{1,3}$/.test(text))
        return stop('The iteration is a whole number.');
      if (column.kind === 'value' && column.of === first && column.observer === 0 && status === 'ok' && !text)
        return stop('A valid run needs its value.');
      if (!column.numeric || column.kind === 'iteration' || !text) return [];
      try {
        const { value } = readNumber(text);
        const quantity = column.kind === 'value' && quantities.find(({ id }) => id === column.of);
        if (!quantity || status !== 'ok') return [];
        const soFar = known.get(quantity.id)!;
        const odd = slip({ value, unit: quantity.unit, soFar, scales: quantity.scales });
        soFar.push(value);
        if (!odd) return [];
        const meant = odd.mended ? ` Was it ${odd.mended.value} ${odd.mended.unit}?` : '';
        const says = `${text} lies far from the others, between ${odd.least} and ${odd.most}.${meant}`;
        soFar.pop();
        return [{ row: r, column: c, says, stops: false }];
      } catch (error) {
        if (error instanceof CoreError) return stop(error.message);
        throw error;
      }
    });
  });
}
