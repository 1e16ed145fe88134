export { testDay, type Run, type Session, type TestDay } from './testDay';
export { waysToFit, type WayToFit } from './waysToFit';
export { follow, type Followed, type Following, type Mark } from './follow';
