import { useId } from 'react';
import { VERDICT_WORD, type Verdict } from '@/core/format';

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
 */
export function Plumb({ verdict, value, uncertainty, low, high, width = 86, dense = false }: Props) {
  const id = useId();
  const at = scale(low, high, value, width);
  const [left, right] = [low === null ? 2 : at(low), high === null ? width - 2 : at(high)];
  const posts = [low, high].filter((limit) => limit !== null);
  return (
    <svg
      width={width}
      height={dense ? 20 : 26}
      viewBox={dense ? `0 4 ${width} 20` : `0 0 ${width} 26`}
      role="img"
      aria-label={VERDICT_WORD[verdict]}
    >
      <defs>
        <pattern id={id} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--rule)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect x={left} y={19} width={Math.max(0, right - left)} height={5} fill={`url(#${id})`} />
      <line
        x1={2}
        x2={width - 2}
        y1={19}
        y2={19}
        stroke="var(--ink)"
        strokeDasharray={value === null ? '2 3' : undefined}
      />
      {posts.map((limit) => (
        <line key={limit} x1={at(limit)} x2={at(limit)} y1={6} y2={24} stroke="var(--ink)" strokeWidth={2} />
      ))}
      {value !== null && (
        <Bob x={at(value)} from={at(value - uncertainty)} to={at(value + uncertainty)} verdict={verdict} />
      )}
    </svg>
  );
}

function Bob({ x, from, to, verdict }: { x: number; from: number; to: number; verdict: Verdict }) {
  const colour = {
    conforms: 'var(--moss)',
    fails: 'var(--brick)',
    inconclusive: 'var(--ochre)',
    'not-measured': 'var(--faint)',
  }[verdict];
  return (
    <g stroke={colour} fill="none">
      <line x1={x} x2={x} y1={3} y2={9} />
      {to - from > 3 && <path d={`M${from} 10 v6 M${from} 13 H${to} M${to} 10 v6`} strokeWidth={1.3} />}
      <path d={`M${x - 4} 9 h8 l-1 6 l-3 4 l-3 -4z`} fill={colour} stroke="none" />
    </g>
  );
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
