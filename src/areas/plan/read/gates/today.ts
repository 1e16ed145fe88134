import { inShort } from '@/core/gates';
import { pacesOf } from '@/areas/plan/read/pace';
import { listJudgedGates, type TeamGate } from '@/areas/plan/read/gates';
import { plural, weekday, withQuery } from '@/core/format';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listSections } from '@/areas/course';
import { listStages } from '@/areas/plan/read/stages';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, today }: Asked) {
  const [sections, stages, gates] = await Promise.all([
    listSections(sql, projectId),
    listStages(sql, projectId),
    listJudgedGates(sql, projectId, today),
  ]);
  return { sections, stages, gates };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** The gate that each team comes to next, and conditions that are due. */
export const gateItems = (given: Given): TodayItem[] => {
  const { sections, teams, stages, eventDate, now, gates } = given;
  const paces = pacesOf(sections, teams, stages, { eventDate, now });
  return teams.flatMap((team) => {
    const own = gates.filter((one) => one.teamId === team.id);
    const current = paces.find((pace) => pace.teamId === team.id)?.current?.id ?? null;
    return [...own.flatMap((one) => nextGate(one, current, given)), ...own.flatMap((one) => dueConditions(one, given))];
  });
};

/** A shut gate that the team stands at, or that comes right after what it works on. */
function nextGate(one: TeamGate, current: string | null, { stages, href }: Given): TodayItem[] {
  const { gate, state, missing, teamId } = one;
  if (state !== 'shut' || current === null) return [];
  const stage = stages.find((each) => each.id === gate.stageId);
  const atIt = gate.stageId === current;
  if (!atIt && !stage?.after.some((each) => each.id === current)) return [];
  return [
    {
      teamId,
      urgency: atIt ? 78 : 46,
      tone: atIt ? 'brick' : 'ochre',
      headline: `Gate “${gate.name}” is shut`,
      detail: `before ${gate.stageName}; missing: ${missing.map(inShort).join('; ')}`,
      href: withQuery(href(`schedule/gates/${gate.id}`), { team: teamId }),
      label: 'Gate',
    },
  ];
}

/** Conditions of the instructor's decision; those of a review are told with the review. */
function dueConditions({ gate, decision, teamId }: TeamGate, { today, href }: Given): TodayItem[] {
  const due = (decision?.conditions ?? []).filter((one) => !one.done && one.dueOn !== null && one.dueOn <= today);
  if (due.length === 0) return [];
  const late = due.some((one) => one.dueOn! < today);
  return [
    {
      teamId,
      urgency: late ? 79 : 68,
      tone: late ? 'brick' : 'ochre',
      headline: `${plural(due.length, 'condition')} of “${gate.name}” ${late ? 'overdue' : 'due today'}`,
      detail: due.map((one) => `${one.what}, by ${weekday(one.dueOn!)}`).join('; '),
      href: withQuery(href(`schedule/gates/${gate.id}`), { team: teamId }),
      label: 'Gate',
    },
  ];
}

export const gatesToday = todayPart('schedule', load, gateItems);
