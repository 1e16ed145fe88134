import type { TeamState } from '@/core/tournament/replay';
import type { TieRule } from '@/core/tournament/table';

/** How equal points are decided, as a teacher says it. */
export const TIE_NAME: Record<TieRule, string> = {
  'head-to-head': 'who won between them',
  buchholz: 'how strong their opponents were',
  'sonneborn-berger': 'the points of those they beat',
  'game-difference': 'the difference of scores',
  wins: 'more matches won',
};

/** How a team stands in a contest. */
export function livesWords({ lives, out, withdrawn, won, drawn, lost }: TeamState): string {
  const tally = `${won} won${drawn ? `, ${drawn} drawn` : ''}, ${lost} lost`;
  if (withdrawn) return `has withdrawn; ${tally}`;
  if (out) return `out; ${tally}`;
  if (lives === null) return tally;
  return `${lives === 1 ? 'one life left' : 'two lives left'}; ${tally}`;
}
