export { backPlan, type BackPlan, type Planned } from './backPlan';
export { layOut, type Held, type Placed } from './layOut';
export { inOrder, longestChain, type Stage } from './order';
export type { Meets } from './axis';
export { apply, remedies, type Flexible, type Line, type Remedy, type Spare, type Way } from './remedies';
export { forecast, type Forecast, type Progress } from './forecast';
export { meanMinutes, pace, planningDay, withMore, workLeft, type Done, type Pace, type Work } from './pace';
