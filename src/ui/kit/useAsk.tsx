'use client';

import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import type { Parts, Question } from './Ask';
import { useLater } from './useLater';

const load = () => import('./Ask') as Promise<{ default: ComponentType<Parts> }>;

/**
 * Asks before something is done: `ask` opens the question, `then` gets the reason, if one was asked for. Its part is fetched once the
 * page has settled, so that it is there without a connection too; not where nothing can be done without one.
 */
export function useAsk(ahead = true): {
  ask: (question: Question, then: (reason: string) => void) => void;
  asked: ReactNode;
} {
  const [open, setOpen] = useState<{ question: Question; then: (reason: string) => void } | null>(null);
  const close = () => setOpen(null);
  const { part: Ask, fetchNow } = useLater(load, open !== null, close);
  useEffect(() => {
    if (!ahead) return;
    const timer = setTimeout(fetchNow, 1500);
    return () => clearTimeout(timer);
  }, [ahead, fetchNow]);
  return {
    ask: (question, then) => setOpen({ question, then }),
    asked: open && Ask && <Ask {...open.question} answer={(reason) => (close(), open.then(reason))} close={close} />,
  };
}
