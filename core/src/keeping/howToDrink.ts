import { asFraction, CUP_ML, TBSP_ML } from '../quantity/kitchenMeasures';
import type { MeasureSystem } from '../amounts/printVolume';
import { SERVE_HOT_C } from '../plan/finishPlan';
import { glassFrom, type ShelfItem } from './shelfItem';

/** Parts as a cook pours them: to a quarter from one up, else to a twentieth. */
export const partsWords = (x: number): string => {
  const rounded = x >= 1 ? Math.round(x * 4) / 4 : Math.round(x * 20) / 20;
  return `${rounded} part${rounded === 1 ? '' : 's'}`;
};

/** What is told of how a thing is drunk. */
export type Drunk = Pick<ShelfItem, 'dilution' | 'glassMl' | 'iced' | 'hot' | 'build'> & { shape?: ShelfItem['shape'] };

/**
 * How one glass of it is made, one line for card, shelf, mix and label, in the cook's own measures: "40 ml with 15 ml lime juice and sparkling
 * water, over ice"; let down with water where its drink says no more; "warm to 68 °C" for a hot one.
 */
export function howToDrink({ dilution, glassMl, iced, hot, build, shape }: Drunk, measures: MeasureSystem): string {
  if (shape?.kind === 'moulds') return 'as it is, frozen';
  const ml = (x: number): string => inMeasure(x, measures);
  const served = hot ? `, warm to ${warmTo(measures)}` : iced ? ' over ice' : ', cold';
  if (build.length > 0) {
    const ofItMl = glassMl - build.reduce((sum, b) => sum + b.ml, 0);
    const beside = build.map((b) => (b.ml > 0 ? `${ml(b.ml)} ${b.name}` : b.name));
    return `${ml(ofItMl)} of it with ${listed(beside)}${served}`;
  }
  if (!dilution) return hot ? `warm to ${warmTo(measures)}` : `Pour ${ml(glassMl)} as it is${served}`;
  const { ofItMl, waterMl } = glassFrom({ dilution, glassMl, volumeMl: Infinity });
  const water = hot ? 'water' : 'cold water';
  return `1 part with ${partsWords(dilution.waterPerPart)} of ${water}${served}: ${ml(ofItMl)} and ${ml(waterMl)} to a glass`;
}

const listed = (all: readonly string[]): string =>
  all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)!}` : all[0]!;

const warmTo = (measures: MeasureSystem): string =>
  measures === 'us' ? `${Math.round(SERVE_HOT_C * 1.8 + 32)} °F` : `${SERVE_HOT_C} °C`;

/** A volume by what the cook measures with. */
function inMeasure(ml: number, measures: MeasureSystem): string {
  if (measures === 'metric')
    return `${ml >= 50 ? Math.round(ml / 10) * 10 : Math.max(1, ml < 5 ? Math.round(ml) : Math.round(ml / 5) * 5)} ml`;
  if (ml < 3.5 * TBSP_ML) return `${asFraction(Math.max(0.5, Math.round((ml / TBSP_ML) * 2) / 2))} tbsp`;
  if (measures === 'imperial') return `${Math.round(ml / 28.4131)} fl oz`;
  const cups = Math.max(0.25, Math.round((ml / CUP_ML) * 4) / 4);
  return `${asFraction(cups)} ${cups > 1 ? 'cups' : 'cup'}`;
}
