import type { ReactNode } from 'react';
import {
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { SteepCurve, SteepPoint } from '@steepsis/core';
import * as f from '@/shared/format/format';

/** Strength and harshness of the glass by how long the pot has steeped; the window to pull in is bracketed. */
export default function SteepChart({
  curve,
  pullMin,
  onTheHeat = false,
}: {
  curve: SteepCurve;
  pullMin: number;
  onTheHeat?: boolean;
}): ReactNode {
  const last = curve.points[curve.points.length - 1]!.steepMin;
  const hours = last > 180;
  const top = Math.max(1.2, Math.ceil(Math.max(...curve.points.map((p) => Math.max(p.strengthX, p.harsh))) * 5) / 5);
  return (
    <ResponsiveContainer width="100%" height={214}>
      <ComposedChart data={[...curve.points]} margin={{ top: 22, right: 12, bottom: 18, left: -14 }} accessibilityLayer>
        <XAxis
          dataKey="steepMin"
          type="number"
          domain={[0, last]}
          ticks={ticksUpTo(last)}
          tickFormatter={(m: number) => String(hours ? m / 60 : m)}
          stroke="var(--muted)"
          fontSize={12}
          label={{
            value: hours ? 'hours of steeping' : onTheHeat ? 'minutes of simmering' : 'minutes off the heat',
            position: 'insideBottom',
            offset: -12,
            fontSize: 12,
            fill: 'var(--muted)',
          }}
        />
        <YAxis
          domain={[0, top]}
          ticks={ticksUpTo(top, [0.1, 0.2, 0.5, 1, 2])}
          tickFormatter={(v: number) => `×${Number(v.toFixed(2))}`}
          stroke="var(--muted)"
          fontSize={12}
          width={52}
        />
        {curve.window && (
          <ReferenceArea
            x1={curve.window.fromMin}
            x2={curve.window.toMin}
            fill="var(--action)"
            fillOpacity={0.1}
            stroke="var(--ink)"
            strokeDasharray="1 0"
            label={{ value: 'good', position: 'top', fontSize: 12, fill: 'var(--ink)' }}
          />
        )}
        <ReferenceLine y={1} stroke="var(--muted)" strokeDasharray="2 4" />
        <ReferenceLine x={pullMin} stroke="var(--ink)" strokeWidth={2} />
        <Line
          dataKey="strengthX"
          name="strength"
          stroke="var(--ink)"
          strokeWidth={2.5}
          dot={false}
          isAnimationActive={false}
        />
        <Line
          dataKey="harsh"
          name="harshness"
          stroke="var(--stop)"
          strokeWidth={2}
          strokeDasharray="5 4"
          dot={false}
          isAnimationActive={false}
        />
        <Tooltip
          isAnimationActive={false}
          content={({ payload }) => <Reading point={payload?.[0]?.payload as SteepPoint | undefined} />}
        />
      </ComposedChart>
    </ResponsiveContainer>
  );
}

function Reading({ point }: { point: SteepPoint | undefined }): ReactNode {
  if (!point) return null;
  return (
    <div className="rounded border border-ink/40 bg-surface px-2.5 py-1.5 text-sm shadow">
      <strong>{f.duration(point.steepMin)}</strong>, {f.celsius(point.tempC)}
      <br />
      strength {f.strength(point.strengthX)}, {Math.round(point.harsh * 100)} % of the harsh limit
    </div>
  );
}

function ticksUpTo(last: number, steps = [1, 2, 5, 10, 15, 30, 60, 120, 240, 480]): number[] {
  const step = steps.find((s) => last / s <= 7) ?? steps[steps.length - 1]!;
  return Array.from({ length: Math.floor(last / step) + 1 }, (_, i) => i * step);
}
