'use client';

import { useEffect, useRef, useState } from 'react';
import { toast } from '@/ui/toast';

/**
 * A part of a page that is fetched once it is wanted, or ahead of that by `fetchNow`. Without a connection that is said, and
 * `gone` is called; it can be wanted again.
 */
export function useLater<Part extends object>(
  load: () => Promise<{ default: Part }>,
  wanted: boolean,
  gone: () => void,
): { part: Part | null; fetchNow: () => void } {
  const [part, setPart] = useState<{ is: Part } | null>(null);
  const now = useRef({ load, gone });
  useEffect(() => {
    now.current = { load, gone };
  });
  const missing = wanted && !part;
  useEffect(() => {
    if (!missing) return;
    now.current.load().then(
      (found) => setPart({ is: found.default }),
      () => {
        toast.error('You are offline. This can be done once you are back online.');
        now.current.gone();
      },
    );
  }, [missing]);
  const fetchNow = () => {
    if (!part)
      void load().then(
        (found) => setPart({ is: found.default }),
        () => undefined,
      );
  };
  return { part: part?.is ?? null, fetchNow };
}
