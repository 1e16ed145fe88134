import { checkLine } from './sender';

const KEY = 'ironstone-recovered';
/** ms: what goes wrong again so soon after is left to the person. */
const SOON = 15_000;

/**
 * A page that was being read anew when the server died is gone from the screen, though the device keeps it: without a line it is loaded
 * from there, and with one it is tried once more. Whoever stands at a desk goes on where they were.
 */
export async function recover(again: () => void): Promise<void> {
  if (Date.now() - Number(sessionStorage.getItem(KEY) ?? 0) < SOON) return;
  sessionStorage.setItem(KEY, String(Date.now()));
  if (await checkLine()) return again();
  if (navigator.serviceWorker?.controller) location.reload();
}
