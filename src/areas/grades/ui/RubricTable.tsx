import type { Criterion } from '@/areas/grades/read/rubrics';
import { number, plural } from '@/core/format';
import { SCORER_WORD } from '@/areas/grades/shared/words';

/** A rubric as it is read: criteria down, levels across, what each looks like. */
export function RubricTable({ criteria }: { criteria: readonly Criterion[] }) {
  const total = criteria.reduce((sum, one) => sum + one.weight, 0);
  return (
    <div className="flex flex-col gap-4 max-w-5xl">
      {criteria.map((criterion) => (
        <section key={criterion.id} aria-label={criterion.name}>
          <h2 className="h3 border-b border-ink flex flex-wrap gap-x-3 items-baseline">
            {criterion.name}
            <span className="faint font-normal text-sm">
              {plural(criterion.max, 'point')}
              {criterion.weight !== criterion.max && `, weight ${number(criterion.weight)} of ${number(total)}`} ·
              scored by {SCORER_WORD[criterion.scorer]}
              {criterion.evidence && ` · evidence: ${criterion.evidence}`}
            </span>
          </h2>
          {criterion.levels.length > 0 ? (
            <ol className="flex flex-wrap sm:flex-nowrap border-l border-hair">
              {criterion.levels.map((level) => (
                <li
                  key={level.points}
                  className="border-r border-b border-hair px-2 py-1 grow basis-full sm:basis-0 text-sm"
                >
                  <span className="num font-semibold">{number(level.points)}</span>{' '}
                  <span className="faint">{level.name}</span>
                  {typeof level.atLeast === 'number' && <span className="faint"> from {number(level.atLeast)}</span>}
                  <span className="block">{level.text}</span>
                </li>
              ))}
            </ol>
          ) : (
            <p className="text-sm">
              A scale from 0 to {number(criterion.max)}. {criterion.anchors}
            </p>
          )}
        </section>
      ))}
    </div>
  );
}
