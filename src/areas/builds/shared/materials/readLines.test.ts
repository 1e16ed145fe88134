import { csv } from '@/core/csv';
import { LINE_COLUMNS, readLines } from './readLines';

const MATERIALS = [
  ['m1', 'Birch strip'],
  ['m2', 'Cord, 2 mm'],
] as const;

test('what was saved as CSV is read again, with its materials, and a cell that was defused is as it was', () => {
  const rows = [
    ['Keel', 'birch STRIP', '12', '2', '', '', 'Frame', 'kit'],
    ['-Fin', 'Cord, 2 mm', '1,5', '', '4', '0', '', 'recycled'],
  ];
  const { lines, problem, remarks } = readLines(csv(LINE_COLUMNS, rows), MATERIALS);
  expect([problem, remarks]).toEqual([null, []]);
  expect(lines.map(({ part, materialId, quantity, source }) => [part, materialId, quantity, source])).toEqual([
    ['Keel', 'm1', '12', 'kit'],
    ['-Fin', 'm2', '1,5', 'recycled'],
  ]);
});

test('columns come in any order and wording, from a spreadsheet too; a material that is not listed is told', () => {
  const { lines, remarks } = readLines('Quantity\tPart\tMass each, g\tMaterial\n2\tFelt pad\t6\tFelt\n\n', MATERIALS);
  expect(lines).toMatchObject([{ part: 'Felt pad', quantity: '2', unitMass: '6', materialId: '', source: 'kit' }]);
  expect(remarks).toEqual(['“Felt” is not on the list of materials; its lines have none.']);
});

test.each([
  ['no header', 'Keel;12', /must name the columns, among them part and quantity/],
  ['a header alone', 'part;quantity', /no part below it/],
  ['too many', `part;quantity\n${'a;1\n'.repeat(81)}`, /At most 80 lines; these are 81/],
])('%s is refused as a whole', (_name, text, says) => {
  expect(readLines(text, MATERIALS)).toMatchObject({ lines: [], problem: expect.stringMatching(says) });
});
