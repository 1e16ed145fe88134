'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';
import { useLive } from './useLive';

/** Looks are spread and gathered, so that a class does not ask all at once. */
const SPREAD = 600;

/** Keeps a page of a project current while it is looked at; shows nothing. */
export function Live({ project, since }: { project: string; since: number }) {
  const router = useRouter();
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const look = useCallback(() => {
    timer.current ??= setTimeout(
      () => {
        timer.current = undefined;
        router.refresh();
      },
      200 + Math.random() * SPREAD,
    );
  }, [router]);
  useEffect(() => () => clearTimeout(timer.current), []);
  useLive(project, look, since);
  return null;
}
