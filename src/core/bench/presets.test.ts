import { factName } from '../shared/factName';
import { checkDimension } from '../units';
import { derivedValue, instrument, readDerived } from '.';
import { INSTRUMENT_PRESETS } from './presets';
import { USUAL_TESTS } from './usualTests';

test.each(INSTRUMENT_PRESETS)('$name measures what it says, in a unit of it, and never better than it shows', (one) => {
  expect(() => checkDimension(one.unit, one.dimension)).not.toThrow();
  const { expandedUncertainty } = instrument(one);
  expect(expandedUncertainty).toBeGreaterThanOrEqual(one.resolution / 2);
  expect(INSTRUMENT_PRESETS.filter(({ name }) => name === one.name)).toHaveLength(1);
});

test.each(USUAL_TESTS)('the usual test $name can be set up as it stands, and its formulas have values', (one) => {
  expect(USUAL_TESTS.filter(({ name }) => name === one.name)).toHaveLength(1);
  for (const { name, instrument: preset, formula, dimension, unit } of one.quantities) {
    expect(() => checkDimension(unit, dimension)).not.toThrow();
    if (formula === undefined)
      expect([name, INSTRUMENT_PRESETS.find((each) => each.name === preset)?.dimension]).toEqual([name, dimension]);
  }
  expect(one.quantities[0]).toHaveProperty('instrument');
  const quantities = one.quantities.map(({ name, unit, formula }) => ({
    symbol: factName(name),
    unit,
    formula: formula ?? null,
  }));
  const given = [...one.conditions, ...one.settings]
    .filter(({ unit }) => unit)
    .map(({ name, unit }) => ({ symbol: factName(name), unit }));
  const inputs = Object.fromEntries([...quantities, ...given].map(({ symbol, unit }) => [symbol, { value: 2, unit }]));
  for (const derived of readDerived(quantities, given)) expect(derivedValue(derived, inputs)).toBeGreaterThan(0);
});
