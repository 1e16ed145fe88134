export { bill, explain, type Bill, type BillLine, type Sums } from './bill';
export { differParts, type PartDifference } from './differ';
export { SOURCES, type LineSource } from './sources';
export { brokenRule } from './brokenRule';
export { lasting, type Lasting } from './stock';
export { CoreError } from '../shared/CoreError';
