/** Sends what was looked at; says what is wrong with it, or null. */
export type Send = (
  what: Record<string, unknown>,
  title: string,
  done: string,
  pictures?: File[],
) => Promise<string | null>;
