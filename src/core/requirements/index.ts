export { judge, type Judgement, type Limit, type Measured, type Verdict } from './judge';
