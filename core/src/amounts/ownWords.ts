import type { ReadingOf } from './meaning';
import { understoodAmount } from './readAmount';
import { nearestMeasured } from './steps';
import type { Thing } from './thing';

/** An amount in the cook's own words for so many times as much; undefined where no measure of that kind can measure it. */
export type OwnWords = (times: number) => string | undefined;

/** Nearer than this to what is wanted a measure is that; up to the second it is about that; further off it is not told. */
const EXACT = 0.03;
const ABOUT = 0.12;
/** Ounces beside pounds that are a pound or more: nobody weighs so. */
const PAST_A_POUND = /\b(?:lbs?|pounds?)\b.*?\b(?:1[6-9]|[2-9]\d|\d{3,})(?:\.\d+)? ?(?:oz|ounces?)\b/;
/** Once as much is told as it was typed. */
const ONCE = 0.004;

/**
 * How an amount that was typed is told when so many times as much is wanted: in the same measure, to what it can measure. What does
 * not scale keeps its words.
 */
export function ownWordsOf(text: string, thing: Thing, of: ReadingOf = {}): OwnWords {
  const known = understoodAmount(text, thing, of);
  return (times) => {
    if (Math.abs(Math.log(times)) < ONCE) return text.trim();
    const { read, scale, counts } = known;
    if (read.kind === 'not_understood') return undefined;
    if (read.unit === 'relative' || read.unit === 'ratio') return scale(times);
    if (read.typical === undefined) return undefined;
    if (counts.length === 0) return undefined;
    if (counts.length > 1) {
      // A range or a sum is told where all of it can be measured as it then is.
      const told = counts.map(({ value, step }) =>
        step === 'figures' && Number.isInteger(value)
          ? Math.round(value * times)
          : nearestMeasured(value * times, step),
      );
      const fits = told.every((to, i) => Math.abs(to - counts[i]!.value * times) < 1e-3 * to);
      // Told by what the first of them is measured to: 7.25 lb and not 7.243.
      const words = fits ? scale(told[0]! / counts[0]!.value) : undefined;
      return words !== undefined && !PAST_A_POUND.test(words) ? words : undefined;
    }
    const [{ value, step }] = counts as readonly [(typeof counts)[number]];
    const nearest = nearestMeasured(value * times, step);
    const off = Math.abs(Math.log(nearest / (value * times)));
    if (off > ABOUT) return undefined;
    const words = scale(nearest / value);
    if (off <= EXACT || /\b(about|around|roughly|ca|circa)\b|[~≈]/.test(words)) return words;
    // "about 23 calyces", "juice of about 2 lemons"; before a manner it cannot stand.
    return /^([^\d½⅓⅔¼¾⅛⅜⅝⅞]* of )?[\d½⅓⅔¼¾⅛⅜⅝⅞]/u.test(words)
      ? words.replace(/^([^\d½⅓⅔¼¾⅛⅜⅝⅞]* of )?/u, '$1about ')
      : undefined;
  };
}
