/** What is wanted: the brief, the talk with the client, research, the list of requirements, budgets. */
export { listBriefVersions, readBrief, toBriefParts } from './read/brief';
export { type Statement, listNotes, listQuestions, listStatements, listVisits, visitFor } from './read/interview';
export { limitsByRule } from './read/limits';
export { countReaders, readByPerson } from './read/readers';
export {
  type Change,
  type LimitParts,
  type LimitThen,
  type Requirement,
  agreedOn,
  allowedSide,
  askedOf,
  inForce,
  limitOf,
  listBudgets,
  listChanges,
  listRequirements,
  saidFor,
} from './read/requirements';
export { listMeasured, remarksOn } from './read/requirements/checks';
export { listOwners, listParameters, readJudgements } from './read/requirements/parameters';
export { requirementForm, sourceForm } from './read/requirements/toForm';
export { asMarkdown, asRows } from './read/requirements/written';
export { type Research, listResearch } from './read/research';
export { briefForm } from './read/toForm';
export { dealtSchema, previewSchema } from './records/requirements';
export { briefDifference } from './shared/difference';
export { COLUMNS } from './shared/requirements/columns';
export { readLimit } from './shared/requirements/readLimit';
export { shareOf } from './shared/interview/shareOf';
