import { quantity } from '../format';
import { notNegative } from '../shared/check';
import { sum, tidy } from '../shared/decimal';
import { brokenRule } from './brokenRule';
import type { LineSource } from './sources';

/** One line of a bill of materials. */
export interface BillLine {
  part: string;
  subsystem: string;
  /** What it is made of; '' where the list of materials does not have it. */
  material: string;
  /** Pieces in the product. */
  quantity: number;
  /** Pieces that were used up and are not in it. */
  waste: number;
  /** Of one piece, in g; null where nobody has said it. */
  unitMass: number | null;
  /** Of one piece, in the project's money; null where nobody has said it. */
  unitPrice: number | null;
  source: LineSource;
  /** The rule that the material breaks, as the list of materials has it; '' for none. */
  rule: string;
}
export interface Sums {
  name: string;
  mass: number;
  cost: number;
  pieces: number;
}
export interface Bill {
  /** In g, waste left out. */
  mass: number;
  /** Waste counts. Kit, recycled and own pieces cost what their line says. */
  cost: number;
  pieces: number;
  /** The recycled share of the mass, from 0 to 1; null where no mass is known. */
  recycled: number | null;
  /** By subsystem, in the order of the lines; '' for those of none. */
  subsystems: Sums[];
  /** Each line's mass and cost, in the order of the lines; null where a piece of it has none. */
  lines: { mass: number | null; cost: number | null }[];
  /** Parts whose mass nobody has said. */
  unweighed: string[];
  /** Lines that a rule does not allow, with the rule. */
  broken: { part: string; rule: string }[];
}

/**
 * Adds up a bill of materials: mass, cost and pieces, also by subsystem, the recycled share, and the lines that the rules do not
 * allow: by their material, or because the part or the material is what the brief bans.
 * @throws CoreError for a negative quantity, waste, mass or price, naming the part.
 */
export function bill({ lines, banned }: { lines: readonly BillLine[]; banned: readonly string[] }): Bill {
  const own = lines.map((line) => {
    const { part } = line;
    const pieces = notNegative(line.quantity, `The quantity of ${part}`);
    const waste = notNegative(line.waste, `The waste of ${part}`);
    const mass = line.unitMass === null ? null : tidy(pieces * notNegative(line.unitMass, `The mass of ${part}`));
    const cost =
      line.unitPrice === null ? null : tidy((pieces + waste) * notNegative(line.unitPrice, `The price of ${part}`));
    return { line, pieces, mass, cost };
  });
  const sums = (of: typeof own) => ({
    mass: tidy(sum(of.map(({ mass }) => mass ?? 0))),
    cost: tidy(sum(of.map(({ cost }) => cost ?? 0))),
    pieces: tidy(sum(of.map(({ pieces }) => pieces))),
  });
  const whole = sums(own);
  const names = [...new Set(lines.map(({ subsystem }) => subsystem))];
  return {
    ...whole,
    recycled: whole.mass > 0 ? sums(own.filter(({ line }) => line.source === 'recycled')).mass / whole.mass : null,
    subsystems: names.map((name) => ({ name, ...sums(own.filter(({ line }) => line.subsystem === name)) })),
    lines: own.map(({ mass, cost }) => ({ mass, cost })),
    unweighed: own.filter(({ mass, pieces }) => mass === null && pieces > 0).map(({ line }) => line.part),
    broken: lines.flatMap((line) => {
      const rule = line.rule || brokenRule([line.part, line.material], banned);
      return rule ? [{ part: line.part, rule }] : [];
    }),
  };
}

/**
 * What a bill predicts against what the scale says, and which lines to look at. `weighed` in g with its expanded uncertainty.
 * @example explain(theBill, lines, { value: 902, uncertainty: 5 }) // 'The bill says 880 g, the scale 22 g more. …'
 */
export function explain(
  { mass, lines: own, unweighed }: Bill,
  lines: readonly Pick<BillLine, 'part'>[],
  weighed: { value: number; uncertainty: number },
): string {
  const gap = tidy(weighed.value - mass);
  if (Math.abs(gap) <= weighed.uncertainty)
    return `The bill says ${quantity(mass, 'g')} and the scale agrees, within ± ${quantity(weighed.uncertainty, 'g', 1)}.`;
  const largest = own
    .map(({ mass: each }, i) => ({ part: lines[i]!.part, mass: each ?? 0 }))
    .sort((a, b) => b.mass - a.mass)
    .slice(0, 3)
    .filter((one) => one.mass > 0)
    .map((one) => `${one.part} (${quantity(one.mass, 'g')})`);
  const open = unweighed.length > 0 ? ` No mass is given for ${unweighed.join(', ')}.` : '';
  const look = largest.length > 0 ? ` The largest lines are ${largest.join(', ')}: weigh those first.` : '';
  return `The bill says ${quantity(mass, 'g')}, the scale ${quantity(Math.abs(gap), 'g')} ${gap > 0 ? 'more' : 'less'}.${open}${look}`;
}
