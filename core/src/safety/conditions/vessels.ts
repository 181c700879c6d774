import * as d from '../derive';
import type { Conditions } from '../rule';

// Heat, glass, pressure, vessels and tools.

const METAL_BLOCKED = [
  'galvanised',
  'lead_glazed',
  'unknown_glaze',
  'copper_unlined',
  'brass_unlined',
  'pewter',
  'lead_crystal',
];
const METAL_WARNED = ['aluminium_bare', 'cast_iron', 'carbon_steel', 'chipped_enamel'];
const NOT_FOR_FOOD = ['bucket_nonfood', 'bin_liner', 'plastic_unknown', 'pvc', 'painted'];
const BREAKABLE = ['glass', 'soda_lime_glass', 'thin_glass', 'mason_jar', 'decorative_glass'];
/** None of these is pressure-rated. */
export const ORDINARY_GLASS: readonly string[] = [...BREAKABLE, 'borosilicate'];
/** Vessels that are made to hold pressure. */
export const PRESSURE_RATED: readonly string[] = ['pressure_glass', 'pet_pressure', 'keg'];

/** When the rules of heat, glass and vessels fire, by their ids. */
export const VESSEL_CONDITIONS: Conditions = {
  'HOT-01': (f) => d.stagesOfKind(f, 'blend', 'shake').find((s) => d.tempOf(s) > 40 && s.lid === 'sealed'),
  'HOT-02': (f) => (f.serving_temp_c ?? 0) > 65,
  'HOT-03': (f) =>
    f.storage?.canned_tested
      ? undefined
      : d.stagesOfKind(f, 'pour', 'cool', 'hold').find((s) => d.tempOf(s) >= 60 && s.lid === 'sealed'),
  'HOT-04': (f) =>
    d
      .stagesOf(f)
      .find(
        (s) =>
          (s.kind === 'pour' && d.tempOf(s) >= 60 && BREAKABLE.includes(s.vessel ?? '') && s.prewarmed !== true) ||
          (ORDINARY_GLASS.includes(s.vessel ?? '') && (s.delta_c ?? 0) >= 50),
      ),
  'HOT-05': (f) =>
    d
      .stagesOf(f)
      .find(
        (s) => ((s.kind === 'boil' || s.kind === 'decoct') && BREAKABLE.includes(s.vessel ?? '')) || s.cracked === true,
      ),
  'HOT-06': (f) => d.stagesOfKind(f, 'boil').find((s) => d.tempOf(s) > 103 || (s.brix ?? f.storage?.brix ?? 0) >= 60),
  'HOT-07': (f) => (f.child_helper === true ? d.stagesOf(f).find((s) => d.tempOf(s) >= 50) : undefined),
  'HOT-08': (f) => d.stagesOf(f).find((s) => s.method === 'microwave' && d.tempOf(s) >= 95),
  'HOT-09': (f) => d.stagesOf(f).find((s) => s.method === 'pressure_cooker'),
  'HOT-10': (f) => f.dry_ice === true && (f.dry_ice_served === true || d.stagesOf(f).some((s) => s.lid === 'sealed')),

  'VES-01': (f) => d.acidDrink(f) && d.vesselsOf(f).some((v) => METAL_BLOCKED.includes(v)),
  'VES-02': (f) => d.acidDrink(f) && d.vesselsOf(f).some((v) => METAL_WARNED.includes(v)),
  'VES-03': (f) => d.vesselsOf(f).some((v) => NOT_FOR_FOOD.includes(v)),
  'VES-04': (f) =>
    f.reach === 'whole'
      ? f.storage?.vessel === 'plastic_food' && (f.serving_temp_c ?? 0) > 60
      : d.stagesOf(f).find((s) => s.vessel === 'plastic_food' && d.tempOf(s) > 60 && s.hot_rated !== true),
  'EQP-01': (f) => ['broken_wire', 'rusty', 'loose'].includes(f.equipment?.strainer ?? ''),
  'EQP-02': (f) =>
    ['dyed', 'fabric_softener', 'scented_detergent', 'improvised_cloth_unwashed', 'unknown'].includes(
      f.equipment?.cloth ?? '',
    ),
  'EQP-03': (f) => f.equipment?.cloth_reused === true && f.equipment.cloth_boiled !== true,
};
