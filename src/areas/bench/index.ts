/** How it was measured: instruments, protocols, runs and attempts, results, series, conclusions, test sessions. */
export { madeAt, runsOfBoth, runsUnder, settingsText } from './read/atSettings';
export { correctionText, listCorrections } from './read/attempts/corrections';
export { isOfficial, isOfficialOfAny, listOfficials } from './read/attempts/officials';
export { type Opening, listOpenings, openingOf, opennessAt } from './read/attempts/openings';
export { type Reached, boardOf, lackBy } from './read/board';
export { listConclusions, saidNow, standingOf } from './read/conclusions';
export { STANDING_TONE, STANDING_WORD } from './read/conclusions/words';
export { derivedFigureOf } from './read/derive';
export { listInstruments } from './read/instruments';
export { loadRig } from './read/loadRig';
export { offProtocol } from './read/offProtocol';
export {
  type Protocol,
  conditionsOf,
  eachQuantity,
  listProtocols,
  listQuantities,
  measureName,
} from './read/protocols';
export { type Build, buildsOf, driftsOf, inTurn, listResultGroups, listResultRuns, outliersOf } from './read/results';
export {
  type EventRecord,
  type ScoredRun,
  countAttempts,
  listAttempts,
  listEvents,
  listLatestRuns,
  listRunGroups,
  listRunGroupsOf,
  listRunsOfTeam,
  listScoredRuns,
  readSources,
  testOf,
} from './read/runs';
export type { Readings, Run, RunGroup, Settings } from './read/run';
export { fitSeries, seriesOf, seriesSettings } from './read/series';
export { listSessions } from './read/sessions';
export { planOf } from './read/sessions/plan';
export { listReadWith, spreadOf } from './read/spread';
export { runTarget } from './read/target';
export { runForm } from './read/toForm';
