export { assembly, PART_STATES, type Assembly, type Part, type PartState, type Turn } from './assembly';
export { meet, type Met, type Side } from './meet';
export { scale, type Scaled } from './scale';
export { CoreError } from '../shared/CoreError';
