import { format as formatDate, isFuture, isToday, isThisYear, isTomorrow, isYesterday } from 'date-fns';
import { printVolume, strengthInWords, sweetnessInWords, type MeasureSystem } from '@steepsis/core';
import { useFiguresFirst } from './figuresFirst';

// Figures as a kitchen reads them, always with their unit.

const fixed = (value: number, digits: number): string => value.toFixed(digits);

// The house's measures: set when the kitchen is known, and the same on every page.
let system: MeasureSystem = 'metric';

export const setMeasures = (units: MeasureSystem | undefined): void => void (system = units ?? 'metric');

let currency: string | undefined;

export const setCurrency = (sign: string | undefined): void => void (currency = sign);

/** "2.40 €", by what the house pays in; the bare figure where it has not told. */
export const money = (amount: number): string => `${amount.toFixed(2)}${currency ? ` ${currency}` : ''}`;

export const measures = (): MeasureSystem => system;

/** "2.4 L", "310 ml": litres from one up, else whole 5 ml. */
export function volume(ml: number): string {
  if (system !== 'metric') return printVolume(Math.max(0, ml), system);
  if (ml >= 995) return `${fixed(ml / 1000, 2).replace(/0$/, '')} L`;
  return `${Math.round(ml / 5) * 5} ml`;
}

export const exactMl = (ml: number): string => `${Math.round(ml)} ml`;
export const grams = (g: number): string => `${g >= 10 ? Math.round(g) : Math.round(g * 10) / 10} g`;
/** "350 g", "1.9 kg": what is bought by weight, to a tenth of a kilo from one up. */
export const weight = (g: number): string => (g >= 995 ? `${fixed(g / 1000, 1)} kg` : `${Math.ceil(g / 10) * 10} g`);
/** "20 calyces, 12 g": the cook's own words where there are some, the figure beside them. */
export const inWords = (written: string | undefined, figure: string): string =>
  written === undefined ? figure : METRIC.test(written) ? written : `${written}, ${figure}`;
/** Words that are a figure already: "1.4 L", "350 g". */
const METRIC = /^\d[\d.,]* ?(m?l|cl|dl|litres?|liters?|m?g|kg)$/i;
export const strength = (x: number): string => `×${fixed(x, x >= 1.995 ? 1 : 2)}`;
/**
 * "×0.93" where it is known so finely; "about ×0.9", "×0.8 to ×0.9" where it is not: no finer than its spread.
 */
export function strengthWithin({ x, low, high }: { x: number; low: number; high: number }): string {
  if (high - low < 0.04) return strength(x);
  const [a, b] = [fixed(low, 1), fixed(high, 1)];
  return a === b ? `about ×${a}` : `×${a} to ×${b}`;
}
/** "usual strength (×1.02)": the words first, the figure beside them; the other way round for those who like figures first. */
export const strengthSaid = (x: number): string => said(strengthInWords(x), strength(x));
/** "sweet (75 g/L)", likewise. */
export const sweetSaid = (g: number): string => said(sweetnessInWords(g), gPerL(g));
const said = (words: string, figure: string): string =>
  useFiguresFirst.getState().figuresFirst ? `${figure} (${words})` : `${words} (${figure})`;
/** " at ×1.05", to go on with; nothing where nothing is brewed and there is no × to tell. */
export const atStrength = (x: number): string => (x === 0 ? '' : ` at ${strength(x)}`);
export const gPerL = (g: number): string => `${g >= 10 ? Math.round(g) : fixed(g, 1)} g/L`;
export const celsius = (t: number): string =>
  system === 'us' ? `${Math.round((t * 9) / 5 + 32)} °F` : `${Math.round(t)} °C`;

/** "100 to 90 °C", both in the house's scale. */
export const celsiusRange = (from: number, to: number): string =>
  `${celsius(from).replace(/ .*/, '')} to ${celsius(to)}`;
/** "1.11 L to 1.19 L"; where a house's measures are too coarse to tell the two apart, in its smaller ones. */
export function volumeRange(low: number, high: number): string {
  const [a, b] = [volume(low), volume(high)];
  if (a !== b || system === 'metric') return `${a} to ${b}`;
  const ounces = (ml: number): string => String(Math.round((ml / (system === 'us' ? 29.5735 : 28.4131)) * 2) / 2);
  return `${ounces(low)} to ${ounces(high)} fl oz`;
}

/** "15 min", "10 h", "1 h 20 min", "29 days 2 h": days for what lasts days */
export function duration(minutes: number): string {
  const whole = minutes < 10 ? Math.round(minutes * 2) / 2 : Math.round(minutes);
  if (whole < 90) return `${whole} min`;
  const rounded = Math.round(minutes);
  if (rounded >= 2 * DAY_MIN) return daysAndHours(rounded);
  const [hours, rest] = [Math.floor(rounded / 60), rounded % 60];
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}

const DAY_MIN = 1440;

function daysAndHours(minutes: number): string {
  const hours = Math.round(minutes / 60);
  const [days, rest] = [Math.floor(hours / 24), hours % 24];
  return `${days === 1 ? '1 day' : `${days} days`}${rest === 0 ? '' : ` ${rest} h`}`;
}

/** "8 min so far": what has run is told in words, so that it is not taken for what is left. */
export const soFar = (minutes: number): string => `${duration(minutes)} so far`;

/** "4:07", "1:04:07", from a day on "1 day 3 h"; a clock that has run over counts up. */
export function clock(minutes: number): string {
  if (Math.abs(minutes) >= DAY_MIN) return daysAndHours(Math.abs(minutes));
  const seconds = Math.round(Math.abs(minutes) * 60);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** "today 14:05", "yesterday 9:30", "Sun 3 Sep", "3 Sep 2024" */
export function moment(iso: string): string {
  const date = new Date(iso);
  const time = formatDate(date, 'H:mm');
  if (isToday(date)) return `today ${time}`;
  if (isYesterday(date)) return `yesterday ${time}`;
  if (isTomorrow(date)) return `tomorrow ${time}`;
  // What is to come is waited for by the hour; what was is known by its day.
  return isFuture(date) ? `${dated(date)} ${time}` : dated(date);
}

/** "Sun 3 Sep"; of another year "3 Sep 2024" */
export const day = (iso: string): string => dated(new Date(iso));
const dated = (date: Date): string => formatDate(date, isThisYear(date) ? 'EEE d MMM' : 'd MMM yyyy');

/** A number as typed in a kitchen, with a point or a comma; undefined if it is not one. */
export function parseNumber(text: string): number | undefined {
  const trimmed = text.trim().replace(',', '.');
  if (!/^[-+]?\d*\.?\d+(e[-+]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : undefined;
}

/** How often: once, 3 times. */
export const times = (count: number): string => (count === 1 ? 'once' : `${count} times`);

/** A chance as one says it: "3 times in 10", "once in 50". */
export function chanceWords(chance: number): string {
  if (chance >= 0.95) return 'nearly every time';
  if (chance >= 0.1) return `${Math.round(chance * 10)} times in 10`.replace(/^1 times/, 'once');
  if (chance < 0.002) return 'less than once in 500';
  return `once in ${Math.round(1 / chance)}`;
}
