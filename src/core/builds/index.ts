export { assembly, PART_STATES, type Assembly, type Part, type PartState, type Turn } from './assembly';
export { carried, type Step } from './carried';
export { claim, claimedDirection, type ClaimCheck, type ClaimVerdict, type Figure } from './claim';
export { differ, mayConclude, type Difference, type Made } from './differ';
export { lineage, type Descent, type FeatureTrail, type Lineage } from './lineage';
export { meet, type Met, type Side } from './meet';
export { scale, type Scaled } from './scale';
export { traverse, type Station, type Traverse, type TraverseInput } from './traverse';
export { CoreError } from '../shared/CoreError';
