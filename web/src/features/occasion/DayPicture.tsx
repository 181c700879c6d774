import { addMinutes, format as formatDate, isSameDay } from 'date-fns';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { isIce, shortName, type DayDrink, type DayKitchen, type PlacedChain } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { dayScale, type DayScale } from './dayScale';
import { lanesOf, stationsOf, type Pour, type Stay } from './stations';

const [WIDTH, LEFT, TOP] = [1000, 112, 46];
/** Of the time in which it is served so much is drawn, min. */
const SERVED_SHOWN_MIN = 40;
/** A litre is so high, px, and nothing lower or higher than can be seen. */
const [PX_PER_L, LOWEST, HIGHEST] = [17, 12, 64];
const HANDS_PX = 20;
/** What is moved stands at whole five minutes; the keys go by as much, or by half an hour. */
const [STEP_MIN, FAR_MIN] = [5, 30];
/** What stands is hatched: light on what is dark, dark on what is light. */
const hatchOn = (colour: string): string => {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16)) as [number, number, number];
  return 0.3 * r + 0.59 * g + 0.11 * b > 150 ? 'url(#stands-on-light)' : 'url(#stands-on-dark)';
};

const heightOf = ({ litres }: Pick<Stay, 'litres'>): number => Math.min(HIGHEST, Math.max(LOWEST, litres * PX_PER_L));

export type Moves = {
  /** the task that is held, and where: while it is moved the rest follows */
  onMove: (taskId: string, min: number) => void;
  onDrop: () => void;
  onBack: (taskId: string) => void;
};

type Shown = {
  placed: readonly PlacedChain[];
  drinks: readonly DayDrink[];
  kitchen: DayKitchen;
  /** watts of each ring */
  rings: readonly number[];
  readyBy: string;
  /** when tasks were to begin, by task: where something was is dotted */
  was: Readonly<Record<string, number>>;
  pins: Readonly<Record<string, number>>;
  moves: Moves;
};

type Row = {
  place: Stay['place'];
  label: string;
  sub?: string;
  top: number;
  height: number;
  lanes: ReturnType<typeof lanesOf>;
};

/**
 * The kitchen's day: liquor poured from place to place, as high as it is litres; the hands on top, with threads to what they do; what stands
 * by itself is hatched. Anything is taken and put elsewhere, by pointer or by keys.
 */
