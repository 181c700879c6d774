import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { vapourPressure } from '../physics/water';
import { tempAt, type TemperatureHistory } from '../heat/temperatureHistory';
import { equivalentMinutes, rateFactor } from './arrhenius';

/** How readily an aroma leaves with steam, against water. House estimates, three times either way. */
export const RELATIVE_VOLATILITY = { terpene: 20, floral: 8, spice: 5, tea: 6 } as const;
/** Kinds of aroma by how easily they leave. */
export type AromaKind = keyof typeof RELATIVE_VOLATILITY;

/**
 * Share of an aroma that is left when a share of the liquor has boiled away. Overstates the loss of oils still inside the
 * plant, so it is shown in bands only.
 * @source Rayleigh distillation, well mixed
 */
export function aromaLeftAfterBoiling({
  evaporatedShare,
  relativeVolatility,
}: {
  evaporatedShare: number;
  relativeVolatility: number;
}): number {
  if (!(evaporatedShare >= 0 && evaporatedShare < 1))
    throw new InputError('aromaLeftAfterBoiling', 'evaporatedShare', '0 to below 1', evaporatedShare);
  return (
    (1 - evaporatedShare) ** requirePositive('aromaLeftAfterBoiling', 'relativeVolatility', relativeVolatility, '')
  );
}

/** Loss from an open surface that does not boil, 1/min at 90 °C, and the share of it that passes under a lid. House estimates. */
const OPEN_LOSS_PER_MIN = 0.006;
const LID_SHARE = 0.1;

/** Share of an aroma left after a history under a lid or in the open, without boiling. */
export function aromaLeftAfterSteep(history: TemperatureHistory, lid: 'open' | 'closed'): number {
  const n = 64;
  const h = history.minutes / n;
  let exposure = 0;
  for (let i = 0; i < n; i++)
    exposure += h * (vapourPressure(Math.max(0, tempAt(history, (i + 0.5) * h))) / vapourPressure(90));
  return Math.exp(-OPEN_LOSS_PER_MIN * exposure * (lid === 'closed' ? LID_SHARE : 1));
}

/** How much of an aroma is left, in words. */
export type AromaBand = 'kept' | 'faded' | 'mostly gone';

/** A share in the words a cook can use. */
export const aromaBand = (share: number): AromaBand =>
  share >= 0.7 ? 'kept' : share >= 0.25 ? 'faded' : 'mostly gone';

/** Fading of anthocyanins: 1/min at 95 °C (0.0015 to 0.006) and kJ/mol (published 55 to 66). */
export const ANTHOCYANIN_FADE = { k95PerMin: 0.003, eaKJPerMol: 62 } as const;

/** Days in which half of a colour fades at a temperature. Cold keeping is 2 to 4 times worse in air and light. */
export const fadeHalfLifeDays = ({
  tempC,
  k95PerMin = ANTHOCYANIN_FADE.k95PerMin,
  eaKJPerMol = ANTHOCYANIN_FADE.eaKJPerMol,
}: {
  tempC: number;
  k95PerMin?: number;
  eaKJPerMol?: number;
}): number =>
  Math.LN2 /
  (requirePositive('fadeHalfLifeDays', 'k95PerMin', k95PerMin, '1/min') * rateFactor(eaKJPerMol, tempC)) /
  1440;

/** Share of an anthocyanin colour left after a history; at a pH above 4 it fades twice as fast. */
export const colourLeft = (history: TemperatureHistory, ph = 3): number =>
  Math.exp(
    -ANTHOCYANIN_FADE.k95PerMin *
      (requireNotNegative('colourLeft', 'ph', ph, '') > 4 ? 2 : 1) *
      equivalentMinutes(history, ANTHOCYANIN_FADE.eaKJPerMol),
  );
