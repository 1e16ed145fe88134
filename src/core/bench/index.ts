export { summarise, medianOf, type Summary, type Outlier } from './summarise';
export { instrument } from './instrument';
export { proportion } from './proportion';