export function DayPicture({ placed: all, drinks, kitchen, rings, readyBy, was, pins, moves }: Shown): ReactNode {
  const { servedMin } = kitchen;
  // Ice is in the list: it would stretch the picture over a day on which nothing else is done.
  const placed = useMemo(() => all.filter((p) => !isIce(p.id)), [all]);
  const shownTo = Math.min(servedMin, SERVED_SHOWN_MIN);
  const stations = useMemo(() => stationsOf(placed, Math.max(shownTo, 1)), [placed, shownTo]);
  const [held, setHeld] = useState<{ taskId: string; scale: DayScale; grabbedPx: number; atMin: number } | undefined>(
    undefined,
  );
  const free = useMemo(() => dayScale(placed, shownTo, WIDTH - LEFT - 14), [placed, shownTo]);
  // What is held under the finger does not run away from it.
  const scale = held?.scale ?? free;
  const svg = useRef<SVGSVGElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  // Where it is wider than the page, what is nearest to when it is ready is in sight first.
  useEffect(() => {
    if (frame.current) frame.current.scrollLeft = frame.current.scrollWidth;
  }, []);
  const rows = useMemo(() => rowsOf(stations.stays, rings, kitchen), [stations, rings, kitchen]);
  const bottom = rows.at(-1)!.top + rows.at(-1)!.height;
  const ready = new Date(readyBy);
  const x = (min: number): number => LEFT + scale.x(min);
  const clock = (min: number): string => formatDate(addMinutes(ready, min), 'H:mm');
  const colourOf = (key: string): string => drinks.find((d) => d.key === key)?.colour ?? 'var(--water)';
  const nameOf = (key: string): string => shortName(drinks.find((d) => d.key === key)?.name ?? '');
  const topOf = (s: Stay): number => {
    const row = rows.find((r) => r.place === s.place)!;
    const lane = row.lanes.lane.get(s.key) ?? 0;
    const above = row.lanes.heights.slice(0, lane).reduce((sum, h) => sum + h + LANE_GAP, 0);
    return row.top + ROW_PAD + above + row.lanes.heights[lane]! - heightOf(s);
  };
  const pxOf = (e: PointerEvent): number => {
    const to = svg.current!.getScreenCTM()!.inverse();
    return to.a * e.clientX + to.e - LEFT;
  };
  const grab = (e: PointerEvent<SVGGElement>, taskId: string, atMin: number): void => {
    if (e.button !== 0) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    setHeld({ taskId, scale: free, grabbedPx: pxOf(e) - free.x(atMin), atMin });
  };
  const drag = (e: PointerEvent): void => {
    if (!held) return;
    const atMin = Math.round(held.scale.min(pxOf(e) - held.grabbedPx) / STEP_MIN) * STEP_MIN;
    if (atMin === held.atMin) return;
    setHeld({ ...held, atMin });
    moves.onMove(held.taskId, atMin);
  };
  const drop = (): void => {
    if (!held) return;
    setHeld(undefined);
    moves.onDrop();
  };
  const byKeys = (e: KeyboardEvent, taskId: string, atMin: number): void => {
    const by = { ArrowLeft: -STEP_MIN, ArrowRight: STEP_MIN, PageUp: -FAR_MIN, PageDown: FAR_MIN }[e.key];
    if (by !== undefined) {
      e.preventDefault();
      moves.onMove(taskId, Math.round((atMin + by) / STEP_MIN) * STEP_MIN);
      moves.onDrop();
    }
    if ((e.key === 'Delete' || e.key === 'Backspace') && taskId in pins) moves.onBack(taskId);
  };
  const handle = (taskId: string, words: string, atMin: number) => ({
    role: 'slider',
    tabIndex: 0,
    'aria-label': words,
    'aria-valuenow': Math.round(atMin),
    'aria-valuemin': -43_200,
    'aria-valuemax': 1440,
    'aria-valuetext': `${formatDate(addMinutes(ready, atMin), 'EEEE H:mm')}${taskId in pins ? ', put there by hand' : ''}`,
    className: 'cursor-ew-resize touch-none outline-offset-2 focus-visible:outline-3 focus-visible:outline-action',
    onPointerDown: (e: PointerEvent<SVGGElement>) => grab(e, taskId, atMin),
    onPointerMove: drag,
    onPointerUp: drop,
    onPointerCancel: drop,
    onKeyDown: (e: KeyboardEvent) => byKeys(e, taskId, atMin),
  });
  return (
    <div>
      <div ref={frame} className="overflow-x-auto print:overflow-visible" tabIndex={-1}>
        <svg
          ref={svg}
          viewBox={`0 0 ${WIDTH} ${bottom + 8}`}
          className="min-w-[760px] select-none text-ink print:min-w-0"
          role="group"
          aria-label="The day, by the clock: the list beside it says the same"
        >
          <defs>
            {(['dark', 'light'] as const).map((ground) => (
              <pattern
                key={ground}
                id={`stands-on-${ground}`}
                width="7"
                height="7"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <line
                  x1="0"
                  y1="0"
                  x2="0"
                  y2="7"
                  stroke={ground === 'dark' ? '#ffffff' : '#10231d'}
                  strokeWidth={ground === 'dark' ? 2 : 1.4}
                  opacity={ground === 'dark' ? 0.5 : 0.4}
                />
              </pattern>
            ))}
            <pattern id="asleep" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <line x1="0" y1="0" x2="0" y2="6" className="stroke-muted" strokeWidth="1" opacity="0.5" />
            </pattern>
          </defs>
          <Hours scale={scale} x={x} clock={clock} ready={ready} bottom={bottom} kitchen={kitchen} />
          {rows.map((r) => (
            <g key={r.place}>
              <text x={0} y={r.top + r.height - (r.sub ? 22 : 14)} fontSize={14} fontWeight={600} className="fill-ink">
                {r.label}
              </text>
              {r.sub && (
                <text x={0} y={r.top + r.height - 7} fontSize={12} className="fill-muted">
                  {r.sub}
                </text>
              )}
              {r.place === 'fridge' ? (
                <rect
                  x={LEFT - 6}
                  y={r.top}
                  width={WIDTH - LEFT + 4}
                  height={r.height}
                  className="fill-none stroke-ink"
                  strokeWidth={1.8}
                />
              ) : (
                <line
                  x1={LEFT - 6}
                  x2={WIDTH}
                  y1={r.top + r.height - 4}
                  y2={r.top + r.height - 4}
                  className="stroke-ink"
                  strokeWidth={1}
                  opacity={0.45}
                />
              )}
            </g>
          ))}
          <text x={0} y={TOP + 16} fontSize={14} fontWeight={600} className="fill-ink">
            Hands
          </text>
          {stations.hands.map((h) =>
            h.at ? (
              <g key={`${h.key}-thread`} className="text-muted">
                <line
                  x1={x(h.to)}
                  x2={x(h.to)}
                  y1={TOP + HANDS_PX + 2}
                  y2={topOf(h.at) - 2}
                  stroke="currentColor"
                  strokeWidth={1}
                  opacity={0.55}
                />
                <circle cx={x(h.to)} cy={topOf(h.at) - 3} r={2.2} fill="currentColor" />
              </g>
            ) : null,
          )}
          {stations.stays
            .filter((s) => was[s.taskId] !== undefined && Math.abs(was[s.taskId]! - s.from) > 2)
            .map((s) => (
              <rect
                key={`${s.key}-was`}
                x={x(was[s.taskId]!)}
                y={topOf(s)}
                width={Math.max(3, x(was[s.taskId]! + Math.min(s.to, shownTo) - s.from) - x(was[s.taskId]!))}
                height={heightOf(s)}
                className="fill-none stroke-muted"
                strokeWidth={1.2}
                strokeDasharray="3 3"
              />
            ))}
          {stations.pours.map((p) => (
            <PourLine key={p.key} pour={p} x={x} topOf={topOf} colour={colourOf(p.drinkKey)} />
          ))}
          {stations.stays.map((s) => (
            <g key={s.key} {...handle(s.taskId, s.words, s.from)}>
              <title>{`${s.words}, ${clock(s.from)}`}</title>
              <StayDrawn
                stay={s}
                x={x}
                top={topOf(s)}
                colour={colourOf(s.drinkKey)}
                name={labelOf(s, nameOf(s.drinkKey))}
              />
              {s.taskId in pins && <circle cx={x(s.from)} cy={topOf(s) - 6} r={3.5} className="fill-action" />}
            </g>
          ))}
          {stations.hands.map((h) => (
            <g key={h.key} {...handle(h.taskId, h.words, h.from)}>
              <title>{`${h.words}, ${clock(h.from)}`}</title>
              <rect
                x={x(h.from)}
                y={TOP + 2}
                width={Math.max(3, x(h.to) - x(h.from) - 0.6)}
                height={HANDS_PX}
                className={h.taskId in pins ? 'fill-action' : 'fill-ink'}
              />
            </g>
          ))}
          <line x1={x(0)} x2={x(0)} y1={TOP - 14} y2={bottom + 4} className="stroke-ink" strokeWidth={3} />
          <text x={x(0)} y={TOP - 20} textAnchor="middle" fontSize={15} fontWeight={700} className="fill-ink">
            {formatDate(ready, 'H:mm')}
          </text>
          {held && <Held x={x(held.atMin)} words={clock(held.atMin)} />}
        </svg>
      </div>
      <p className="text-sm text-muted">
        Full: it wants heat, cold or hands. Hatched: it stands by itself. Dotted: where it was. Take anything and put it
        elsewhere; arrow keys do the same.
      </p>
    </div>
  );
}

