export { DOES, happenings, type DeskContest, type DeskEntry, type Does, type EntryState } from './entry';
export { choose, confirm, receive, type FreshEntry } from './receive';
export { saysTheSame, standAt, standing, type Called, type Clash, type Stand } from './stand';
