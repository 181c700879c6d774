import { useId, type ReactNode } from 'react';
import { heightCm, levelCm } from '@steepsis/core';

export type DrawnVessel = { kind: 'pot' | 'jar' | 'jug' | 'bottle' | 'glass'; capacityMl: number; diameterCm: number };

export type Layer = { ml: number; colour: string; label?: string };

type Props = {
  vessel: DrawnVessel;
  /** from the bottom up */
  layers: readonly Layer[];
  /** pixels a centimetre: the same for everything that is drawn side by side */
  scale: number;
  /** what the picture says, for those who do not see it */
  description: string;
  /** large and small words on the liquid */
  main?: string | undefined;
  sub?: string | undefined;
  lid?: boolean;
  /** ice cubes of about 27 g */
  iceCubes?: number;
  /** plant pieces on the bottom, in this colour */
  leafColour?: string | undefined;
};

const RIM = 10;
const SIDE = { pot: 18, jug: 40, jar: 6, bottle: 6, glass: 8 } as const;
const NECK = { jar: 16, bottle: 34 } as const;

/** A vessel in ink line, filled to scale with what is in it. */
export function VesselDrawing({
  vessel,
  layers,
  scale,
  description,
  main,
  sub,
  lid,
  iceCubes = 0,
  leafColour,
}: Props): ReactNode {
  const w = vessel.diameterCm * scale;
  const h = heightCm({ ...BARE, ...vessel }) * scale;
  const neck = vessel.kind === 'jar' || vessel.kind === 'bottle' ? NECK[vessel.kind] : 0;
  const top = RIM + neck + (lid && vessel.kind === 'pot' ? 14 : 0);
  const side = SIDE[vessel.kind];
  const [width, height] = [w + 2 * side, top + h + 6];
  const bottom = top + h;
  const bands = layers.map((layer, i) => {
    const below = layers.slice(0, i + 1).reduce((ml, l) => ml + l.ml, 0);
    const at = (ml: number): number => levelCm({ ...BARE, ...vessel }, ml) * scale;
    return { ...layer, y: bottom - at(below), depth: at(layer.ml) };
  });
  const level = bands[bands.length - 1]?.y ?? bottom;
  const textColour = inkOn(bands[bands.length - 1]?.colour ?? '#ffffff');
  const words = wordsAt({
    top,
    bottom: bottom - (leafColour ? LEAF_PX : 0),
    level: level + (iceCubes > 0 ? ICE_PX * Math.ceil(Math.min(6, iceCubes) / 3) : 0),
    surface: level,
    main: main !== undefined,
    sub: sub !== undefined,
  });
  const ink = words.inLiquid ? textColour : 'currentColor';
  const clip = useId();
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={description}
      className="max-w-full shrink-0 text-ink"
    >
      <defs>
        <clipPath id={clip}>
          <path d={insidePath(vessel.kind, side, top, w, h)} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${clip})`}>
        {bands.map((b, i) => (
          <rect key={i} x={0} y={b.y} width={width} height={b.depth + 0.5} fill={b.colour} />
        ))}
        {bands.map((b, i) => (
          <Edges key={i} x={side} y={b.y} w={w} depth={b.depth} colour={b.colour} />
        ))}
        {leafColour && <Leaf x={side + 10} y={bottom - 12} w={w - 20} colour={leafColour} />}
        {iceCubes > 0 && <Ice cubes={iceCubes} x={side} y={level} w={w} />}
      </g>
      <path
        d={outline(vessel.kind, side, top, w, h)}
        fill="none"
        stroke="currentColor"
        strokeWidth={2}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
      {(vessel.kind === 'jug' || vessel.kind === 'pot') && (
        <Ticks x={side} bottom={bottom} capacityMl={vessel.capacityMl} h={h} />
      )}
      {lid && vessel.kind === 'pot' && (
        <path
          d={`M${side - 5} ${top - 2}h${w + 10}M${side + 4} ${top - 3}q${w / 2 - 4} -12 ${w - 8} 0M${width / 2} ${top - 9}v-4`}
          fill="none"
          stroke="currentColor"
          strokeWidth={2}
          strokeLinecap="round"
        />
      )}
      {bands.map(
        (b, i) =>
          b.label &&
          b.depth > 15 && (
            <text key={i} x={side + 10} y={b.y + Math.min(b.depth / 2 + 5, 17)} fontSize={13} fill={inkOn(b.colour)}>
              {b.label}
            </text>
          ),
      )}
      {main && (
        <text
          x={width / 2}
          y={words.y}
          textAnchor="middle"
          fontSize={w < 70 ? 15 : 21}
          fontWeight={700}
          fill={ink}
          style={{ fontFamily: 'var(--font-display)' }}
        >
          {main}
        </text>
      )}
      {sub && words.withSub && (
        <text x={width / 2} y={words.y + (main ? 18 : 0)} textAnchor="middle" fontSize={13} fill={ink}>
          {sub}
        </text>
      )}
    </svg>
  );
}

/** What lies on the bottom and what floats takes so much of the height, px; a line of large and of small words so much. */
const [LEAF_PX, ICE_PX, LARGE_PX, SMALL_PX] = [26, 24, 24, 18];

/**
 * Where words stand: in the liquid, clear of plants and ice; over it where there is more room; the small ones are left out where
 * there is room for the large alone. `y` is the base line of the first of them.
 */
function wordsAt(room: { top: number; bottom: number; level: number; surface: number; main: boolean; sub: boolean }): {
  y: number;
  inLiquid: boolean;
  withSub: boolean;
} {
  const [large, small] = [room.main ? LARGE_PX : 0, room.sub ? SMALL_PX : 0];
  const [below, above] = [room.bottom - room.level, room.surface - room.top];
  const base = (from: number, high: number, needs: number): number =>
    from + (high - needs) / 2 + (room.main ? LARGE_PX - 5 : SMALL_PX - 5);
  if (below >= large + small) return { y: base(room.level, below, large + small), inLiquid: true, withSub: true };
  if (above >= large + small) return { y: base(room.top, above, large + small), inLiquid: false, withSub: true };
  if (!room.main) return { y: 0, inLiquid: false, withSub: false };
  return below >= above
    ? { y: base(room.level, below, large), inLiquid: true, withSub: false }
    : { y: base(room.top, above, large), inLiquid: false, withSub: false };
}

const BARE = { id: '', name: '', emptyG: 0, material: 'steel' } as const;

function insidePath(kind: DrawnVessel['kind'], x: number, y: number, w: number, h: number): string {
  if (kind === 'glass') return `M${x - 2} ${y}L${x + w * 0.1} ${y + h}H${x + w * 0.9}L${x + w + 2} ${y}z`;
  const r = Math.min(10, w / 4);
  return `M${x} ${y - 40}V${y + h - r}Q${x} ${y + h} ${x + r} ${y + h}H${x + w - r}Q${x + w} ${y + h} ${x + w} ${y + h - r}V${y - 40}z`;
}

function outline(kind: DrawnVessel['kind'], x: number, y: number, w: number, h: number): string {
  const r = Math.min(10, w / 4);
  const cup = `M${x} ${y - 6}V${y + h - r}Q${x} ${y + h} ${x + r} ${y + h}H${x + w - r}Q${x + w} ${y + h} ${x + w} ${y + h - r}V${y - 6}`;
  switch (kind) {
    case 'glass':
      return `M${x - 3} ${y - 8}L${x + w * 0.1} ${y + h}H${x + w * 0.9}L${x + w + 3} ${y - 8}`;
    case 'pot':
      return `${cup}M${x - 16} ${y + 8}h14M${x + w + 2} ${y + 8}h14`;
    case 'jug':
      return `${cup}M${x + w} ${y + h * 0.15}c34 0 34 ${h * 0.55} 0 ${h * 0.55}M${x} ${y - 6}l-9 -3`;
    case 'jar':
    case 'bottle': {
      const neck = kind === 'jar' ? w * 0.36 : w * 0.18;
      const m = x + w / 2;
      const rise = kind === 'jar' ? 8 : 22;
      const shoulder = `M${m - neck} ${y - rise - 6}V${y - rise + 2}Q${x} ${y - 4} ${x} ${y + 8}`;
      const other = `M${m + neck} ${y - rise - 6}V${y - rise + 2}Q${x + w} ${y - 4} ${x + w} ${y + 8}`;
      const body = `M${x} ${y + 8}V${y + h - r}Q${x} ${y + h} ${x + r} ${y + h}H${x + w - r}Q${x + w} ${y + h} ${x + w} ${y + h - r}V${y + 8}`;
      return `${shoulder}${other}${body}M${m - neck - 3} ${y - rise - 6}h${2 * neck + 6}`;
    }
  }
}

/** Graduations: every half litre, longer at whole litres. */
function Ticks({ x, bottom, capacityMl, h }: { x: number; bottom: number; capacityMl: number; h: number }): ReactNode {
  const stepMl = capacityMl > 6000 ? 1000 : 500;
  const marks = Array.from({ length: Math.floor(capacityMl / stepMl) }, (_, i) => (i + 1) * stepMl);
  return (
    <path
      d={marks.map((ml) => `M${x} ${bottom - (h * ml) / capacityMl}h${ml % (2 * stepMl) === 0 ? 10 : 6}`).join('')}
      stroke="currentColor"
      strokeWidth={1}
      opacity={0.7}
    />
  );
}

/** However pale it is, a liquid is seen by its surface and its sides, where one looks through more of it. */
function Edges({
  x,
  y,
  w,
  depth,
  colour,
}: {
  x: number;
  y: number;
  w: number;
  depth: number;
  colour: string;
}): ReactNode {
  if (depth < 1) return null;
  const shaded = (ink: number): { fill: string } => ({ fill: `color-mix(in srgb, ${colour}, #10231d ${ink}%)` });
  const strip = Math.max(2, 0.06 * w);
  return (
    <g>
      <rect x={x} y={y} width={strip} height={depth} style={shaded(6)} />
      <rect x={x + w - strip} y={y} width={strip} height={depth} style={shaded(6)} />
      <rect x={0} y={y} width={x + w + x} height={2} style={shaded(16)} />
    </g>
  );
}