const [ROW_PAD, LANE_GAP] = [22, 20];

/** What stands in the fridge says how much it is; on the heat, what. */
const labelOf = (s: Stay, name: string): string | undefined =>
  s.place === 'fridge' ? `${name} ${f.volume(s.litres * 1000)}` : s.place.startsWith('ring:') ? name : undefined;

function rowsOf(stays: readonly Stay[], rings: readonly number[], kitchen: DayKitchen): readonly Row[] {
  const of = (place: Stay['place']): Stay[] => stays.filter((s) => s.place === place);
  const heads: Pick<Row, 'place' | 'label' | 'sub'>[] = [
    ...rings.flatMap((w, i) =>
      of(`ring:${i}`).length > 0
        ? [{ place: `ring:${i}` as const, label: `Ring ${i + 1}`, sub: `${w / 1000} kW` }]
        : [],
    ),
    { place: 'pots', label: 'Pots and jars' },
    ...(of('bath').length > 0 ? [{ place: 'bath' as const, label: 'Ice bath' }] : []),
    { place: 'fridge', label: 'Fridge', sub: `room for ${kitchen.have['fridge'] ?? 0} L` },
  ];
  let top = TOP + HANDS_PX + 12;
  return heads.map((h): Row => {
    const lanes = lanesOf(of(h.place), heightOf);
    const inner = lanes.heights.reduce((sum, x) => sum + x + LANE_GAP, 0);
    const row = { ...h, top, height: Math.max(40, inner + ROW_PAD), lanes };
    top += row.height;
    return row;
  });
}

