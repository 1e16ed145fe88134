import { claimedDirection, type ClaimCheck, type Figure } from '@/core/builds';
import type { ClaimWord } from '@/core/changes';

/**
 * Two bobs on one thread, before (open) and after (full), each with its whisker; the arrow beneath points where the claim says
 * the figure went. More lies to the right.
 */
export function ClaimGlyph({
  claim,
  parent,
  child,
  check,
}: {
  claim: ClaimWord;
  parent: Figure;
  child: Figure;
  check: ClaimCheck;
}) {
  const difference = check.difference ?? 0;
  const reach = Math.max(Math.abs(difference), check.expandedUncertainty ?? 0) || 1;
  const middle = 44;
  const half = (difference / reach) * 15;
  const whisker = ((check.expandedUncertainty ?? 0) / reach / Math.SQRT2) * 15;
  const [before, after] = [middle - half, middle + half];
  const up = claimedDirection(claim, parent.unit) > 0;
  return (
    <svg viewBox="0 0 88 26" width="88" height="26" aria-hidden className="block">
      <line x1="2" x2="86" y1="9" y2="9" stroke="var(--rule)" />
      {[
        { x: before, known: parent.standardUncertainty },
        { x: after, known: child.standardUncertainty },
      ].map(({ x, known }, i) => (
        <g key={i}>
          {known ? (
            <line x1={x - whisker} x2={x + whisker} y1={i ? 5 : 13} y2={i ? 5 : 13} stroke="var(--steel)" />
          ) : null}
          <circle
            cx={x}
            cy="9"
            r="4"
            fill={i ? 'var(--steel)' : 'var(--sheet)'}
            stroke="var(--steel)"
            strokeWidth="1.6"
          />
        </g>
      ))}
      <path d={up ? 'M34 21h18m-5 -3l5 3l-5 3' : 'M54 21h-18m5 -3l-5 3l5 3'} stroke="var(--ink)" fill="none" />
    </svg>
  );
}
