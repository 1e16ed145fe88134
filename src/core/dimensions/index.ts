export { DIMENSIONS, DIMENSION_NAMES, type Dimension } from './dimensions';
