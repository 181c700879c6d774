import { InputError } from '../quantity/errors';
import { asFraction } from '../quantity/kitchenMeasures';
import { measureNamed } from './vocabulary';

/** The measures that a house reads. */
export type MeasureSystem = 'metric' | 'us' | 'imperial';

/** What a kitchen measure holds, ml. */
export const measureMl = (measure: 'fl oz' | 'US quart' | 'imperial fl oz' | 'imperial pint'): number =>
  measureNamed(measure).size;

type Rung = { name: string; many: string; ml: number; fromMl: number; step: number };
const rung = (measure: string, fromMl: number, step: number, name = measure, many = `${name}s`): Rung => ({
  name,
  many,
  ml: measureNamed(measure).size,
  fromMl,
  step,
});

/** Measures a volume is told in, the largest that it fills first, to the step its tool has. */
const LADDERS: Readonly<Record<'us' | 'imperial', readonly Rung[]>> = {
  us: [
    rung('US quart', 900, 0.25, 'quart'),
    rung('cup', 55, 0.25),
    rung('tbsp', 13, 0.5, 'tbsp', 'tbsp'),
    rung('tsp', 0, 0.25, 'tsp', 'tsp'),
  ],
  imperial: [
    rung('imperial pint', 270, 0.25),
    rung('imperial fl oz', 26, 0.5, 'imperial fl oz', 'imperial fl oz'),
    rung('metric tbsp', 14, 0.5, 'metric tbsp', 'metric tbsp'),
    rung('tsp', 0, 0.25, 'tsp', 'tsp'),
  ],
};

/** A volume in the measures of a system, to the step its tools have: 5 ml, quarter cups, half teaspoons. */
export function printVolume(ml: number, system: MeasureSystem): string {
  if (!Number.isFinite(ml) || ml < 0) throw new InputError('printVolume', 'ml', '0 ml or more', ml);
  if (system === 'metric') {
    if (ml >= 1000) return `${Math.round(ml / 10) / 100} L`;
    return `${ml >= 20 ? Math.round(ml / 5) * 5 : Math.round(ml)} ml`;
  }
  const { name, many, ml: size, step } = LADDERS[system].find(({ fromMl }) => ml >= fromMl)!;
  const count = Math.max(step, Math.round(ml / size / step) * step);
  return `${asFraction(count)} ${count > 1 ? many : name}`;
}
