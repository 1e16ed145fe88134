import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import { mendedOf, recurring, type Mended, type Recurring } from '@/core/reviews';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import { standingOnly, type Finding } from './reviews';

/** How many class meetings of a section were held since a day, that of today counted. */
export function meetingsSince(section: Section | undefined, day: string, today: string): number {
  return section ? meetingsOf(section).filter(({ date }) => date > day && date <= today).length : 0;
}

/** What several of these teams were told, and what each has mended of what it was told. */
export function classFindings(
  findings: readonly Finding[],
  teams: readonly Team[],
): { recurring: Recurring[]; mended: { team: Team; mended: Mended }[] } {
  const known = knownFor(findings);
  const key = teams.map(({ id }) => id).join(' ');
  const found = known.get(key) ?? work(findings, teams);
  known.set(key, found);
  return found;
}

/** What was worked out already of the same findings, by teams. */
const knownFor = memoize((_findings: readonly Finding[]) => new Map<string, ReturnType<typeof classFindings>>());

function work(findings: readonly Finding[], teams: readonly Team[]): ReturnType<typeof classFindings> {
  const byTeam = groupBy(standingOnly(findings), ({ teamId }) => teamId);
  const own = teams.flatMap(({ id }) => byTeam.get(id) ?? []);
  return {
    recurring: recurring(
      own.map((one) => ({
        id: one.id,
        team: one.teamId,
        kind: one.kind,
        text: one.text,
        about: one.aboutKind === 'requirement' ? one.about : '',
        mended: one.closedBy !== null && one.closedBy !== 'reason',
      })),
    ),
    mended: teams.map((team) => ({ team, mended: mendedOf(byTeam.get(team.id) ?? []) })),
  };
}
