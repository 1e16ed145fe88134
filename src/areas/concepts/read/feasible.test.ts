import type { Claim } from './concepts';
import type { Requirement } from '@/areas/brief';
import { feasibilityOf } from './feasible';

const requirement = (code: string, more: Partial<Requirement> = {}) =>
  ({
    id: code,
    code,
    statement: code,
    kind: 'max',
    value: 900,
    low: null,
    high: null,
    tolerance: null,
    unit: 'g',
    priority: 'must',
    decision: 'guarded',
    state: 'agreed',
    weight: null,
    ...more,
  }) as Requirement;
const claim = (requirementId: string, more: Partial<Claim> = {}): Claim => ({
  requirementId,
  how: '',
  value: null,
  unit: null,
  uncertainty: null,
  answer: null,
  ...more,
});
const mass = requirement('R-01');
const judged = (claims: Claim[], exception = '', requirements = [mass]) =>
  feasibilityOf({ claims, exception }, requirements);

test('the author’s own uncertainty decides: 905 g may break 900 g, 980 g does, in any unit', () => {
  const of = (value: number, unit: string, uncertainty: number) =>
    judged([claim('R-01', { value, unit, uncertainty })]).rows[0]!.verdict;
  expect(of(880, 'g', 20)).toBe('conforms');
  expect(of(905, 'g', 25)).toBe('inconclusive');
  expect(of(0.98, 'kg', 0.03)).toBe('fails');
});

test('what breaks a must does not pass without an exception; a should may be broken', () => {
  const heavy = [claim('R-01', { value: 980, unit: 'g' })];
  expect(judged(heavy)).toMatchObject({ passes: false, broken: [{ requirement: { code: 'R-01' } }] });
  expect(judged(heavy, 'For the first trial')).toMatchObject({ passes: true, broken: [{}] });
  expect(judged(heavy, '', [requirement('R-01', { priority: 'should' })])).toMatchObject({ passes: true, broken: [] });
});

test('musts that it says nothing about are listed; wishes, proposals and what was withdrawn are none of them', () => {
  const others = [
    mass,
    requirement('R-02', { kind: 'yes', value: null, unit: null }),
    requirement('R-03', { kind: 'wish', value: null, unit: null, weight: 3 }),
    requirement('R-04', { state: 'proposed' }),
    requirement('R-05', { state: 'withdrawn' }),
  ];
  const { silent, rows } = judged([claim('R-02', { answer: true })], '', others);
  expect(silent.map(({ requirement: { code } }) => code)).toEqual(['R-01']);
  expect(rows.map(({ verdict }) => verdict)).toEqual(['not-measured', 'conforms', null]);
  // Words without a number say something, and judge nothing.
  expect(judged([claim('R-01', { how: 'Birch strip' })])).toMatchObject({ silent: [], passes: true });
  expect(judged([claim('R-02', { answer: false })], '', others).broken).toHaveLength(1);
});
