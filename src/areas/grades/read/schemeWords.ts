import { number, plural } from '@/core/format';
import type { GradeScheme } from './scheme';

const ROUNDING = { 'half-up': 'halves up', 'half-even': 'halves to even', up: 'up', down: 'down' };

/** How grades are worked out, in sentences that can be read to a class. */
export function schemeWords(scheme: GradeScheme, round: string | undefined): string {
  const share =
    scheme.share === 'peers' && round
      ? `Where a component says so, a team’s points are multiplied with each member’s factor from ${round}.`
      : 'Everybody gets the points of the team.';
  const missing =
    scheme.missing === 'zero' ? 'What is missing counts 0.' : 'What is missing is left out until it is there.';
  const late =
    scheme.perDay > 0
      ? ` Late work loses ${number(scheme.perDay)} % a day${scheme.graceDays ? ` after ${plural(scheme.graceDays, 'day')} of grace` : ''}${scheme.mostLate === null ? '' : `, at most ${number(scheme.mostLate)} %`}.`
      : '';
  const ends = [
    ...(scheme.floor === null ? [] : [`not below ${number(scheme.floor)} % once something is handed in`]),
    ...(scheme.cap === null ? [] : [`at most ${number(scheme.cap)} %`]),
  ];
  const bands = scheme.bands.length
    ? ` Grades: ${[...scheme.bands]
        .sort((a, b) => b.atLeast - a.atLeast)
        .map((one) => `${one.grade} from ${number(one.atLeast)}`)
        .join(', ')}.`
    : '';
  return `${share} ${missing}${late} The total is rounded to ${number(scheme.step)}, ${ROUNDING[scheme.rounding]}${ends.length ? `, ${ends.join(', ')}` : ''}; ${number(scheme.pass)} % passes.${bands}`;
}
