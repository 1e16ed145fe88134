'use client';

import { useRef } from 'react';
import { CartesianGrid, Label, Line, LineChart, ReferenceDot, ReferenceLine, XAxis, YAxis } from 'recharts';
import { SaveChart } from '@/ui/SaveChart';

const TONES = ['var(--steel)', 'var(--moss)', 'var(--ochre)', 'var(--ink)', 'var(--brick)', 'var(--faint)'];
const DASHES = ['', '7 3', '2 3', '10 3 2 3', '1 4', '14 4'];

interface Props {
  criterion: string;
  /** The present share of the weight, 0 to 1. */
  weight: number;
  /** Totals of 5 with none of the weight and with all of it, best first. */
  lines: { title: string; at0: number; at1: number }[];
  /** Where another draws level with the winner; null when nowhere. */
  crossing: { weight: number; total: number; title: string } | null;
}

/** Totals over the weight of one criterion: straight lines, told apart by colour, dash and name. */
export function FlipLines({ criterion, weight, lines, crossing }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const data = [0, 100].map((share) => ({
    share,
    ...Object.fromEntries(lines.map(({ at0, at1 }, i) => [`c${i}`, share === 0 ? at0 : at1])),
  }));
  const rows = lines.map(({ title, at0, at1 }) => [
    title,
    at0.toFixed(3),
    (at0 + weight * (at1 - at0)).toFixed(3),
    at1.toFixed(3),
  ]);
  return (
    <>
      <div
        ref={box}
        role="img"
        tabIndex={0}
        aria-label={`Totals over the weight of ${criterion}; the table below says the same`}
        className="w-full max-w-[720px]"
      >
        <LineChart
          responsive
          style={{ width: '100%', height: 300 }}
          data={data}
          margin={{ top: 16, right: 24, bottom: 24, left: 12 }}
        >
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="share"
            type="number"
            domain={[0, 100]}
            ticks={[0, 20, 40, 60, 80, 100]}
            stroke="var(--ink)"
            tickLine={false}
          >
            <Label value={`weight of ${criterion.slice(0, 60)}, %`} position="bottom" offset={6} fill="var(--faint)" />
          </XAxis>
          <YAxis domain={[1, 5]} ticks={[1, 2, 3, 4, 5]} stroke="var(--ink)" tickLine={false} width={44}>
            <Label value="total of 5" angle={-90} position="insideLeft" fill="var(--faint)" />
          </YAxis>
          <ReferenceLine x={100 * weight} stroke="var(--iron)" strokeWidth={1.5}>
            <Label value={`now ${(100 * weight).toFixed(0)} %`} position="top" fill="var(--iron)" fontSize={12} />
          </ReferenceLine>
          {lines.map(({ title }, i) => (
            <Line
              key={title}
              dataKey={`c${i}`}
              name={title}
              stroke={TONES[i % TONES.length]!}
              strokeDasharray={DASHES[i % DASHES.length]!}
              strokeWidth={i === 0 ? 2.5 : 1.5}
              dot={false}
              isAnimationActive={false}
            />
          ))}
          {crossing && (
            <ReferenceDot
              x={100 * crossing.weight}
              y={crossing.total}
              r={6}
              fill="var(--sheet)"
              stroke="var(--iron)"
              strokeWidth={2}
            >
              <Label
                value={`${(100 * crossing.weight).toFixed(0)} %: ${crossing.title.slice(0, 30)}`}
                position="top"
                offset={14}
                fill="var(--iron)"
                fontSize={12}
              />
            </ReferenceDot>
          )}
        </LineChart>
      </div>
      <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm" aria-label="Lines">
        {lines.map(({ title }, i) => (
          <li key={title} className="flex items-center gap-1.5">
            <svg width="28" height="6" aria-hidden>
              <line
                x1="0"
                y1="3"
                x2="28"
                y2="3"
                stroke={TONES[i % TONES.length]}
                strokeDasharray={DASHES[i % DASHES.length]}
                strokeWidth={i === 0 ? 2.5 : 1.5}
              />
            </svg>
            {title}
          </li>
        ))}
      </ul>
      <details className="mt-1">
        <summary className="cursor-pointer text-sm">Table behind the chart</summary>
        <table>
          <thead>
            <tr>
              <th>Concept</th>
              <th className="right">At 0 %</th>
              <th className="right">Now</th>
              <th className="right">At 100 %</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row[0]}>
                {row.map((text, i) => (
                  <td key={i} className={i ? 'num right' : ''}>
                    {text}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      <SaveChart box={box} name={`weight of ${criterion}`} rows={[['concept', 'at 0 %', 'now', 'at 100 %'], ...rows]} />
    </>
  );
}
