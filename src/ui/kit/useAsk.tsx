'use client';

import { lazy, Suspense, useEffect, useState, type ComponentType, type ReactNode } from 'react';
import { toast } from '@/ui/toast';
import type { Parts, Question } from './Ask';

const load = () => import('./Ask');
const Ask = lazy<ComponentType<Parts>>(() => load().catch(() => ({ default: NotHere })));

/** In place of a question that could not be fetched. */
function NotHere({ close }: Parts) {
  useEffect(() => {
    toast.error('You are offline. This can be done once you are back online.');
    close();
  }, [close]);
  return null;
}

/**
 * Asks before something is done: `ask` opens the question, `then` gets the reason, if one was asked for. Its part is fetched once the
 * page has settled, so that it is there without a connection too; not where nothing can be done without one.
 */
export function useAsk(ahead = true): {
  ask: (question: Question, then: (reason: string) => void) => void;
  asked: ReactNode;
} {
  const [open, setOpen] = useState<{ question: Question; then: (reason: string) => void } | null>(null);
  useEffect(() => {
    if (!ahead) return;
    const timer = setTimeout(() => void load().catch(() => undefined), 1500);
    return () => clearTimeout(timer);
  }, [ahead]);
  const close = () => setOpen(null);
  return {
    ask: (question, then) => setOpen({ question, then }),
    asked: open && (
      <Suspense>
        <Ask {...open.question} answer={(reason) => (close(), open.then(reason))} close={close} />
      </Suspense>
    ),
  };
}
