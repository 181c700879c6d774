import type { ReadingOf } from './meaning';
import { understoodAmount } from './readAmount';
import { nearestMeasured } from './steps';
import type { Thing } from './thing';

/** An amount in the cook's own words for so many times as much; undefined where no measure of that kind can measure it. */
export type OwnWords = (times: number) => string | undefined;

/** Nearer than this to what is wanted a measure is that; up to the second it is about that; further off it is not told. */
const EXACT = 0.03;
const ABOUT = 0.12;
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
      const fits = counts.every(({ value, step }) => {
        const to =
          step === 'figures' && Number.isInteger(value)
            ? Math.round(value * times)
            : nearestMeasured(value * times, step);
        return Math.abs(to - value * times) < 1e-3 * to;
      });
      return fits ? scale(times) : undefined;
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
