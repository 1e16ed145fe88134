/** A value with its expanded uncertainty, in a unit that both share. */
export interface Known {
  value: number;
  uncertainty: number;
}
export interface Apart {
  /** b − a. */
  difference: number;
  /** Of the difference, both taken as independent. */
  uncertainty: number;
  /** "more" and "less" only by at least what both are known to. */
  verdict: 'more' | 'less' | 'same' | 'too-small';
}

/**
 * Whether two figures can be told apart: by a difference of at least √(U² + U²).
 * @example apart({ value: 412, uncertainty: 2 }, { value: 395, uncertainty: 2 }).verdict // 'less'
 */
export function apart(a: Known, b: Known): Apart {
  const difference = b.value - a.value;
  const uncertainty = Math.hypot(a.uncertainty, b.uncertainty);
  if (difference === 0) return { difference, uncertainty, verdict: 'same' };
  const told = Math.abs(difference) >= uncertainty;
  return { difference, uncertainty, verdict: !told ? 'too-small' : difference > 0 ? 'more' : 'less' };
}
