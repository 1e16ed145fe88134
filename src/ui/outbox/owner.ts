import { forgetDrafts } from '@/ui/forms/drafts';
import { forgetPages } from './offline';
import { dropSentBut } from './store';

const LAST = 'ironstone-owner';

/**
 * Makes this device the account's (or judge's) who is signed in now, '' for nobody: pages that were kept for somebody else
 * are forgotten, and once another one is signed in, their drafts and what they had sent. What they have not sent yet stays,
 * and goes out when they sign in again. With `handedOver` drafts stay too: they come back to share the device.
 */
export async function becomeOwner(owner: string, { handedOver = false } = {}): Promise<void> {
  if (read() === owner) return;
  await forgetPages();
  if (owner && !handedOver) {
    forgetDrafts(owner);
    await dropSentBut(owner).catch(() => undefined); // a browser that keeps nothing has nothing to drop
  }
  // Last: whoever leaves the page before all is gone has it done on the next one.
  write(owner);
}

function read(): string | null {
  try {
    return localStorage.getItem(LAST);
  } catch {
    return null;
  }
}

function write(owner: string) {
  try {
    localStorage.setItem(LAST, owner);
  } catch {
    // a window that keeps nothing
  }
}
