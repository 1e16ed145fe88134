'use client';

import { lazy, Suspense, useState, type ComponentType } from 'react';
import { TRIGGER, type Account } from './account';

const load = () => import('./AccountActs');
/** Without a connection there is one act that can be done: looking at what waits on this device. */
const instead = () => {
  location.assign('/outbox');
  return { default: () => null };
};
const AccountActs = lazy<ComponentType<Account>>(() => load().catch(instead));
const fetchAhead = () => void load().catch(() => undefined);

/** The signed-in person; the menu behind the name is fetched when a finger or the focus comes near it. */
export function AccountMenu(account: Account) {
  const [open, setOpen] = useState(false);
  const closed = (
    <button
      type="button"
      className={TRIGGER}
      aria-haspopup="menu"
      aria-expanded={false}
      onPointerEnter={fetchAhead}
      onFocus={fetchAhead}
      onClick={() => setOpen(true)}
      onKeyDown={(event) => event.key === 'ArrowDown' && setOpen(true)}
    >
      {account.name}
    </button>
  );
  if (!open) return closed;
  return (
    <Suspense fallback={closed}>
      <AccountActs {...account} />
    </Suspense>
  );
}
