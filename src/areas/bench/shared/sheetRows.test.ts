import { sheetColumns, sheetRemarks, statusOf } from './sheetRows';
import { afterSlot, readingsFrom, readWords, slotsOf, takenOf } from '@/areas/bench/shared/slots';

const quantity = (id: string, unit: string, observers = 1, soFar: number[] = []) => ({
  ...{ id, name: id, unit, units: [unit], scales: { [unit]: 1 }, observers, soFar },
});
const voltage = quantity('voltage', 'V', 2, [2.3, 2.4, 2.5]);
const current = quantity('current', 'mA');
const test_ = {
  settings: [
    { name: 'load', unit: 'ohm' },
    { name: 'gear', unit: '' },
  ],
  quantities: [voltage, current],
};

describe('a results sheet', () => {
  const columns = sheetColumns(test_, ['Flint', 'Marl']);
  const row = (...cells: string[]) => cells;
  const said = (...rows: string[][]) =>
    sheetRemarks(columns, rows, [voltage, current]).map(
      ({ row: r, column, says, stops }) => `${r}:${column}${stops ? '!' : ''} ${says}`,
    );

  test('has a column for each setting, quantity and observer', () => {
    expect(columns.map(({ name }) => name)).toEqual([
      ...['Team', 'Iteration', 'load, ohm', 'gear', 'voltage 1, V', 'voltage 2, V', 'current, mA', 'Result', 'Note'],
    ]);
  });

  test('either decimal mark is good, and a line without anything read is left alone', () => {
    expect(
      said(
        row('Flint', '3', '13', 'low', '2,4', '2.41', '180', '', ''),
        row('Nobody', '', '', '', '', '', '', '', 'x'),
      ),
    ).toEqual([]);
    expect(said(row('marl', '', '', '', '', '', '', 'did not start', ''))).toEqual([]);
  });

  test('what can’t be recorded stops, and what is odd is only said', () => {
    expect(said(row('Slate', '', '', '', '2.4', '', '', '', ''))).toEqual(['0:0! There is no team “Slate” here.']);
    expect(said(row('', '', '', '', '2.4', '', '', '', ''))[0]).toMatch(/^0:0! The team is missing/);
    expect(said(row('Flint', 'x', '', '', '2.4', '', '', '', ''))[0]).toMatch(/^0:1! The iteration/);
    expect(said(row('Flint', '', 'x', '', '2.4', '', '', '', ''))[0]).toMatch(/^0:2!/);
    expect(said(row('Flint', '', '', '', '', '2.4', '', '', ''))[0]).toMatch(/^0:4! A valid run needs its value/);
    expect(said(row('Flint', '', '', '', '2.4', '', '', 'lost', ''))[0]).toMatch(/^0:7! “lost” is none of/);
    expect(said(row('Flint', '', '', '', '240', '', '', '', ''))).toEqual([
      '0:4 240 lies far from the others, between 2.3 and 2.5. Was it 2.4 V?',
    ]);
    expect(said(row('Flint', '', '', '', '4.9', '', '', '', ''))).toEqual([]);
  });

  test('a result is a word, and empty is a valid run', () => {
    expect(['', ' Foul ', 'did-not-finish', 'Did not start', 'ok', 'broke'].map(statusOf)).toEqual([
      ...['ok', 'foul', 'did-not-finish', 'did-not-start', 'ok', null],
    ]);
  });
});

describe('several readings of one run, one after the other', () => {
  const slots = slotsOf([voltage, current]);

  test('observers follow each other, then the next quantity', () => {
    expect(slots.map(({ quantity: { id }, observer }) => `${id} ${observer}`)).toEqual([
      'voltage 0',
      'voltage 1',
      'current 0',
    ]);
    expect([0, 1, 2].map((at) => afterSlot(slots, at, true))).toEqual([1, 2, 3]);
  });

  test('a watch that failed is left out alone, a quantity that was not read as a whole', () => {
    expect(afterSlot(slots, 1, false)).toBe(2);
    const twice = slotsOf([voltage, { ...current, observers: 2 }, current]);
    expect(afterSlot(twice, 2, false)).toBe(4);
    expect(afterSlot(twice, 4, false)).toBe(5);
  });

  test('what was keyed in is gathered by quantity', () => {
    const read = readingsFrom([voltage, current], slots, ['2.4', '', '180'], ({ unit }) => unit);
    expect(read).toEqual({
      ...{ value: '2.4', more: [], unit: 'V' },
      readings: [{ quantityId: 'current', value: '180', more: [], unit: 'mA' }],
    });
    expect(readWords(readingsFrom([voltage, current], slots, ['2.4', '2.5', ''], ({ unit }) => unit))).toEqual([
      '2.4 and 2.5 V',
    ]);
    expect(['', '["2.4"]', '2.4 2.5', '{}'].map(takenOf)).toEqual([[], ['2.4'], [], []]);
  });
});
