'use client';

import { Popover } from 'radix-ui';

/** What a mouse reads as the title of `at`, beside it; gone with Escape and a press elsewhere. */
export default function Hint({ at, gone }: { at: Element; gone: () => void }) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && gone()}>
      <Popover.Anchor virtualRef={{ current: at }} />
      <Popover.Portal>
        <Popover.Content
          role="tooltip"
          side="top"
          sideOffset={4}
          collisionPadding={8}
          className="z-40 max-w-80 bg-ink text-sheet text-sm px-2.5 py-1.5"
          onOpenAutoFocus={(event) => event.preventDefault()}
          onCloseAutoFocus={(event) => event.preventDefault()}
          onFocusOutside={(event) => event.preventDefault()}
        >
          {at.getAttribute('title')}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
