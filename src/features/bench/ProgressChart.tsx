'use client';

import dynamic from 'next/dynamic';
import { useRef } from 'react';
import { SaveChart } from '@/ui/SaveChart';
import type { ProgressView } from './ProgressFigure';

const Figure = dynamic(() => import('./ProgressFigure').then((module) => module.ProgressFigure), {
  ssr: false,
  loading: () => <p className="faint h-[320px]">Drawing …</p>,
});

/** The best of each team so far; what draws it is large, and comes behind the page. */
export function ProgressChart({ title, ...view }: ProgressView & { title: string }) {
  const box = useRef<HTMLDivElement>(null);
  const rows = view.teams.flatMap(({ name, steps }) => steps.map(({ on, value }) => [name, on, String(value)]));
  return (
    <figure className="min-h-[370px] max-w-4xl">
      <div ref={box} role="img" tabIndex={0} aria-label={`${title}; the table above says who stands where`}>
        <Figure {...view} />
      </div>
      <SaveChart box={box} name={title} rows={[['team', 'day', view.yLabel], ...rows]} />
    </figure>
  );
}
