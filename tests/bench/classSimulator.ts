import { RandomGenerator, sampleNormal } from './random';

/** A made-up class as docs/decisions/0016 describes it. Meetings count from 1; a stage's finish is the meeting it was handed in. */
export interface SimulatedClass {
  planned: number[];
  meetings: number;
  /** For each team and stage, the meeting with which it really ended. */
  teams: number[][];
}

/** What is otherwise than in 0016. */
export interface World {
  /** Spread of the luck of a stage. */
  luck?: number;
  /** From some point in mid-term on: how much longer all need, and how far teams and classes turn of their own. */
  slower?: number;
  teamTurns?: number;
  classTurns?: number;
  /** How much longer the last stage takes than planned, the ones before it in proportion. */
  harder?: number;
  /** How likely the class loses the meetings from one on: one to three of them. */
  lost?: number;
}

/** The kinds of classes that the forecast is judged on. */
export const WORLDS: Record<string, World> = {
  'as planned with the usual luck': {},
  'paces change in mid-term': { teamTurns: 0.35, classTurns: 0.15 },
  'all slower from mid-term on': { slower: 1.4 },
  'late stages are harder': { harder: 0.6 },
  'meetings are lost': { lost: 0.1 },
  'much luck': { luck: 0.6 },
  'some of everything': { teamTurns: 0.15, harder: 0.25, lost: 0.04, luck: 0.4 },
};

const logNormal = (random: RandomGenerator, median: number, spread: number) =>
  median * Math.exp(spread * sampleNormal(random));
const between = (random: RandomGenerator, low: number, high: number) => low + Math.floor(random() * (high - low + 1));

/** Makes up one class. */
export function simulateClass(random: RandomGenerator, world: World = {}): SimulatedClass {
  const { luck = 0.35, slower = 1, teamTurns = 0, classTurns = 0, harder = 0, lost = 0 } = world;
  const planned = Array.from({ length: between(random, 7, 12) }, () => between(random, 1, 5));
  const total = planned.reduce((sum, one) => sum + one, 0);
  const meetings = Math.round(total * (1 + 0.3 * random()));
  const pace = logNormal(random, 1.1, 0.15);
  const turn = 0.35 + 0.3 * random();
  const after = slower * logNormal(random, 1, classTurns);
  const gone = new Set<number>();
  for (let meeting = 2; lost > 0 && meeting < 4 * meetings; meeting++)
    if (random() < lost) for (let k = between(random, 1, 3); k > 0; k--) gone.add(meeting + k - 1);
  const teams = Array.from({ length: 8 }, () => {
    const own = pace * logNormal(random, 1, 0.2);
    const turned = after * logNormal(random, 1, teamTurns);
    let before = 0;
    const efforts = planned.map((length, k) => {
      const late = before / total >= turn;
      before += length;
      const hard = 1 + (harder * k) / (planned.length - 1);
      return length * own * (late ? turned : 1) * hard * logNormal(random, Math.exp(-(luck ** 2) / 2), luck);
    });
    return workThrough(random, planned, efforts, meetings, gone);
  });
  return { planned, meetings, teams };
}

function workThrough(
  random: RandomGenerator,
  planned: number[],
  efforts: number[],
  meetings: number,
  gone: ReadonlySet<number>,
): number[] {
  const finishes: number[] = [];
  let meeting = 0;
  efforts.forEach((effort, stage) => {
    const work = planned.slice(stage).reduce((sum, one) => sum + one, 0);
    for (let left = effort; left > 0;) {
      meeting += 1;
      if (gone.has(meeting)) continue;
      const pressed = meeting > (2 / 3) * meetings && work > meetings - meeting;
      if (random() >= 0.05) left -= pressed ? 1.15 : 1;
    }
    finishes.push(meeting);
  });
  return finishes;
}
