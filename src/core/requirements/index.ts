export { budget, type Budget } from './budget';
export { checkList, type Checked, type Remark } from './checkList';
export { conflicts, inWords, type Conflict } from './conflicts';
export { duplicates, type Pair } from './duplicates';
export { judge, type Judgement, type Limit, type Measured, type Verdict } from './judge';
export { wording, type WordingFinding } from './wording';
