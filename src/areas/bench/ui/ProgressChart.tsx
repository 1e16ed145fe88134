'use client';

import dynamic from 'next/dynamic';
import { SavedFigure } from '@/ui/SavedFigure';
import type { ProgressView } from './ProgressFigure';

const Figure = dynamic(() => import('./ProgressFigure').then((module) => module.ProgressFigure), {
  ssr: false,
  loading: () => <p className="faint h-[320px]">Drawing …</p>,
});

/** The best of each team so far; what draws it is large, and comes behind the page. */
export function ProgressChart({ title, ...view }: ProgressView & { title: string }) {
  const rows = view.teams.flatMap(({ name, steps }) => steps.map(({ on, value }) => [name, on, String(value)]));
  return (
    <SavedFigure name={title} rows={[['team', 'day', view.yLabel], ...rows]}>
      <div
        role="img"
        tabIndex={0}
        aria-label={`${title}; the table above says who stands where`}
        className="min-h-[320px] max-w-4xl"
      >
        <Figure {...view} />
      </div>
    </SavedFigure>
  );
}
