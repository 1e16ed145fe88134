'use client';

import { useRef } from 'react';
import { Area, CartesianGrid, ComposedChart, Label, Line, ReferenceLine, Scatter, XAxis, YAxis } from 'recharts';
import type { CurvePoint } from '@/areas/bench/read/series';
import { SaveChart } from '@/ui/SaveChart';

export interface SeriesView {
  title: string;
  xLabel: string;
  yLabel: string;
  points: { x: number; y: number }[];
  curve: CurvePoint[];
  limits: { label: string; value: number }[];
  /** Where the curve turns, if it does. */
  best: number | null;
}

/** Runs over one setting with the fitted curve and the band it is known within. */
export function SeriesFigure({ title, xLabel, yLabel, points, curve, limits, best }: SeriesView) {
  const box = useRef<HTMLDivElement>(null);
  const rows = points.map(({ x, y }) => [String(x), String(y)]);
  return (
    <>
      <div
        ref={box}
        role="img"
        tabIndex={0}
        aria-label={`${title}; the table below says the same`}
        className="w-full max-w-[860px]"
      >
        <ComposedChart
          responsive
          style={{ width: '100%', height: 340 }}
          margin={{ top: 16, right: 24, bottom: 28, left: 16 }}
        >
          <CartesianGrid stroke="var(--hair)" />
          <XAxis
            dataKey="x"
            type="number"
            domain={['dataMin', 'dataMax']}
            padding={{ left: 24, right: 24 }}
            stroke="var(--ink)"
            tickLine={false}
          >
            <Label value={xLabel} position="bottom" offset={8} fill="var(--faint)" />
          </XAxis>
          <YAxis type="number" domain={['auto', 'auto']} stroke="var(--ink)" tickLine={false} width={60}>
            <Label
              value={yLabel}
              angle={-90}
              position="insideLeft"
              fill="var(--faint)"
              style={{ textAnchor: 'middle' }}
            />
          </YAxis>
          <Area
            data={curve}
            dataKey="band"
            stroke="none"
            fill="var(--steel)"
            fillOpacity={0.18}
            isAnimationActive={false}
            activeDot={false}
          />
          <Line
            data={curve}
            dataKey="y"
            stroke="var(--steel)"
            strokeWidth={2}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Scatter data={points} dataKey="y" fill="var(--ink)" isAnimationActive={false} />
          {limits.map(({ label, value }) => (
            <ReferenceLine key={label} y={value} stroke="var(--ink)" strokeWidth={1.5}>
              <Label value={label} position="insideTopRight" fill="var(--ink)" fontSize={12} />
            </ReferenceLine>
          ))}
          {best !== null && (
            <ReferenceLine x={best} stroke="var(--iron)" strokeDasharray="5 3">
              <Label value="turns here" position="top" fill="var(--iron)" fontSize={12} />
            </ReferenceLine>
          )}
        </ComposedChart>
      </div>
      <details className="mt-1">
        <summary className="cursor-pointer text-sm">Table behind the chart</summary>
        <table className="max-w-md">
          <thead>
            <tr>
              <th className="right">{xLabel}</th>
              <th className="right">{yLabel}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([x, y], i) => (
              <tr key={i}>
                <td className="num right">{x}</td>
                <td className="num right">{y}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      <SaveChart box={box} name={title} rows={[[xLabel, yLabel], ...rows]} />
    </>
  );
}
