import { plural } from '@/core/format';
import type { Section, Team } from '@/areas/course';
import { pacesOf } from './pace';
import type { Stage } from './stages';
import { sectionPlans } from './sectionLine';
import { spareOf } from '@/areas/plan/shared/whatIf';
import { leavesWords } from '@/areas/plan/shared/words';

/** How a section stands, as every page tells it: what its class plan leaves, and which teams are behind theirs. */
export interface SectionStory {
  id: string;
  section: string;
  /** Meetings the class plan leaves over; negative: it is short by so many. */
  leaves: number;
  teams: number;
  /** Teams behind their plan, the farthest first: by how many meetings, what work remains, in how many meetings. */
  behind: { team: string; by: number; workLeft: number; meetingsLeft: number }[];
}

/** The story of every section with a plan and meetings, at a local time. */
export function storiesOf(
  sections: readonly Section[],
  teams: readonly Team[],
  stages: readonly Stage[],
  when: { eventDate: string; now: string },
): SectionStory[] {
  if (stages.length === 0 || when.now.slice(0, 10) >= when.eventDate) return [];
  const plans = sectionPlans(sections, stages, when);
  const spare = spareOf(plans);
  const paces = pacesOf(sections, teams, stages, when);
  return sections.map((section, i) => {
    const own = teams.filter((team) => team.sectionId === section.id);
    const behind = own
      .flatMap((team) => {
        const pace = paces.find((one) => one.teamId === team.id);
        return pace && pace.behind > 0 && pace.current
          ? [{ team: team.name, by: pace.behind, workLeft: pace.workLeft, meetingsLeft: pace.meetingsLeft }]
          : [];
      })
      .sort((a, b) => b.by - a.by || a.team.localeCompare(b.team));
    return { id: section.id, section: section.name, leaves: spare[i]!, teams: own.length, behind };
  });
}

/**
 * The story in words, the same on every page: "The class plan leaves no slack. 1 of 4 teams is behind: Marl by 3 meetings, with
 * work for 6 and 3 left."
 */
export function storyWords({ leaves, teams, behind }: SectionStory): string {
  const plan = `The class plan ${leavesWords(leaves)}.`;
  if (teams === 0) return plan;
  const [first] = behind;
  if (!first) return `${plan} No team is behind its plan.`;
  const many = `${behind.length} of ${plural(teams, 'team')} ${behind.length === 1 ? 'is' : 'are'} behind`;
  const most = `${first.team} ${behind.length === 1 ? '' : 'most, '}by ${plural(first.by, 'meeting')}`;
  return `${plan} ${many}: ${most}, with work for ${first.workLeft} and ${first.meetingsLeft} left.`;
}
