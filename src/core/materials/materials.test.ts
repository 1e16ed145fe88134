import fc from 'fast-check';
import { bill, brokenRule, CoreError, differParts, explain, lasting, SOURCES, type BillLine } from '.';

const line = (more: Partial<BillLine> = {}): BillLine => ({
  part: 'Frame',
  subsystem: '',
  material: '',
  quantity: 1,
  waste: 0,
  unitMass: 10,
  unitPrice: 1,
  source: 'kit',
  rule: '',
  ...more,
});

describe('bill', () => {
  test('adds up as by hand in whole hundredths, by subsystem too, whatever the order', () => {
    const hundredths = fc.integer({ min: 0, max: 100_000 });
    const lines = fc.array(
      fc.record({
        subsystem: fc.constantFrom('', 'Frame', 'Brake'),
        quantity: fc.integer({ min: 0, max: 40 }),
        waste: fc.integer({ min: 0, max: 5 }),
        mass: fc.option(hundredths, { nil: null }),
        price: fc.option(hundredths, { nil: null }),
        source: fc.constantFrom(...SOURCES),
      }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(lines, (given) => {
        const own = given.map(({ mass, price, ...one }, i) =>
          line({
            ...one,
            part: `p${i}`,
            unitMass: mass === null ? null : mass / 100,
            unitPrice: price === null ? null : price / 100,
          }),
        );
        const found = bill({ lines: own, banned: [] });
        const mass = given.reduce((sum, one) => sum + one.quantity * (one.mass ?? 0), 0);
        const cost = given.reduce((sum, one) => sum + (one.quantity + one.waste) * (one.price ?? 0), 0);
        expect([found.mass, found.cost]).toEqual([mass / 100, cost / 100]);
        expect(found.subsystems.reduce((sum, one) => sum + one.mass, 0)).toBeCloseTo(found.mass, 6);
        expect(found.unweighed).toEqual(
          own.filter((one) => one.unitMass === null && one.quantity > 0).map(({ part }) => part),
        );
        const turned = bill({ lines: own.toReversed(), banned: [] });
        expect([turned.mass, turned.cost, turned.recycled]).toEqual([found.mass, found.cost, found.recycled]);
        const recycled = given.reduce(
          (sum, one) => sum + (one.source === 'recycled' ? one.quantity * (one.mass ?? 0) : 0),
          0,
        );
        if (mass > 0) expect(found.recycled).toBeCloseTo(recycled / mass, 9);
        else expect(found.recycled).toBeNull();
      }),
      { seed: 20, numRuns: 200 },
    );
  });

  test('what a rule does not allow is named with it, by its material or by the brief', () => {
    const banned = ['motors', 'stored energy'];
    const found = bill({
      lines: [
        line({ part: 'Small motor' }),
        line({ part: 'Bearing', rule: 'no ready-made wheels' }),
        line({ part: 'Spring', material: 'Energy, stored' }),
        line({ part: 'Motorway sign' }),
      ],
      banned,
    });
    expect(found.broken).toEqual([
      { part: 'Small motor', rule: 'motors' },
      { part: 'Bearing', rule: 'no ready-made wheels' },
      { part: 'Spring', rule: 'stored energy' },
    ]);
    expect(brokenRule(['Frame'], ['', '  '])).toBe('');
  });

  test.each([
    ['quantity', { quantity: -1 }],
    ['waste', { waste: -0.5 }],
    ['mass', { unitMass: -3 }],
    ['price', { unitPrice: -1 }],
  ])('a negative %s is refused, naming the part', (what, more) => {
    const asked = () => bill({ lines: [line({ part: 'Keel', ...more })], banned: [] });
    expect(asked).toThrow(CoreError);
    expect(asked).toThrow(new RegExp(`${what} of Keel`));
  });

  test('against the scale it names the largest lines and those without a mass; within its uncertainty it agrees', () => {
    const lines = [
      line({ part: 'Sled', unitMass: 384 }),
      line({ part: 'Hook', unitMass: 118 }),
      line({ part: 'Glue', unitMass: null }),
    ];
    const found = bill({ lines, banned: [] });
    expect(explain(found, lines, { value: 506, uncertainty: 5 })).toBe(
      'The bill says 502 g and the scale agrees, within ± 5 g.',
    );
    expect(explain(found, lines, { value: 560, uncertainty: 5 })).toBe(
      'The bill says 502 g, the scale 58 g more. No mass is given for Glue. The largest lines are Sled (384 g), Hook (118 g): weigh those first.',
    );
  });
});

test('a material lasts as long as the rate so far lets it', () => {
  expect(lasting({ stock: 20, used: 12, held: 6, left: 8 })).toEqual({ left: 8, meetings: 4, runsOut: true });
  expect(lasting({ stock: 20, used: 12, held: 6, left: 4 })).toMatchObject({ runsOut: false });
  expect(lasting({ stock: 20, used: 0, held: 6, left: 8 })).toEqual({ left: 20, meetings: null, runsOut: false });
  expect(lasting({ stock: 5, used: 7, held: 7, left: 1 })).toEqual({ left: -2, meetings: 0, runsOut: true });
});

describe('differParts', () => {
  const side = (lines: BillLine[]) => ({ lines, bill: bill({ lines, banned: [] }) });

  test('tells the parts that differ, the largest in mass first, lines of one name together', () => {
    const a = side([line(), line({ part: 'Wheel', quantity: 4, unitMass: 5 }), line({ part: 'Cord', unitMass: null })]);
    const b = side([
      line({ part: 'frame', quantity: 3 }),
      line({ part: 'Wheel', quantity: 2, unitMass: 5 }),
      line({ part: 'wheel ', quantity: 2, unitMass: 5 }),
      line({ part: 'Pad', unitMass: 2, unitPrice: null }),
      line({ part: 'Cord', unitMass: 3 }),
    ]);
    expect(differParts(a, b).map(({ part, mass, cost }) => [part, mass, cost])).toEqual([
      ['Frame', 20, 2],
      ['Pad', 2, null],
      ['Cord', null, 0],
    ]);
    expect(differParts(a, a)).toEqual([]);
  });

  test('what all parts differ by adds up to what the bills differ by', () => {
    const parts = fc.array(
      fc.record({
        part: fc.constantFrom('Frame', 'Wheel', 'Cord', 'Pad'),
        quantity: fc.integer({ min: 0, max: 9 }),
        waste: fc.integer({ min: 0, max: 3 }),
        unitMass: fc.integer({ min: 0, max: 900 }).map((n) => n / 10),
        unitPrice: fc.integer({ min: 0, max: 90 }).map((n) => n / 10),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(parts, parts, (one, other) => {
        const [a, b] = [side(one.map((each) => line(each))), side(other.map((each) => line(each)))];
        const gaps = differParts(a, b);
        const sum = (of: 'mass' | 'cost') => gaps.reduce((all, each) => all + each[of]!, 0);
        expect(sum('mass')).toBeCloseTo(b.bill.mass - a.bill.mass, 6);
        expect(sum('cost')).toBeCloseTo(b.bill.cost - a.bill.cost, 6);
      }),
      { seed: 17 },
    );
  });
});
