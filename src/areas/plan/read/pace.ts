import { forecast, inOrder, pace, planningDay, type Forecast, type Pace, type Progress } from '@/core/plan';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import type { Stage } from './stages';
import { memoize } from '@/core/shared/memoize';
import type { Meeting } from '@/core/calendar';
import { doneBy, flexibles, handInOf } from '@/areas/plan/shared/lines';

/** Where a team stands in the plan, counted in meetings, and what it has handed in. */
export interface TeamPace extends Omit<Pace, 'current' | 'progress'> {
  teamId: string;
  current: Stage | null;
  /** Stages of the plan, and how many are handed in. */
  stages: number;
  done: number;
  /** When it will be done at its pace, against the last meeting before the event; null when nothing is left. */
  forecast: (Forecast & { early: number; why: string }) | null;
  /** Handed in and not looked at yet; returned, with what is to be done. */
  waiting: Stage[];
  returned: { stage: Stage; note: string }[];
}

/** How every team of the project stands; each is compared with its own section. */
export function pacesOf(
  sections: readonly Section[],
  teams: readonly Team[],
  stages: readonly Stage[],
  { eventDate, now }: { eventDate: string; now: string },
): TeamPace[] {
  if (stages.length === 0) return [];
  return sections.flatMap((section) => {
    const own = teams.filter((team) => team.sectionId === section.id);
    if (own.length === 0) return [];
    const meetings = meetingsOf(section).filter((meeting) => meeting.date < eventDate);
    const from = planningDay(meetings, now);
    const known = knownFor(stages, section);
    const key = [eventDate, from, ...own.map((team) => team.id)].join(' ');
    const paces = known.get(key) ?? paceOf(meetings, own, stages, eventDate, from);
    known.set(key, paces);
    return paces;
  });
}

/** What was worked out already, by day and teams: several parts of a page ask for the same. */
const knownFor = memoize((_stages: readonly Stage[], _section: Section) => new Map<string, TeamPace[]>());

const planned = memoize((stages: readonly Stage[]) => inOrder(flexibles(stages)));

/** How every team of a section stands: one plan for all, less what each has done. */
function paceOf(
  meetings: readonly Meeting[],
  teams: readonly Team[],
  stages: readonly Stage[],
  eventDate: string,
  from: string,
): TeamPace[] {
  const plan = planned(stages);
  const rows = teams.map((team) => {
    const done = doneBy(team.id, stages);
    return { team, done, own: pace({ meetings, stages: plan, done, eventDate, from }) };
  });
  const forecasts = forecast({ teams: rows.map(({ own }) => own.progress) });
  return rows.map(({ team, done, own: { progress, current, ...own } }, i) => {
    const entries = stages.map((stage) => ({ stage, entry: handInOf(stage, team.id) }));
    const counted = {
      stages: plan.length,
      done: plan.filter((stage) => done.get(stage.id)?.handedIn).length,
    };
    const found = forecasts[i]!;
    const early = meetings.length - found.finish;
    return {
      ...own,
      ...counted,
      teamId: team.id,
      current: stages.find((stage) => stage.id === current) ?? null,
      forecast: progress.left === 0 ? null : { ...found, early, why: reasonOf(counted, progress, found) },
      waiting: entries.flatMap(({ stage, entry }) => (entry?.state === 'handed-in' ? [stage] : [])),
      returned: entries.flatMap(({ stage, entry }) =>
        entry?.state === 'returned' ? [{ stage, note: entry.note }] : [],
      ),
    };
  });
}

function reasonOf(of: { stages: number; done: number }, { done, spent, left }: Progress, found: Forecast): string {
  const begun = done > 0 ? `took ${spent} meetings for ${done} planned` : 'nothing handed in yet';
  const own = Math.round(found.ownShare * 100);
  return `${of.done} of ${of.stages} stages handed in; ${begun}; ${left} planned are left, at ${found.pace.toFixed(2)} meetings for each (${own} % its own pace, the rest its class’s)`;
}
