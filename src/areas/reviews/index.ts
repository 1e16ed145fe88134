/** Design reviews: what was shown, found and asked for. */
export { classFindings, meetingsSince } from './read/classFindings';
export { listEvidence } from './read/evidence';
export { gatherPacket } from './read/gatherPacket';
export { listOpinions, listUseReports, reviewsOfGuest } from './read/guests';
export { aboutsIn, forGuests, listPackets, listPacketsOf, packetBefore, packetInShort } from './read/packet';
export { askedToReview, listPeerReviews, usefulness } from './read/peers';
export {
  FINDING_KINDS,
  type Review,
  findReviewRule,
  isOpen,
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
export { kindForm, reviewForm, teamPartForm } from './read/toForm';
export { listWishes } from './read/wishes';
export { FINDING_TONE, FINDING_WORD, REVIEW_VERDICT, VERDICT_TONE, daysWords } from './shared/words';
