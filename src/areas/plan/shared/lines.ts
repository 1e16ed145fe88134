import { apply, layOut, type Done, type Flexible, type Line, type Placed } from '@/core/plan';
import { memoize } from '@/core/shared/memoize';
import type { HandIn, Stage } from '@/areas/plan/read/stages';

/** A stage as the core plans it. */
export function flexible(stage: Stage): Flexible {
  const { id, meetings, minutes, shortest, leadDays, delay, optional, after } = stage;
  return {
    id,
    ...(meetings === null ? { minutes: minutes! } : { meetings }),
    ...(shortest === null ? {} : { shortest }),
    leadDays,
    delay,
    optional,
    after: after.map((one) => one.id),
    overlaps: after.filter((one) => one.byCustom).map((one) => one.id),
  };
}

/** All stages that are done, as the core plans them: one that is left out hands on what it waited for. */
export function flexibles(stages: readonly Stage[]): readonly Flexible[] {
  const dropped = stages.filter((stage) => stage.leftOut);
  const line = { id: '', meetings: [], eventDate: '2000-01-01', stages: stages.map(flexible) };
  return apply(
    line,
    dropped.map(({ id }) => ({ kind: 'drop' as const, stage: id })),
  ).stages;
}

/** A line's stages laid out on its meetings, by their ids. */
export function layOutLine(line: Line): { stages: Map<string, Placed>; count: number; shortBy: number } {
  const { meetings, eventDate, stages, today } = line;
  const found = layOut({ meetings, eventDate, stages, ...(today === undefined ? {} : { today }) });
  return { ...found, stages: new Map(found.stages.map((one) => [one.id, one])) };
}

/** Whether a team has handed a stage in; what came back is open again. */
export function isHandedIn(entry: HandIn | undefined): boolean {
  return entry?.state === 'handed-in' || entry?.state === 'accepted';
}

/** What a team has handed in for a stage. */
export function handInOf(stage: Stage, teamId: string): HandIn | undefined {
  return handInsByTeam(stage).get(teamId);
}

const handInsByTeam = memoize((stage: Stage) => new Map(stage.handIns.map((one) => [one.teamId, one])));

/** What a team has done about each stage, as the core looks at it. */
export function doneBy(teamId: string, stages: readonly Stage[]): Map<string, Done> {
  const entries = stages.flatMap((stage): [string, Done][] => {
    const { id } = stage;
    const entry = handInOf(stage, teamId);
    if (!entry) return [];
    const { handedInOn, moreMeetings } = entry;
    return [[id, { handedIn: isHandedIn(entry), handedInOn, moreMeetings }]];
  });
  return new Map(entries);
}
