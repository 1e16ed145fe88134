'use client';

import { Dialog } from 'radix-ui';
import { allowStyles } from './nonce';
import type { ReactNode } from 'react';

/** A panel that comes in from the right on a desk and from below on a phone; the page beside it stays as it is. */
export default function Panel({ title, close, children }: { title: string; close: () => void; children: ReactNode }) {
  allowStyles();
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="side-panel fixed z-30 bg-sheet border-ink overflow-y-auto p-4 max-md:inset-x-0 max-md:bottom-0 max-md:max-h-[88dvh] max-md:border-t md:inset-y-0 md:right-0 md:w-[44rem] md:max-w-[90vw] md:border-l"
          onInteractOutside={(event) => {
            // A remark at the foot of the page is no reason to lose sight of the form.
            if ((event.target as Element).closest('[role="status"], [role="alertdialog"], [data-radix-toast-viewport]'))
              event.preventDefault();
          }}
        >
          <div className="flex items-baseline gap-4 mb-3">
            <Dialog.Title asChild>
              <h2 className="h3 grow">{title}</h2>
            </Dialog.Title>
            <Dialog.Close className="btn">Close</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
