export { duplicates, type Pair } from './duplicates';
export { wording, type WordingFinding } from './wording';
