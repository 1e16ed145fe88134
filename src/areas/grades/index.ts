/** Rubrics, judges, peers, and what a student’s grade is made of. */
export { contributionOf, listTeamChanges, loadContributions } from './read/contribution';
export { judgeHere } from './read/judgeHere';
export { loadMeasureOptions } from './read/measureOptions';
export { type PeerRound, factorsOf, listOwnRatings, listPeerRatings, listPeerRounds, warningWords } from './read/peers';
export { previewWords } from './read/preview';
export { type RubricResults, loadRubricResults, talkAbout } from './read/rubricResults';
export {
  type Rubric,
  criteriaFor,
  listAnchors,
  listJudgements,
  listJudging,
  listRubrics,
  listScores,
} from './read/rubrics';
export { ruleWords } from './read/ruleWords';
export {
  type SchoolColumn,
  findScheme,
  listCountedTeams,
  listFormerResults,
  listGradeComponents,
  listMarks,
  listOwnReleasedGrades,
  listReleasedGrades,
  listSchoolSystems,
} from './read/scheme';
export { schemeWords } from './read/schemeWords';
export { type StudentGrade, loadGradeSheet, missingWords } from './read/sheet';
export { NEW_COMPONENT, componentForm, roundForm, rubricForm, schemeForm, systemForm } from './read/toForm';
export { USUAL_ROUND } from './read/usualRound';
export { differsFrom, gradePage } from './read/words';
export { EMPTY_CRITERION } from './shared/empty';
export { SCHOOL_WORD, SCORER_WORD } from './shared/words';
