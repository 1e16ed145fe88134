/** When: stages over class meetings, the calendar, progress, gates, machines and their bookings, and what holds work. */
export { type Booking, type Machine, listBookings, listMachines } from './read/bookings';
export { heldBookings } from './read/bookings/held';
export { meetingsToCome, slotsIn, turnsOf } from './read/bookings/plan';
export { type SessionSpan, listSessionSpans } from './read/bookings/sessionSpans';
export { NEW_RESOURCE, machineForm } from './read/bookings/toForm';
export { listSchoolDays } from './read/calendar';
export { NEW_SECTION, sectionForm } from './read/calendar/toForm';
export { listPlanChanges } from './read/changes';
export { listGates, listJudgedGates, readFound } from './read/gates';
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
export { NEW_STAGE, stageForm } from './read/toForm';
export { NEW_GATE, gateForm } from './shared/gatesForm';
export { flexibles, layOutLine } from './shared/lines';
export { meetingKey } from './shared/whatIf';
export { slackOf, stageNow, stageWords, standsAt } from './shared/words';
