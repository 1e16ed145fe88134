/** Rubrics, judges, peers, and what a student’s grade is made of. */
export { contributionOf, loadContributions } from './read/contribution';
export { judgeHere } from './read/judgeHere';
export { type PeerRound, factorsOf, listOwnRatings, listPeerRatings, listPeerRounds, warningWords } from './read/peers';
export { type RubricResults, loadRubricResults } from './read/rubricResults';
export { listRubrics } from './read/rubrics';
export { type SchoolColumn, listOwnReleasedGrades, listSchoolSystems } from './read/scheme';
export { type StudentGrade, loadGradeSheet, missingWords } from './read/sheet';
export { roundForm } from './read/toForm';
export { USUAL_ROUND } from './read/usualRound';
