import { phOf } from '../acid/ph';
import { solveBlend } from '../blend/solveBlend';
import { washRecoveredG } from '../brew/waterLedger';
import { aromaLeftAfterBoiling, fadeHalfLifeDays } from '../extraction/aromaAndFade';
import { equivalentMinutes, rateFactor } from '../extraction/arrhenius';
import { activationEnergyOf, slabRatePerMin } from '../extraction/diffusion';
import { extent, freeShare } from '../extraction/extract';
import { abvBound, closedPressureBar, CO2_PER_SUCROSE, co2BoundG, dissolvedCo2GPerL } from '../ferment/carbonDioxide';
import { coolingTauMin, evaporatedKg, newtonMinutes, newtonTempC, secondsToHeat, type Load } from '../heat/heating';
import { ambientMeltG, flashChill, iceInDrink } from '../heat/ice';
import { temperatureHistory, type Segment } from '../heat/temperatureHistory';
import { keepingDaysAt } from '../keeping/keepingWindow';
import {
  airPressure,
  latentHeat,
  STANDARD_PRESSURE_PA,
  vapourPressure,
  WATER_CP,
  waterBoilingPoint,
  waterDensity,
} from '../physics/water';
import { waterToThinMl } from '../plan/mixJug';
import { InputError, withWarnings, type Warning, type WarningSink } from '../quantity/errors';
import { normalCdf } from '../quantity/normal';
import {
  boilingPointElevation,
  brixFromSpecificGravity,
  freezingPoint,
  specificGravity,
  sucroseDensity,
  sucroseSolubility,
  sucroseSpecificHeat,
  sucroseViscosity,
  sugarGPerL,
  syrupBoilingPoint,
  waterActivity,
} from '../sugar/sucroseSolution';
import { addOnlySyrup, evaporatedToBrix, reduceToVolume, syrupFromCups, syrupFromMasses } from '../sugar/syrup';
import { sweetenerForSucroseG } from '../sugar/sweeteners';
import {
  fewestCorrect,
  guessingPValue,
  ladderX,
  PAIR_GUESS,
  pairCorrect,
  TRIANGLE_GUESS,
  triangleCorrect,
} from '../taste/discrimination';
import { sensitivity } from '../uncertainty/sensitivity';
import { cvOfProduct, spreadOfSum, timeElasticity, updateNormal, varianceShares } from '../uncertainty/spread';

/**
 * The core's primitives by the names of the modelling note, with its units: the table of contents of docs/model.md, and the
 * one door through which published reference points can be held against the core.
 *
 * Every primitive takes an object of named inputs and returns an object of named results; a single result is called `value`.
 * Where an input was outside a model's stated range, `warnings` says at what it was answered.
 */

export type PrimitiveInputs = Readonly<Record<string, unknown>>;
export type PrimitiveResult = Readonly<Record<string, unknown>>;
export type Primitive = (inputs: PrimitiveInputs) => PrimitiveResult;

/** Reads inputs; one that is missing without a default, or no number, is refused by its name. */
type Given = {
  (name: string, fallback?: number): number;
  raw: (name: string) => unknown;
  has: (name: string) => boolean;
};

function primitive(compute: (given: Given, warn: WarningSink) => number | PrimitiveResult): Primitive {
  return (inputs) => {
    const given = ((name: string, fallback?: number) => {
      const value = inputs[name] ?? fallback;
      if (typeof value !== 'number' || Number.isNaN(value))
        throw new InputError('referencePrimitives', name, 'a number', value);
      return value;
    }) as Given;
    given.raw = (name) => inputs[name];
    given.has = (name) => inputs[name] !== undefined && inputs[name] !== null;
    const { value, warnings } = withWarnings((warn) => compute(given, warn));
    return { ...(typeof value === 'number' ? { value } : value), ...warned(warnings) };
  };
}

const warned = (warnings: readonly Warning[]): PrimitiveResult => (warnings.length > 0 ? { warnings } : {});

const loadOf = (g: Given): Load => ({
  massKg: g('mass_kg'),
  cpKJPerKgK: g('cp_kJ_kgK', WATER_CP),
  vesselJPerK: g('vesselHeat_J_K', 0),
  lossWPerK: g('ua_W_K', 0),
  ambientC: g('ambient_C', 20),
});

