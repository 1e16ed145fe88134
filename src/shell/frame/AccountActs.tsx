'use client';

import { DropdownMenu } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { handOver, signOut } from '@/server/sessions';
import { attempt } from '@/ui/forms/attempt';
import { forgetDrafts } from '@/ui/forms/drafts';
import { plural } from '@/core/format';
import { becomeOwner } from '@/ui/outbox/owner';
import { listEntries } from '@/ui/outbox/store';
import { useAsk } from '@/ui/kit/useAsk';
import { toast } from '@/ui/toast';
import { TRIGGER, type Account } from './account';

const item = 'block w-full text-left px-3 py-1.5 cursor-pointer outline-none data-[highlighted]:bg-tint text-ink';

/** What the signed-in person may do here: hand over, password, light or dark, sign out. It comes opened. */
export default function AccountActs({ name, others = [], student = false }: Account) {
  const router = useRouter();
  const { ask, asked } = useAsk(false);
  const theme = (value: 'light' | 'dark' | '') => {
    document.cookie = `ironstone_theme=${value}; path=/; max-age=31536000; samesite=lax`;
    router.refresh();
  };
  const leave = async () => {
    const left = (await listEntries().catch(() => [])).filter((one) => one.state !== 'sent').length;
    if (left === 0) return out();
    const says = `${plural(left, 'entry is', 'entries are')} not sent yet. They stay on this device and go out when you sign in here again.`;
    ask({ title: 'Sign out anyway?', says, label: 'Sign out' }, () => void out());
  };
  const out = async () => {
    const gone = await signOut().then(
      () => true,
      () => false,
    );
    if (!gone)
      return toast.error('You are offline, so the session could not be ended. Sign out when you are back online.');
    forgetDrafts();
    await becomeOwner('');
    location.assign('/sign-in');
  };
  const pass = async (accountId: string) => {
    const outcome = await attempt(() => handOver({ accountId }));
    if (!outcome.ok) return toast.error(outcome.message);
    await becomeOwner(accountId, { handedOver: true });
    location.reload();
  };
  return (
    <>
      {asked}
      <DropdownMenu.Root modal={false} defaultOpen>
        <DropdownMenu.Trigger className={TRIGGER}>{name}</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={6} className="bg-sheet border border-ink min-w-44 z-20">
            {others.map((one) => (
              <DropdownMenu.Item key={one.id} className={item} onSelect={() => void pass(one.id)}>
                Hand over to {one.name}
              </DropdownMenu.Item>
            ))}
            {student && (
              <DropdownMenu.Item className={item} onSelect={() => router.push('/sign-in?share=1')}>
                Share this device
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={item} onSelect={() => location.assign('/help')}>
              Help
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => location.assign('/outbox')}>
              Entries of this device
            </DropdownMenu.Item>
            {!student && (
              <DropdownMenu.Item className={item} onSelect={() => router.push('/phones')}>
                Phones
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={item} onSelect={() => router.push('/account')}>
              Your account
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
              {others.length ? 'Sign out all of you' : 'Sign out'}
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
