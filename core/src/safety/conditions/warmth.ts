import * as d from '../derive';
import type { Facts, IngredientFact, StageFact } from '../facts';
import type { Conditions } from '../rule';

// Time and temperature, cold steeps, water, cleanliness.

const held = (f: Facts): number => f.storage?.room_hold_min ?? 0;
const ambient = (f: Facts): number => f.storage?.ambient_c ?? 22;

/** A steep that stands between 5 and 60 °C for more than two hours. */
const warmSteep = (f: Facts): StageFact | undefined =>
  d
    .stagesOfKind(f, 'hot_steep', 'cold_steep', 'room_steep', 'decoct')
    .find((s) => d.tempOf(s) > 5 && d.tempOf(s) < 60 && d.minutesOf(s) > 120);

/**
 * The plant that no hot liquor reached; where the minutes of plants are not told, a drink none of whose stages was hot. Juice as it is
 * bought has been pasteurised.
 */
function coldest(f: Facts): IngredientFact | boolean | undefined {
  const told = d.ingredientsOf(f).filter((i) => i.hot_min !== undefined);
  if (told.length > 0)
    return told.find((i) => d.isPlant(i) && !d.wasHot(f, i) && (d.formOf(i) !== 'juice' || i.pasteurised === false));
  return d.stagesOf(f).length > 0 && !d.stagesOf(f).some((s) => d.tempOf(s) >= 80 && d.minutesOf(s) >= 3);
}

/** What cools is read once within this, min: half of what it has to fall to 21 °C. House choice. */
const READ_WITHIN_MIN = 60;

/** When the rules of time and temperature fire, by their ids. */
export const WARMTH_CONDITIONS: Conditions = {
  'TT-01': (f) => held(f) > 120 && ambient(f) <= 32 && !d.relaxedPlainTea(f) && !d.exempt(f),
  'TT-02': (f) => held(f) > 60 && ambient(f) > 32 && !d.exempt(f),
  'TT-03': (f) => d.relaxedPlainTea(f) && held(f) > 120 && held(f) <= 480,
  'TT-04': (f) => d.relaxedPlainTea(f) && held(f) > 480,
  'TT-05': (f) => d.stagesOfKind(f, 'sun_steep')[0],
  'TT-06': (f) => (d.exempt(f) ? undefined : warmSteep(f)),
  'TT-07': (f) => (d.exempt(f) ? warmSteep(f) : undefined),
  'TT-08': (f) => d.vulnerableDrinker(f) && coldest(f),
  'TT-09': (f) => f.mix_with_old === true,
  'TT-10': (f) => d.exempt(f) && held(f) > 240,
  // A forecast of a steep that stands warm is said by its own rule, and not twice.
  'COOL-01': (f) => (f.cooling?.min_60_to_21 ?? 0) > 120 && !(f.cooling?.predicted === true && warmSteep(f)),
  'COOL-02': (f) => (f.cooling?.min_21_to_5 ?? 0) > 240,
  'COOL-03': (f) => (f.cooling?.undivided_l ?? 0) > 2 && (f.cooling?.aid ?? 'none') === 'none',
  'COOL-04': (f) =>
    (f.cooling?.unread_min ?? 0) >= READ_WITHIN_MIN ||
    (f.storage?.where === 'fridge' &&
      f.cooling?.min_60_to_21 === undefined &&
      f.cooling?.min_21_to_5 === undefined &&
      d.stagesOf(f).some((s) => d.tempOf(s) >= 60)),
  'CB-01': (f) => d.stagesOfKind(f, 'cold_steep').find((s) => d.minutesOf(s) > 1440),
  'CB-02': (f) =>
    d
      .stagesOfKind(f, 'cold_steep')
      .find((s) => d.minutesOf(s) > 60 * d.longestUsualColdHours(f) && d.minutesOf(s) <= 1440),
  // What was boiled in its own pot first has cleaned it.
  'CB-03': (f) =>
    f.equipment?.vessel_clean === 'sanitised' || d.hotBrewed(f) ? undefined : d.stagesOfKind(f, 'cold_steep')[0],
  'CB-04': (f) =>
    ['well_untested', 'rain', 'spring', 'stream'].includes(f.water_source ?? '') &&
    (f.cold_water === true || !d.boiledFor(f, (f.altitude_m ?? 0) > 2000 ? 3 : 1)),
  'CB-05': (f) =>
    d
      .ingredientsOf(f)
      .find(
        (i) =>
          ['fresh', 'puree'].includes(d.formOf(i)) &&
          i.washed !== true &&
          (i.hot_min === undefined ? !d.hotBrewed(f) : !d.wasHot(f, i)),
      ),
};
