import { howToDrink, partsWords } from '../keeping/howToDrink';
import type { MeasureSystem } from '../amounts/printVolume';

/** "1 part with 2 parts of cold water and 0.3 parts of syrup" */
export const labelLine = ({ parts: p }: { parts: { water: number; syrup: number } }): string =>
  `1 part with ${partsWords(p.water)} of cold water${p.syrup > 0.02 ? ` and ${partsWords(p.syrup)} of syrup` : ''}`;

/** Below so much water a part it is poured as it is: nobody tastes the difference. House estimate. */
const AS_IT_IS = 0.08;

/** The line for a jug's label: how to drink it so that the glass is as strong as wanted. */
export function dilutionLine({
  strengthX,
  wantedX,
  thinning,
  glassMl,
  measures,
}: {
  strengthX: number;
  wantedX: number;
  /** by the ice it is poured on */
  thinning: number;
  glassMl: number;
  measures: MeasureSystem;
}): string {
  const waterPerPart = strengthX / (wantedX * thinning) - 1;
  const dilution = waterPerPart < AS_IT_IS ? undefined : { waterPerPart, toX: wantedX * thinning };
  return howToDrink({ dilution, glassMl, iced: thinning > 1, hot: false, build: [] }, measures);
}
