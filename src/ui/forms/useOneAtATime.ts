import { useCallback, useRef } from 'react';

/** Runs one thing at a time: a second press before the first one is answered is the same press. */
export function useOneAtATime(): (run: () => Promise<void>) => Promise<void> {
  const busy = useRef(false);
  return useCallback(async (run) => {
    if (busy.current) return;
    busy.current = true;
    await run().finally(() => (busy.current = false));
  }, []);
}
