'use client';

import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import type { FlipLines } from './FlipLines';

const Lines = dynamic(() => import('./FlipLines').then((module) => module.FlipLines), {
  ssr: false,
  loading: () => <p className="faint h-72">Drawing …</p>,
});

type View = Parameters<typeof FlipLines>[0] & { criterion: string };

/** For one criterion at a time: how the totals run when its weight goes from nothing to all, and where they cross. */
export function FlipChart({ views }: { views: View[] }) {
  const [chosen, choose] = useState(() =>
    Math.max(
      0,
      views.findIndex(({ crossing }) => crossing !== null),
    ),
  );
  const view = views[chosen]!;
  const box = useRef<HTMLElement>(null);
  const [near, setNear] = useState(false);
  // What draws is large, so it comes once somebody gets near the chart.
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && setNear(true), {
      rootMargin: '200px',
    });
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, []);
  return (
    <figure ref={box} className="max-w-3xl no-print min-h-96">
      <label className="flex flex-wrap items-center gap-2 mb-1">
        <span className="font-medium">What if the weight changed of</span>
        <select className="!w-auto max-w-full" value={chosen} onChange={(e) => choose(Number(e.target.value))}>
          {views.map(({ criterion }, i) => (
            <option key={criterion} value={i}>
              {criterion}
            </option>
          ))}
        </select>
      </label>
      {near && <Lines key={view.criterion} {...view} />}
    </figure>
  );
}
