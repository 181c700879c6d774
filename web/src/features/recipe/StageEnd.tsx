import type { KeyboardEvent, ReactNode } from 'react';
import { plannedMinutes, type BrewWay, type Stage } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { useDragAlong } from './useDragAlong';

type Lasting = Extract<Stage, { minutes: number } | { days: number }>;
const lasting = (stage: Stage): stage is Lasting => 'minutes' in stage || stage.kind === 'ferment';
const DAY_MIN = 1440;

/** Steps that a cook keeps time in, min: finer where less of it is. */
export const timeStep = (minutes: number): number =>
  minutes < 10 ? 0.5 : minutes < 60 ? 1 : minutes < 240 ? 5 : minutes < 2 * DAY_MIN ? 15 : DAY_MIN / 2;
/** The longest a stage may be written for, min. */
const longest = (stage: Lasting): number => (stage.kind === 'ferment' ? 60 * DAY_MIN : 72 * 60);

/** The stage so many minutes long, to a step that is kept; undefined for one that has no length of its own. */
export function stageLasting(way: BrewWay, stage: Stage, minutes: number): BrewWay | undefined {
  if (!lasting(stage)) return undefined;
  const step = timeStep(minutes);
  const kept = Math.min(longest(stage), Math.max(step, Math.round(minutes / step) * step));
  const next =
    stage.kind === 'ferment' ? { ...stage, days: Math.max(0.5, kept / DAY_MIN) } : { ...stage, minutes: kept };
  return { ...way, stages: way.stages.map((s) => (s.id === stage.id ? next : s)) };
}

/** The end of a stage on the line, drawn to where it is to be or moved by the arrow keys. */
export function StageEnd({
  way,
  stage,
  title,
  onChange,
}: {
  way: BrewWay;
  stage: Stage;
  title: string;
  onChange: (way: BrewWay, what: string) => void;
}): ReactNode {
  const minutes = plannedMinutes(stage);
  const to = (wanted: number): void => {
    const next = stageLasting(way, stage, wanted);
    if (next) onChange(next, `how long ${stage.id}`);
  };
  const drag = useDragAlong(
    minutes === undefined
      ? undefined
      : () => {
          const wide = document.getElementById(`slice-${stage.id}`)?.clientWidth ?? 100;
          // A short stage may be drawn out: an inch of it is never less than some minutes.
          const perPx = Math.max(minutes, 10) / Math.max(40, wide);
          return (px) => to(minutes + px * perPx);
        },
  );
  if (minutes === undefined || !lasting(stage)) return null;
  const keys = (e: KeyboardEvent): void => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1, PageDown: -5, PageUp: 5 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    to(minutes + by * timeStep(by < 0 ? minutes - 0.01 : minutes));
  };
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={`${title} lasts`}
      aria-valuemin={timeStep(0)}
      aria-valuemax={longest(stage)}
      aria-valuenow={minutes}
      aria-valuetext={f.duration(minutes)}
      onKeyDown={keys}
      {...drag}
      className="group absolute inset-y-0 right-0 z-10 flex w-6 translate-x-1/2 cursor-ew-resize touch-none items-center justify-center"
    >
      <span
        aria-hidden
        className="h-8 w-2.5 rounded-full border-2 border-surface bg-ink group-hover:bg-action group-focus-visible:bg-action"
      />
    </span>
  );
}
