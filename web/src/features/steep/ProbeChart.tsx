import type { ReactNode } from 'react';
import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';

export type ChartPoint = { min: number; measured?: number; predicted: number | undefined };

/** Measured dots over the predicted line: told apart by their drawing, not by colour alone. */
export default function ProbeChart({ points }: { points: readonly ChartPoint[] }): ReactNode {
  const ink = 'var(--ink)';
  const number = (v: unknown): string => (typeof v === 'number' ? `${v.toFixed(1)} °C` : '');
  return (
    <div className="mt-1 h-56">
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={[...points]} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis
            dataKey="min"
            type="number"
            domain={[0, 'dataMax']}
            tickFormatter={(v: number) => `${Math.round(v)} min`}
            stroke="var(--muted)"
            tick={{ fill: 'var(--muted)', fontSize: 12 }}
          />
          <YAxis
            width={52}
            tickFormatter={(v: number) => `${Math.round(v)} °C`}
            stroke="var(--muted)"
            tick={{ fill: 'var(--muted)', fontSize: 12 }}
            domain={['auto', 'auto']}
          />
          <Tooltip
            labelFormatter={(v) => `${Number(v).toFixed(1)} min`}
            formatter={number}
            contentStyle={{ background: 'var(--surface)', borderColor: 'var(--line)', color: ink }}
          />
          <Legend formatter={(name: string) => <span style={{ color: ink }}>{name}</span>} />
          <Line
            name="predicted"
            dataKey="predicted"
            stroke="var(--muted)"
            strokeDasharray="6 4"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
            connectNulls
          />
          <Line
            name="measured"
            dataKey="measured"
            stroke={ink}
            strokeWidth={2.5}
            dot={false}
            isAnimationActive={false}
            connectNulls
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
