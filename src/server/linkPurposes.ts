/** What links without an account are for. */
export const LINK_PURPOSES = [
  'client',
  'judge',
  'board',
  'substitute',
  'feed',
  'official',
  'panel',
  'audience',
] as const;
export type LinkPurpose = (typeof LINK_PURPOSES)[number];
