'use client';

import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import { SaveChart } from '@/ui/SaveChart';

interface Stop {
  id: string;
  name: string;
  parents: string[];
}

/**
 * A drawn lineage that the arrow keys walk: left to what an iteration comes from, right to what came of it, up and down to the
 * ones before and after it by number. Enter opens it.
 */
export function Walk({
  name,
  order,
  rows,
  children,
}: {
  name: string;
  order: Stop[];
  rows: string[][];
  children: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const step = (event: KeyboardEvent) => {
    const at = (event.target as Element).closest('[data-station]')?.getAttribute('data-station');
    const here = order.findIndex(({ id }) => id === at);
    if (here < 0) return;
    const ways: Record<string, () => string | undefined> = {
      ArrowLeft: () => order[here]!.parents.find((id) => order.some((one) => one.id === id)),
      ArrowRight: () => order.find(({ parents }) => parents.includes(at!))?.id,
      ArrowUp: () => order[here - 1]?.id,
      ArrowDown: () => order[here + 1]?.id,
    };
    const next = ways[event.key]?.();
    if (!next) return;
    event.preventDefault();
    box.current?.querySelector<SVGAElement>(`[data-station="${next}"]`)?.focus();
  };
  return (
    <div ref={box}>
      <div className="overflow-x-auto" onKeyDown={step}>
        {children}
      </div>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 no-print">
        <p className="text-sm faint max-sm:hidden">Arrow keys walk the legs; Enter opens an iteration.</p>
        <SaveChart box={box} name={name} rows={rows} />
      </div>
    </div>
  );
}
