import { referencePrimitives } from './referencePrimitives';

const ask = (name: string, inputs: Record<string, unknown>): Record<string, number> =>
  referencePrimitives[name]!(inputs) as Record<string, number>;

// Published or hand-worked reference points: name, inputs, field, expected, tolerance (share of the expected value).
const POINTS: readonly [string, Record<string, unknown>, string, number, number][] = [
  ['air.pressure', { altitude_m: 1500 }, 'value', 84556, 0.001],
  ['sucrose.viscosityRatio', { massFraction_pct: 65, temperatureA_C: 5, temperatureB_C: 103 }, 'value', 110, 0.2],
  ['sucrose.blendBrix', { brix1: 0, m1_g: 500, brix2: 60, m2_g: 500 }, 'value', 30, 1e-9],
  ['sucrose.blendBrix', { brix1: 0, v1_mL: 500, brix2: 60, v2_mL: 500 }, 'value', 33.79, 0.001],
  ['syrup.fromMasses', { sugar_g: 500, water_g: 500, temperature_C: 20 }, 'volume_mL', 813.2, 0.002],
  ['syrup.reduceToVolume', { brix1: 40, v1_L: 1.5, v2_L: 1 }, 'brix', 55.9, 0.004],
  ['syrup.reduceToVolume', { brix1: 40, v1_L: 1.5, v2_L: 1 }, 'evaporated_kg', 0.502, 0.01],
  ['syrup.reduceToBrix', { brix1: 30, brix2: 60, mass_kg: 2 }, 'value', 1, 1e-9],
  [
    'heat.heatUp',
    { mass_kg: 3, t1_C: 18, t2_C: 96, power_W: 1800, efficiency: 0.4, cp_kJ_kgK: 4.186 },
    'value',
    22.7 * 60,
    0.01,
  ],
  [
    'heat.newtonTime',
    { mass_kg: 2, cp_kJ_kgK: 4.186, vesselHeat_J_K: 600, ua_W_K: 1.2, t0_C: 90, t1_C: 30, ambient_C: 22 },
    'value',
    266.7,
    0.01,
  ],
  ['heat.newtonTemp', { t0_C: 95, ambient_C: 22, tau_min: 60, time_min: 60 }, 'value', 22 + 73 / Math.E, 1e-9],
  ['heat.twoStep', { from_C: 57, to_C: 21, ambient_C: 3, tau_min: 60, limit_min: 120 }, 'legMinutes', 65.9, 0.01],
  ['ice.pour', { drink_g: 250, drink_C: 20, ice_g: 150, ice_C: -18, strength_x: 1.2 }, 'meltedMass_g', 45.8, 0.02],
  [
    'ice.pour',
    { drink_g: 250, drink_C: 20, ice_g: 150, ice_C: -18, strength_x: 1.2, melt_g: 50 },
    'strengthAfterMelt_x',
    1,
    1e-9,
  ],
  ['ice.flashChill', { hot_C: 85, ice_C: -18, final_C: 5, target_x: 1 }, 'icePerHotMass', 0.854, 0.01],
  ['strength.dilute', { volume_mL: 300, strength_x: 3, target_x: 1.2 }, 'value', 450, 1e-9],
  ['strength.blend', { v1_mL: 100, x1: 3, v2_mL: 200, x2: 0.9 }, 'value', 1.6, 1e-9],
  ['blend.addOnly', { mass_g: 800, brix: 5, targetBrix: 9, syrupBrix: 60 }, 'value', 62.7, 0.001],
  [
    'blend.solve',
    { volume_mL: 1000, target_x: 1, targetBrix: 8, concentrate_x: 5, concentrateBrix: 0, syrupBrix: 60 },
    'syrup_mL',
    106.8,
    0.01,
  ],
  [
    'blend.solve',
    { volume_mL: 1000, target_x: 1, targetBrix: 8, concentrate_x: 5, concentrateBrix: 0, syrupBrix: 60 },
    'concentrate_mL',
    200,
    1e-4,
  ],
  [
    'extraction.equivalentTime',
    { ea_kJ_mol: 45, t0_C: 95, ambient_C: 22, tau_min: 60, time_min: 10 },
    'value',
    7.978,
    0.005,
  ],
  [
    'extraction.equivalentTime',
    { ea_kJ_mol: 45, segments: [{ temperature_C: 80, time_min: 5 }] },
    'value',
    2.678,
    0.005,
  ],
  ['extraction.extent', { ea_kJ_mol: 45, k95_per_min: 0.25, temperature_C: 80, time_min: 5 }, 'value', 0.488, 0.005],
  [
    'extraction.additions',
    { dose_g: 10, maxFraction: 0.5, k95_per_min: 0.1, enter_min: 5, leave_min: 15, temperature_C: 95 },
    'value',
    5 * (1 - Math.exp(-1)),
    1e-9,
  ],
  ['extraction.diffusivity', { d1_m2_s: 3.9e-11, t1_C: 25, d2_m2_s: 1.35e-10, t2_C: 90 }, 'value', 17.2, 0.01],
  ['extraction.slabRate', { d_m2_s: 1.35e-10, halfThickness_mm: 0.25 }, 'value', 0.32, 0.01],
  [
    'extraction.partition',
    { leaf_g: 30, maxFraction: 0.4, held_mL_per_g: 5.5, water_mL: 1200 },
    'value',
    12 * (1035 / 1200),
    1e-9,
  ],
  ['extraction.colourFade', { temperature_C: 25, k95_per_min: 0.003, ea_kJ_mol: 62 }, 'value', 19, 0.1],
  ['aroma.boilLoss', { evaporatedFraction: 0.5, relativeVolatility: 5 }, 'value', 0.03125, 1e-9],
  ['volume.ledger', { water_mL: 1200, evaporated_mL: 0, dry_g: 30, held_mL_per_g: 5.5 }, 'value', 1035, 1e-9],
  ['acid.ph', { citric_mol_L: 0.05, strongCation_mol_L: 0 }, 'value', 2.24, 0.02],
  ['acid.ph', { citric_mol_L: 0.05, strongCation_mol_L: 0.02 }, 'value', 2.97, 0.02],
  ['acid.ph', { citric_mol_L: 52 / 192.12, strongCation_mol_L: 0.03 }, 'value', 2.3, 0.02],
  ['ferment.co2Solubility', { temperature_C: 12.5, pCO2_atm: 1 }, 'value', 2.187, 0.001],
  ['ferment.co2Yield', { sucrose_g: 10 }, 'value', 5.14, 0.001],
  ['ferment.abvBound', { sucrose_g_L: 50 }, 'value', 3.41, 0.01],
  [
    'ferment.pressure',
    { sugarConsumed_g_L: 5, liquid_L: 1, headspace_L: 0.05, temperature_C: 25 },
    'value',
    1.64,
    0.04,
  ],
  ['ferment.pressure', { sugarConsumed_g_L: 5, liquid_L: 1, headspace_L: 0.05, temperature_C: 5 }, 'value', 0.89, 0.04],
  ['uncertainty.product', { cv_mass: 0.05, cv_potency: 0.08, cv_volume: 0.12 }, 'value', 0.153, 0.005],
  ['uncertainty.elasticity', { kt: 2 }, 'value', 0.313, 0.002],
  ['uncertainty.sum', { n: 6, sd_mL: 5 }, 'sdShared', 30, 1e-9],
  ['uncertainty.sobol', { a: 7, b: 0.1 }, 'firstOrderIndex_x2', 0.442, 0.07],
  ['calibration.normal', { priorMean: 0, priorSd: 0.25, obs: 0.2, obsSd: 0.2 }, 'posteriorMean', 0.122, 0.005],
  ['calibration.normal', { priorMean: 0, priorSd: 0.25, obs: 0.2, obsSd: 0.2 }, 'posteriorSd', 0.156, 0.005],
  ['calibration.orderedProbit', { cutLow: -0.5, cutHigh: 0.5, latentMean: 0, latentSd: 1 }, 'value', 0.3829, 0.001],
  ['taste.triangle', { n: 12, correct: 8, alpha: 0.05 }, 'minCorrect', 8, 1e-9],
  ['taste.triangle', { n: 20, correct: 11, alpha: 0.05 }, 'pValue', 0.0376, 0.01],
  ['taste.pair', { n: 12, correct: 10 }, 'pValue', 0.0193, 0.01],
  ['taste.dprime', { dprime: 1.5 }, 'trianglePc', 0.506, 0.01],
  ['taste.dprime', { dprime: 1.5 }, 'twoAfcPc', 0.856, 0.002],
  ['keeping.q10', { days: 5, q10: 2.5, temperature_C: 14, tref_C: 4 }, 'value', 2, 1e-9],
  [
    'sweetener.equivalence',
    { sucrose_g: 91.2, solidsFraction: 0.829, relativeSweetnessBySolids: 1.1 },
    'value',
    100,
    0.001,
  ],
  ['taste.ladder', { start_x: 1, ratio: 1.26, step: 3 }, 'value', 2, 0.001],
  ['colour.transmittance', { absorptivity_L_g_cm: 0.1, conc_g_L: 2, path_cm: 5 }, 'value', 0.1, 1e-9],
];

describe('the primitives by name', () => {
  it.each(POINTS)('%s of %j: %s is %d', (name, inputs, field, expected, tolerance) => {
    const got = ask(name, inputs)[field]!;
    expect(Math.abs(got / expected - 1)).toBeLessThanOrEqual(tolerance);
  });

  it.each(Object.keys(referencePrimitives))(
    '%s refuses to answer from nothing, or answers with numbers, never NaN',
    (name) => {
      let result: Record<string, unknown> = {};
      try {
        result = referencePrimitives[name]!({});
      } catch (error) {
        expect((error as Error).name).toBe('InputError');
      }
      for (const value of Object.values(result)) expect(value).not.toBeNaN();
    },
  );

  it('tell what was outside a range, beside the answer', () => {
    expect(ask('water.density', { temperature_C: 130 })).toMatchObject({
      warnings: [expect.objectContaining({ field: 'tempC', used: 110 })],
    });
  });
});
