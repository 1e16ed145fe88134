import { VERDICT_WORD, type Verdict } from '@/core/format/verdict';

interface Props {
  verdict: Verdict;
  /** Where the value hangs and how wide it is known, in the limit's unit; null: nothing measured. */
  value: number | null;
  uncertainty: number;
  /** The allowed side: from low to high; an open end is null. */
  low: number | null;
  high: number | null;
  width?: number;
  /** As low as a line of text, for a table with many. */
  dense?: boolean;
}

/**
 * The plumb: a rule with a post at each limit, the allowed side hatched as earth; the measured value hangs as a
 * bob with a whisker as wide as its expanded uncertainty. Where it hangs carries the verdict; the word says it too.
 * One element, drawn by plumb.css from where things stand, as a sheet has hundreds.
 */
export function Plumb({ verdict, value, uncertainty, low, high, width = 86, dense = false }: Props) {
  const at = scale(low, high, value, width);
  const place = (x: number) => Math.round(at(x) * 10) / 10;
  const [left, right] = [low === null ? 2 : place(low), high === null ? width - 2 : place(high)];
  const places: Record<string, number> = { '--w': width, '--l': left, '--r': right };
  if (low !== null) places['--a'] = left;
  if (high !== null) places['--b'] = right;
  let kind = dense ? 'plumb plumb-dense' : 'plumb';
  if (value !== null) {
    const [from, to] = [place(value - uncertainty), place(value + uncertainty)];
    Object.assign(places, { '--x': place(value), '--f': from, '--t': to });
    kind += ` plumb-hangs plumb-${verdict}${to - from > 3 ? ' plumb-wide' : ''}`;
  }
  return <span role="img" aria-label={VERDICT_WORD[verdict]} className={kind} style={places as React.CSSProperties} />;
}

/** Places a value on the rule: one limit stands at 62 % with its own size as the span, two limits leave a third outside. */
function scale(low: number | null, high: number | null, value: number | null, width: number): (x: number) => number {
  const clamp = (x: number) => Math.min(width - 4, Math.max(4, x));
  if (low !== null && high !== null && high > low) {
    const span = (high - low) * 1.8;
    return (x) => clamp(((x - low) / span + 0.22) * width);
  }
  const limit = high ?? low ?? 0;
  const middle = width * (low === null ? 0.62 : 0.38);
  const span = Math.max(Math.abs(limit), Math.abs(value ?? 0), 1e-9) * 0.48;
  return (x) => clamp(middle + ((x - limit) / span) * width);
}
