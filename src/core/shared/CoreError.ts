/** An error of the core: its message can be shown to a teacher as it stands. */
export class CoreError extends Error {
  override name = 'CoreError';
}

/** A unit that is unknown, or two units of different dimension. */
export class UnitError extends CoreError {
  override name = 'UnitError';
}
