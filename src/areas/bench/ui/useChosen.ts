'use client';

import { useKept } from './useKept';

/** What teams run with, by their ids: it stays through a reload, for the day. */
interface Chosen {
  copies: Record<string, string>;
  settings: Record<string, Record<string, string>>;
}
const NOTHING: Chosen = { copies: {}, settings: {} };

/** Copy and settings of each team as somebody chose them here today; what is chosen changes a part of it. */
export function useChosen(key: string, today: string): [Chosen, (more: Partial<Chosen>) => void] {
  const [kept, keep] = useKept(key);
  const found = kept ? (JSON.parse(kept) as Chosen & { on: string }) : null;
  const { copies, settings } = found?.on === today ? found : NOTHING;
  return [{ copies, settings }, (more) => keep(JSON.stringify({ on: today, copies, settings, ...more }))];
}
