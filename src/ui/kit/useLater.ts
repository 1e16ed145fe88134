'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from '@/ui/toast';

/**
 * A part of a page that is fetched once it is wanted, or ahead of that by `fetchNow`. Without a connection that is said, and
 * `gone` is called; it can be wanted again. `load` stays the same from one drawing to the next.
 */
export function useLater<Part extends object>(
  load: () => Promise<{ default: Part }>,
  wanted: boolean,
  gone: () => void,
): { part: Part | null; fetchNow: () => void } {
  const [part, setPart] = useState<Part | null>(null);
  const nowGone = useRef(gone);
  useEffect(() => {
    nowGone.current = gone;
  });
  const fetched = useCallback(() => load().then((found) => setPart(() => found.default)), [load]);
  const missing = wanted && !part;
  useEffect(() => {
    if (!missing) return;
    fetched().catch(() => {
      toast.error('You are offline. This can be done once you are back online.');
      nowGone.current();
    });
  }, [missing, fetched]);
  const fetchNow = useCallback(() => void fetched().catch(() => undefined), [fetched]);
  return { part, fetchNow };
}
