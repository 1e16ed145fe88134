export { summarise, medianOf, type Summary, type Outlier } from './summarise';
export { instrument } from './instrument';
export { proportion } from './proportion';
export { attribution } from './attribution';
export { compare, compareAll, type Better, type Comparison, type Pair } from './compare';
export { drift } from './drift';
export { protocolCheck } from './protocolCheck';
