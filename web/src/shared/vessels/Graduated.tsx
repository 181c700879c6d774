import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';

const H = 132;
const W = 58;
const TOP = 10;

/** The side of a bottle with its graduations: an amount is set by drawing the level up or down, or by the arrow keys. */
export function Graduated({
  label,
  ml,
  maxMl,
  stepMl,
  colour,
  locked,
  onMl,
}: {
  label: string;
  ml: number;
  maxMl: number;
  stepMl: number;
  colour: string;
  /** set by the cook, not by the solver */
  locked: boolean;
  onMl: (ml: number) => void;
}): ReactNode {
  const box = useRef<SVGSVGElement>(null);
  const most = Math.max(stepMl, maxMl);
  const y = (at: number): number => TOP + H - (Math.min(at, most) / most) * H;
  const take = (value: number): void => {
    const rounded = Math.round(value / stepMl) * stepMl;
    onMl(Math.min(Math.floor(maxMl), Math.max(0, rounded)));
  };
  const draw = (e: PointerEvent): void => {
    const at = box.current!.getBoundingClientRect();
    take(((TOP + H - (e.clientY - at.top)) / H) * most);
  };
  const onKeyDown = (e: KeyboardEvent): void => {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[e.key];
    const to = e.key === 'Home' ? 0 : e.key === 'End' ? maxMl : by === undefined ? undefined : ml + by * stepMl;
    if (to === undefined) return;
    e.preventDefault();
    take(to);
  };
  return (
    <svg
      ref={box}
      width={W + 22}
      height={H + TOP + 8}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={Math.round(most)}
      aria-valuenow={Math.round(ml)}
      aria-valuetext={`${Math.round(ml)} ml${locked ? ', set' : ''}`}
      className="shrink-0 cursor-ns-resize touch-none text-ink"
      onKeyDown={onKeyDown}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        draw(e);
      }}
      onPointerMove={(e) => {
        if (e.currentTarget.hasPointerCapture(e.pointerId)) draw(e);
      }}
    >
      <rect x={3} y={y(ml)} width={W - 6} height={TOP + H - y(ml)} fill={colour} />
      <path
        d={`M2 ${TOP - 6}V${TOP + H - 8}q0 8 8 8h${W - 20}q8 0 8-8V${TOP - 6}`}
        fill="none"
        stroke="currentColor"
        strokeWidth={2}
      />
      {[0.25, 0.5, 0.75].map((s) => (
        <path key={s} d={`M2 ${TOP + H * (1 - s)}h${s === 0.5 ? 14 : 9}`} stroke="currentColor" opacity={0.7} />
      ))}
      <path d={`M0 ${y(ml)}H${W + 4}`} stroke="currentColor" strokeWidth={2} />
      <path
        d={`M${W + 4} ${y(ml)}l10 -7v14z`}
        fill={locked ? 'currentColor' : 'var(--surface)'}
        stroke="currentColor"
        strokeWidth={1.6}
      />
    </svg>
  );
}
