export { convert, convertInterval } from './convert';
export { checkDimension } from './checkDimension';
export { DIMENSIONS, DIMENSION_NAMES, type Dimension } from '../dimensions';
export { CoreError, UnitError } from '../shared/CoreError';
