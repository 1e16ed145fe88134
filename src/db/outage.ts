/**
 * Says in words when an error is an outage of the database, which passes: the same write can be sent again. Null for
 * everything else. Codes: PostgreSQL's classes 08 (connection), 53 (resources), 57P (shutdown), 58 (system), and those
 * of the driver and of the socket.
 */
export function outageOf(error: unknown): string | null {
  const { code } = (error ?? {}) as { code?: unknown };
  if (typeof code !== 'string') return null;
  if (code === '53100')
    return 'The disk of the database is full, so nothing was saved. Tell whoever runs this installation.';
  if (code === HELD)
    return 'A backup is being restored, so nothing can be saved for a few minutes. Leave this page open, or try again then.';
  if (/^(08|53|57P|58)/.test(code) || DRIVER.has(code))
    return 'The database does not answer just now; whether this was saved is not known yet.';
  return null;
}

/** The code of a write that is not begun because a backup is being put back (src/server/write.ts). */
export const HELD = 'HELD';

const DRIVER = new Set([
  'CONNECTION_CLOSED',
  'CONNECTION_ENDED',
  'CONNECTION_DESTROYED',
  'CONNECT_TIMEOUT',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOENT',
]);
