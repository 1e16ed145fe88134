export { assembly, PART_STATES, type Assembly, type Part, type PartState, type Turn } from './assembly';
export { claim, type ClaimCheck, type ClaimVerdict, type Figure } from './claim';
export { lineage, type Descent, type FeatureTrail, type Lineage } from './lineage';
export { meet, type Met, type Side } from './meet';
export { scale, type Scaled } from './scale';
export { CoreError } from '../shared/CoreError';