/** Segments given as objects or as pairs of minutes and °C; or Newton cooling; or a ramp; or a hold. */
function historyOf(g: Given): ReturnType<typeof temperatureHistory> {
  const list = g.raw('segments');
  if (Array.isArray(list)) return temperatureHistory(list.map(segmentOf));
  const minutes = g('time_min');
  if (g.has('tau_min')) {
    return temperatureHistory([
      { kind: 'newton', minutes, fromC: g('t0_C'), towardsC: g('ambient_C'), tauMin: g('tau_min') },
    ]);
  }
  if (g.has('t1_C')) return temperatureHistory([{ kind: 'ramp', minutes, fromC: g('t0_C'), toC: g('t1_C') }]);
  return temperatureHistory([
    { kind: 'hold', minutes, tempC: g.has('temperature_C') ? g('temperature_C') : g('t0_C') },
  ]);
}

function segmentOf(given: unknown): Segment {
  if (Array.isArray(given)) return { kind: 'hold', minutes: Number(given[0]), tempC: Number(given[1]) };
  const s = given as Record<string, unknown>;
  const first = (...names: string[]): number => Number(names.map((n) => s[n]).find((v) => v !== undefined) ?? NaN);
  const minutes = first('time_min', 'minutes', 'duration_min', 'min');
  if (s['tau_min'] !== undefined)
    return { kind: 'newton', minutes, fromC: first('t0_C'), towardsC: first('ambient_C'), tauMin: first('tau_min') };
  if (s['t1_C'] !== undefined) return { kind: 'ramp', minutes, fromC: first('t0_C'), toC: first('t1_C') };
  return { kind: 'hold', minutes, tempC: first('temperature_C', 'temp_C', 't_C', 't0_C') };
}

function extentOf(g: Given): number {
  const minutes = equivalentMinutes(historyOf(g), g('ea_kJ_mol', 45), g('tref_C', 95));
  return extent({ k95PerMin: g('k95_per_min'), coldShare: 1 }, minutes, 0);
}

/** One addition held at one temperature from its entry to its leave. */
function additionG(g: Given): number {
  const minutes =
    Math.max(0, g('leave_min') - g('enter_min', 0)) *
    rateFactor(g('ea_kJ_mol', 45), g('temperature_C', 95), g('tref_C', 95));
  return g('dose_g') * g('maxFraction') * extent({ k95PerMin: g('k95_per_min'), coldShare: 1 }, minutes, 0);
}

function blendOf(g: Given): PrimitiveResult {
  const volumeMl = g('volume_mL');
  const result = solveBlend({
    volumeMl,
    liquids: [
      { id: 'concentrate', perLitre: { x: g('concentrate_x'), sugar: sugarGPerL(g('concentrateBrix', 0)) } },
      { id: 'syrup', perLitre: { sugar: sugarGPerL(g('syrupBrix', 0)) } },
      { id: 'water', perLitre: {} },
    ],
    goals: [
      { id: 'sugar', target: sugarGPerL(g('targetBrix', 0)), tolerance: 1, weight: 100 },
      { id: 'x', target: g('target_x'), tolerance: 0.05 },
    ],
  });
  if (result.kind === 'no-blend') return { reason: result.reason };
  return {
    concentrate_mL: result.volumesMl['concentrate'],
    syrup_mL: result.volumesMl['syrup'],
    water_mL: result.volumesMl['water'],
    bestStrength_x: result.reached['x'],
  };
}

/** The mixed Brix of two solutions given by mass, or by volume at a temperature. */
function blendedBrix(g: Given, warn: WarningSink): number {
  const temp = g('temperature_C', 20);
  const mass = (n: 1 | 2): number =>
    g.has(`m${n}_g`) ? g(`m${n}_g`) : (g(`v${n}_mL`) * sucroseDensity(g(`brix${n}`), temp, warn)) / 1000;
  return (mass(1) * g('brix1') + mass(2) * g('brix2')) / (mass(1) + mass(2));
}

function reducedToVolume(g: Given, warn: WarningSink): PrimitiveResult {
  const temp = g('volumeTemperature_C', 20);
  const from = g('brix1');
  // A volume read hot is the same mass in more room.
  const cold = (brix: number): number => sucroseDensity(brix, temp, warn) / sucroseDensity(brix, 20, warn);
  const volumeMl = g('v1_L') * 1000 * cold(from);
  let reduced = reduceToVolume({ brix: from, volumeMl, toVolumeMl: g('v2_L') * 1000 }, warn);
  for (let i = 0; i < 6 && temp !== 20; i++) {
    reduced = reduceToVolume({ brix: from, volumeMl, toVolumeMl: g('v2_L') * 1000 * cold(reduced.brix) }, warn);
  }
  return { brix: reduced.brix, evaporated_kg: reduced.evaporatedG / 1000 };
}

