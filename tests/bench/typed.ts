import type { Judgement } from '@/core/requirements';
import type { EventResult } from '@/core/scoring';
import type { Pair } from '@/core/wording';
import { meaningOf } from '@/core/wording/words';

/**
 * What somebody would write who knew the one case beforehand: whole thousandths in typed arrays, no checks, no other kinds. It
 * gives the same answers, and is what the core's speed is measured against.
 */

/** Best of the attempts, lower is better, 0 points at 12 to 100 at 7; equal teams by their next best. */
export function typedScore(teams: readonly string[], attempts: Float64Array, each: number) {
  const best = new Int32Array(teams.length);
  const order = Array.from(teams, (_, i) => i);
  for (let i = 0; i < teams.length; i++) {
    let least = Infinity;
    for (let k = 0; k < each; k++) least = Math.min(least, Math.round(attempts[i * each + k]! * 1000));
    best[i] = least;
  }
  order.sort((a, b) => best[a]! - best[b]!);
  const results: Pick<EventResult, 'team' | 'counted' | 'points' | 'place' | 'because'>[] = [];
  let place = 0;
  for (let at = 0; at < order.length; at++) {
    const i = order[at]!;
    if (at === 0 || best[order[at - 1]!] !== best[i]) place = at + 1;
    const points = Math.min(100, Math.max(0, (12_000 - best[i]!) / 50));
    const counted = best[i]! / 1000;
    results.push({
      team: teams[i]!,
      counted,
      points,
      place,
      because: [
        `Attempt (${counted}) counts as the best: ${each} made, ${each} allowed.`,
        `${counted} on the straight line from 0 points at 12 to 100 at 7: ${points} points.`,
      ],
    });
  }
  return results;
}

/** A greatest value with a guard band, all in one unit, to thousandths. */
export function typedJudge(limit: number, value: number, uncertainty: number, unit: string): Judgement {
  const margin = (Math.round(limit * 1000) - Math.round(value * 1000)) / 1000;
  const verdict = margin >= uncertainty ? 'conforms' : margin < -uncertainty ? 'fails' : 'inconclusive';
  return { verdict, margin, unit, withinUncertainty: verdict === 'inconclusive' };
}

/** Pairs of statements by the words they share, as numbers in sorted arrays. */
export function typedPairs(statements: readonly { code: string; text: string }[], threshold: number): Pair[] {
  const ids = new Map<string, number>();
  const idOf = (word: string) => ids.get(word) ?? (ids.set(word, ids.size), ids.size - 1);
  const meanings = statements.map(({ text }) => meaningOf(text));
  const words = meanings.map((one) => Uint32Array.from([...one.words].map(idOf)).sort());
  const numbers = meanings.map((one) => [...one.numbers].map(idOf));
  const lacks = (a: number[], b: number[]) => a.some((one) => !b.includes(one));
  const found: Pair[] = [];
  for (let i = 0; i < words.length; i++)
    for (let j = i + 1; j < words.length; j++) {
      const [a, b] = [words[i]!, words[j]!];
      let common = 0;
      for (let x = 0, y = 0; x < a.length && y < b.length;)
        if (a[x] === b[y]) {
          common++;
          x++;
          y++;
        } else if (a[x]! < b[y]!) x++;
        else y++;
      const whole = (2 * common) / (a.length + b.length);
      const other = lacks(numbers[i]!, numbers[j]!) && lacks(numbers[j]!, numbers[i]!);
      const similarity = other ? whole / 2 : whole;
      if (similarity >= threshold) found.push({ a: statements[i]!.code, b: statements[j]!.code, similarity });
    }
  return found.sort((x, y) => y.similarity - x.similarity);
}
