import { FIELD_UNITS, measureMl, readInUnit, type FieldUnit } from '@steepsis/core';
import { measures, parseNumber } from './format';

// A figure that is typed stands in the measures that the page tells, and takes any other of its kind.

export type HouseScale = {
  unit: string;
  /** from the figure as it is kept to the one that is shown, and back */
  shown: (kept: number) => number;
  kept: (shown: number) => number;
  /** least digits that tell its steps apart */
  digits: number;
  step: (kept: number) => number;
};

/** Steps that a hand reads on a scale. */
const NICE = [0.05, 0.1, 0.25, 0.5, 1, 2, 5, 10, 25, 50, 100];
const niceStep = (step: number): number => NICE.reduce((a, b) => (Math.abs(b - step) < Math.abs(a - step) ? b : a));

const times = (unit: string, each: number, digits: number): HouseScale => ({
  unit,
  shown: (kept) => kept / each,
  kept: (shown) => shown * each,
  digits,
  step: (kept) => niceStep(kept / each),
});

const FAHRENHEIT: HouseScale = {
  unit: '°F',
  shown: (c) => (c * 9) / 5 + 32,
  kept: (f) => ((f - 32) * 5) / 9,
  digits: 0,
  step: (c) => niceStep((c * 9) / 5),
};

/** The scale that a unit is shown in where the house has another than its own; undefined where it stands as it is. */
export function houseScale(unit: string): HouseScale | undefined {
  const system = measures();
  if (system === 'metric') return undefined;
  const us = system === 'us';
  switch (unit) {
    case 'ml':
      return times('fl oz', measureMl(us ? 'fl oz' : 'imperial fl oz'), 1);
    case 'L':
      return us
        ? times('quarts', measureMl('US quart') / 1000, 2)
        : times('pints', measureMl('imperial pint') / 1000, 2);
    case '°C':
      return us ? FAHRENHEIT : undefined;
    default:
      return undefined;
  }
}

const isFieldUnit = (unit: string): unit is FieldUnit => (FIELD_UNITS as readonly string[]).includes(unit);

/** What was typed, as it is kept: a bare number in the scale that is shown, or a measure with its own unit. */
export function typedFigure(text: string, unit: string, scale: HouseScale | undefined): number | undefined {
  const bare = parseNumber(text);
  if (bare !== undefined) return scale ? scale.kept(bare) : bare;
  if (!isFieldUnit(unit)) return undefined;
  const system = measures();
  return readInUnit(text, unit, system === 'metric' ? {} : { house: { pints: system } });
}
