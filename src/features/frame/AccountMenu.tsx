'use client';

import { DropdownMenu } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { forgetDrafts } from '@/ui/forms/RecordForm';
import { signOut } from '@/server/signOut';

const item = 'block w-full text-left px-3 py-1.5 cursor-pointer outline-none data-[highlighted]:bg-tint text-ink';

/** The signed-in person: password, light or dark, sign out. */
export function AccountMenu({ name }: { name: string }) {
  const router = useRouter();
  const theme = (value: 'light' | 'dark' | '') => {
    document.cookie = `ironstone_theme=${value}; path=/; max-age=31536000; samesite=lax`;
    router.refresh();
  };
  const leave = async () => {
    forgetDrafts();
    await signOut();
    router.push('/sign-in');
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="cursor-pointer px-1 underline decoration-dotted underline-offset-4">
        {name}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={6} className="bg-sheet border border-ink min-w-44 z-20">
          <DropdownMenu.Item className={item} onSelect={() => router.push('/account')}>
            Change password
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => theme('light')}>
            Paper (light)
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => theme('dark')}>
            Slate (dark)
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => theme('')}>
            As the device
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={leave}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
