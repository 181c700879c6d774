import type { Agitation } from '../extraction/extractionClass';
import { likelyRange } from '../quantity/estimate';
import { latentHeat } from '../physics/water';
import { requireNotNegative } from '../quantity/range';

// One law for the water that leaves a pot, before the strain and after it, by what the water itself boils at in this kitchen.

/** How hard it boils, set by eye: water leaving an open surface, kg/(h m²), with its spread on the log scale. House estimates. */
export const BOILS = {
  simmer: { kgPerM2H: 20, sigmaLn: 0.3 },
  rolling: { kgPerM2H: 45, sigmaLn: 0.35 },
} as const;
/** How hard it boils. */
export type Boil = keyof typeof BOILS;

/** What is said to be boiling rolls; anything else at the boil is a gentle simmer. */
export const boilOf = (agitation: Agitation): Boil => (agitation === 'boiling' ? 'rolling' : 'simmer');

/** Minutes that a boil-down of so many takes four times in five: how hard it boils is set by eye. */
export const boilDownRange = (agitation: Agitation, minutes: number): { low: number; high: number } =>
  likelyRange(minutes, BOILS[boilOf(agitation)].sigmaLn);

/** How much of the opening is covered. */
export type Covered = 'open' | 'loose' | 'closed';

/**
 * Share of an open pot's steam that a lid lets out: a lid that is on 0.05 to 0.20 at the boil and 0.02 to 0.10 below it, a loose
 * one 0.25 to 0.60. House estimates.
 */
export const LID_LETS_OUT = {
  atTheBoil: { open: 1, loose: 0.4, closed: 0.12 },
  belowIt: { open: 1, loose: 0.35, closed: 0.05 },
} as const satisfies Record<string, Record<Covered, number>>;

/** Within this of the boil a pot on the ring boils, K. */
const AT_THE_BOIL_K = 0.5;

/** At room warmth still water loses so much, and from here down the fit goes over into it: kg/(h m²), °C. */
const ROOM_LOSS = { kgPerM2H: 0.1, belowC: 40 };

/**
 * Water leaving an open still surface below the boil, kg/(h m²).
 * A fit, within a tenth from 50 °C up, to the heat and vapour that air takes from a skin cooler than the pot (film 7 W/(m² K), skin 2000 W/(m² K));
 * counted from the local boil it changes by less than a twentieth up to 3000 m.
 * @source psychrometric flux with Stefan flow; the film and the skin are house estimates, ±30 %
 */
export function openSteamKgPerM2H(tempC: number, boilsAtC: number, roomC: number): number {
  if (tempC <= roomC) return 0;
  const fit = (t: number): number => BOILS.simmer.kgPerM2H * Math.exp(-0.049 * Math.max(0, boilsAtC - 3 - t));
  if (tempC >= ROOM_LOSS.belowC || roomC >= ROOM_LOSS.belowC) return fit(tempC);
  const share = (tempC - roomC) / (ROOM_LOSS.belowC - roomC);
  return ROOM_LOSS.kgPerM2H + (fit(ROOM_LOSS.belowC) - ROOM_LOSS.kgPerM2H) * share;
}

/** What steam leaves a pot by: °C, m², W, W/K. */
export type Steaming = {
  tempC: number;
  boilsAtC: number;
  roomC: number;
  surfaceM2: number;
  lid: Covered;
  /** what the ring puts into the pot, W, and what the pot loses besides steam, W/K; undefined off the heat, where nothing boils */
  heated?: { intoPotW: number; lossWPerK: number; boil: Boil } | undefined;
};

/** Steam from a pot as it is, g a minute: at the boil as fast as it is let, or as the ring can. */
export function steamGPerMin({ tempC, boilsAtC, roomC, surfaceM2, lid, heated }: Steaming): number {
  requireNotNegative('steamGPerMin', 'surfaceM2', surfaceM2, 'm²');
  const perMin = (kgPerM2H: number): number => (kgPerM2H * surfaceM2 * 1000) / 60;
  if (!heated || tempC < boilsAtC - AT_THE_BOIL_K)
    return perMin(openSteamKgPerM2H(Math.min(tempC, boilsAtC), boilsAtC, roomC)) * LID_LETS_OUT.belowIt[lid];
  const spareW = Math.max(0, heated.intoPotW - heated.lossWPerK * (boilsAtC - roomC));
  const byRing = (60 * spareW) / latentHeat(Math.min(100, boilsAtC));
  return Math.min(perMin(BOILS[heated.boil].kgPerM2H) * LID_LETS_OUT.atTheBoil[lid], byRing);
}
