/** When: stages over class meetings, the calendar, progress, gates, machines and their bookings, and what holds work. */
export { type Booking, type Machine, listBookings, listMachines } from './read/bookings';
export type { SessionSpan } from './read/bookings/sessionSpans';
export { listPlanChanges } from './read/changes';
export { listGates } from './read/gates';
export {
  holdOfStop,
  holdsOfBuilding,
  holdsOfRun,
  holdsOfRuns,
  mustNotBeHeld,
  safetyHolds,
  sentence,
} from './read/gates/holds';
export { type TeamPace, pacesOf } from './read/pace';
export { readPaces } from './read/readPaces';
export { planLines, sectionLine, sectionPlans } from './read/sectionLine';
export { type Stage, listAbsent, listStages } from './read/stages';
export { storiesOf } from './read/story';
export { teamPlans } from './read/teamPlans';
export { tickConcepts, tickRuns } from './read/tick';
export { NEW_GATE, gateForm } from './shared/gatesForm';
export { flexibles, layOutLine } from './shared/lines';
export { meetingKey } from './shared/whatIf';
export { slackOf, stageNow, stageWords, standsAt } from './shared/words';
