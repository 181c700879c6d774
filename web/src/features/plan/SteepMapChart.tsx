import {
  memo,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  type RefObject,
} from 'react';
import {
  steepMapOf,
  type Plan,
  type PlannedBrew,
  type PlannedSteepMap,
  type SteepMap,
  type SteepWindow,
} from '@steepsis/core';
import * as f from '@/shared/format/format';
import { shortName } from '@/shared/format/names';
import { Term } from '@/shared/ui/Term';
import { alongPath, linesAt, readingAt, type Point } from './contours';
import { useSteepMap } from './usePlanWorker';

const HEIGHT = 300;
/** Until the page has measured its own width. */
const USUAL_WIDTH = 560;
const PAD = { left: 44, right: 14, top: 24, bottom: 30 } as const;
const STRENGTHS = [0.6, 0.8, 1, 1.2] as const;

type Scale = {
  width: number;
  x: (minutes: number) => number;
  y: (tempC: number) => number;
  minutesAt: (x: number) => number;
};

/**
 * The steep map: time across, temperature up, lines of one strength and one harshness over the pot's own path. The point
 * where it is pulled is dragged along that path, or moved with the arrow keys; where the pot itself decides it, it stands still.
 */
export default function SteepMapChart({
  plan,
  brew,
  onPull,
}: {
  plan: Plan;
  brew: PlannedBrew;
  onPull?: (minutes: number) => void;
}): ReactNode {
  const planned = useMemo(() => steepMapOf(plan, brew), [plan, brew]);
  if (!planned) return null;
  return <Map planned={planned} window={brew.curve?.window} {...(onPull ? { onPull } : {})} />;
}

/** How wide the map may be, followed as the page changes, so that its words keep their size. */
function useWidth(): [RefObject<HTMLElement | null>, number] {
  const frame = useRef<HTMLElement>(null);
  const [width, setWidth] = useState(USUAL_WIDTH);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setWidth(Math.round(entry.contentRect.width));
    });
    watch.observe(frame.current!);
    return () => watch.disconnect();
  }, []);
  return [frame, width];
}

function scaleOf({ setup }: PlannedSteepMap, width: number): Scale {
  const [low, high] = [Math.min(setup.startC.low, setup.ambientC), setup.startC.high];
  const across = width - PAD.left - PAD.right;
  const up = HEIGHT - PAD.top - PAD.bottom;
  return {
    width,
    x: (m) => PAD.left + (m / setup.maxMinutes) * across,
    y: (t) => PAD.top + ((high - t) / (high - low)) * up,
    minutesAt: (x) => ((x - PAD.left) / across) * setup.maxMinutes,
  };
}