/** A vessel with liquor to its level: full where it works, hatched where it stands. */
function StayDrawn({
  stay: s,
  x,
  top,
  colour,
  name,
}: {
  stay: Stay;
  x: (min: number) => number;
  top: number;
  colour: string;
  name: string | undefined;
}): ReactNode {
  const [from, to] = [x(s.from), Math.max(x(s.to), x(s.from) + 4)];
  const h = heightOf(s);
  const bottom = top + h;
  const room = to - from;
  const wide = name !== undefined && room > 7.2 * name.length + 8;
  return (
    <>
      {/* What is taken by a finger is larger than what is drawn. */}
      <rect x={from - 6} y={top - 8} width={Math.max(28, room + 12)} height={h + 14} fill="transparent" />
      {s.place === 'bath' && (
        <path
          d={`M${from - 4} ${top - 9} V${bottom + 3} H${to + 4} V${top - 9}`}
          className="stroke-ink"
          fill="var(--water)"
          fillOpacity={0.55}
          strokeWidth={1.4}
        />
      )}
      <rect x={from} y={top} width={room} height={h} fill={colour} />
      {s.parts
        .filter((p) => !p.works)
        .map((p) => (
          <rect
            key={p.from}
            x={x(p.from)}
            y={top}
            width={Math.max(0, Math.max(x(p.to), x(p.from) + 1) - x(p.from))}
            height={h}
            fill={hatchOn(colour)}
          />
        ))}
      <path
        d={`M${from} ${top - 7} V${bottom} H${to} V${top - 7}`}
        className="fill-none stroke-ink"
        strokeWidth={1.6}
      />
      {name && (
        <text
          x={wide && s.place === 'fridge' ? from + room / 2 : wide || s.place !== 'fridge' ? from : from - 6}
          y={wide || s.place !== 'fridge' ? top - 9 : top + Math.min(h, 14)}
          textAnchor={wide && s.place === 'fridge' ? 'middle' : wide || s.place !== 'fridge' ? 'start' : 'end'}
          fontSize={12.5}
          fontWeight={600}
          className="halo fill-ink"
        >
          {name}
        </text>
      )}
    </>
  );
}

/** Liquor on its way from one place to the next: down over the edge, and in. */
function PourLine({
  pour: { from, to, atMin },
  x,
  topOf,
  colour,
}: {
  pour: Pour;
  x: (min: number) => number;
  topOf: (s: Stay) => number;
  colour: string;
}): ReactNode {
  const [x1, x2] = [x(Math.min(from.to, atMin)), x(atMin) + 3];
  const [y1, y2] = [topOf(from) + 3, topOf(to) + 2];
  if (Math.abs(y2 - y1) < 2 && Math.abs(x2 - x1) < 6) return null;
  const over = Math.min(y1, y2) === y2 ? y2 - 10 : y1 - 8;
  return (
    <g className="fill-none" strokeLinejoin="round">
      {[
        ['var(--ink)', 6.4],
        [colour, 4],
      ].map(([stroke, width]) => (
        <path
          key={width}
          d={`M${x1 - 1} ${y1} C${x1 + 1} ${over}, ${x2} ${over}, ${x2} ${over + 12} V${y2}`}
          stroke={stroke as string}
          strokeWidth={width}
        />
      ))}
    </g>
  );
}

