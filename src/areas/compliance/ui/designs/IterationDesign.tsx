import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';
import { shortName } from '@/core/format';
import { fromTo, type Change, type Iteration, type Parent } from '@/areas/builds';
import type { CheckedClaim } from '@/areas/compliance/read/designs';
import type { Requirement } from '@/areas/brief';
import { ClaimTable } from './ClaimTable';

const WORD: Partial<Record<Change['kind'], string>> = {
  added: 'added',
  removed: 'removed',
  kept: 'kept',
  'taken over': 'taken over',
};

/** What an iteration comes from, what was expected of it and why, what was changed, and how it turned out. */
export function IterationDesign({
  iteration,
  changes,
  features,
  claims,
  requirements,
  origin,
  nameOf,
  href,
  claimed,
}: {
  iteration: Iteration;
  /** Its own, in their order. */
  changes: readonly Change[];
  /** Everything it has, from whatever it comes from. */
  features: readonly string[];
  claims: readonly CheckedClaim[];
  requirements: readonly Requirement[];
  /** The chosen concept, or the design of an earlier season, that it goes back to. */
  origin: ReactNode;
  nameOf: (one: Parent) => string;
  /** Where another iteration stands; null where it may not be seen. */
  href: (one: Parent) => string | null;
  claimed: string;
}) {
  const link = (one: Parent) => {
    const to = href(one);
    return to ? <Link href={to}>{nameOf(one)}</Link> : nameOf(one);
  };
  return (
    <>
      {iteration.parents.length > 0 && (
        <p className="mb-2">
          {iteration.parents.length > 1 ? 'Merged from ' : 'Built on '}
          {iteration.parents.map((one, i) => (
            <span key={one.id}>
              {i > 0 && (i === iteration.parents.length - 1 ? ' and ' : ', ')}
              {link(one)}
            </span>
          ))}
        </p>
      )}
      {origin && <p className="mb-2">{origin}</p>}
      {(iteration.expects || iteration.reason) && (
        <p className="mb-3 max-w-3xl">
          {iteration.expects && (
            <>
              <b>We expect:</b> {iteration.expects}{' '}
            </>
          )}
          {iteration.reason && (
            <>
              <b>Because:</b> {iteration.reason}
            </>
          )}
        </p>
      )}
      {changes.length > 0 && (
        <section className="mb-3">
          <h2 className="mb-1">What was changed</h2>
          <ul className="max-w-3xl">
            {changes.map((change) => (
              <li key={change.id} className="border-b border-hair py-1">
                {WORD[change.kind] && <span className="faint">{WORD[change.kind]} </span>}
                <b className="font-medium">{change.what}</b>
                {fromTo(change)}
                {change.source && <> from {link(change.source)}</>}
                {change.season && <> from {change.season.name}’s design</>}
                {change.claim && <span className="faint">, said to make it {change.claim}</span>}
                {change.maker && <span className="faint">, by {shortName(change.maker)}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      {claims.length > 0 && (
        <section className="mb-3">
          <h2 className="mb-1">What it claims against {nameOf(claims[0]!.against)}</h2>
          <ClaimTable claims={claims} before={nameOf(claims[0]!.against)} after={claimed} requirements={requirements} />
        </section>
      )}
      {(iteration.good || iteration.bad) && (
        <p className="mb-3 max-w-3xl">
          {iteration.good && (
            <>
              <b>Good:</b> {iteration.good}{' '}
            </>
          )}
          {iteration.bad && (
            <>
              <b>Not good:</b> {iteration.bad}
            </>
          )}
        </p>
      )}
      {features.length > 0 && (
        <p className="mb-3">
          <span className="faint">It has:</span> {features.join(', ')}
        </p>
      )}
    </>
  );
}
