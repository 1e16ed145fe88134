'use client';

import { Toast } from 'radix-ui';
import type { Note } from './note';

/** The remarks made last, each for a few seconds. */
export default function Remarks({ notes, remove }: { notes: Note[]; remove: (id: number) => void }) {
  return (
    <Toast.Provider duration={6000} label="Remark">
      {notes.map((note) => (
        <Toast.Root
          key={note.id}
          duration={note.undo ? 15_000 : 6000}
          className={`bg-sheet border border-ink border-l-[6px] px-3 py-2 ${note.bad ? 'border-l-brick' : 'border-l-moss'}`}
          onOpenChange={(open) => !open && remove(note.id)}
        >
          <Toast.Description>{note.text}</Toast.Description>
          {note.undo && (
            <Toast.Action asChild altText="Undo: History shows what is restored">
              <a href={note.undo} className="font-medium">
                Undo
              </a>
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-[calc(56px+var(--bar,0px))] left-4 z-30 flex flex-col gap-2 w-80 max-w-[90vw]" />
    </Toast.Provider>
  );
}
