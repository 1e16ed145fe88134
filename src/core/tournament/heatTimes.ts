import { tidy } from '../shared/decimal';
import type { Heat } from './lanes';

export interface HeatTime {
  round: number;
  heat: number;
  /** Minutes from the start of the contest. */
  start: number;
  end: number;
}

/**
 * When the heats that are left take place, one after another in their order: a heat starts once the one before has ended and the lanes
 * are ready again, and once everybody in it has rested since their last one. Minutes.
 * @param input.ended when the heats so far have ended, in their order
 */
export function heatTimes(input: {
  heats: readonly Heat[];
  minutesPerHeat: number;
  changeover: number;
  rest: number;
  now?: number;
  ended?: readonly number[];
}): { heats: HeatTime[]; finish: number } {
  const { heats, minutesPerHeat, changeover, rest, now = 0, ended = [] } = input;
  const lastEnd = new Map<string, number>();
  const note = (heat: Heat, end: number) => {
    for (const team of heat.lanes) if (team !== null) lastEnd.set(team, end);
  };
  heats.slice(0, ended.length).forEach((heat, i) => note(heat, ended[i]!));
  let free = ended.length > 0 ? Math.max(now, ended.at(-1)! + changeover) : now;
  const times = heats.slice(ended.length).map((heat): HeatTime => {
    const rested = heat.lanes.flatMap((team) =>
      team !== null && lastEnd.has(team) ? [lastEnd.get(team)! + rest] : [],
    );
    const start = tidy(Math.max(free, ...rested));
    const end = tidy(start + minutesPerHeat);
    note(heat, end);
    free = end + changeover;
    return { round: heat.round, heat: heat.heat, start, end };
  });
  return { heats: times, finish: times.at(-1)?.end ?? ended.at(-1) ?? 0 };
}
