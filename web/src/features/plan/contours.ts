import { contours } from 'd3-contour';
import type { PlannedSteepMap, SteepMap } from '@steepsis/core';

export type Point = { minutes: number; tempC: number };

/** The temperature that a row's pot has fallen to after some minutes. */
export const alongPath = ({ setup }: PlannedSteepMap, startC: number, minutes: number): number =>
  setup.ambientC + (startC - setup.ambientC) * Math.exp(-minutes / setup.tauMin);

/**
 * Lines of one value over time and temperature. The map's rows are starting temperatures; its points are put where the pot
 * really is by then, so that a line means what it says along the pot's own path.
 */
export function linesAt(
  planned: PlannedSteepMap,
  map: SteepMap,
  which: 'strength' | 'harsh',
  value: number,
): Point[][] {
  const { columns, rows } = map;
  const values = which === 'strength' ? map.body : map.harsh;
  const [per, base] = which === 'strength' ? [planned.xPerBody, planned.baseX] : [1, 0];
  const level = (value - base) / per;
  const [shape] = contours().size([columns, rows]).thresholds([level])(Array.from(values));
  const lines: Point[][] = [];
  for (const polygon of shape!.coordinates)
    for (const ring of polygon) {
      let line: Point[] = [];
      for (const [x, y] of ring as [number, number][]) {
        // What runs along the edge of the map is the edge, not a line of one value.
        if (x <= 0.5 || y <= 0.5 || x >= columns - 0.5 || y >= rows - 0.5) {
          if (line.length > 1) lines.push(line);
          line = [];
          continue;
        }
        const minutes = ((x - 0.5) / (columns - 1)) * planned.setup.maxMinutes;
        const { high, low } = planned.setup.startC;
        const startC = high + ((low - high) * (y - 0.5)) / (rows - 1);
        line.push({ minutes, tempC: alongPath(planned, startC, minutes) });
      }
      if (line.length > 1) lines.push(line);
    }
  return lines;
}

/** Strength and harshness of the glass, read from the map at a moment on the pot's own path. */
export function readingAt(
  planned: PlannedSteepMap,
  map: SteepMap,
  minutes: number,
): { strengthX: number; harsh: number; tempC: number } {
  const { high, low } = planned.setup.startC;
  const row = Math.max(
    0,
    Math.min(map.rows - 1, Math.round(((high - planned.pull.startC) / (high - low)) * (map.rows - 1))),
  );
  const at = Math.max(0, Math.min(map.columns - 1, (minutes / planned.setup.maxMinutes) * (map.columns - 1)));
  const c = Math.min(map.columns - 2, Math.floor(at));
  const between = (of: Float64Array): number => {
    const [a, b] = [of[row * map.columns + c]!, of[row * map.columns + c + 1]!];
    return a + (b - a) * (at - c);
  };
  return {
    strengthX: planned.baseX + planned.xPerBody * between(map.body),
    harsh: between(map.harsh),
    tempC: alongPath(planned, planned.pull.startC, minutes),
  };
}
