import { addMinutes, format as formatDate } from 'date-fns';
import { useMemo, type ReactNode } from 'react';
import type { Chain, Starts } from '@steepsis/core';
import { dayScale, type DayScale } from './dayScale';
import type { DayDrink } from './dayAnswer';

type Shown = {
  chains: readonly Chain[];
  starts: Starts;
  drinks: readonly DayDrink[];
  readyBy: string;
  servedMin: number;
};

const [WIDTH, LEFT, ROW] = [1000, 104, 54];
/** Of the time in which it is served so much is drawn, min. */
const SERVED_SHOWN_MIN = 30;
const ROWS = [
  { of: 'hands', label: 'Hands' },
  { of: 'burner', label: 'On the heat' },
  { of: 'pot', label: 'Pots and jars' },
  { of: 'bath', label: 'Ice bath' },
  { of: 'fridge', label: 'Fridge' },
] as const;

type Block = { key: string; chain: Chain; row: number; from: number; to: number; solid: boolean; name: string };

/** The kitchen's day: hands on top, then what is hot, what steeps, the bath, the fridge; one colour a drink, what waits hatched. */
export function DayPicture({ chains, starts, drinks, readyBy, servedMin }: Shown): ReactNode {
  const blocks = useMemo(
    () => chains.flatMap((c) => blocksOf(c, starts[c.id] ?? [], servedMin)),
    [chains, starts, servedMin],
  );
  const scale = useMemo(
    () => dayScale(chains, starts, Math.min(servedMin, SERVED_SHOWN_MIN), WIDTH - LEFT - 12),
    [chains, starts, servedMin],
  );
  const laid = useMemo(() => stacked(blocks), [blocks]);
  const colourOf = (c: Chain): string => drinks.find((d) => c.id.startsWith(d.key))?.colour ?? '#8a6a4a';
  const tops = ROWS.map((_, i) => 34 + laid.heights.slice(0, i).reduce((sum, h) => sum + h, 0));
  const height = 34 + laid.heights.reduce((sum, h) => sum + h, 0) + 6;
  const x = (min: number): number => LEFT + scale.x(min);
  const ready = new Date(readyBy);
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="min-w-[720px] text-ink"
        role="img"
        aria-label="The day, by the clock: the list beside it says the same"
      >
        <defs>
          <pattern id="waits" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="7" stroke="#ffffff" strokeWidth="2" opacity="0.45" />
          </pattern>
          <pattern id="asleep" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="6" className="stroke-muted" strokeWidth="1" opacity="0.5" />
          </pattern>
        </defs>
        {scale.skipped.map(([from, to]) => (
          <rect
            key={from}
            x={x(from)}
            y={28}
            width={Math.max(0, x(to) - x(from))}
            height={height - 30}
            fill="url(#asleep)"
          />
        ))}
        {ticksOf(scale).map((min) => (
          <g key={min}>
            <line x1={x(min)} x2={x(min)} y1={24} y2={height - 4} className="stroke-line" strokeWidth={1} />
            <text x={x(min)} y={18} textAnchor="middle" fontSize={13} className="fill-muted">
              {formatDate(addMinutes(ready, min), 'H:mm')}
            </text>
          </g>
        ))}
        {ROWS.map((r, i) => (
          <g key={r.of}>
            <text x={0} y={tops[i]! + laid.heights[i]! / 2 + 4} fontSize={14} fontWeight={600} className="fill-ink">
              {r.label}
            </text>
            <line
              x1={LEFT}
              x2={WIDTH}
              y1={tops[i]! + laid.heights[i]!}
              y2={tops[i]! + laid.heights[i]!}
              className="stroke-ink"
              strokeWidth={1}
              opacity={0.4}
            />
          </g>
        ))}
        {blocks
          .filter((b) => b.row === 0)
          .map((b) => {
            const below = blocks
              .filter((o) => o.chain === b.chain && o.row > 0 && Math.abs(o.from - b.to) < 25)
              .sort((p, q) => p.row - q.row)[0];
            if (!below) return null;
            return (
              <line
                key={`${b.key}-thread`}
                x1={x(b.to)}
                x2={x(b.to)}
                y1={tops[0]! + laid.heights[0]! - 6}
                y2={tops[below.row]! + 14}
                className="stroke-muted"
                strokeWidth={1}
              />
            );
          })}
        {blocks.map((b) => {
          const lane = laid.lane.get(b.key)!;
          const top = tops[b.row]! + 8 + lane * 24;
          const [from, to] = [x(b.from), x(b.to)];
          const w = Math.max(3, to - from);
          return (
            <g key={b.key}>
              <title>{`${b.name}, ${formatDate(addMinutes(ready, b.from), 'H:mm')}`}</title>
              <rect
                x={from}
                y={top}
                width={w}
                height={18}
                rx={2}
                fill={colourOf(b.chain)}
                className="stroke-ink"
                strokeWidth={1.2}
              />
              {!b.solid && <rect x={from} y={top} width={w} height={18} fill="url(#waits)" />}
            </g>
          );
        })}
        <line x1={x(0)} x2={x(0)} y1={22} y2={height} className="stroke-ink" strokeWidth={3} />
        <text x={x(0)} y={18} textAnchor="middle" fontSize={15} fontWeight={700} className="fill-ink">
          {formatDate(ready, 'H:mm')}
        </text>
      </svg>
      <p className="text-sm text-muted">
        Full: it wants heat, cold or hands. Hatched: it stands by itself. Grey: nobody is wanted.
      </p>
    </div>
  );
}

