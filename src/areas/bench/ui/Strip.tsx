import { ticks } from 'd3-array';
import { column, unitName } from '@/core/format';

const WIDTH = 900;
const ROW = 30;
const MOST_LEFT = 215;
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
  // As much room for names as the longest needs.
  const left = Math.min(MOST_LEFT, 28 + 7 * Math.max(0, ...rows.map(({ name }) => name.length)));
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const pad = (most - least || Math.abs(most) || 1) * 0.04;
  const x = (value: number) => left + ((value - least + pad) / (most - least + 2 * pad)) * (WIDTH - left - RIGHT);
  const at = (value: number) => x(value).toFixed(1);
  const rowAt = (i: number) => 14 + ROW * i + ROW / 2;
  const pathOf = (draw: (row: StripRow, i: number) => string) => rows.map(draw).join('');
  const marks = ticks(least, most, 7);
  const write = column(marks);
  const height = ROW * rows.length + 44;
  const floor = height - 26;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={title}>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="w-full min-w-[520px] h-auto"
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
        {rows.map(({ key, name }, i) => (
          <text
            key={key}
            x={left - 10}
            y={rowAt(i) + 4}
            fontFamily={FACE}
            fontSize="14"
            fontWeight="600"
            textAnchor="end"
            fill="var(--ink)"
          >
            {name.length > 34 ? `${name.slice(0, 33)}…` : name}
          </text>
        ))}
        {/* One path for all of a kind: a class has thousands of dots. */}
        <path d={pathOf((_, i) => `M${left} ${rowAt(i)}H${WIDTH - RIGHT}`)} stroke="var(--hair)" />
        <path
          d={pathOf(({ interval }, i) => (interval ? `M${at(interval[0])} ${rowAt(i)}H${at(interval[1])}` : ''))}
          stroke="var(--steel)"
          strokeWidth="5"
          opacity="0.35"
        />
        <path
          d={pathOf(({ values, outlier }, i) =>
            values.map((value, k) => (k === outlier ? '' : `M${at(value)} ${rowAt(i)}h0`)).join(''),
          )}
          stroke="var(--steel)"
          strokeOpacity="0.6"
          strokeWidth="9"
          strokeLinecap="round"
        />
        <path
          d={pathOf(({ mean }, i) => (mean === null ? '' : `M${at(mean)} ${rowAt(i) - 9}v18`))}
          stroke="var(--ink)"
          strokeWidth="2.5"
        />
        {rows.map(
          ({ key, values, outlier }, i) =>
            outlier !== null && (
              <circle
                key={key}
                cx={at(values[outlier]!)}
                cy={rowAt(i)}
                r="6"
                fill="none"
                stroke="var(--brick)"
                strokeWidth="2"
              />
            ),
        )}
      </svg>
    </div>
  );
}
