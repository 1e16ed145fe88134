'use client';

import { useEffect, useRef, type ReactNode } from 'react';

/** The index: always open beside the sheet, folded away above it on a phone. */
export function IndexMenu({ current, children }: { current: string; children: ReactNode }) {
  const box = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    const wide = matchMedia('(min-width: 768px)');
    const fit = () => box.current && (box.current.open = wide.matches);
    fit();
    wide.addEventListener('change', fit);
    return () => wide.removeEventListener('change', fit);
  }, [current]);
  return (
    <details ref={box} open className="py-2">
      <summary className="md:hidden px-3.5 py-1.5 font-cond font-semibold cursor-pointer">Index · {current}</summary>
      {children}
    </details>
  );
}
