import { carried, claim, lineage, type ClaimCheck, type Figure, type Lineage, type Made } from '@/core/builds';
import { isOfFeature } from '@/core/changes';
import { memoize } from '@/core/shared/memoize';
import type { Sql } from '@/db/connection';
import { listQuantities, listRunGroups } from '@/areas/bench';
import { askedOf, limitOf, listRequirements, type Requirement } from '@/areas/brief';
import { quantity, VERDICT_WORD } from '@/core/format';
import type { Verdict } from './verdicts';
import { inUnit } from '@/core/requirements';
import { convert } from '@/core/units';
import { figureOf, type Sources } from '@/areas/compliance/read/designs/figure';
import { listChanges, listIterations, type Change, type Iteration, type Parent } from '@/areas/builds';

/** A figure of the designs: what it is, and what it came to in each iteration, in one unit. */
export interface DesignFigure {
  id: string;
  name: string;
  unit: string;
  /** By iteration; none where nobody measured it. */
  of: ReadonlyMap<string, { value: number; uncertainty: number }>;
  /** Where requirements draw the line. */
  limits: { label: string; value: number }[];
}

/** The figures that are measured on some of these iterations, the ones with a limit first, then by name. */
export function figuresOf(shown: readonly Iteration[], designs: AllDesigns): DesignFigure[] {
  const { iterations, requirements, sources } = designs;
  const all = allFigures(iterations, requirements, sources.protocols, sources.runs);
  return all.filter(({ of }) => shown.some(({ id }) => of.has(id)));
}

/** Of all iterations of a project: worked out once for the same rows, as several pages and every team ask for them. */
const allFigures = memoize(
  (
    iterations: readonly Iteration[],
    requirements: readonly Requirement[],
    protocols: Sources['protocols'],
    runs: Sources['runs'],
  ): DesignFigure[] => {
    const names = new Map<string, string>();
    for (const one of iterations)
      for (const m of one.measurements) if (m.unit !== null) names.set(m.parameterId, m.parameterName);
    for (const { parameterId, parameterName } of protocols) names.set(parameterId, parameterName);
    return [...names]
      .map(([id, name]) => figure(id, name, iterations, requirements, { protocols, runs }))
      .filter(({ of }) => of.size > 0)
      .sort((a, b) => Number(b.limits.length > 0) - Number(a.limits.length > 0) || (a.name < b.name ? -1 : 1));
  },
);

function figure(
  id: string,
  name: string,
  iterations: readonly Iteration[],
  requirements: readonly Requirement[],
  sources: Sources,
): DesignFigure {
  const found = iterations.flatMap((one) => {
    const known = figureOf(id, one, sources);
    return known && typeof known.measured?.value === 'number' ? [[one.id, known.measured] as const] : [];
  });
  const asked = askedOf(requirements, id);
  const unit = asked[0]?.unit ?? found[0]?.[1]?.unit ?? '';
  const of = new Map(
    found.map(([iteration, measured]) => {
      const { value, uncertainty } = inUnit(measured, unit);
      return [iteration, { value: value!, uncertainty }] as const;
    }),
  );
  return { id, name, unit, of, limits: limitsAt(requirements, { parameterId: id, unit }) };
}

/** The values at which a requirement changes from met to not met. */
function limitLines(requirement: Requirement, unit: string): { label: string; value: number }[] {
  const limit = limitOf(requirement);
  if (!limit) return [];
  const at = (value: number | null | undefined) =>
    value == null
      ? []
      : [{ label: requirement.code, value: convert({ value, from: requirement.unit!, to: unit }).value }];
  const { value, low, high, tolerance } = requirement;
  if (tolerance !== null && value !== null) return [...at(value - tolerance), ...at(value + tolerance)];
  return [...at(value), ...at(low), ...at(high)];
}

/** The same of all that are asked of a parameter. */
export const limitsAt = (
  requirements: readonly Requirement[],
  { parameterId, unit }: { parameterId: string; unit: string },
): { label: string; value: number }[] => askedOf(requirements, parameterId).flatMap((one) => limitLines(one, unit));

/** How the iterations descend, and what each of them has: features that came in and were not removed. */
export interface Designs extends Lineage {
  carried: ReadonlyMap<string, string[]>;
}

