/** Places over all components, and awards. */
export { type Prediction, listPredictions, listShownResults } from './read/awards';
export { findShown } from './read/awards/shown';
export { awardForm, newAward } from './read/awards/toForm';
export { loadAwards } from './read/awards/winners';
export { lastPublication, standingsOf } from './read/publication';
export { type ComponentRecord, type Standings, loadStandings } from './read/standings';
export { componentForm } from './read/toForm';