function Leaf({ x, y, w, colour }: { x: number; y: number; w: number; colour: string }): ReactNode {
  const n = Math.max(4, Math.floor(w / 22));
  return (
    <g fill={colour}>
      {Array.from({ length: n }, (_, i) => (
        <ellipse
          key={i}
          cx={x + (w * (i + 0.5)) / n}
          cy={y - (i % 2) * 7}
          rx={6.5}
          ry={4.5}
          transform={`rotate(${(i * 47) % 90} ${x + (w * (i + 0.5)) / n} ${y})`}
        />
      ))}
    </g>
  );
}

/** Cubes float: nine tenths under. */
function Ice({ cubes, x, y, w }: { cubes: number; x: number; y: number; w: number }): ReactNode {
  const shown = Math.min(6, Math.round(cubes));
  const size = Math.min(19, w / 3.4);
  return (
    <g fill="#ffffff" fillOpacity={0.55} stroke="#ffffff" strokeOpacity={0.9}>
      {Array.from({ length: shown }, (_, i) => {
        const cx = x + w * 0.2 + ((i % 3) * w * 0.6) / 2.6;
        const cy = y - 2 + Math.floor(i / 3) * (size + 3);
        return (
          <rect
            key={i}
            x={cx}
            y={cy}
            width={size}
            height={size}
            rx={3.5}
            transform={`rotate(${i * 23 - 14} ${cx + size / 2} ${cy + size / 2})`}
          />
        );
      })}
    </g>
  );
}

/** Ink that can be read on a liquid of this colour. */
export function inkOn(hex: string): string {
  if (!hex.startsWith('#')) return 'currentColor';
  const channel = (i: number): number => {
    const c = parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  const luminance = 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
  return luminance > 0.26 ? '#10231d' : '#ffffff';
}
