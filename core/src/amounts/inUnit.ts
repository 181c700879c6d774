import { readTemperature } from './degrees';
import { readMinutes } from './minutes';
import type { AmountRead, ReadingOf } from './meaning';
import { readAmount } from './readAmount';
import { thingPoured } from './thing';

/** Units whose fields may be told in any measure of the same kind. */
export const FIELD_UNITS = ['ml', 'L', 'g', '°C', 'min', 'h'] as const;
/** The units that a figure may be typed in. */
export type FieldUnit = (typeof FIELD_UNITS)[number];

/** A liquid of nobody's name: cups, spoons, pints and bottles are so much of it. */
const ANY_LIQUID = { ...thingPoured('water', 'Water'), words: new Set<string>() };
const WEIGHT = /(?:k|m)?g|grams?|ounces?|oz|pounds?|lbs?/i;
const ENDS_IN_WEIGHT = new RegExp(`(?:^|[\\d\\s/½¼¾])(?:${WEIGHT.source})\\.?$`, 'i');
const OUNCES = /(?:ounces?|oz)\.?$/i;
const OUNCES_A_POUND = 16;

const amountOf = (read: AmountRead): number | undefined => (read.kind === 'not_understood' ? undefined : read.typical);

/**
 * What was typed into a field of a unit, in any measure of its kind: "2 tbsp" into ml, "1 1/2 lb" into g, "200 F" into °C,
 * "1 h 20" into min. A bare number is no measure: the field reads that itself.
 * @returns in the unit of the field; undefined for what is no amount of its kind
 */
export function readInUnit(text: string, unit: FieldUnit, of: ReadingOf = {}): number | undefined {
  const t = text.trim();
  if (t === '' || /^[-+]?[\d.,]+$/.test(t)) return undefined;
  // A number in words names no measure: "two" of what?
  if ((unit === 'ml' || unit === 'L' || unit === 'g') && !/[\s\d½¼¾⅓⅔]/.test(t)) return undefined;
  switch (unit) {
    case 'ml':
    case 'L': {
      const ml = ENDS_IN_WEIGHT.test(t) && !OUNCES.test(t) ? undefined : amountOf(readAmount(t, ANY_LIQUID, of));
      return ml === undefined ? undefined : unit === 'L' ? ml / 1000 : ml;
    }
    case 'g': {
      if (!ENDS_IN_WEIGHT.test(t)) return undefined;
      // A liquid ounce is no weight: ounces are read as sixteenths of pounds.
      const pounds = OUNCES.test(t);
      const g = amountOf(readAmount(pounds ? t.replace(OUNCES, 'lb') : t, ANY_LIQUID, of));
      return g === undefined ? undefined : pounds ? g / OUNCES_A_POUND : g;
    }
    case '°C':
      return amountOf(readTemperature(t, { boilsAtC: 100 }));
    case 'min':
    case 'h': {
      const min = amountOf(readMinutes(t));
      return min === undefined ? undefined : unit === 'h' ? min / 60 : min;
    }
  }
}
