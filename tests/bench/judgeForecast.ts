import { forecast, type Progress } from '@/core/plan';
import { simulateClass, type SimulatedClass, type World } from './classSimulator';
import { randomFrom } from './random';

export interface Judged {
  after: string;
  asPlanned: number;
  samePace: number;
  program: number;
  /** How often the truth lay in the program's interval, and how many meetings that was wide on average. */
  covered: number;
  width: number;
}

/** What a forecast may know of a team after so many meetings. */
function progressOf({ planned }: SimulatedClass, finishes: number[], held: number): Progress {
  const finished = finishes.filter((finish) => finish <= held).length;
  const sum = (list: number[]) => list.reduce((total, one) => total + one, 0);
  const left = sum(planned.slice(finished));
  const spent = finishes[finished - 1] ?? 0;
  const early = finishes.filter((finish) => finish <= spent / 2).length;
  return {
    done: sum(planned.slice(0, finished)),
    spent,
    recent: { done: sum(planned.slice(early, finished)), spent: spent - (finishes[early - 1] ?? 0) },
    left,
    current: planned[finished] ?? 0,
    held,
  };
}

const atLeastNext = (finish: number, { held, left, current }: Progress) => Math.max(finish, held + 1 + left - current);

/** The mean absolute error of three ways of forecasting, in meetings, on simulated classes (docs/decisions/0016 and 0017). */
export function judgeForecast(classes = 400, seed = 20261125, world: World = {}): Judged[] {
  const random = randomFrom(seed);
  const made = Array.from({ length: classes }, () => simulateClass(random, world));
  return (
    [
      ['a third', 1 / 3],
      ['half', 1 / 2],
      ['two thirds', 2 / 3],
    ] as const
  ).map(([after, part]) => {
    const off = { asPlanned: 0, samePace: 0, program: 0 };
    let [count, inside, width] = [0, 0, 0];
    for (const one of made) {
      const held = Math.round(one.meetings * part);
      const teams = one.teams.map((finishes) => progressOf(one, finishes, held));
      forecast({ teams }).forEach(({ finish, interval }, i) => {
        const team = teams[i]!;
        if (team.left === 0) return;
        const truth = one.teams[i]!.at(-1)!;
        const rate = team.done > 0 ? team.spent / team.done : 1;
        count += 1;
        off.asPlanned += Math.abs(atLeastNext(team.spent + team.left, team) - truth);
        off.samePace += Math.abs(Math.round(atLeastNext(team.spent + team.left * rate, team)) - truth);
        off.program += Math.abs(finish - truth);
        width += interval[1] - interval[0];
        inside += truth >= interval[0] && truth <= interval[1] ? 1 : 0;
      });
    }
    const mean = (sum: number) => sum / count;
    return {
      after,
      asPlanned: mean(off.asPlanned),
      samePace: mean(off.samePace),
      program: mean(off.program),
      covered: inside / count,
      width: width / count,
    };
  });
}
