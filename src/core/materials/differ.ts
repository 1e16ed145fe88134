import { tidy } from '../shared/decimal';
import type { Bill, BillLine } from './bill';

/** What one bill has of a part; null where it has none. */
interface Share {
  pieces: number;
  /** In g, and in the project's money; null where nobody has said it. */
  mass: number | null;
  cost: number | null;
}
export interface PartDifference {
  part: string;
  a: Share | null;
  b: Share | null;
  /** b − a, in g and in the project's money; null where one of the two is not known. */
  mass: number | null;
  cost: number | null;
}
interface Side {
  lines: readonly BillLine[];
  bill: Bill;
}

/**
 * In which parts two bills of materials differ, the largest difference in mass first, then in cost; parts of one name count
 * together, and capitals make no other part of it.
 * @example differParts(a, b) // [{ part: 'Frame', a: { pieces: 2, mass: 80, cost: 4 }, b: null, mass: -80, cost: -4 }]
 */
export function differParts(a: Side, b: Side): PartDifference[] {
  const [one, other] = [sharesOf(a), sharesOf(b)];
  const found = [...new Map([...other, ...one])].map(([key, { part }]): PartDifference => {
    const [x, y] = [one.get(key)?.share ?? null, other.get(key)?.share ?? null];
    const gap = (from: number | null, to: number | null) => (from === null || to === null ? null : tidy(to - from));
    return {
      part,
      a: x,
      b: y,
      mass: gap(x ? x.mass : 0, y ? y.mass : 0),
      cost: gap(x ? x.cost : 0, y ? y.cost : 0),
    };
  });
  const size = (value: number | null) => Math.abs(value ?? 0);
  return found
    .filter((each) => KEYS.some((key) => each.a?.[key] !== each.b?.[key]))
    .sort((x, y) => size(y.mass) - size(x.mass) || size(y.cost) - size(x.cost) || (x.part < y.part ? -1 : 1));
}

const KEYS = ['pieces', 'mass', 'cost'] as const;

function sharesOf({ lines, bill }: Side): Map<string, { part: string; share: Share }> {
  const shares = new Map<string, { part: string; share: Share }>();
  lines.forEach(({ part, quantity }, i) => {
    const key = part.trim().toLowerCase();
    const { mass, cost } = bill.lines[i]!;
    const known = shares.get(key)?.share ?? { pieces: 0, mass: 0, cost: 0 };
    const add = (x: number | null, y: number | null) => (x === null || y === null ? null : tidy(x + y));
    const share = { pieces: tidy(known.pieces + quantity), mass: add(known.mass, mass), cost: add(known.cost, cost) };
    shares.set(key, { part: shares.get(key)?.part ?? part, share });
  });
  return shares;
}
