export { adjust, type Adjustment } from './adjust';
export { agreement, type Agreement } from './agreement';
export { componentStatistics, sectionGaps, type ComponentStatistics, type SectionGap } from './classStatistics';
export { closeness } from './closeness';
export { differences, type Difference } from './differences';
export {
  grade,
  ROUNDINGS,
  type Grade,
  type GradeBand,
  type GradeInput,
  type GradePart,
  type GradeScore,
} from './grade';
export { checkGradeRule, gradeByRule, type Graded, type GradeRule } from './gradeRule';
export { SCHOOLS, SCORERS, type School, type Scorer } from './kinds';
export { checkLevels, levelAt, levelReached, pointsOffered, type Level } from './levels';
export { panel, type Panel } from './panel';
export { panelAgreement, placesMoved, type Moved } from './panelAgreement';
export { peerFactor, type PeerFactor, type PeerRating, type PeerWarning } from './peerFactor';
export {
  rubricResults,
  type JudgeTotal,
  type RubricCriterion,
  type RubricResult,
  type RubricResults,
  type RubricScore,
} from './result';
export { USUAL_RUBRICS, type UsualCriterion, type UsualRubric } from './usualRubrics';
