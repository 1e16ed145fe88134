export { alike, type Group, type Idea } from './alike';
export { datum, type AgainstDatum } from './datum';
export { decide, type Criterion, type Decision, type Flip, type Scored } from './decide';
export { disagreement, type Cell, type Rating } from './disagreement';
export { priorities, type Priorities } from './priorities';
export { vote, VOTES, type Vote, type VoteMethod } from './vote';
export { CoreError } from '../shared/CoreError';
