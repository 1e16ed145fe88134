/** What a write answers: done, or why not, with each message at its field. */
export type Outcome<R = unknown> =
  | { ok: true; result: R; notes: string[] }
  | { ok: false; message: string; errors?: Record<string, string>; denied?: true; conflict?: Conflict };

/** Somebody else wrote meanwhile: their values, who and when, and the version to build on. */
export interface Conflict {
  version: number;
  by: string;
  at: string;
  theirs: Record<string, unknown>;
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
  constructor(readonly conflict: Conflict) {
    super('Somebody else changed this meanwhile.');
  }
}
