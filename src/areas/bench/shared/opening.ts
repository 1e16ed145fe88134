'use client';

import { useEffect, useState } from 'react';

/** Whether runs count at present, in how many ms they will, and why they don't. */
export interface RigOpening {
  open: boolean;
  opensIn: number | null;
  says: string;
}

/** Why what is entered is practice, behind "practice run". */
export function whyPractice(
  event: { id: string | null; name: string; allowed: number },
  { full, open, counts, says }: { full: boolean; open: boolean; counts: boolean; says: string },
): string {
  if (event.id === null) return '';
  if (!open) return `: ${event.name} ${says}`;
  if (!counts) return `: attempts in ${event.name} are entered by its officials`;
  return full ? `: all ${event.allowed} attempts are recorded` : '';
}

const LONGEST_WAIT = 2 ** 31 - 1;

/** Whether the event is open by now: one that opens while the page is in use does so by itself, also without a connection. */
export function useOpen({ open, opensIn }: RigOpening): boolean {
  const [opened, setOpened] = useState(false);
  useEffect(() => {
    if (opensIn === null || opensIn > LONGEST_WAIT) return;
    const timer = setTimeout(() => setOpened(true), opensIn);
    return () => clearTimeout(timer);
  }, [opensIn]);
  return open || opened;
}
