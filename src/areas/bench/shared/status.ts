/** What can become of a run, and how it is said. */
export type Status = 'ok' | 'foul' | 'did-not-finish' | 'did-not-start';
export const STATUS_NAME: Record<Status, string> = {
  ok: 'ok',
  foul: 'foul',
  'did-not-finish': 'did not finish',
  'did-not-start': 'did not start',
};
