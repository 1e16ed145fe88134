'use client';

import dynamic from 'next/dynamic';
import type { SeriesView } from './SeriesFigure';

const Figure = dynamic(() => import('./SeriesFigure').then((module) => module.SeriesFigure), {
  ssr: false,
  loading: () => <p className="faint h-[340px]">Drawing …</p>,
});

/** The chart of a series; what draws it is large, and comes behind the page. */
export function SeriesChart(view: SeriesView) {
  return (
    <figure className="min-h-[400px]">
      <Figure {...view} />
    </figure>
  );
}
