import { planningDay, type Line, type Spare } from '@/core/plan';
import type { Meeting } from '@/core/calendar';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import type { Stage } from './stages';
import { flexibles, isHandedIn, layOutLine } from '@/areas/plan/shared/lines';
import type { PlanLine } from '@/areas/plan/shared/planView';
import type { SectionPlan } from '@/areas/plan/shared/whatIf';

interface SectionLine extends Line {
  meetings: readonly Meeting[];
  spare: Spare[];
}

/** A section with the whole plan, as the core weighs it. */
export function sectionLine(section: Section, stages: readonly Stage[], eventDate: string): SectionLine {
  return {
    id: section.id,
    meetings: meetingsOf(section),
    spare: section.extra
      .filter((meeting) => meeting.inReserve)
      .map(({ date, start, minutes }) => ({ id: `${date} ${start}`, date, minutes })),
    eventDate,
    stages: flexibles(stages),
  };
}

/** The sections as the plan sheet draws them. */
export function planLines(
  sections: readonly Section[],
  teams: readonly Team[],
  stages: readonly Stage[],
  { eventDate, now }: { eventDate: string; now: string },
): PlanLine[] {
  return sections.map((section) => {
    const line = sectionLine(section, stages, eventDate);
    const meetings = line.meetings.filter((meeting) => meeting.date < eventDate);
    const own = new Set(teams.filter((team) => team.sectionId === section.id).map((team) => team.id));
    const from = planningDay(meetings, now);
    return {
      ...line,
      name: section.name,
      meetings,
      held: meetings.filter((meeting) => meeting.date < from).length,
      teams: own.size,
      handedIn: Object.fromEntries(
        stages.map((stage) => [stage.id, stage.handIns.filter((one) => own.has(one.teamId) && isHandedIn(one)).length]),
      ),
    };
  });
}

/** The sections as they stand in a question of what if: stages that began or are over by the plan are fixed. */
export function sectionPlans(
  sections: readonly Section[],
  stages: readonly Stage[],
  { eventDate, now }: { eventDate: string; now: string },
): SectionPlan[] {
  return sections.map((section) => {
    const line = sectionLine(section, stages, eventDate);
    const { meetings } = line;
    const from = planningDay(meetings, now);
    const held = meetings.filter((meeting) => meeting.date < from).length;
    const placed = layOutLine(line).stages;
    const fixed = (id: string) => placed.get(id)!.start < held;
    return {
      ...line,
      name: section.name,
      from,
      stages: line.stages.map((stage) => (fixed(stage.id) ? { ...stage, fixed: true } : stage)),
    };
  });
}
