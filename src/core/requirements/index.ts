export { budget, type Budget } from './budget';
export { checkList, type Checked, type Remark } from './checkList';
export { conflicts, type Conflict } from './conflicts';
export { inUnit } from './inUnit';
export { judge, type Judgement, type Measured, type Verdict } from './judge';
export { checkLimit, type Limit } from './limit';
export { duplicates, wording, type Pair, type WordingFinding } from '../wording';
