import type { ReactNode } from 'react';
import { colourIn, type ShelfItem } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { inkOn, VesselDrawing, type DrawnVessel } from '@/shared/vessels/VesselDrawing';

/** Pixels a centimetre, the same for everything on the shelf. */
const SCALE = 6.4;

/** How high a vessel of a kind is against its width. House estimates, of ordinary ones. */
const SLENDER = { jug: 1.15, jar: 1.3, bottle: 2.1 } as const;

/** How wide a vessel is, cm, by what it holds. */
const diameterOf = (kind: keyof typeof SLENDER, capacityMl: number): number =>
  Math.cbrt((4 * capacityMl) / (Math.PI * SLENDER[kind]));

/** A thing of the shelf in what it stands in, filled to its level. */
export function ThingVessel({ item, away }: { item: ShelfItem; away: boolean }): ReactNode {
  const { kind, capacityMl } = item.shape;
  const said = `${f.volume(item.volumeMl)} in a ${kind === 'moulds' ? 'set of moulds' : kind}`;
  if (kind === 'tray' || kind === 'moulds' || kind === 'bag') return <Frozen item={item} said={said} />;
  const vessel: DrawnVessel = { kind, capacityMl, diameterCm: diameterOf(kind, capacityMl) };
  const colour = colourIn(item.liquid, vessel);
  return (
    <div className={away ? 'opacity-80 [filter:saturate(0.6)]' : ''}>
      <VesselDrawing
        vessel={vessel}
        scale={SCALE}
        layers={[{ ml: item.volumeMl, colour }]}
        sub={f.volume(item.volumeMl)}
        description={said}
      />
    </div>
  );
}

/** Cubes in their tray, pops in their moulds, a bag lying down: as many as are left. */
function Frozen({ item, said }: { item: ShelfItem; said: string }): ReactNode {
  const { kind, pieces = 1 } = item.shape;
  const left = item.pieces ?? 1;
  const colour = colourIn(item.liquid, { diameterCm: 4 });
  if (kind === 'bag')
    return (
      <svg width={110} height={40} role="img" aria-label={said} className="text-ink">
        <rect x={3} y={8} width={92} height={26} rx={13} fill={colour} />
        <rect x={3} y={8} width={92} height={26} rx={13} fill="none" stroke="currentColor" strokeWidth={2} />
        <path d="M95 21h9M104 15v12" stroke="currentColor" strokeWidth={2} />
        <text x={49} y={26} textAnchor="middle" fontSize={13} fontWeight={600} fill={inkOn(colour)}>
          {f.volume(item.volumeMl)}
        </text>
      </svg>
    );
  const pop = kind === 'moulds';
  const perRow = pop ? Math.min(8, pieces) : Math.min(7, Math.ceil(pieces / 2));
  const rows = Math.ceil(pieces / perRow);
  const [w, h] = pop ? [15, 52] : [17, 17];
  const [stepX, stepY] = [w + 4, h + (pop ? 22 : 4)];
  return (
    <svg
      width={perRow * stepX + 8}
      height={rows * stepY + (pop ? 8 : 8)}
      role="img"
      aria-label={said}
      className="max-w-full text-ink"
    >
      {Array.from({ length: pieces }, (_, i) => {
        const [x, y] = [4 + (i % perRow) * stepX, 4 + Math.floor(i / perRow) * stepY + (pop ? 16 : 0)];
        const full = i < left;
        return (
          <g key={i}>
            {pop && full && (
              <rect x={x + w / 2 - 2} y={y - 15} width={4} height={15} rx={2} className="fill-none stroke-ink" />
            )}
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              rx={pop ? 6 : 3}
              fill={full ? colour : 'none'}
              stroke="currentColor"
              strokeWidth={1.5}
              strokeDasharray={full ? undefined : '3 3'}
            />
          </g>
        );
      })}
    </svg>
  );
}

const DAY_MS = 86_400_000;

/** Its days along the edge of the shelf: from its making to its last day, with a mark where today is. */
export function DaysEdge({ item, now }: { item: ShelfItem; now: number }): ReactNode {
  const [from, useBy, end] = [item.madeOn, item.useBy, item.discardAfter].map((d) => Date.parse(d)) as [
    number,
    number,
    number,
  ];
  const all = Math.max(DAY_MS, end - from, now - from);
  const at = (ms: number): number => 2 + (96 * Math.min(Math.max(0, ms - from), all)) / all;
  const days = Math.round((end - from) / DAY_MS);
  return (
    <svg viewBox="0 0 100 8" className="h-2.5 w-full text-ink" preserveAspectRatio="none" aria-hidden>
      <path
        d={`M${at(from)} 7V1H${at(useBy)}V7`}
        fill="none"
        stroke="currentColor"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {end > useBy && (
        <path
          d={`M${at(useBy)} 1H${at(end)}V7`}
          fill="none"
          stroke="currentColor"
          strokeDasharray="2 2"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {days <= 14 &&
        Array.from({ length: Math.max(0, days - 1) }, (_, i) => {
          const x = at(from + (i + 1) * DAY_MS);
          return (
            <path
              key={i}
              d={`M${x} 1V3.5`}
              stroke="currentColor"
              strokeWidth={1}
              opacity={0.6}
              vectorEffect="non-scaling-stroke"
            />
          );
        })}
      <rect x={at(now) - 1} y={0} width={2} height={8} className={now > end ? 'fill-stop' : 'fill-ink'} />
    </svg>
  );
}
