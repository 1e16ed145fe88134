'use client';

import { Command } from 'cmdk';
import { ChevronsUpDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';

export interface ComboboxProps {
  id: string;
  options: readonly (readonly [value: string, label: string])[];
  value: string;
  choose: (value: string) => void;
  /** It stands where somebody was already. */
  focused: boolean;
  invalid: object;
}

/** A value that is never empty, which the package takes for none. */
const keyOf = (value: string) => `=${value}`;

/** One of many: typing narrows them down, arrow keys walk them, Enter takes one. */
export default function Combobox({ id, options, value, choose, focused, invalid }: ComboboxProps) {
  const [open, setOpen] = useState(false);
  const label = options.find(([one]) => one === value)?.[1] ?? value;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        id={id}
        type="button"
        role="combobox"
        aria-haspopup="listbox"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        autoFocus={focused}
        className="combobox flex items-center justify-between gap-2 text-left"
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') setOpen(true);
        }}
        {...invalid}
      >
        {label}
        <ChevronsUpDown aria-hidden className="size-4 shrink-0 text-faint" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          collisionPadding={8}
          className="z-40 bg-sheet border border-ink w-[max(var(--radix-popover-trigger-width),16rem)] max-w-[94vw]"
        >
          <Command
            label="Search the choices"
            defaultValue={keyOf(value)}
            filter={(_, search, keywords) =>
              keywords!.join().toLowerCase().includes(search.toLowerCase().trim()) ? 1 : 0
            }
          >
            <Command.Input className="!border-0 !border-b !border-rule" placeholder="Type to search" />
            <Command.List id={`${id}-list`} className="max-h-72 overflow-y-auto py-1">
              <Command.Empty className="px-2.5 py-1 faint">Nothing fits.</Command.Empty>
              {options.map(([one, text]) => (
                <Command.Item
                  key={one}
                  value={keyOf(one)}
                  keywords={[text]}
                  onSelect={() => {
                    choose(one);
                    setOpen(false);
                  }}
                  className="px-2.5 py-1 min-h-8 cursor-pointer aria-selected:bg-ink aria-selected:text-sheet"
                >
                  {text}
                  {one === value && <span className="sr-only"> (chosen)</span>}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
