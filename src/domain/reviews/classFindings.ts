import { mendedOf, recurring, type Mended, type Recurring } from '@/core/reviews';
import { meetingsOf, type Section, type Team } from '@/domain/classes/read';
import { standingOnly, type Finding } from './read';

/** How many class meetings of a section were held since a day, that of today counted. */
export function meetingsSince(section: Section | undefined, day: string, today: string): number {
  return section ? meetingsOf(section).filter(({ date }) => date > day && date <= today).length : 0;
}

/** What several of these teams were told, and what each has mended of what it was told. */
export function classFindings(
  findings: readonly Finding[],
  teams: readonly Team[],
): { recurring: Recurring[]; mended: { team: Team; mended: Mended }[] } {
  const own = standingOnly(findings).filter(({ teamId }) => teams.some(({ id }) => id === teamId));
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
    mended: teams.map((team) => ({ team, mended: mendedOf(own.filter(({ teamId }) => teamId === team.id)) })),
  };
}
