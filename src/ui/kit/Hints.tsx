'use client';

import { useEffect, useState, type ComponentType } from 'react';

type Shown = ComponentType<{ at: Element; gone: () => void }>;
const titled = (target: EventTarget | null) => (target instanceof Element ? target.closest('[title]') : null);

/**
 * Shows titles to those who have no mouse to hold over them: on keyboard focus, and on a touch of what does nothing else.
 * Stands once in the layout; what shows them is fetched with the first, and without a connection they are left out.
 */
export function Hints() {
  const [at, setAt] = useState<Element | null>(null);
  const [Hint, setHint] = useState<Shown | null>(null);
  useEffect(() => {
    const show = (found: Element | null) => {
      setAt(found);
      if (found) import('./Hint').then((part) => setHint(() => part.default)).catch(() => undefined);
    };
    const focused = ({ target }: FocusEvent) =>
      show(target instanceof Element && target.matches(':focus-visible') ? titled(target) : null);
    const touched = (event: MouseEvent) => {
      if ((event as PointerEvent).pointerType !== 'touch') return;
      const found = titled(event.target);
      show(found?.closest('a[href], label') ? null : found);
    };
    document.addEventListener('focusin', focused);
    document.addEventListener('click', touched);
    return () => {
      document.removeEventListener('focusin', focused);
      document.removeEventListener('click', touched);
    };
  }, []);
  return at && Hint && <Hint at={at} gone={() => setAt(null)} />;
}
