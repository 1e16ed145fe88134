'use client';

import { Toast } from 'radix-ui';
import { useEffect, useState } from 'react';

const EVENT = 'ironstone-toast';
interface Note {
  id: number;
  text: string;
  bad: boolean;
}

let next = 0;
function say(text: string, bad: boolean) {
  window.dispatchEvent(new CustomEvent<Note>(EVENT, { detail: { id: next++, text, bad } }));
}
/** Short remarks after an act, read out by screen readers. */
export const toast = { success: (text: string) => say(text, false), error: (text: string) => say(text, true) };

/** Where the remarks appear; stands once in the layout. */
export function Toasts() {
  const [notes, setNotes] = useState<Note[]>([]);
  useEffect(() => {
    const add = (event: Event) => setNotes((now) => [...now.slice(-3), (event as CustomEvent<Note>).detail]);
    window.addEventListener(EVENT, add);
    return () => window.removeEventListener(EVENT, add);
  }, []);
  return (
    <Toast.Provider duration={6000} label="Remark">
      {notes.map((note) => (
        <Toast.Root
          key={note.id}
          className={`bg-sheet border border-ink border-l-[6px] px-3 py-2 ${note.bad ? 'border-l-brick' : 'border-l-moss'}`}
          onOpenChange={(open) => !open && setNotes((now) => now.filter((one) => one.id !== note.id))}
        >
          <Toast.Description>{note.text}</Toast.Description>
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-14 left-4 z-30 flex flex-col gap-2 w-80 max-w-[90vw]" />
    </Toast.Provider>
  );
}
