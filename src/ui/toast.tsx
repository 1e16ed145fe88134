'use client';

import { lazy, Suspense, useEffect, useState } from 'react';
import type { Note } from './note';

const EVENT = 'ironstone-toast';

let next = 0;
function say(note: Omit<Note, 'id'>) {
  window.dispatchEvent(new CustomEvent<Note>(EVENT, { detail: { id: next++, ...note } }));
}
/** Short remarks after an act, read out by screen readers. */
export const toast = {
  success: (text: string, undo?: string) => say({ text, bad: false, undo }),
  error: (text: string) => say({ text, bad: true }),
};

/** Without a connection the remark stands there plainly. */
const Plain = ({ notes }: { notes: Note[] }) => (
  <p
    role="status"
    className="fixed bottom-[calc(56px+var(--bar,0px))] left-4 z-30 w-80 max-w-[90vw] bg-sheet border border-ink px-3 py-2"
  >
    {notes.at(-1)?.text}
  </p>
);
const Remarks = lazy(() => import('./Remarks').catch(() => ({ default: Plain })));

/** Where the remarks appear; stands once in the layout. What shows them is fetched with the first. */
export function Toasts() {
  const [notes, setNotes] = useState<Note[]>([]);
  const [said, setSaid] = useState(false);
  useEffect(() => {
    const add = (event: Event) => {
      setSaid(true);
      setNotes((now) => [...now.slice(-3), (event as CustomEvent<Note>).detail]);
    };
    window.addEventListener(EVENT, add);
    return () => window.removeEventListener(EVENT, add);
  }, []);
  if (!said) return null;
  return (
    <Suspense>
      <Remarks notes={notes} remove={(id) => setNotes((now) => now.filter((one) => one.id !== id))} />
    </Suspense>
  );
}
