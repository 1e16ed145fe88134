import { checkDimension } from '../units';
import { instrument } from '.';
import { INSTRUMENT_PRESETS } from './presets';

test.each(INSTRUMENT_PRESETS)('$name measures what it says, in a unit of it, and never better than it shows', (one) => {
  expect(() => checkDimension(one.unit, one.dimension)).not.toThrow();
  const { expandedUncertainty } = instrument(one);
  expect(expandedUncertainty).toBeGreaterThanOrEqual(one.resolution / 2);
  expect(INSTRUMENT_PRESETS.filter(({ name }) => name === one.name)).toHaveLength(1);
});