/** What of a chain stands in which row. */
function blocksOf(chain: Chain, own: readonly number[], servedMin: number): Block[] {
  const rowOf = (of: string): number => ROWS.findIndex((r) => (r.of === 'pot' ? /^(pot|jar):/.test(of) : of === r.of));
  const blocks: Block[] = chain.tasks.flatMap((t, i) =>
    t.needs.flatMap((n): Block[] => {
      const row = rowOf(n.of);
      return row < 0
        ? []
        : [
            {
              key: `${t.id}-${n.of}`,
              chain,
              row,
              from: own[i]!,
              to: own[i]! + t.minutes,
              solid: row !== 4,
              name: t.name,
            },
          ];
    }),
  );
  for (const h of chain.holds) {
    const row = rowOf(h.of);
    if (row < 0) continue;
    const end = own[h.toTask]! + chain.tasks[h.toTask]!.minutes;
    blocks.push({
      key: `${chain.id}-${h.of}-${h.fromTask}`,
      chain,
      row,
      from: row === 4 ? own[h.fromTask]! + (h.untilServed ? chain.tasks[h.fromTask]!.minutes : 0) : own[h.fromTask]!,
      to: h.untilServed ? Math.min(servedMin, SERVED_SHOWN_MIN) : end,
      solid: false,
      name: row === 4 ? `${chain.name}, cold` : `${chain.name}, in its pot`,
    });
  }
  return blocks.filter((b) => b.to > b.from);
}

/** Blocks of a row one under the other where they are at the same time. */
function stacked(blocks: readonly Block[]): { lane: Map<string, number>; heights: number[] } {
  const lane = new Map<string, number>();
  const heights = ROWS.map((_, row) => {
    const ends: number[] = [];
    for (const b of blocks.filter((o) => o.row === row).sort((p, q) => p.from - q.from)) {
      const free = ends.findIndex((e) => e <= b.from + 1e-6);
      const at = free < 0 ? ends.length : free;
      ends[at] = b.to;
      lane.set(b.key, at);
    }
    return Math.max(ROW - 16, 16 + 24 * Math.max(1, ends.length));
  });
  return { lane, heights };
}

/** Whole hours that have room for their figure. */
function ticksOf(scale: DayScale): number[] {
  const hours: number[] = [];
  let last = -Infinity;
  for (let m = Math.ceil(scale.fromMin / 60) * 60; m < -20; m += 60) {
    if (scale.skipped.some(([a, b]) => m > a && m < b)) continue;
    if (scale.x(m) - last < 46 || scale.x(0) - scale.x(m) < 46) continue;
    last = scale.x(m);
    hours.push(m);
  }
  return hours;
}
