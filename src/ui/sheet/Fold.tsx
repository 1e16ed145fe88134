'use client';

import { useEffect, useRef, useState, type ReactNode } from 'react';

interface Props {
  label: ReactNode;
  /** Less than a heading: one of many in a list. */
  minor?: boolean;
  open?: boolean;
  className?: string;
  id?: string;
  children: ReactNode;
}

/** Forms and the like that are opened when they are needed; they are made when they are opened the first time. */
export function Fold({ label, minor = false, open = false, className, id, children }: Props) {
  const fold = useRef<HTMLDetailsElement>(null);
  const [made, setMade] = useState(open);
  // Opened before the page's script was there, or by a link to something in it.
  useEffect(() => {
    if (fold.current?.open) setMade(true);
  }, []);
  return (
    <details
      ref={fold}
      id={id}
      open={open}
      className={className}
      onToggle={(event) => event.currentTarget.open && setMade(true)}
    >
      <summary className={minor ? 'cursor-pointer' : 'cursor-pointer font-medium'}>{label}</summary>
      {(made || open) && children}
    </details>
  );
}
