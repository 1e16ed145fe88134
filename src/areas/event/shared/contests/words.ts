import type { ContestFormat } from '@/areas/event/read/contests';

/** What the formats are called. */
export const FORMAT_NAME: Record<ContestFormat, string> = {
  knockout: 'Knock-out',
  double: 'Double knock-out',
  'round-robin': 'Everyone against everyone',
  swiss: 'Swiss rounds',
  lanes: 'Heats and lanes',
};
/** What each rewards, for whoever has to choose. */
export const FORMAT_SAYS: Record<ContestFormat, string> = {
  knockout: 'One loss and a team is out. The shortest, and the hardest on bad luck.',
  double: 'A team is out with its second loss: one bad run costs no chance to win.',
  'round-robin': 'Every team meets every other one. The fairest for all places, and the longest.',
  swiss: 'A few rounds, each against a team with as many points and nobody twice. Everybody plays to the end.',
  lanes: 'Against the clock, several at once; every team has each lane as often as the others.',
};

/** Whether a format ends in a table of points, and not with who is left. */
export const isTable = (format: ContestFormat): boolean => format === 'round-robin' || format === 'swiss';

/** A match in words: "winners’ side, round 1, match 2". */
export function matchName(match: string): string {
  if (match === 'F') return 'final';
  if (match === 'F2') return 'second final';
  if (match === 'P3') return 'match for third place';
  const [, side, round, k] = /^([WLR])(\d+)-(\d+)$/.exec(match) ?? [];
  const where = side === 'W' ? 'winners’ side, ' : side === 'L' ? 'losers’ side, ' : '';
  return round ? `${where}round ${round}, match ${k}` : match;
}

/** What each side of a desk calls how an entry counts. */
export const STATE_SAYS = {
  counts: 'counts',
  early: 'waits until its teams are known',
  confirm: 'waits for a second official',
  twin: 'says the same',
  clash: 'says something else',
  aside: 'set aside',
} as const;
