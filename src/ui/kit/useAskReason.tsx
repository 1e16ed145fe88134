'use client';

import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import type { Question } from './AskReason';

const load = () => import('./AskReason');
const AskReason = lazy(load);

/**
 * Asks for a reason before something is done: `ask` opens the question, `then` gets the reason. Its part is fetched once the
 * page has settled, so that it is there without a connection too.
 */
export function useAskReason(): {
  ask: (question: Question, then: (reason: string) => void) => void;
  asked: ReactNode;
} {
  const [open, setOpen] = useState<{ question: Question; then: (reason: string) => void } | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => void load().catch(() => undefined), 1500);
    return () => clearTimeout(timer);
  }, []);
  const close = () => setOpen(null);
  return {
    ask: (question, then) => setOpen({ question, then }),
    asked: open && (
      <Suspense>
        <AskReason {...open.question} answer={(reason) => (close(), open.then(reason))} close={close} />
      </Suspense>
    ),
  };
}
