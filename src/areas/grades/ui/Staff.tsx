interface Tick {
  name: string;
  /** In points. */
  points: number;
}
const HEIGHT = 92;
const TOP = 6;
const FOOT = 86;

/**
 * A levelling staff for a team's points: one graduation a level, each judge a short tick at the side, the mean a longer one
 * with its whisker. Its text says the same.
 */
export function Staff({
  label,
  max,
  graduations,
  ticks,
  mean,
  error,
}: {
  label: string;
  max: number;
  /** In points. */
  graduations: readonly number[];
  ticks: readonly Tick[];
  mean: number | null;
  /** Standard error of the mean, in points. */
  error: number | null;
}) {
  const y = (points: number) => FOOT - Math.min(Math.max(points / max, 0), 1) * (FOOT - TOP);
  const says = `${label}: ${ticks.map((one) => `${one.name} ${Number(one.points.toFixed(1))}`).join(', ')}${
    mean === null ? '' : `; mean ${Number(mean.toFixed(1))} of ${max}`
  }`;
  return (
    <svg viewBox={`0 0 64 ${HEIGHT}`} width="64" height={HEIGHT} role="img" aria-label={says}>
      <title>{says}</title>
      <rect x="26" y={TOP} width="12" height={FOOT - TOP} fill="var(--sheet)" stroke="var(--ink)" />
      {graduations.map((points, i) => (
        <g key={points}>
          {i % 2 === 1 && (
            <rect
              x="26"
              width="12"
              y={y(points)}
              height={Math.max(0, y(graduations[i - 1]!) - y(points))}
              fill="var(--hair)"
            />
          )}
          <line x1="26" x2="38" y1={y(points)} y2={y(points)} stroke="var(--ink)" />
        </g>
      ))}
      {ticks.map((one) => (
        <line
          key={one.name}
          x1="12"
          x2="26"
          y1={y(one.points)}
          y2={y(one.points)}
          stroke="var(--steel)"
          strokeWidth="2"
        />
      ))}
      {mean !== null && (
        <>
          <line x1="38" x2="60" y1={y(mean)} y2={y(mean)} stroke="var(--ironstone)" strokeWidth="3" />
          {error !== null && error > 0 && (
            <path
              d={`M50 ${y(mean + error)}V${y(mean - error)}M46 ${y(mean + error)}h8M46 ${y(mean - error)}h8`}
              stroke="var(--ironstone)"
              fill="none"
            />
          )}
        </>
      )}
    </svg>
  );
}