function icePour(g: Given): PrimitiveResult {
  const drinkG = g('drink_g');
  const hasGlass = g.has('glass_g');
  const pour = iceInDrink({
    drinkG,
    drinkC: g('drink_C'),
    iceG: g('ice_g'),
    iceC: g('ice_C', -18),
    drinkCp: g('cpWater_kJ_kgK', WATER_CP),
    ...(hasGlass ? { glassG: g('glass_g'), glassC: g('glass_C'), glassCp: g('cpGlass_kJ_kgK', 0.84) } : {}),
  });
  const meltG = g('melt_g', pour.meltedG);
  return {
    finalTemperature_C: pour.finalC,
    meltedMass_g: pour.meltedG,
    strengthAfterMelt_x: (g('strength_x', 1) * drinkG) / (drinkG + meltG),
  };
}

function probitAnswer(g: Given): number {
  const [mean, sd] = [g('latentMean', 0), g('latentSd', 1)];
  const below = (name: string, end: number): number => (g.has(name) ? normalCdf((g(name) - mean) / sd) : end);
  if (g.has('cutTop') && !g.has('cutLow') && !g.has('cutHigh')) return 1 - below('cutTop', 1);
  return below('cutHigh', 1) - below('cutLow', 0);
}

/** Second-order-free test function with known sensitivities. @source Ishigami & Homma 1990 */
function ishigami(g: Given): number {
  const [a, b] = [g('a', 7), g('b', 0.1)];
  const angle = (q: number): number => Math.PI * (2 * q - 1);
  const f = ([x, y, z]: readonly number[]): number =>
    Math.sin(angle(x!)) + a * Math.sin(angle(y!)) ** 2 + b * angle(z!) ** 4 * Math.sin(angle(x!));
  return sensitivity(f, 3, { n: 8192, seed: 7 }).firstOrder[1]!;
}

