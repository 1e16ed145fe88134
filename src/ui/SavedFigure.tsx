'use client';

import { useRef, type ReactNode } from 'react';
import { SaveChart } from './SaveChart';

/** A drawing made on the server, with what saves it as SVG or PNG, and the numbers behind it. */
export function SavedFigure({ name, rows, children }: { name: string; rows: string[][]; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  return (
    <figure className="mb-2">
      <div ref={box}>{children}</div>
      <SaveChart box={box} name={name} rows={rows} />
    </figure>
  );
}