function Map({
  planned: latest,
  window: good,
  onPull,
}: {
  planned: PlannedSteepMap;
  window: SteepWindow | undefined;
  onPull?: (minutes: number) => void;
}): ReactNode {
  const shown = useSteepMap(latest);
  const [dragged, setDragged] = useState<number | undefined>(undefined);
  const svg = useRef<SVGSVGElement>(null);
  const planned = shown?.planned ?? latest;
  const [frame, width] = useWidth();
  const scale = useMemo(() => scaleOf(planned, width), [planned, width]);
  const last = planned.setup.maxMinutes;
  const long = last > 240;
  const step = long ? 30 : last > 60 ? 1 : 0.5;
  const pull = dragged ?? planned.pull.minutes;
  const within = (m: number): number => Math.min(last, Math.max(1, Math.round(m / step) * step));
  const minutesOf = (e: PointerEvent): number => {
    const box = svg.current!.getBoundingClientRect();
    return within(scale.minutesAt(((e.clientX - box.left) / box.width) * width));
  };
  const keys = (e: KeyboardEvent): void => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 5, PageDown: -5 }[e.key];
    if (by === undefined || !onPull) return;
    e.preventDefault();
    onPull(within(pull + by * step));
  };
  const reading = shown && readingAt(planned, shown.map, pull);
  return (
    <figure ref={frame}>
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full touch-none select-none text-ink"
        data-testid="steep-map"
        onPointerDown={(e) => {
          if (!onPull) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          setDragged(minutesOf(e));
        }}
        onPointerMove={(e) => dragged !== undefined && setDragged(minutesOf(e))}
        onPointerUp={() => {
          if (dragged !== undefined) onPull?.(dragged);
          setDragged(undefined);
        }}
        onPointerCancel={() => setDragged(undefined)}
      >
        <Axes planned={planned} scale={scale} long={long} />
        {shown && <Lines planned={shown.planned} map={shown.map} scale={scale} />}
        <OwnPath planned={planned} scale={scale} />
        {good && <WindowBracket planned={planned} scale={scale} good={good} />}
        <g
          role="slider"
          tabIndex={0}
          aria-label="Pull it after"
          aria-disabled={!onPull}
          aria-valuemin={1}
          aria-valuemax={last}
          aria-valuenow={pull}
          aria-valuetext={`${f.duration(pull)}${reading ? `, ${f.strength(reading.strengthX)}, harshness ${Math.round(reading.harsh * 100)} % of the limit` : ''}`}
          onKeyDown={keys}
          className={onPull ? 'cursor-ew-resize' : ''}
        >
          <line
            x1={scale.x(pull)}
            x2={scale.x(pull)}
            y1={PAD.top}
            y2={HEIGHT - PAD.bottom}
            stroke="currentColor"
            strokeWidth={1.5}
          />
          <circle
            cx={scale.x(pull)}
            cy={scale.y(alongPath(planned, planned.pull.startC, pull))}
            r={9}
            fill="var(--action)"
            stroke="var(--surface)"
            strokeWidth={2.5}
          />
        </g>
      </svg>
      <InPot planned={planned} scale={scale} />
      <p className="mt-1 min-h-12 text-[0.95rem]" aria-live="off">
        {reading ? (
          <>
            Pulled after <strong>{f.duration(pull)}</strong> at {f.celsius(reading.tempC)}:{' '}
            <strong>{f.strength(reading.strengthX)}</strong>, <Term of="harshness">harshness</Term>{' '}
            <strong>{Math.round(reading.harsh * 100)} %</strong> of what this house bears, from the amounts as planned.
            {dragged !== undefined && ' Let go, and the leaf is worked out anew for this time.'}
          </>
        ) : (
          <span role="status">Working out the map.</span>
        )}
      </p>
      <figcaption className="text-sm text-muted">
        Solid lines: strength of the glass. Dashed: harshness at the limit; beyond it is hatched. Thick: this pot as it
        cools.{onPull ? ' Drag the point, or move it with the arrow keys.' : ''}
      </figcaption>
    </figure>
  );
}

function Axes({ planned, scale, long }: { planned: PlannedSteepMap; scale: Scale; long: boolean }): ReactNode {
  const { setup } = planned;
  const low = Math.min(setup.startC.low, setup.ambientC);
  const temps = Array.from({ length: 12 }, (_, i) => i * 10).filter((t) => t >= low && t <= setup.startC.high + 0.5);
  const steps = [1, 2, 5, 10, 15, 30, 60, 120, 240];
  const each = steps.find((s) => setup.maxMinutes / s <= 8) ?? 240;
  const ticks = Array.from({ length: Math.floor(setup.maxMinutes / each) + 1 }, (_, i) => i * each);
  return (
    <g fontSize={11.5} fill="var(--muted)" stroke="none">
      <path
        d={`M${PAD.left} ${PAD.top}V${HEIGHT - PAD.bottom}H${scale.width - PAD.right}`}
        fill="none"
        stroke="var(--muted)"
      />
      {temps.map((t) => (
        <g key={t}>
          <path d={`M${PAD.left - 4} ${scale.y(t)}h4`} stroke="var(--muted)" />
          <text x={PAD.left - 7} y={scale.y(t) + 4} textAnchor="end">
            {t}
          </text>
        </g>
      ))}
      <text x={4} y={12}>
        °C
      </text>
      {ticks.map((m) => (
        <g key={m}>
          <path d={`M${scale.x(m)} ${HEIGHT - PAD.bottom}v4`} stroke="var(--muted)" />
          <text x={scale.x(m)} y={HEIGHT - PAD.bottom + 17} textAnchor="middle">
            {long ? m / 60 : m}
          </text>
        </g>
      ))}
      <text x={scale.width - PAD.right} y={HEIGHT - 1} textAnchor="end">
        {long ? 'hours' : 'minutes'}
      </text>
    </g>
  );
}

