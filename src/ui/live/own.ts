const LATELY = 3000;
let wroteAt = -Infinity;

/** Notes that this page has just written something and reads itself anew because of it. */
export function noteOwnWrite(): void {
  wroteAt = Date.now();
}

/** Whether this page has written something in the last seconds. */
export function wroteLately(): boolean {
  return Date.now() - wroteAt < LATELY;
}
