import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';
import { plural } from '@/core/format';
import { claimsOf, figuresOf, type AllDesigns, type DesignFigure } from '@/areas/compliance/read/designs';
import { ClaimTable } from './ClaimTable';
import type { Surveyed } from '@/areas/compliance/read/designs/surveyed';
import { SmallTraverse, TraverseFigure } from './TraverseFigure';

/** Where a team's design went: drawn in the figure that is chosen, the others small, and what the newest one claims. */
export function TeamDesign({
  team,
  of,
  designs,
  figureId,
  href,
  figureHref,
}: {
  team: string;
  of: readonly Surveyed[];
  designs: AllDesigns;
  figureId: string | undefined;
  href: (iteration: string) => string;
  figureHref: (figure: string) => string;
}) {
  const figures = figuresOf(
    of.map(({ iteration }) => iteration),
    designs,
  );
  const chosen = figures.find(({ id }) => id === figureId) ?? figures[0];
  const newest = of.findLast(({ iteration }) => iteration.parents.length > 0);
  const claims = newest ? claimsOf(newest.iteration, designs.changes, designs.iterations, designs.sources) : [];
  const against = newest && of.find(({ iteration }) => iteration.id === newest.iteration.parents[0]!.id);
  return (
    <>
      {chosen ? (
        <section aria-label="Where the design went" className="mb-4">
          <p className="mb-1">
            Where the design went in <Choices figures={figures} chosen={chosen} href={figureHref} />
          </p>
          <TraverseFigure of={of} figure={chosen} title={team} href={href} />
          {figures.length > 1 && (
            <div className="grid grid-cols-2 md:grid-cols-4 gap-2 mt-2">
              {figures
                .filter(({ id }) => id !== chosen.id)
                .slice(0, 8)
                .map((figure) => (
                  <Link key={figure.id} href={figureHref(figure.id)} className="!no-underline !text-ink" scroll={false}>
                    <SmallTraverse of={of} figure={figure} />
                  </Link>
                ))}
            </div>
          )}
        </section>
      ) : (
        <p className="faint mb-3">Nothing has been measured on these iterations yet, so there is nothing to draw.</p>
      )}
      {newest && against && claims.length > 0 && (
        <section className="mb-4">
          <h2 className="mb-1">
            {plural(claims.length, 'claim')} of {newest.name} against {against.name}
          </h2>
          <ClaimTable claims={claims} before={against.name} after={newest.name} requirements={designs.requirements} />
        </section>
      )}
    </>
  );
}

function Choices({
  figures,
  chosen,
  href,
}: {
  figures: readonly DesignFigure[];
  chosen: DesignFigure;
  href: (figure: string) => string;
}): ReactNode {
  return (
    <>
      <b>
        {chosen.name}, {chosen.unit}
      </b>
      {figures.length > 1 && (
        <span className="faint no-print">
          {' '}
          · also:{' '}
          {figures
            .filter(({ id }) => id !== chosen.id)
            .map(({ id, name }, i) => (
              <span key={id}>
                {i > 0 && ', '}
                <Link href={href(id)} scroll={false}>
                  {name}
                </Link>
              </span>
            ))}
        </span>
      )}
    </>
  );
}
