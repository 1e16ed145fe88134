'use client';

import { CartesianGrid, Label, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { day } from '@/core/format';

export interface ProgressView {
  yLabel: string;
  teams: { name: string; colour: string; steps: { on: string; value: number }[] }[];
  limits: { label: string; value: number }[];
  /** The last day that is drawn. */
  until: string;
}
const dayOf = (on: string) => Date.parse(`${on}T00:00:00Z`) / 86_400_000;

/** The best of each team so far, day by day. */
export function ProgressFigure({ yLabel, teams, limits, until }: ProgressView) {
  const last = dayOf(until);
  return (
    <LineChart responsive style={{ width: '100%', height: 320 }} margin={{ top: 16, right: 84, bottom: 28, left: 16 }}>
      <CartesianGrid stroke="var(--hair)" />
      <XAxis
        dataKey="x"
        type="number"
        domain={['dataMin', last]}
        allowDuplicatedCategory={false}
        tickFormatter={(x: number) => day(new Date(x * 86_400_000).toISOString().slice(0, 10))}
        stroke="var(--ink)"
        tickLine={false}
      >
        <Label value="day of the runs" position="bottom" offset={8} fill="var(--faint)" />
      </XAxis>
      <YAxis type="number" domain={['auto', 'auto']} stroke="var(--ink)" tickLine={false} width={60}>
        <Label value={yLabel} angle={-90} position="insideLeft" fill="var(--faint)" style={{ textAnchor: 'middle' }} />
      </YAxis>
      {limits.map(({ label, value }) => (
        <ReferenceLine key={label} y={value} stroke="var(--ink)" strokeWidth={1.5}>
          <Label value={label} position="insideTopLeft" fill="var(--ink)" fontSize={12} />
        </ReferenceLine>
      ))}
      {teams.map(({ name, colour, steps }) => {
        const points = steps.map(({ on, value }) => ({ x: dayOf(on), y: value, end: '' }));
        const final = points.at(-1);
        const data = final ? [...points, { x: Math.max(last, final.x), y: final.y, end: name }] : [];
        return (
          <Line
            key={name}
            data={data}
            dataKey="y"
            type="stepAfter"
            stroke={colour}
            strokeWidth={2.5}
            dot={{ r: 2.5, fill: colour }}
            activeDot={false}
            isAnimationActive={false}
            label={(given: { x?: number | string; y?: number | string; index?: number }) =>
              given.index === data.length - 1 ? (
                <text x={Number(given.x) + 8} y={Number(given.y) + 4} fill="var(--ink)" fontSize={12}>
                  {name}
                </text>
              ) : (
                <g />
              )
            }
          />
        );
      })}
    </LineChart>
  );
}
