/**
 * Notes a fault in the log. Of a refusal by the database only its code, constraint and place: message, detail and parameters
 * hold what somebody typed, and may hold a hash of a password.
 */
export function logFault(error: unknown): void {
  const { code, constraint_name, table_name, stack } = (error ?? {}) as Partial<Record<string, string>>;
  if (typeof code !== 'string' || !/^[0-9A-Z]{5}$/.test(code)) return console.error(error);
  const at = (stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n');
  console.error(
    `The database refused with ${code} (${[table_name, constraint_name].filter(Boolean).join(', ')})\n${at}`,
  );
}
