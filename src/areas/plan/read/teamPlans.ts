import { inOrder, planningDay, workLeft } from '@/core/plan';
import { doneBy, flexibles } from '@/areas/plan/shared/lines';
import type { Section, Team } from '@/areas/course';
import type { Stage } from './stages';
import { sectionLine } from './sectionLine';
import type { TeamPlan } from '@/areas/plan/shared/whatIf';

/** What every team has left, as the core weighs it. */
export function teamPlans(
  section: Section,
  teams: readonly Team[],
  stages: readonly Stage[],
  { eventDate, now }: { eventDate: string; now: string },
): TeamPlan[] {
  const { meetings, spare } = sectionLine(section, stages, eventDate);
  const from = planningDay(meetings, now);
  const given = {
    meetings: meetings.filter((one) => one.date < eventDate),
    stages: inOrder(flexibles(stages)),
    from,
  };
  return teams.map((team) => ({
    id: team.id,
    name: team.name,
    sectionId: section.id,
    eventDate,
    today: from,
    meetings,
    spare: spare.filter((one) => one.date >= from),
    stages: workLeft({ ...given, done: doneBy(team.id, stages) }).left.map(({ stage: { delay, ...stage } }) =>
      delay ? { ...stage, delay, fixed: true } : stage,
    ),
  }));
}
