'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';
import type { Topic } from '@/db/catalogue';
import { wroteLately } from './own';
import { useLive } from './useLive';

/** Looks are spread and gathered, so that a class does not ask all at once. */
const SPREAD = 600;
/** What stands round every sheet: the class and its meetings, the project's name and days. */
const FRAME: readonly Topic[] = ['classes', 'calendar', 'project'];

interface Props {
  project: string;
  /** The revision of the project that the page shows. */
  since: number;
  /** The subjects whose changes the page shows. */
  shows: readonly Topic[] | 'all';
}

/** Keeps a page of a project current while it is looked at; shows nothing. */
export function Live({ project, since, shows }: Props) {
  const router = useRouter();
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const shown = useRef(since);
  const wanted = useRef(0);
  useEffect(() => {
    shown.current = since;
  }, [since]);
  const key = shows === 'all' ? 'all' : [...FRAME, ...shows].join(' ');
  const look = useCallback(
    (_data?: unknown, changed?: { topics: Topic[] | null; revision: number }) => {
      const mine = key.split(' ');
      if (key !== 'all' && changed?.topics && !changed.topics.some((topic) => mine.includes(topic))) return;
      wanted.current = changed?.revision || Number.POSITIVE_INFINITY;
      const refresh = () => {
        // After a save of one's own the page is on its way already.
        if (shown.current < wanted.current && wroteLately() && Number.isFinite(wanted.current))
          return void (timer.current = setTimeout(refresh, SPREAD));
        timer.current = undefined;
        // Without a connection it would be loaded whole; once it is back, the stream says what was missed.
        if (shown.current < wanted.current && navigator.onLine) router.refresh();
      };
      timer.current ??= setTimeout(refresh, 200 + Math.random() * SPREAD);
    },
    [router, key],
  );
  useEffect(() => () => clearTimeout(timer.current), []);
  useLive(project, look, since);
  return null;
}
