/** The day itself: events and their scoring, inspection, contests and the desk. */
export { listContests, listProtests } from './read/contests';
export { loadNotes } from './read/contests/announce';
export { loadBoard } from './read/contests/board';
export { type DayContest, doubled, loadDay, nextOf } from './read/contests/day';
export { heatsOf } from './read/contests/heats';
export { contestAsked, loadDesk } from './read/contests/loadDesk';
export { offersOf } from './read/contests/offers';
export { contestForm, newContest } from './read/contests/toForm';
export { deviceOf, listInspectionPictures, readInspections } from './read/inspections';
export { loadInspecting } from './read/inspections/inspecting';
export { NEW_CHECK, checkForm } from './read/inspections/toForm';
export { loadEventResults } from './read/results';
export { type EventResults, factUnit } from './read/scoring';
export { namesOf } from './shared/contests/atDesk';
export { describe } from './shared/contests/stand';
export { FORMAT_NAME, isTable } from './shared/contests/words';
