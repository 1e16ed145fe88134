import { attribution } from '../bench';

/** What one iteration is made of: each thing that can differ, by its name, in words. */
export interface Made {
  id: string;
  /** Design parameters, materials and joints by name. */
  things: ReadonlyMap<string, string>;
  /** What each of them was before anything was recorded of it. */
  initial: ReadonlyMap<string, string>;
  features: readonly string[];
  /** What was chosen at its runs, where the other one has such runs, too. */
  settings?: ReadonlyMap<string, string>;
}
export interface Difference {
  what: string;
  kind: 'feature' | 'thing' | 'setting';
  /** In words; null where there is none. */
  a: string | null;
  b: string | null;
}

/**
 * What differs between two iterations: first what they are made of, by name, then features that one has and the other has not,
 * then what was set at their runs. Which of them differ, bench.attribution says.
 * @example differ(a, b) // [{ what: 'Rib thickness', kind: 'thing', a: '3 mm', b: '2 mm' }]
 */
export function differ(a: Made, b: Made): Difference[] {
  const [one, other] = [wordsOf(a, b), wordsOf(b, a)];
  const changed = new Set(attribution({ before: Object.fromEntries(one), after: Object.fromEntries(other) }).changed);
  const names = [...new Set([...one.keys(), ...other.keys()])].filter((name) => changed.has(name));
  return KINDS.flatMap((kind) =>
    names
      .filter((name) => name.startsWith(`${kind} `))
      .map((name) => ({
        what: name.slice(kind.length + 1),
        kind,
        a: one.get(name) ?? null,
        b: other.get(name) ?? null,
      })),
  );
}

const KINDS = ['thing', 'feature', 'setting'] as const;

/** Everything that is known of one, in words, by kind and name; where nothing is recorded, it is as it was before the other changed it. */
function wordsOf(own: Made, other: Made): Map<string, string> {
  const things = [...own.things, ...[...other.initial].filter(([what]) => !own.things.has(what))];
  return new Map([
    ...things.map(([what, words]) => [`thing ${what}`, words] as const),
    ...own.features.map((what) => [`feature ${what}`, 'has it'] as const),
    ...[...(own.settings ?? [])].map(([what, words]) => [`setting ${what}`, words] as const),
  ]);
}

/** What may be concluded from comparing two that differ in so many things, as a sentence. */
export function mayConclude(differences: readonly Difference[], a: string, b: string): string {
  if (differences.length === 0)
    return `Nothing is recorded that differs between ${a} and ${b}, so a difference in their figures comes from something nobody wrote down, or from chance.`;
  if (differences.length === 1)
    return `${a} and ${b} differ in one thing, ${differences[0]!.what}: a difference in their figures larger than the uncertainty comes from it.`;
  return `${a} and ${b} differ in ${differences.length} things, so the figures can’t say which of them made a difference. Change one of them alone to find out.`;
}
