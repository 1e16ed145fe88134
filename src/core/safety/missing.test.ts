import { asksAdult, missing, SUPERVISION, type Asked, type SignOff } from '.';

const laser: Asked = { id: 'l', name: 'Laser cutter', needsTraining: true, needsReading: true, textVersion: 2 };
const glue: Asked = { id: 'g', name: 'Hot glue', needsTraining: false, needsReading: true, textVersion: 1 };
const plain: Asked = { id: 'w', name: 'Weather', needsTraining: false, needsReading: false, textVersion: 1 };
const signed = (personId: string, signedOn: string, validUntil: string | null): SignOff => ({
  personId,
  hazardId: 'l',
  signedOn,
  validUntil,
});
const look = (signOffs: SignOff[], more: Partial<Parameters<typeof missing>[0]> = {}) =>
  missing({
    hazards: [laser, glue, plain],
    people: ['a', 'b'],
    asks: 'each',
    signOffs,
    day: '2026-10-26',
    read: new Map([
      ['l', 2],
      ['g', 1],
    ]),
    ...more,
  }).map((one) => [one.hazardId, one.why, one.personId, one.day]);

test('everybody named needs a valid sign-off; what does not ask for anything is never missing', () => {
  expect(look([])).toEqual([
    ['l', 'training', 'a', null],
    ['l', 'training', 'b', null],
  ]);
  expect(look([signed('a', '2026-09-01', null), signed('b', '2026-09-01', null)])).toEqual([]);
});

test('a sign-off holds on its first and last day, not a day before or after', () => {
  const other = signed('b', '2026-01-01', null);
  for (const [from, until, why] of [
    ['2026-10-26', '2026-10-26', null],
    ['2026-10-27', null, 'later'],
    ['2026-09-01', '2026-10-25', 'ended'],
  ] as const)
    expect(look([signed('a', from, until), other])).toEqual(
      why ? [['l', why, 'a', why === 'later' ? '2026-10-27' : '2026-10-25']] : [],
    );
});

test('where one is enough, one is; with none of them all are named; with nobody it is missing of the team', () => {
  expect(look([signed('a', '2026-09-01', null)], { asks: 'one' })).toEqual([]);
  expect(look([], { asks: 'one' })).toHaveLength(2);
  expect(look([], { asks: 'one', people: [] })).toEqual([['l', 'training', null, null]]);
});

test('cautions that were read in an older version have changed; a sign-off for another hazard does not count', () => {
  const both = [signed('a', '2026-09-01', null), signed('b', '2026-09-01', null)];
  expect(look(both, { read: new Map([['l', 1]]) })).toEqual([
    ['l', 'changed', null, null],
    ['g', 'reading', null, null],
  ]);
  expect(look(both.map((one) => ({ ...one, hazardId: 'g' })))).toHaveLength(2);
});

test('an adult is asked for at the work from "beside" on, whichever of several levels says so', () => {
  expect(SUPERVISION.filter((level) => asksAdult(['usual', level]))).toEqual(['beside', 'by an adult']);
  expect(asksAdult([])).toBe(false);
});
