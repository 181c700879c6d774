import type { ReactNode } from 'react';
import type { SteepCurve } from '@steepsis/core';
import * as f from '@/shared/format/format';
import { inkOn } from '@/shared/vessels/VesselDrawing';

/** The pot as a column that rises with the time it has steeped, against the window to pull it in. */
export function SteepColumn({
  elapsedMin,
  plannedMin,
  curve,
  colour,
  main,
  sub,
}: {
  elapsedMin: number;
  plannedMin: number;
  curve: SteepCurve;
  colour: string;
  main: string;
  sub: string;
}): ReactNode {
  const [w, h, top] = [210, 340, 10];
  const last = Math.max(curve.points[curve.points.length - 1]!.steepMin, elapsedMin * 1.05);
  const y = (min: number): number => top + h - (Math.min(min, last) / last) * h;
  const level = y(elapsedMin);
  const lines = linesOf(sub);
  const more = (lines.length - 1) * LINE;
  const words =
    top + h - level > 96 + more
      ? { y: top + h - 56 - more, colour: inkOn(colour) }
      : { y: Math.max(level - 40 - more, 70), colour: 'currentColor' };
  return (
    <svg
      viewBox={`0 0 ${w + 130} ${h + 24}`}
      className="h-auto w-full max-w-[26rem] text-ink"
      role="img"
      aria-label={`${main}, ${sub}. Steeped ${f.duration(elapsedMin)} of ${f.duration(plannedMin)}.`}
    >
      <defs>
        <pattern id="hatch" width="7" height="7" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
          <path d="M0 0V7" stroke="currentColor" strokeWidth="2" />
        </pattern>
      </defs>
      <clipPath id="column">
        <path d={`M4 0V${top + h - 12}q0 12 12 12h${w - 28}q12 0 12 -12V0z`} />
      </clipPath>
      <rect x={4} y={level} width={w - 4} height={top + h - level} fill={colour} clipPath="url(#column)" />
      <path
        d={`M4 ${top - 6}V${top + h - 12}q0 12 12 12h${w - 28}q12 0 12 -12V${top - 6}`}
        fill="none"
        stroke="currentColor"
        strokeWidth={2.5}
      />
      <path d={`M${w + 2} ${level}h20`} stroke="currentColor" strokeWidth={3.5} />
      {curve.window && (
        <>
          <path
            d={`M${w + 10} ${y(curve.window.toMin)}h16V${y(curve.window.fromMin)}h-16`}
            fill="none"
            stroke="currentColor"
            strokeWidth={2.5}
          />
          <text
            x={w + 34}
            y={(y(curve.window.fromMin) + y(curve.window.toMin)) / 2 + 4}
            fontSize={15}
            fontWeight={600}
            fill="currentColor"
          >
            good
          </text>
          {curve.window.toMin < last * 0.97 && (
            <rect
              x={w + 10}
              y={top}
              width={12}
              height={Math.max(0, y(curve.window.toMin) - top - 4)}
              fill="url(#hatch)"
              opacity={0.55}
            />
          )}
          {curve.window.toMin < last * 0.97 && (
            <text x={w + 34} y={top + 14} fontSize={13} fill="var(--muted)">
              harsh or strong
            </text>
          )}
        </>
      )}
      <text x={w + 34} y={top + h - 4} fontSize={13} fill="var(--muted)">
        thin
      </text>
      <path d={`M${w + 4} ${y(plannedMin)}h10`} stroke="currentColor" strokeWidth={2} strokeDasharray="3 2" />
      <text
        x={w / 2}
        y={words.y}
        textAnchor="middle"
        fontSize={main.length > 7 ? 40 : 48}
        fontWeight={750}
        fill={words.colour}
        style={{ fontFamily: 'var(--font-display)' }}
      >
        {main}
      </text>
      {lines.map((line, i) => (
        <text key={line} x={w / 2} y={words.y + 28 + i * LINE} textAnchor="middle" fontSize={15} fill={words.colour}>
          {line}
        </text>
      ))}
    </svg>
  );
}

/** From line to line, and how many letters go across the pot. */
const [LINE, ACROSS] = [18, 29];

/** What is said below the clock, broken at its commas where it is wider than the pot. */
function linesOf(sub: string): readonly string[] {
  const lines: string[] = [];
  for (const part of sub.split(/(?<=,) /)) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + part.length <= ACROSS) lines[lines.length - 1] = `${last} ${part}`;
    else lines.push(part);
  }
  return lines;
}
