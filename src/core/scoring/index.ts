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
export { say, shareOf } from './points';
export { mostPoints } from './mostPoints';
