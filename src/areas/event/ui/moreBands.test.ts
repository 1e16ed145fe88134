import { moreBands } from './moreBands';

const bands = (...rows: [string, string][]) => rows.map(([edge, points]) => ({ edge, points }));

test.each([
  ['plain figures', bands(['1', '10'], ['2', '8']), bands(['3', '6'], ['4', '4'], ['5', '2'], ['6', '0'])],
  ['decimal commas', bands(['0,1', '3'], ['0,2', '2']), bands(['0.3', '1'], ['0.4', '0'])],
  ['a unit', bands(['5 cm', '2'], ['10 cm', '1']), bands(['15 cm', '0'])],
  ['edges that fall', bands(['10', '1'], ['5', '2']), bands(['0', '3'])],
  ['two units', bands(['5 cm', '2'], ['1 dm', '1']), []],
  ['no step', bands(['5', '2'], ['5', '1']), []],
  ['one band', bands(['5', '2']), []],
  ['one that is not filled in yet', bands(['5', '2'], ['', '']), []],
])('%s go on at equal steps', (_name, given, more) => expect(moreBands(given)).toEqual(more));

test('six at most', () => expect(moreBands(bands(['1', '1'], ['2', '2']))).toHaveLength(6));
