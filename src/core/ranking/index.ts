export { best } from './best';
export { combine, KINDS, type Component, type RankedTeam } from './combine';
