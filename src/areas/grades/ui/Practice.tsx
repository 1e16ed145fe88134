'use client';

import { useState } from 'react';
import { closeness } from '@/core/rubric/closeness';
import { pointsOffered } from '@/core/rubric/levels';
import { number } from '@/core/format/format';
import type { Anchor } from '@/areas/grades/read/rubrics';
import type { Scored } from './ScoreForm';

/** A worked example to try on first: how far from the agreed points, in words. Nothing of it is saved. */
export function Practice({
  anchor,
  criteria,
  halfLevels,
}: {
  anchor: Pick<Anchor, 'title' | 'shows' | 'agreed'>;
  criteria: readonly Scored[];
  halfLevels: boolean;
}) {
  const [given, setGiven] = useState<Record<string, string>>({});
  return (
    <section className="border-b border-rule pb-4 mb-4" aria-label={anchor.title}>
      <h2 className="h3">{anchor.title}</h2>
      <p className="whitespace-pre-line mb-2">{anchor.shows}</p>
      {anchor.agreed.map((agreed) => {
        const criterion = criteria.find((one) => one.name === agreed.criterion);
        if (!criterion) return null;
        const own = given[criterion.id];
        const offered = criterion.levels.length
          ? pointsOffered(criterion.levels, halfLevels)
          : [0, 0.25, 0.5, 0.75, 1].map((share) => share * criterion.max);
        return (
          <fieldset key={criterion.id} className="mb-2">
            <legend className="font-medium">{criterion.name}</legend>
            <div className="flex flex-wrap gap-2">
              {offered.map((points) => (
                <button
                  key={points}
                  type="button"
                  className="btn num min-w-11"
                  aria-pressed={own === String(points)}
                  onClick={() => setGiven({ ...given, [criterion.id]: String(points) })}
                >
                  {number(points)}
                </button>
              ))}
            </div>
            {own !== undefined && (
              <p role="status" className="text-sm pt-1">
                You gave {own}, agreed were {number(agreed.points)}: {closeness(criterion, Number(own), agreed.points)}.{' '}
                {agreed.why}
              </p>
            )}
          </fieldset>
        );
      })}
    </section>
  );
}