/** Hours, days and nights across the top. */
function Hours({
  scale,
  x,
  ready,
  bottom,
  kitchen,
  clock,
}: {
  scale: DayScale;
  x: (min: number) => number;
  clock: (min: number) => string;
  ready: Date;
  bottom: number;
  kitchen: DayKitchen;
}): ReactNode {
  const nights = (kitchen.closed['hands'] ?? []).filter(([a, b]) => b > scale.fromMin && a < scale.toMin);
  const isNightIn = ([a, b]: readonly [number, number]): boolean => nights.some(([c, d]) => c < b && d > a);
  const hours = ticksOf(scale, ready);
  const days = hours.filter((m, i) => i === 0 || !isSameDay(addMinutes(ready, m), addMinutes(ready, hours[i - 1]!)));
  return (
    <>
      {scale.skipped.map(([a, b]) =>
        isNightIn([a, b]) ? (
          <g key={a}>
            <rect
              x={x(a)}
              y={TOP - 10}
              width={Math.max(0, x(b) - x(a))}
              height={bottom - TOP + 12}
              fill="url(#asleep)"
            />
            <text
              x={(x(a) + x(b)) / 2}
              y={TOP - 20}
              textAnchor="middle"
              fontSize={12}
              fontWeight={600}
              className="fill-ink"
            >
              night
            </text>
          </g>
        ) : (
          <text key={a} x={(x(a) + x(b)) / 2} y={TOP + 16} textAnchor="middle" fontSize={12} className="fill-muted">
            {`yours until ${clock(b)}`}
          </text>
        ),
      )}
      {days.map((m) => (
        <text key={m} x={x(m)} y={12} textAnchor="middle" fontSize={12} fontWeight={700} className="fill-ink">
          {formatDate(addMinutes(ready, m), 'EEEE')}
        </text>
      ))}
      {hours.map((m) => (
        <g key={m}>
          <line x1={x(m)} x2={x(m)} y1={TOP - 14} y2={bottom} className="stroke-line" strokeWidth={1} />
          <text x={x(m)} y={TOP - 20} textAnchor="middle" fontSize={13} className="fill-muted">
            {formatDate(addMinutes(ready, m), 'H:mm').replace(':00', '')}
          </text>
        </g>
      ))}
    </>
  );
}

/** Times of the clock that have room for their figure: hours, or halves and quarters where there is much room. */
function ticksOf(scale: DayScale, ready: Date): number[] {
  const perHour = Math.max(
    ...Array.from({ length: 12 }, (_, i) => scale.x(-60 * i) - scale.x(-60 * (i + 1))).filter((w) => w > 0),
  );
  const step = perHour > 190 ? 15 : perHour > 95 ? 30 : 60;
  const ticks: number[] = [];
  const past = ready.getMinutes() % step;
  let last = -Infinity;
  for (let m = Math.ceil((scale.fromMin + past) / step) * step - past; m < scale.toMin; m += step) {
    if (scale.skipped.some(([a, b]) => m > a && m < b)) continue;
    if (scale.x(m) - last < 40 || Math.abs(scale.x(0) - scale.x(m)) < 46) continue;
    last = scale.x(m);
    ticks.push(m);
  }
  return ticks;
}

/** The time under the finger. */
const Held = ({ x, words }: { x: number; words: string }): ReactNode => (
  <g pointerEvents="none">
    <rect x={x - 26} y={TOP + HANDS_PX + 6} width={52} height={22} rx={4} className="fill-action" />
    <text x={x} y={TOP + HANDS_PX + 22} textAnchor="middle" fontSize={14} fontWeight={700} className="fill-on-action">
      {words}
    </text>
  </g>
);
