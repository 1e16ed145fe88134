/** What became of what a team was told to mend. */
export interface Mended {
  /** Findings that must or should be mended. */
  found: number;
  /** Closed with an iteration, a run or a picture. */
  mended: number;
  /** Closed with a reason alone. */
  settled: number;
  open: number;
  /** mended ÷ found; null where nothing was found. */
  share: number | null;
}

/** Counts what must or should be mended; what is only noted or good is nothing to mend. */
export function mendedOf(
  findings: readonly { kind: string; closedBy: 'iteration' | 'run' | 'picture' | 'reason' | null }[],
): Mended {
  const asked = findings.filter(({ kind }) => kind === 'must' || kind === 'should');
  const settled = asked.filter(({ closedBy }) => closedBy === 'reason').length;
  const open = asked.filter(({ closedBy }) => closedBy === null).length;
  const mended = asked.length - settled - open;
  return { found: asked.length, mended, settled, open, share: asked.length === 0 ? null : mended / asked.length };
}
