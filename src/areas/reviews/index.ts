/** Design reviews: what was shown, found and asked for. */
export { gatherPacket } from './read/gatherPacket';
export { listOpinions, listUseReports, reviewsOfGuest } from './read/guests';
export { aboutsIn, forGuests, listPackets, listPacketsOf, packetBefore } from './read/packet';
export {
  FINDING_KINDS,
  type Review,
  listFindings,
  listKinds,
  listNotes,
  listReviewActions,
  listReviews,
  runningOrder,
  slotIn,
  standingOnly,
  type Slot,
} from './read/reviews';
export { slotTarget } from './read/targets';
export { teamPartForm } from './read/toForm';
export { listWishes } from './read/wishes';
export { FINDING_TONE, FINDING_WORD, REVIEW_VERDICT, VERDICT_TONE, daysWords } from './shared/words';
