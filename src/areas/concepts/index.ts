/** Ideas side by side, and which of them is built. */
export { listComments } from './read/comments';
export {
  type Concept,
  conceptTarget,
  listChosen,
  listConcepts,
  listPutBefore,
  listRounds,
  mustNotBeReleased,
} from './read/concepts';
export { feasibilityOf } from './read/feasible';
export { listSelections, pictureBefore } from './read/selection';
export { askedOf, conceptForm } from './read/toForm';
