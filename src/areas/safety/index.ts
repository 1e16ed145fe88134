/** Hazards, who has read and learned what, sign-offs, incidents, calls to stop. */
export { type Hazard, type Safety, hazardsOf, readBy, readSafety } from './read/safety';
export { type StopCall, stopNow } from './read/stops';
export { NEW_HAZARD } from './read/toForm';
export { type Lack, missingWords } from './read/words';
export { LIBRARY } from './shared/library';
