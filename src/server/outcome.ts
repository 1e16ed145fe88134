/** What a write answers: done, or why not, with each message at its field. */
export type Outcome<R = unknown> =
  | { ok: true; result: R; notes: string[] }
  | {
      ok: false;
      message: string;
      errors?: Record<string, string>;
      denied?: true;
      /** Nobody is signed in as the one who made this entry; it can be sent again after signing in. */
      signedOut?: true;
      /** The reason lies with the machine and passes; the same entry can be sent again as it is. */
      retry?: true;
      conflict?: Conflict;
    };

/** Somebody else wrote meanwhile: their values, who and when, and the version to build on. */
export interface Conflict {
  version: number;
  by: string;
  at: string;
  theirs: Record<string, unknown>;
  /** Ways to keep one's own beside theirs, where "mine instead" makes no sense. */
  ways?: { label: string; change: Record<string, unknown> }[];
}

/** A refusal that belongs to a field ("measurements.0.value") or, with an empty path, to the whole form. */
export class FieldError extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

/** Thrown by a write that saw an old version. */
export class ConflictError extends Error {
  constructor(
    readonly conflict: Conflict,
    message = 'Somebody else changed this meanwhile.',
    readonly errors?: Record<string, string>,
  ) {
    super(message);
  }
}
