import { datumOf, matrixOf, sideBySide, votesOf, weightViews } from './results';
import type { SelectionRecord } from '@/areas/concepts/read/selection';

const CELLS = { sled: [5, 1], twin: [4, 4], bowl: [1, 5] };
const selection = (more: Partial<SelectionRecord> = {}): SelectionRecord => ({
  id: 's',
  sectionId: 'x',
  name: 'First',
  picks: 2,
  datumId: null,
  state: 'open',
  version: 1,
  choice: null,
  criteria: [
    { id: 'mass', requirementId: null, name: 'Mass', weight: 3, anchors: '' },
    { id: 'level', requirementId: null, name: 'Level', weight: 1, anchors: '' },
  ],
  concepts: Object.keys(CELLS).map((id) => ({ id, title: id })),
  scores: Object.entries(CELLS).flatMap(([concept, [mass, level]]) => [
    { rater: 'r', concept, criterion: 'mass', score: mass! },
    { rater: 'r', concept, criterion: 'level', score: level! },
  ]),
  marks: [],
  ballots: [],
  ...more,
});
const schools = (one: SelectionRecord) =>
  Object.fromEntries(sideBySide(one, matrixOf(one)).map((says) => [says.school, says]));

test('nothing is decided while a cell is empty, and it says which', () => {
  const one = selection();
  const gap = {
    ...one,
    scores: one.scores.filter(({ concept, criterion }) => concept !== 'bowl' || criterion !== 'level'),
  };
  expect(matrixOf(gap)).toMatchObject({ decision: null, missing: [{ concept: 'bowl', criterion: 'Level' }] });
  expect(matrixOf({ ...one, scores: [] }).missing).toHaveLength(6);
  expect(sideBySide(gap, matrixOf(gap))).toEqual([]);
});

test('the lines of the chart end at the scores of the criterion alone, and cross where the flip says', () => {
  const one = selection();
  const matrix = matrixOf(one);
  const [mass, level] = weightViews(one, matrix);
  expect([mass!.weight, level!.weight]).toEqual([0.75, 0.25]);
  expect(mass!.lines.find(({ id }) => id === 'sled')).toEqual({ id: 'sled', at0: 1, at1: 5 });
  const { crossing } = mass!;
  const { at0, at1 } = mass!.lines.find(({ id }) => id === crossing!.id)!;
  expect(at0 + crossing!.weight * (at1 - at0)).toBeCloseTo(crossing!.total, 12);
  expect(weightViews(one, matrixOf({ ...one, scores: [] }))).toEqual([]);
});

test('a criterion that has all the weight is drawn level from end to end, and has no crossing', () => {
  const one = selection();
  const alone = { ...one, criteria: one.criteria.map((each) => ({ ...each, weight: each.id === 'mass' ? 1 : 0 })) };
  const [mass] = weightViews(alone, matrixOf(alone));
  expect(mass!.lines.every(({ at0, at1 }) => at0 === at1)).toBe(true);
  expect(mass!.crossing).toBeNull();
});

test('where nothing beats the datum, the datum is first', () => {
  const marks = (mark: number) =>
    ['twin', 'bowl'].flatMap((concept) => ['mass', 'level'].map((criterion) => ({ concept, criterion, mark })));
  const one = selection({ datumId: 'sled', marks: marks(-1) });
  expect(datumOf(one)!.map(({ weightedNet }) => weightedNet)).toEqual([-4, -4]);
  expect(schools(one).datum!.first).toEqual(['sled']);
  expect(schools(selection({ datumId: 'sled', marks: marks(0) })).datum!.first).toEqual(['sled', 'twin', 'bowl']);
  expect(datumOf(selection({ datumId: 'sled', marks: marks(1).slice(1) }))).toBeNull();
  expect(datumOf(selection({ datumId: 'gone', marks: marks(1) }))).toBeNull();
});

test('a ballot that names a concept withdrawn counts with what is left; votes and the client stand beside the matrix', () => {
  const one = selection({
    ballots: [
      { voter: 'a', ranking: ['gone', 'twin'] },
      { voter: 'b', ranking: ['twin', 'sled'] },
      { voter: 'c', ranking: ['sled'] },
    ],
    choice: { by: 'The client', picks: [{ conceptId: 'bowl', reason: 'Pretty' }], version: 1 },
  });
  expect(votesOf(one)!.approval.order[0]).toEqual({ id: 'sled', points: 2 });
  expect(schools(one)).toMatchObject({
    matrix: { first: ['sled', 'twin'] }, // 4.0 each
    client: { first: ['bowl'], words: 'picked by The client' },
    approval: { first: ['sled', 'twin'], words: 'level at 2' },
    condorcet: { first: ['twin'], words: 'beats every other one' },
  });
  expect(votesOf(selection())).toBeNull();
});
