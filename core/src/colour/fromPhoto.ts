import { InputError } from '../quantity/errors';
import type { Rgb } from './liquorColour';

/** How much stronger or thinner a drink looks on a photograph than the model draws it. */
export type PhotoReading = {
  /** times as much colour as predicted: 0.8 looks thinner, 1.2 stronger */
  times: number;
  /** how far the hue itself is off, as the root mean square of what no strength explains; above 0.45 it is another colour */
  offBy: number;
  sameHue: boolean;
  /** the drink as it would look beside a true white */
  corrected: Rgb;
};

const linear = (channel: number): number => {
  const c = channel / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
};
const encoded = (l: number): number =>
  Math.round(255 * Math.min(1, Math.max(0, l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055)));

const CHANNELS = ['r', 'g', 'b'] as const;

/** A channel this dark is noise of the camera; it says only "at least so dark". */
const DARKEST = 0.004;

/**
 * Reads a drink on a photograph against something white in the same light: the white takes the lamp and the camera out.
 * @param drawn how the model draws a glass for a strength and thickness `times` its own
 * @throws InputError for a white that is no white: too dark or too coloured to measure against, or burnt out
 */
export function readPhoto(drink: Rgb, white: Rgb, drawn: (times: number) => Rgb): PhotoReading {
  const against = CHANNELS.map((c) => linear(white[c]));
  if (Math.min(...against) < 0.08)
    throw new InputError('readPhoto', 'white', 'something white and well lit', `rgb ${white.r} ${white.g} ${white.b}`);
  const through = CHANNELS.map((c, i) => Math.min(1, Math.max(DARKEST, linear(drink[c]) / against[i]!)));
  const miss = (times: number): number => {
    const model = drawn(times);
    return CHANNELS.reduce(
      (sum, c, i) => sum + (Math.log(Math.max(DARKEST, linear(model[c]))) - Math.log(through[i]!)) ** 2,
      0,
    );
  };
  const times = lowest(miss, 0.05, 8);
  const offBy = Math.sqrt(miss(times) / 3);
  return {
    times,
    offBy,
    sameHue: offBy < 0.45,
    corrected: { r: encoded(through[0]!), g: encoded(through[1]!), b: encoded(through[2]!) },
  };
}

/** A coarse look over the range on a log scale, then golden section around the best. */
function lowest(f: (x: number) => number, from: number, to: number): number {
  const n = 40;
  const at = (i: number): number => from * (to / from) ** (i / n);
  let best = 0;
  for (let i = 1; i <= n; i++) if (f(at(i)) < f(at(best))) best = i;
  let [a, b] = [Math.log(at(Math.max(0, best - 1))), Math.log(at(Math.min(n, best + 1)))];
  const g = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 40; i++) {
    const [c, d] = [b - g * (b - a), a + g * (b - a)];
    if (f(Math.exp(c)) < f(Math.exp(d))) b = d;
    else a = c;
  }
  return Math.exp((a + b) / 2);
}
