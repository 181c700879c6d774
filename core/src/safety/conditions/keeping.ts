import * as d from '../derive';
import type { Facts } from '../facts';
import type { Conditions } from '../rule';
import { ORDINARY_GLASS, PRESSURE_RATED } from './vessels';

// Keeping, ferments, acidity, canning, low-acid infusions.

const days = (f: Facts): number => f.storage?.days ?? 0;
const stored = (f: Facts): boolean => f.storage?.where !== undefined;
const pastTarget = (f: Facts): boolean => {
  if (!stored(f)) return false;
  const { targetDays, hardDays } = d.windowOf(f);
  return days(f) > targetDays && days(f) <= hardDays;
};
const warmlyStored = ({ storage: s }: Facts): boolean => s?.where === 'room' || (s?.temp_c ?? 4) > 5;
/** Neither sugar, spirit nor a tested process keeps it. */
const unpreserved = ({ storage: s }: Facts): boolean =>
  (s?.brix ?? 0) < 65 && (s?.abv ?? 0) < 20 && s?.canned_tested !== true;

function sweetWarmAndSealed(f: Facts): boolean {
  const s = f.storage;
  const sweet = (s?.brix ?? 0) >= 3 || d.sweetened(f) || d.hasKey(f, 'fruit_perishable');
  return s?.sealed === true && ORDINARY_GLASS.includes(s.vessel ?? '') && sweet && warmlyStored(f) && unpreserved(f);
}

const measured = ({ storage: s }: Facts): boolean =>
  s?.ph !== undefined && (s.ph_method === 'meter' || s.ph_method === 'strip');

/** When the rules of keeping, ferments and acidity fire, by their ids. */
export const KEEPING_CONDITIONS: Conditions = {
  'KEEP-01': (f) => stored(f) && days(f) > d.windowOf(f).hardDays,
  'KEEP-02': pastTarget,
  'KEEP-03': (f) => d.vulnerableDrinker(f) && pastTarget(f),
  'KEEP-04': (f) => stored(f) && !f.intent?.label_date,
  'STO-01': ({ storage: s }) =>
    s?.where === 'room' && (s.days ?? 0) >= 1 && !s.canned_tested && (s.abv ?? 0) < 20 && !s.dry_mix,
  'STO-02': ({ storage: s }) => s?.where === 'fridge' && (s.temp_c ?? 4) > 5,
  'STO-03': ({ storage: s }) => ['reused_unwashed', 'unknown_contents', 'ex_chemical'].includes(s?.container ?? ''),
  'STO-04': ({ storage: s }) =>
    (s?.container === 'reused_washed' && s.worn === true) || s?.container === 'single_use_plastic',
  'STO-05': (f) => f.observations?.mould === true,
  'STO-06': (f) => {
    const o = f.observations;
    return Boolean(o?.slime || o?.off_smell || o?.bulging || (o?.unexpected_fizz && !d.ferments(f)));
  },
  'STO-07': ({ storage: s }) =>
    s?.where === 'freezer' &&
    ORDINARY_GLASS.includes(s.vessel ?? '') &&
    s.headspace_pct !== undefined &&
    s.headspace_pct < 10,
  'STO-08': (f) => d.ingredientsOf(f).find((i) => ['mouldy', 'musty', 'insects', 'damp'].includes(i.condition ?? '')),
  'STO-09': (f) => d.ingredientsOf(f).find((i) => d.hasKeyIn(i, 'mould_check') && i.condition === undefined),

  'FER-01': (f) =>
    d
      .stagesOfKind(f, 'ferment', 'carbonate')
      .find((s) => s.lid === 'sealed' && !PRESSURE_RATED.includes(s.vessel ?? '')),
  'FER-02': (f) =>
    d
      .stagesOfKind(f, 'ferment', 'carbonate')
      .find((s) => s.lid === 'sealed' && PRESSURE_RATED.includes(s.vessel ?? '') && s.pressure_check !== true),
  'FER-03': (f) => (d.phAtMost(f, 4.2) ? undefined : d.ferments(f)),
  'FER-04': (f) => (measured(f) && f.storage!.ph! > 4.6 ? d.ferments(f) : undefined),
  'FER-05': (f) =>
    d.pregnant(f) || f.audience?.vulnerable || f.audience?.toddler || d.condition(f, 'immunocompromised')
      ? d.ferments(f)
      : undefined,
  'FER-06': sweetWarmAndSealed,
  'PH-01': ({ storage: s }) => s?.ph !== undefined && (s.ph_method === undefined || s.ph_method === 'estimate'),
  'PH-02': ({ storage: s }) => s?.ph_method === 'strip' && s.ph !== undefined && s.ph >= 3.8 && s.ph <= 4.6,
  'CARB-01': (f) => d.stagesOfKind(f, 'carbonate').find((s) => d.tempOf(s) > 25 || s.pulp === true),

  'CAN-01': ({ intent: i }) => i?.can === true && i.tested_recipe !== true,
  'CAN-02': ({ intent: i }) => i?.can === true && i.recipe_changed === true,
  'CAN-03': (f) => f.intent?.can === true && f.altitude_m === undefined && f.intent.altitude_m === undefined,
  'CAN-04': (f) =>
    f.intent?.can === true && (f.intent.altitude_m ?? f.altitude_m ?? 0) > 305 && f.intent.altitude_adjusted !== true,
  'CAN-05': ({ intent: i }) =>
    i?.can === true && ['open_kettle', 'inversion', 'oven', 'dishwasher', 'microwave', 'sun'].includes(i.method ?? ''),
  'BOT-01': (f) => {
    const cold = f.storage?.where === 'freezer' || (f.storage?.where === 'fridge' && days(f) <= 4);
    return !cold && d.slugged(f, 'oil') && d.keyed(f, 'low_acid_fresh');
  },
  'BOT-02': (f) =>
    (f.storage?.sealed === true || f.storage?.vacuum === true) &&
    warmlyStored(f) &&
    !d.phAtMost(f, 4.6) &&
    unpreserved(f) &&
    d.keyed(f, 'low_acid_fresh'),
  'BOT-03': (f) =>
    (d.honey(f) || d.slugged(f, 'glycerine') !== undefined) &&
    f.storage?.where === 'room' &&
    !d.hotBrewed(f) &&
    !d.phAtMost(f, 4.6) &&
    d.keyed(f, 'low_acid_fresh'),
  'BOT-04': (f) => f.storage?.vacuum === true && f.storage.where === 'fridge' && days(f) > 7 && !d.phAtMost(f, 4.6),
};