/** Follows the designs of a project through their iterations. What a parent outside of these gave is left out. */
export const designsOf = memoize((iterations: readonly Iteration[], changes: readonly Change[]): Designs => {
  const known = new Set(iterations.map(({ id }) => id));
  // Of several that could come first, the one that was built first does.
  const built = [...iterations].sort((a, b) =>
    a.builtOn < b.builtOn ? -1 : a.builtOn > b.builtOn ? 1 : a.number - b.number,
  );
  const steps = built.map((one) => {
    const own = changes.filter(({ iterationId, kind }) => iterationId === one.id && isOfFeature(kind));
    const names = (removed: boolean) =>
      own.filter(({ kind }) => (kind === 'removed') === removed).map(({ what }) => what);
    return {
      id: one.id,
      parents: one.parents.map(({ id }) => id).filter((id) => known.has(id)),
      added: names(false),
      removed: names(true),
    };
  });
  const features = carried(steps);
  const found = lineage({ iterations: steps.map((one) => ({ ...one, features: features.get(one.id)! })) });
  return { ...found, carried: features };
});

/** A claim and what the figures say of it. */
export interface CheckedClaim {
  change: Change;
  against: Parent;
  parent: Figure | null;
  child: Figure | null;
  check: ClaimCheck;
}

/** The claims of an iteration, each held against the main one of those it comes from. */
export function claimsOf(
  iteration: Iteration,
  changes: readonly Change[],
  iterations: readonly Iteration[],
  sources: Sources,
): CheckedClaim[] {
  const against = iteration.parents[0];
  const before = iterations.find(({ id }) => id === against?.id);
  if (!against) return [];
  return changes.flatMap((change) => {
    if (change.iterationId !== iteration.id || !change.claim || !change.claimParameterId) return [];
    const at = (one: Iteration | undefined) => (one ? knownFigure(change.claimParameterId!, one, sources) : null);
    const [parent, child] = [at(before), at(iteration)];
    return [{ change, against, parent, child, check: claim({ claim: change.claim, parent, child }) }];
  });
}

function knownFigure(parameterId: string, iteration: Iteration, sources: Sources): Figure | null {
  const measured = figureOf(parameterId, iteration, sources)?.measured;
  if (!measured || typeof measured.value !== 'number') return null;
  return { value: measured.value, unit: measured.unit!, standardUncertainty: (measured.expandedUncertainty ?? 0) / 2 };
}

/** All that the pages of the designs are made from. */
export interface AllDesigns {
  iterations: Iteration[];
  changes: Change[];
  requirements: Requirement[];
  sources: Sources;
}

export async function readDesigns(sql: Sql, projectId: string): Promise<AllDesigns> {
  const [iterations, changes, requirements, protocols, runs] = await Promise.all([
    listIterations(sql, projectId),
    listChanges(sql, projectId),
    listRequirements(sql, projectId),
    listQuantities(sql, projectId),
    listRunGroups(sql, projectId),
  ]);
  return { iterations, changes, requirements, sources: { protocols, runs } };
}

/** Which verdicts are others than before, in words: "R-01 fails → conforms". */
export function turnedWords(before: readonly Verdict[], now: readonly Verdict[]): string[] {
  return now.flatMap(({ requirement, verdict }) => {
    const was = before.find((one) => one.requirement.id === requirement.id)?.verdict;
    if (!was || was === verdict) return [];
    return [`${requirement.code} ${VERDICT_WORD[was]} → ${VERDICT_WORD[verdict]}`];
  });
}

/**
 * What an iteration is made of, as far as it was recorded: what was said last of each design parameter, material and joint on
 * the way to it, the main parents first, and the features it has.
 */
export function madeOf(id: string, iterations: readonly Iteration[], changes: readonly Change[]): Made {
  const designs = designsOf(iterations, changes);
  const byId = new Map(iterations.map((one) => [one.id, one] as const));
  const ancestors = new Set<string>();
  const open = [id];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (ancestors.has(next)) continue;
    ancestors.add(next);
    open.push(...(byId.get(next)?.parents.map((parent) => parent.id) ?? []));
  }
  const things = new Map<string, string>();
  const initial = new Map<string, string>();
  // Capitals make no other thing of it.
  const names = new Map<string, string>();
  for (const step of designs.order.filter((one) => ancestors.has(one)))
    for (const change of changes.filter((one) => one.iterationId === step && one.featureId === null)) {
      const what = names.get(change.what.toLowerCase()) ?? change.what;
      names.set(what.toLowerCase(), what);
      const now = change.afterValue === null ? change.after : quantity(change.afterValue, change.unit);
      const before = change.beforeValue === null ? change.before : quantity(change.beforeValue, change.unit);
      if (before && !things.has(what)) initial.set(what, before);
      things.set(what, now || 'done');
    }
  return { id, things, initial, features: designs.carried.get(id) ?? [] };
}

/** Limits with what they are called beside their line. */
export const limitsOf = (figure: DesignFigure) =>
  figure.limits.map(({ label, value }) => ({ value, label: `${label} ${quantity(value, figure.unit)}` }));
