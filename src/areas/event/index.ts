/** The day itself: events and their scoring, inspection, contests and the desk. */
export { listContests } from './read/contests';
export { loadNotes } from './read/contests/announce';
export { loadBoard } from './read/contests/board';
export { type DayContest, loadDay } from './read/contests/day';
export { heatOrderOf } from './read/contests/heats';
export { contestAsked, loadDesk } from './read/contests/loadDesk';
export { listInspectionPictures } from './read/inspections';
export { loadInspecting } from './read/inspections/inspecting';
export { loadEventResults } from './read/results';
export { type EventResults, factUnit } from './read/scoring';
export { FORMAT_NAME } from './shared/contests/words';
