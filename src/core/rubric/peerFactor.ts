import { CoreError } from '../shared/CoreError';
import { finite, notNegative, whole } from '../shared/check';
import { toleranceAt } from '../shared/tolerance';
import { exact, meanOf, numberOf, totalOf, type Exact } from '../shared/exact';

export interface PeerRating {
  from: string;
  to: string;
  /** 0 or more; only its proportion to what the same rater gave others counts. */
  value: number;
}
export interface PeerFactor {
  member: string;
  /** What a team's points are multiplied with, within the bounds. */
  factor: number;
  unbounded: number;
  /** How many others rated this member. */
  raters: number;
  /** Whether there was a rating of oneself; it counts nowhere. */
  selfGiven: boolean;
}
export interface PeerWarning {
  kind: 'no-answer' | 'few' | 'collusion';
  members: string[];
}

/**
 * From a team's marks of each other to a factor for each member. What a rater gives the others is divided by its mean to shares,
 * so that mild and strict raters weigh the same; a member's factor is the mean share received, kept within bounds. Ratings of
 * oneself are left out. Two who lift each other above what the others see in both are named.
 * Source: normalised peer ratings (individual weighting factor), as in common use.
 * @param input.bounds lowest and highest factor, 0 ≤ low ≤ 1 ≤ high; [0.8, 1.2] when left out
 * @param input.minimumRaters fewer than these warn; 2 when left out
 * @param input.collusion by how much both shares must lie above the others'; 0.3 when left out
 * @throws CoreError for fewer than two members ("two"), a member named twice, an unknown one, a negative value ("negative"),
 * the same pair twice ("twice"), or bounds that do not lie round 1 ("bounds")
 * @example peerFactor({ members: ['Ana', 'Ben'], ratings: [{ from: 'Ana', to: 'Ben', value: 4 }] }).factors[1]!.factor // 1
 */
export function peerFactor(input: {
  members: readonly string[];
  ratings: readonly PeerRating[];
  bounds?: readonly [number, number] | null;
  minimumRaters?: number | null;
  collusion?: number | null;
}): { factors: PeerFactor[]; warnings: PeerWarning[] } {
  const { members, ratings } = input;
  if (!Array.isArray(members) || members.length < 2) throw new CoreError('At least two members are needed.');
  if (new Set(members).size < members.length) throw new CoreError('A member is named twice.');
  const [low, high] = checkBounds(input.bounds ?? [0.8, 1.2]);
  const minimumRaters = whole(input.minimumRaters ?? 2, 'The fewest raters');
  const collusion = finite(input.collusion ?? 0.3, 'The share above the others');
  const values = valuesOf(members, ratings);

  const shares = new Map(
    members.map((from) => {
      const given = members.filter((to) => to !== from && values.has(key(from, to)));
      const whole = given.map((to) => exact(values.get(key(from, to))!));
      const mean = whole.length ? meanOf(whole) : null;
      const share = (to: string): Exact => (mean!.isZero() ? exact(1) : exact(values.get(key(from, to))!).div(mean!));
      return [from, new Map(given.map((to) => [to, share(to)]))];
    }),
  );
  const received = (to: string, but?: string) =>
    members.flatMap((from) => (from === but ? [] : (shares.get(from)!.get(to) ?? [])));
  const factors = members.map((member) => {
    const got = received(member);
    const unbounded = got.length ? numberOf(meanOf(got), 'A factor') : 1;
    return {
      member,
      factor: Math.min(high, Math.max(low, unbounded)),
      unbounded,
      raters: got.length,
      selfGiven: values.has(key(member, member)),
    };
  });

  const lifts = (from: string, to: string) => {
    const own = shares.get(from)!.get(to);
    const others = received(to, from);
    if (!own || others.length === 0) return false;
    const above = totalOf([own, meanOf(others).neg()]).toNumber();
    return above >= collusion - toleranceAt(collusion);
  };
  const pairs = members.flatMap((a, i) => members.slice(i + 1).map((b): [string, string] => [a, b]));
  return {
    factors,
    warnings: [
      ...members
        .filter((member) => shares.get(member)!.size === 0)
        .map((member): PeerWarning => ({ kind: 'no-answer', members: [member] })),
      ...factors
        .filter((one) => one.raters < minimumRaters)
        .map(({ member }): PeerWarning => ({ kind: 'few', members: [member] })),
      ...pairs
        .filter(([a, b]) => lifts(a, b) && lifts(b, a))
        .map((pair): PeerWarning => ({ kind: 'collusion', members: pair })),
    ],
  };
}

const key = (from: string, to: string) => JSON.stringify([from, to]);

function valuesOf(members: readonly string[], ratings: readonly PeerRating[]): Map<string, number> {
  const known = new Set(members);
  const values = new Map<string, number>();
  for (const { from, to, value } of ratings) {
    for (const name of [from, to]) if (!known.has(name)) throw new CoreError(`"${name}" is no member of this team.`);
    if (values.has(key(from, to))) throw new CoreError(`${from} rated ${to} twice.`);
    values.set(key(from, to), notNegative(value, `What ${from} gave ${to}`));
  }
  return values;
}

function checkBounds(bounds: readonly [number, number]): readonly [number, number] {
  const [low, high] = [finite(bounds[0], 'The lower of the bounds'), finite(bounds[1], 'The upper of the bounds')];
  if (low < 0 || low > 1 || high < 1)
    throw new CoreError(`The bounds of the factor lie round 1, the lower one not below 0; got ${low} and ${high}.`);
  return [low, high];
}
