'use client';

import { ActButton } from '@/ui/forms/ActButton';
import type { ShownResults } from '@/areas/standings/read/awards';
import { endShownResults, showResults } from '@/areas/standings/write/awards/actions';

/** Results for everybody: frozen under an address, which can go into another page; ended by hand. */
export function ShownLinks({
  projectId,
  shown,
}: {
  projectId: string;
  shown: (Omit<ShownResults, 'shownAt' | 'endedAt'> & { at: string; ended: boolean })[];
}) {
  return (
    <section aria-label="Results for everybody" className="mt-6 no-print">
      <h2>Results for everybody</h2>
      <p className="text-sm faint">
        A page with places, points and awards by the names of teams, frozen as it is now. It needs no script and can
        stand in a frame of the school’s own pages. Nobody is named.
      </p>
      <ActButton
        act={showResults}
        input={{ projectId }}
        done="The results are frozen under an address of their own."
        confirm="Show these results to everybody who has the address?"
        reveal={{ key: 'address', label: 'Its address, shown once:' }}
      >
        Freeze and show results
      </ActButton>
      <ul className="mt-2">
        {shown.map(({ id, at, shownBy, ended }) => (
          <li key={id} className="flex flex-wrap gap-3 items-center py-1 border-b border-hair">
            <span className="grow">
              Shown {at} by {shownBy}
              {ended && <span className="faint">, ended</span>}
            </span>
            {!ended && (
              <ActButton
                act={endShownResults}
                input={{ projectId, id }}
                done="The page is ended."
                confirm="End this page? Its address stops working."
                className="btn-text"
              >
                End page
              </ActButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
