export { CURRENCIES, DIMENSIONS, DIMENSION_NAMES, offeredUnits, type Dimension, type UnitSystem } from './dimensions';