/** The lines change with the plan, never with the drag. */
const Lines = memo(function Lines({
  planned,
  map,
  scale,
}: {
  planned: PlannedSteepMap;
  map: SteepMap;
  scale: Scale;
}): ReactNode {
  const path = (line: readonly Point[]): string =>
    line
      .map((p, i) => `${i === 0 ? 'M' : 'L'}${scale.x(p.minutes).toFixed(1)} ${scale.y(p.tempC).toFixed(1)}`)
      .join('');
  const strengths = STRENGTHS.map((s) => ({
    value: s * planned.wantedX,
    lines: linesAt(planned, map, 'strength', s * planned.wantedX),
  }));
  const limit = linesAt(planned, map, 'harsh', 1);
  return (
    <g fill="none">
      {strengths.map(({ value, lines }) =>
        lines.map((line, i) => {
          const foot = line.reduce((a, p) => (p.tempC < a.tempC ? p : a));
          return (
            <g key={`${value} ${i}`}>
              <path
                d={path(line)}
                stroke="currentColor"
                strokeWidth={Math.abs(value - planned.wantedX) < 1e-9 ? 2 : 1}
                opacity={0.8}
              />
              {i === 0 && (
                <text
                  x={Math.min(scale.width - 36, scale.x(foot.minutes) + 4)}
                  y={Math.min(HEIGHT - PAD.bottom - 20, scale.y(foot.tempC))}
                  fontSize={11.5}
                  fill="currentColor"
                  stroke="var(--surface)"
                  strokeWidth={4}
                  paintOrder="stroke"
                >
                  {f.strength(value)}
                </text>
              )}
            </g>
          );
        }),
      )}
      {limit.map((line, i) => (
        <g key={i}>
          <path d={path(line)} stroke="var(--stop)" strokeWidth={2} strokeDasharray="6 4" />
          {line
            .filter((_, k) => k % 6 === 0)
            .map((p, k) => (
              <path
                key={k}
                d={`M${scale.x(p.minutes).toFixed(1)} ${scale.y(p.tempC).toFixed(1)}l7 -7`}
                stroke="var(--stop)"
                strokeWidth={1}
              />
            ))}
        </g>
      ))}
    </g>
  );
});

function OwnPath({ planned, scale }: { planned: PlannedSteepMap; scale: Scale }): ReactNode {
  const last = planned.setup.maxMinutes;
  const points = Array.from({ length: 41 }, (_, i) => (last * i) / 40);
  return (
    <path
      d={points
        .map((m, i) => `${i === 0 ? 'M' : 'L'}${scale.x(m)} ${scale.y(alongPath(planned, planned.pull.startC, m))}`)
        .join('')}
      fill="none"
      stroke="var(--action)"
      strokeWidth={3.5}
      strokeLinecap="round"
    />
  );
}

/** The window as a bracket under the path. */
function WindowBracket({
  planned,
  scale,
  good,
}: {
  planned: PlannedSteepMap;
  scale: Scale;
  good: SteepWindow;
}): ReactNode {
  const [a, b] = [scale.x(good.fromMin), scale.x(Math.min(good.toMin, planned.setup.maxMinutes))];
  const y = HEIGHT - PAD.bottom - 6;
  return (
    <g>
      <path d={`M${a} ${y - 7}V${y}H${b}V${y - 7}`} fill="none" stroke="currentColor" strokeWidth={2} />
      <text x={(a + b) / 2} y={y - 5} fontSize={11.5} textAnchor="middle" fill="currentColor">
        good
      </text>
    </g>
  );
}

/** When each plant is in the pot, on the same axis of time. */
function InPot({ planned, scale }: { planned: PlannedSteepMap; scale: Scale }): ReactNode {
  const { inPot, setup } = planned;
  if (inPot.length < 2) return null;
  const row = 17;
  const height = inPot.length * row + 2;
  return (
    <svg
      viewBox={`0 0 ${scale.width} ${height}`}
      className="w-full text-ink"
      role="img"
      aria-label={inPot
        .map(
          (p) =>
            `${shortName(p.name)} from ${f.duration(p.fromMin)}${p.toMin < setup.maxMinutes ? ` to ${f.duration(Math.max(0, p.toMin))}` : ''}`,
        )
        .join('; ')}
    >
      {inPot.map((p, i) => {
        const [a, b] = [scale.x(p.fromMin), scale.x(Math.max(p.fromMin, Math.min(setup.maxMinutes, p.toMin)))];
        const y = i * row + 8;
        return (
          <g key={p.ingredientId}>
            <path d={`M${a} ${y - 4}v8M${a} ${y}H${b}M${b} ${y - 4}v8`} stroke="currentColor" strokeWidth={1.5} />
            <text
              x={a + 6}
              y={y + 4}
              fontSize={11.5}
              fill="currentColor"
              stroke="var(--surface)"
              strokeWidth={4}
              paintOrder="stroke"
            >
              {shortName(p.name)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
