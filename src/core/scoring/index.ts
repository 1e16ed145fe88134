export { scoreEvent, type EventResult } from './scoreEvent';
export {
  checkRule,
  BETTER,
  POINT_KINDS,
  STATUSES,
  USES,
  type Attempt,
  type Better,
  type Entry,
  type EventRule,
  type FoulRule,
  type Penalty,
  type PointsRule,
  type Status,
} from './rule';
export { placed, refine } from './order';
export { shareOf } from './points';
export { say } from './say';
export { mostPoints } from './mostPoints';
export { factsUsed } from './factsUsed';
export { checkUnits } from './checkUnits';
export { ruleInWords } from './ruleInWords';
