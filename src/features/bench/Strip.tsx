import { ticks } from 'd3-array';
import { column, unitName } from '@/core/format';

const WIDTH = 900;
const ROW = 30;
const LEFT = 215;
const RIGHT = 24;
const FACE = 'Barlow Condensed, sans-serif';

export interface StripRow {
  key: string;
  name: string;
  values: readonly number[];
  mean: number | null;
  /** Of the mean; null for fewer than two. */
  interval: readonly [number, number] | null;
  /** The index of a run that stands far from the others. */
  outlier: number | null;
}

/** Every run as a dot on one axis, build by build, with the mean, its interval and the limits that requirements set. */
export function Strip({
  rows,
  unit,
  limits,
  title,
}: {
  rows: readonly StripRow[];
  unit: string;
  limits: readonly { label: string; value: number }[];
  title: string;
}) {
  const all = [
    ...rows.flatMap(({ values, interval }) => [...values, ...(interval ?? [])]),
    ...limits.map(({ value }) => value),
  ];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const pad = (most - least || Math.abs(most) || 1) * 0.04;
  const x = (value: number) => LEFT + ((value - least + pad) / (most - least + 2 * pad)) * (WIDTH - LEFT - RIGHT);
  const marks = ticks(least, most, 7);
  const write = column(marks);
  const height = ROW * rows.length + 44;
  const floor = height - 26;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={title}>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="w-full min-w-[640px] h-auto"
        role="img"
        aria-label={`${title}; the table below says the same`}
      >
        {marks.map((value) => (
          <g key={value}>
            <line x1={x(value)} x2={x(value)} y1="14" y2={floor} stroke="var(--hair)" />
            <text
              x={x(value)}
              y={floor + 14}
              fontFamily="JetBrains Mono, monospace"
              fontSize="11"
              textAnchor="middle"
              fill="var(--faint)"
            >
              {write(value).trim()}
            </text>
          </g>
        ))}
        <text x={WIDTH - RIGHT} y={height - 1} fontFamily={FACE} fontSize="12" textAnchor="end" fill="var(--faint)">
          {unitName(unit)}
        </text>
        {limits.map(({ label, value }) => (
          <g key={label}>
            <line x1={x(value)} x2={x(value)} y1="14" y2={floor} stroke="var(--ink)" strokeWidth="1.5" />
            <text x={x(value)} y="10" fontFamily={FACE} fontSize="12" textAnchor="middle" fill="var(--ink)">
              {label}
            </text>
          </g>
        ))}
        {rows.map(({ key, name, values, mean, interval, outlier }, i) => {
          const y = 14 + ROW * i + ROW / 2;
          return (
            <g key={key}>
              <text
                x={LEFT - 10}
                y={y + 4}
                fontFamily={FACE}
                fontSize="14"
                fontWeight="600"
                textAnchor="end"
                fill="var(--ink)"
              >
                {name.length > 34 ? `${name.slice(0, 33)}…` : name}
              </text>
              <line x1={LEFT} x2={WIDTH - RIGHT} y1={y} y2={y} stroke="var(--hair)" />
              {interval && (
                <line
                  x1={x(interval[0])}
                  x2={x(interval[1])}
                  y1={y}
                  y2={y}
                  stroke="var(--steel)"
                  strokeWidth="5"
                  opacity="0.35"
                />
              )}
              {values.map((value, k) => (
                <circle
                  key={k}
                  cx={x(value)}
                  cy={y}
                  r={k === outlier ? 6 : 4}
                  fill={k === outlier ? 'none' : 'var(--steel)'}
                  fillOpacity="0.55"
                  stroke={k === outlier ? 'var(--brick)' : 'var(--steel)'}
                  strokeWidth={k === outlier ? 2 : 1}
                />
              ))}
              {mean !== null && (
                <line x1={x(mean)} x2={x(mean)} y1={y - 9} y2={y + 9} stroke="var(--ink)" strokeWidth="2.5" />
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
