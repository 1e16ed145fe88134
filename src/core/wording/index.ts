export { duplicates, type Pair } from './duplicates';
export { wording, type WordingFinding } from './wording';
export { isFilling, meaningOf } from './words';
