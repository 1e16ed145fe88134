import { RandomGenerator, sampleNormal } from './random';

/** A made-up class as docs/decisions/0016 describes it. Meetings count from 1; a stage's finish is the meeting it was handed in. */
export interface SimulatedClass {
  planned: number[];
  meetings: number;
  /** For each team and stage, the meeting with which it really ended. */
  teams: number[][];
}

const logNormal = (random: RandomGenerator, median: number, spread: number) =>
  median * Math.exp(spread * sampleNormal(random));
const between = (random: RandomGenerator, low: number, high: number) => low + Math.floor(random() * (high - low + 1));

/** Makes up one class. */
export function simulateClass(random: RandomGenerator): SimulatedClass {
  const planned = Array.from({ length: between(random, 7, 12) }, () => between(random, 1, 5));
  const total = planned.reduce((sum, one) => sum + one, 0);
  const meetings = Math.round(total * (1 + 0.3 * random()));
  const pace = logNormal(random, 1.1, 0.15);
  const teams = Array.from({ length: 8 }, () => {
    const own = pace * logNormal(random, 1, 0.2);
    const efforts = planned.map((length) => length * own * logNormal(random, Math.exp(-(0.35 ** 2) / 2), 0.35));
    return workThrough(random, planned, efforts, meetings);
  });
  return { planned, meetings, teams };
}

function workThrough(random: RandomGenerator, planned: number[], efforts: number[], meetings: number): number[] {
  const finishes: number[] = [];
  let meeting = 0;
  efforts.forEach((effort, stage) => {
    const work = planned.slice(stage).reduce((sum, one) => sum + one, 0);
    for (let left = effort; left > 0;) {
      meeting += 1;
      const pressed = meeting > (2 / 3) * meetings && work > meetings - meeting;
      if (random() >= 0.05) left -= pressed ? 1.15 : 1;
    }
    finishes.push(meeting);
  });
  return finishes;
}
