/** What one iteration is made of: each thing that can differ, by its name, in words. */
export interface Made {
  id: string;
  /** Design parameters, materials and joints by name. */
  things: ReadonlyMap<string, string>;
  /** What each of them was before anything was recorded of it. */
  initial: ReadonlyMap<string, string>;
  features: readonly string[];
}
export interface Difference {
  what: string;
  kind: 'feature' | 'thing';
  /** In words; null where there is none. */
  a: string | null;
  b: string | null;
}

/**
 * What differs between two iterations: first what they are made of, by name, then features that one has and the other has not.
 * @example differ(a, b) // [{ what: 'Rib thickness', kind: 'thing', a: '3 mm', b: '2 mm' }]
 */
export function differ(a: Made, b: Made): Difference[] {
  const names = [...new Set([...a.things.keys(), ...b.things.keys()])];
  const things = names.flatMap((what): Difference[] => {
    // Where nothing is recorded of it, it is as it was before the other one changed it.
    const of = (own: Made, other: Made) => own.things.get(what) ?? other.initial.get(what) ?? null;
    const [one, other] = [of(a, b), of(b, a)];
    return one === other ? [] : [{ what, kind: 'thing', a: one, b: other }];
  });
  const features = [...new Set([...a.features, ...b.features])].flatMap((what): Difference[] => {
    const [one, other] = [a.features.includes(what), b.features.includes(what)];
    return one === other ? [] : [{ what, kind: 'feature', a: one ? 'has it' : null, b: other ? 'has it' : null }];
  });
  return [...things, ...features];
}

/** What may be concluded from comparing two that differ in so many things, as a sentence. */
export function mayConclude(differences: readonly Difference[], a: string, b: string): string {
  if (differences.length === 0)
    return `Nothing is recorded that differs between ${a} and ${b}, so a difference in their figures comes from something nobody wrote down, or from chance.`;
  if (differences.length === 1)
    return `${a} and ${b} differ in one thing, ${differences[0]!.what}: a difference in their figures larger than the uncertainty comes from it.`;
  return `${a} and ${b} differ in ${differences.length} things, so the figures can’t say which of them made a difference. Change one of them alone to find out.`;
}
