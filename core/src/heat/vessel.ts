import { houseEstimate, type Estimate } from '../quantity/estimate';
import { requirePositive } from '../quantity/range';

/** What a vessel may be made of; the rules ask about acid and heat in it. */
export const MATERIALS = [
  'steel',
  'enamel',
  'glass',
  'heatproof-glass',
  'stoneware',
  'aluminium',
  'plastic',
  'hot-plastic',
  'cast-iron',
  'copper',
  'chipped-enamel',
  'unknown-glaze',
] as const;
/** One of {@link MATERIALS}. */
export type Material = (typeof MATERIALS)[number];

/** A pot, jar, jug, bottle or glass, as a cylinder. `emptyG` is what it weighs empty (its tare). */
export type Vessel = {
  id: string;
  name: string;
  kind: 'pot' | 'jar' | 'jug' | 'bottle' | 'glass';
  capacityMl: number;
  diameterCm: number;
  emptyG: number;
  material: Material;
  /** a bottle that is made to hold pressure */
  pressure?: true;
  /** how its cooling on the counter was timed against the reference; the reference where it never was */
  timed?: TimedCooling;
};

/** Heat loss of a vessel as timed: times the reference, one standard deviation on the log scale, and which coolings it comes from. */
export type TimedCooling = { lossScale: number; sigmaLn: number; coolings: number; from: readonly string[] };

/** Specific heat of what vessels are made of, kJ/(kg K). Handbook values, rounded. */
export const VESSEL_CP: Record<Material, number> = {
  steel: 0.5,
  enamel: 0.5,
  aluminium: 0.9,
  glass: 0.84,
  stoneware: 0.9,
  plastic: 1.9,
  'heatproof-glass': 0.83,
  'hot-plastic': 1.9,
  'cast-iron': 0.46,
  copper: 0.39,
  'chipped-enamel': 0.5,
  'unknown-glaze': 0.9,
};

/** Heat the vessel itself takes up, J/K. */
export const vesselHeatJPerK = (vessel: Vessel): number => vessel.emptyG * VESSEL_CP[vessel.material];

/** Area of the round opening or of the liquid's surface, m2. */
export const openingM2 = (vessel: Vessel): number => (Math.PI * (vessel.diameterCm / 100) ** 2) / 4;

/** Height of the liquid, cm. */
export const levelCm = (vessel: Vessel, volumeMl: number): number => volumeMl / (openingM2(vessel) * 1e4);

/** Inner height of the vessel, cm. */
export const heightCm = (vessel: Vessel): number => levelCm(vessel, vessel.capacityMl);

/** Base, sides up to the level, and top, m2. */
export function wettedAreaM2(vessel: Vessel, volumeMl: number): number {
  requirePositive('wettedAreaM2', 'volumeMl', volumeMl, 'ml');
  const side = Math.PI * (vessel.diameterCm / 100) * (levelCm(vessel, volumeMl) / 100);
  return 2 * openingM2(vessel) + side;
}

/** Where something hot stands to cool. */
export type Place = 'counter' | 'fridge' | 'ice-bath';

/** A stirred ice bath warms at the pot while its ice melts: °C as it stands while it has ice. House estimate, 0.5 to 4. */
export const ICE_BATH_C = 2;

/**
 * Heat a closed vessel loses to its surroundings, W/(m2 K) over base, wetted sides and top.
 * House estimates, set so that a lidded 2 L pot on the counter loses 1.2 W/K (0.8 to 1.8), a 2 L jug in the fridge 1.1,
 * and 3 L in a stirred ice bath 25 (15 to 45). One timed cooling of the cook's own pot replaces them.
 */
export const CLOSED_LOSS: Record<Place, Estimate> = {
  counter: houseEstimate(12.5, 0.3),
  fridge: houseEstimate(11, 0.3),
  'ice-bath': houseEstimate(220, 0.3),
};

/** Heat loss of a closed vessel with this much in it, W/K. */
export const closedLossWPerK = (vessel: Vessel, volumeMl: number, place: Place): number =>
  CLOSED_LOSS[place].value *
  wettedAreaM2(vessel, volumeMl) *
  (place === 'counter' ? (vessel.timed?.lossScale ?? 1) : 1);