export const referencePrimitives: Readonly<Record<string, Primitive>> = {
  'water.density': primitive((g, warn) => waterDensity(g('temperature_C'), warn)),
  'water.vapourPressure': primitive((g, warn) => vapourPressure(g('temperature_C'), warn)),
  'water.boilingPoint': primitive((g, warn) => waterBoilingPoint(g('altitude_m', 0), warn)),
  'water.latentHeat': primitive((g, warn) => latentHeat(g('temperature_C', 100), warn)),
  'air.pressure': primitive((g, warn) => airPressure(g('altitude_m'), warn)),
  'sucrose.density': primitive((g, warn) => sucroseDensity(g('massFraction_pct'), g('temperature_C', 20), warn)),
  'sucrose.sg': primitive((g, warn) => specificGravity(g('brix'), warn)),
  'sucrose.brixFromSG': primitive((g, warn) => brixFromSpecificGravity(g('sg_20_20'), warn)),
  'sucrose.gramsPerLitre': primitive((g, warn) => sugarGPerL(g('brix'), g('temperature_C', 20), warn)),
  'sucrose.solubility': primitive((g, warn) => {
    const value = sucroseSolubility(g('temperature_C'), warn);
    return { value, gPer100gWater: (100 * value) / (100 - value) };
  }),
  'sucrose.viscosity': primitive((g, warn) => sucroseViscosity(g('massFraction_pct'), g('temperature_C', 20), warn)),
  'sucrose.viscosityRatio': primitive(
    (g, warn) =>
      sucroseViscosity(g('massFraction_pct'), g('temperatureA_C'), warn) /
      sucroseViscosity(g('massFraction_pct'), g('temperatureB_C'), warn),
  ),
  'sucrose.boilingPointElevation': primitive((g, warn) =>
    boilingPointElevation(g('massFraction_pct'), g('pressure_Pa', STANDARD_PRESSURE_PA), warn),
  ),
  'sucrose.boilingTemperature': primitive((g, warn) => syrupBoilingPoint(g('brix'), g('altitude_m', 0), warn)),
  'sucrose.waterActivity': primitive((g, warn) => waterActivity(g('massFraction_pct'), warn)),
  'sucrose.freezingPoint': primitive((g, warn) => freezingPoint(g('massFraction_pct'), warn)),
  'sucrose.specificHeat': primitive((g, warn) =>
    sucroseSpecificHeat(g('massFraction_pct'), g('temperature_C', 20), g('purity_pct', 100), warn),
  ),
  'sucrose.blendBrix': primitive(blendedBrix),
  'syrup.fromMasses': primitive((g, warn) => {
    const { brix, massG } = syrupFromMasses({ sugarG: g('sugar_g'), waterG: g('water_g') }, warn);
    return { brix, volume_mL: (1000 * massG) / sucroseDensity(brix, g('temperature_C', 20), warn) };
  }),
  'syrup.fromVolumes': primitive(
    (g, warn) =>
      syrupFromCups(
        {
          sugarCups: g('sugar_cups'),
          sugarGPerCup: g('sugarDensity_g_per_cup', 200),
          waterCups: g('water_cups'),
          tempC: g('temperature_C', 20),
        },
        warn,
      ).brix,
  ),
  'syrup.reduceToVolume': primitive(reducedToVolume),
  'syrup.reduceToBrix': primitive((g) =>
    evaporatedToBrix({ mass: g('mass_kg'), brix: g('brix1'), toBrix: g('brix2') }),
  ),
  'evaporation.fromWatts': primitive((g, warn) =>
    evaporatedKg({ netPowerW: g('netPower_W'), minutes: g('time_min'), tempC: g('temperature_C', 100) }, warn),
  ),
  'heat.heatUp': primitive((g) =>
    secondsToHeat({
      load: loadOf(g),
      fromC: g('t1_C'),
      toC: g('t2_C'),
      powerIntoPotW: g.has('netPower_W') ? g('netPower_W') : g('power_W') * g('efficiency', 1),
    }),
  ),
  'heat.newtonTime': primitive((g) =>
    newtonMinutes({
      fromC: g('t0_C'),
      toC: g('t1_C'),
      ambientC: g('ambient_C'),
      tauMin: g.has('tau_min') ? g('tau_min') : coolingTauMin(loadOf(g)),
    }),
  ),
  'heat.newtonTemp': primitive((g) =>
    newtonTempC({ fromC: g('t0_C'), ambientC: g('ambient_C'), tauMin: g('tau_min'), minutes: g('time_min') }),
  ),
  'heat.twoStep': primitive((g) => {
    const legMinutes = newtonMinutes({
      fromC: g('from_C'),
      toC: g('to_C'),
      ambientC: g('ambient_C'),
      tauMin: g('tau_min'),
    });
    return { legMinutes, legPasses: legMinutes <= g('limit_min') };
  }),
  'ice.pour': primitive(icePour),
  'ice.ambientMelt': primitive((g) =>
    ambientMeltG({
      minutes: g('time_min'),
      ambientC: g('ambient_C'),
      drinkC: g('drink_C', 0),
      lossWPerK: g('ua_W_K', 0.4),
    }),
  ),
  'ice.flashChill': primitive((g) => {
    const { icePerHot, concentrateX } = flashChill({
      hotC: g('hot_C'),
      iceC: g('ice_C', -18),
      finalC: g('final_C', 0),
      targetX: g('target_x', 1),
    });
    return { icePerHotMass: icePerHot, concentrateStrength_x: concentrateX };
  }),
  'strength.dilute': primitive((g) =>
    waterToThinMl({ volumeMl: g('volume_mL'), fromX: g('strength_x'), toX: g('target_x') }),
  ),
  'strength.blend': primitive((g) => (g('v1_mL') * g('x1') + g('v2_mL') * g('x2')) / (g('v1_mL') + g('v2_mL'))),
  'blend.addOnly': primitive((g) =>
    addOnlySyrup({ massG: g('mass_g'), brix: g('brix'), targetBrix: g('targetBrix'), syrupBrix: g('syrupBrix') }),
  ),
  'blend.solve': primitive(blendOf),
  'extraction.rateFactor': primitive((g) => rateFactor(g('ea_kJ_mol'), g('temperature_C'), g('tref_C', 95))),
  'extraction.equivalentTime': primitive((g) => equivalentMinutes(historyOf(g), g('ea_kJ_mol'), g('tref_C', 95))),
  'extraction.extent': primitive(extentOf),
  'extraction.additions': primitive(additionG),
  'extraction.diffusivity': primitive((g) =>
    activationEnergyOf({ d1: g('d1_m2_s'), t1C: g('t1_C'), d2: g('d2_m2_s'), t2C: g('t2_C') }),
  ),
  'extraction.slabRate': primitive((g) =>
    slabRatePerMin({ diffusivity: g('d_m2_s'), halfThicknessMm: g('halfThickness_mm') }),
  ),
  'extraction.partition': primitive((g) => {
    const heldMl = g('held_mL_per_g') * g('leaf_g');
    return g('leaf_g') * g('maxFraction') * freeShare({ freeMl: g('water_mL') - heldMl, heldMl });
  }),
  'extraction.colourFade': primitive((g) =>
    fadeHalfLifeDays({ tempC: g('temperature_C'), k95PerMin: g('k95_per_min', 0.003), eaKJPerMol: g('ea_kJ_mol', 62) }),
  ),
  'aroma.boilLoss': primitive((g) =>
    aromaLeftAfterBoiling({ evaporatedShare: g('evaporatedFraction'), relativeVolatility: g('relativeVolatility') }),
  ),
  'volume.ledger': primitive((g) => g('water_mL') - g('evaporated_mL', 0) - g('dry_g') * g('held_mL_per_g')),
  'volume.wash': primitive((g) =>
    washRecoveredG({ heldMl: g('held_mL'), heldGPerL: g('heldConc_g_L'), washMl: g('wash_mL') }),
  ),
  'acid.ph': primitive((g) =>
    phOf({ citricMolPerL: g('citric_mol_L'), strongCationEqPerL: g('strongCation_mol_L', 0) }),
  ),
  'ferment.co2Solubility': primitive((g, warn) =>
    dissolvedCo2GPerL({ pressureAtm: g('pCO2_atm', 1), tempC: g('temperature_C') }, warn),
  ),
  'ferment.co2Yield': primitive((g) => co2BoundG(g('sucrose_g'))),
  'ferment.abvBound': primitive((g) => abvBound(g('sucrose_g_L'))),
  'ferment.pressure': primitive((g, warn) =>
    closedPressureBar(
      {
        sugarConsumedGPerL: g('sugarConsumed_g_L'),
        liquidL: g('liquid_L'),
        headspaceL: g('headspace_L'),
        tempC: g('temperature_C'),
        co2PerSugar: g('co2Yield_g_g', CO2_PER_SUCROSE),
      },
      warn,
    ),
  ),
  'uncertainty.product': primitive((g) => cvOfProduct([g('cv_mass'), g('cv_potency'), g('cv_volume')])),
  'uncertainty.share': primitive((g) => {
    const [mass, potency, volume] = varianceShares([g('cv_mass'), g('cv_potency'), g('cv_volume')]) as [
      number,
      number,
      number,
    ];
    return { value: Math.max(mass, potency, volume), mass, potency, volume };
  }),
  'uncertainty.elasticity': primitive((g) => timeElasticity(g('kt'))),
  'uncertainty.sum': primitive((g) => {
    const { independent, shared } = spreadOfSum(g('n'), g('sd_mL'));
    return { sdIndependent: independent, sdShared: shared };
  }),
  'uncertainty.sobol': primitive((g) => ({ firstOrderIndex_x2: ishigami(g) })),
  'calibration.normal': primitive((g) => {
    const { mean, sd } = updateNormal({
      priorMean: g('priorMean', 0),
      priorSd: g('priorSd'),
      obs: g('obs'),
      obsSd: g('obsSd'),
    });
    return { posteriorMean: mean, posteriorSd: sd };
  }),
  'calibration.orderedProbit': primitive(probitAnswer),
  'taste.triangle': primitive((g) => {
    const n = g('n');
    return {
      minCorrect: fewestCorrect({ n, alpha: g('alpha', 0.05), guess: TRIANGLE_GUESS }),
      ...(g.has('correct') ? { pValue: guessingPValue({ correct: g('correct'), n, guess: TRIANGLE_GUESS }) } : {}),
    };
  }),
  'taste.pair': primitive((g) => guessing(g)),
  'taste.dprime': primitive((g) => ({ trianglePc: triangleCorrect(g('dprime')), twoAfcPc: pairCorrect(g('dprime')) })),
  'keeping.q10': primitive((g) =>
    keepingDaysAt({ days: g('days'), tempC: g('temperature_C'), referenceC: g('tref_C', 4), q10: g('q10', 2.5) }),
  ),
  'sweetener.equivalence': primitive((g) =>
    sweetenerForSucroseG({
      sucroseG: g('sucrose_g'),
      solids: g('solidsFraction'),
      sweetness: g('relativeSweetnessBySolids'),
    }),
  ),
  'taste.ladder': primitive((g) => ladderX({ startX: g('start_x'), ratio: g('ratio'), step: g('step') })),
  'colour.transmittance': primitive((g) => 10 ** -(g('absorptivity_L_g_cm') * g('conc_g_L') * g('path_cm'))),
};

function guessing(g: Given): PrimitiveResult {
  const pValue = guessingPValue({ correct: g('correct'), n: g('n'), guess: PAIR_GUESS });
  return { pValue, value: pValue };
}
