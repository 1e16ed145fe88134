/** Places over all components, and awards. */
export { type Prediction, listPredictions } from './read/awards';
export { findShown } from './read/awards/shown';
export { loadAwards } from './read/awards/winners';
export { lastPublication } from './read/publication';
export { type ComponentRecord, type Standings, loadStandings } from './read/standings';
export { componentForm } from './read/toForm';
