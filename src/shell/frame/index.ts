export { frameFor, type Frame } from './loadFrame';
export { FirstSteps, firstSteps } from './FirstSteps';
export { ProjectFrame } from './ProjectFrame';
export { openSheet, type SheetProps } from './openSheet';
export {
  BENCH_VIEWS,
  BUILD_VIEWS,
  CONCEPT_VIEWS,
  briefViews,
  eventViews,
  gradeViews,
  requirementViews,
  reviewViews,
  safetyViews,
  scheduleViews,
  teamViews,
  type View,
} from './views';
