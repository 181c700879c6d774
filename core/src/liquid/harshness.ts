import { bearingsOf, type Bearing, type HarshKind } from '../reference/bearing';
import { plantIn } from '../reference/plants';
import { abvOf, acidGPerL, mapKinds, volumeMl, type ByKind, type Liquid } from './liquid';
import { sweetGPerL } from './sweetness';

// Harshness is what a tongue says of a whole glass, chilled: 1 where half of a plant's own drinkers would call it too harsh.
// docs/model.md tells where the law and its figures are from.

/** Bitter and puckering on the tongue; perfume, medicine, resin, burning, and the hay of what was cooked too long. */
export type HarshSense = 'bitter' | 'astringent' | Exclude<HarshKind, 'tongue'> | 'stewed';

/** What one species brings to one sense, in limits of its own, before anything softens it. */
export type HarshLoad = { sense: HarshSense; species: string; plant: string; load: number };

/** What takes the edge off: as so much white sugar, acid as citric, alcohol by volume, milk, salt. */
export type Softeners = {
  sweetGPerL: number;
  acidGPerL: number;
  abv: number;
  milkMlPerL: number;
  saltGPerL: number;
};

const gramsOf = (by: ByKind, plant: string): number => by[plant] ?? 0;

/** Every load of a liquid, by what is spent of each plant in a litre of it. */
export function harshLoadsOf(l: Liquid): HarshLoad[] {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return [];
  return Object.keys(l.harshG).flatMap((name) => {
    const b = plantIn(l.own, name);
    return bearingsOf(b).flatMap(({ plant, species, share, bearing }): HarshLoad[] => {
      const spent = (grams: number, limit: number): number => (grams * share) / litres / limit;
      const one = (sense: HarshSense, load: number): HarshLoad[] =>
        load > 0 ? [{ sense, species, plant: b.madeOf ? name : plant, load }] : [];
      const stewed = bearing.stewedGPerL ? one('stewed', spent(gramsOf(l.cookedG, name), bearing.stewedGPerL)) : [];
      if (bearing.kind !== 'tongue')
        return [...one(bearing.kind, spent(gramsOf(l.oilG, name), bearing.limitGPerL)), ...stewed];
      // The harsh solids that are in it are so many grams of the plant, spent.
      const u = b.harshMax > 0 ? spent(gramsOf(l.harshG, name) / b.harshMax, bearing.limitGPerL) : 0;
      return [
        ...one('bitter', u * bearing.bitterShare),
        ...one('astringent', u * Math.sqrt(1 - bearing.bitterShare ** 2)),
        ...stewed,
      ];
    });
  });
}

/** Sugar that halves what is felt, g/L as white sugar: of bitterness, of puckering, and of what is smelt or tastes stewed. */
export const HALVING_SUGAR = { bitter: 90, astringent: 180, smelt: 400 } as const;

/**
 * How much of a load is felt. Sugar halves bitterness at about a tenth of the drink (Calviño et al. 1990; Keast & Breslin 2003) and
 * takes a quarter to a third off astringency (Lyman & Green 1990; Smith et al. 1996), but hardly hides a smell; acid
 * hides bitterness and puckers more (Sowalsky & Noble 1998; Peleg & Noble 1999); alcohol makes bitterer and smoother (Fischer & Noble 1994).
 * Milk binds tannin (Luck et al. 1994; Jöbstl et al. 2006); salt takes off bitterness (Breslin & Beauchamp 1995).
 * Directions are published, sizes are house estimates.
 */
export function softenedBy({
  sweetGPerL: s,
  acidGPerL: a,
  abv,
  milkMlPerL: m,
  saltGPerL: n,
}: Softeners): (sense: HarshSense) => number {
  const v = Math.min(15, abv);
  const by = (sugar: number): number => 1 / (1 + s / sugar);
  const bitter = ((by(HALVING_SUGAR.bitter) / (1 + a / 40)) * (1 + 0.03 * v)) / (1 + m / 250) / (1 + n / 5);
  const astringent = (by(HALVING_SUGAR.astringent) * (1 + Math.min(a, 12) / 40) * (1 - 0.02 * v)) / (1 + m / 100);
  const fault = by(HALVING_SUGAR.smelt) / (1 + m / 300);
  return (sense) => (sense === 'bitter' ? bitter : sense === 'astringent' ? astringent : fault);
}

/** What softens harshness in a liquid: sugar and milk, g/L. */
export const softenersOf = (l: Liquid): Softeners => ({
  sweetGPerL: sweetGPerL(l),
  acidGPerL: acidGPerL(l),
  abv: abvOf(l),
  milkMlPerL: perLitreOf(l, l.milkMl),
  saltGPerL: perLitreOf(l, l.saltG),
});

const perLitreOf = (l: Liquid, amount: number): number => (amount === 0 ? 0 : (1000 * amount) / volumeMl(l));

/**
 * All loads as one. Unlike senses go together as a vector's sides do (Berglund et al. 1973, of smells: two equal ones feel like 1.4
 * of one); several plants of one sense come to more than that and less than their sum (Bartoshuk 1975; Keast et al. 2003).
 * Forms of one species are one plant.
 */
export function joined(loads: readonly Pick<HarshLoad, 'sense' | 'species' | 'load'>[]): number {
  const senses = new Map<HarshSense, Map<string, number>>();
  for (const { sense, species, load } of loads) {
    const of = senses.get(sense) ?? new Map<string, number>();
    of.set(species, (of.get(species) ?? 0) + load);
    senses.set(sense, of);
  }
  let squares = 0;
  for (const of of senses.values()) squares += ofOneSense([...of.values()]) ** 2;
  return Math.sqrt(squares);
}

const ofOneSense = (loads: readonly number[]): number =>
  loads.length === 1 ? loads[0]! : loads.reduce((sum, x) => sum + x ** 1.5, 0) ** (2 / 3);

/** What is felt of all loads of a liquid, in limits of its drinkers: it goes on growing, so it is what verdicts are learned on. */
export function harshLoad(l: Liquid, houseLimit = 1): number {
  const felt = softenedBy(softenersOf(l));
  return joined(harshLoadsOf(l).map((x) => ({ ...x, load: x.load * felt(x.sense) }))) / houseLimit;
}

/** How much of a resinous oil water takes up, in limits of its plant: after heat, and where it was never above 60 °C. House estimates. */
const DISSOLVES = { hot: 2, cold: 0.8 } as const;
/** From here on an infusion has been hot to its oils, °C. */
const OILS_HOT_C = 60;

/** The most of a plant's oils that a litre takes up, grams of the plant; Infinity for what dissolves freely. */
export const mostOil = ({ kind, limitGPerL }: Bearing, hottestC: number): number =>
  kind === 'resinous' ? (hottestC > OILS_HOT_C ? DISSOLVES.hot : DISSOLVES.cold) * limitGPerL : Infinity;

/** A liquor with what its water takes up of resinous oils: a month of juniper in a jar stays pleasant. Mixes of the cook's own keep theirs. */
export function withOilsThatDissolve(l: Liquid, hottestC: number): Liquid {
  const litres = volumeMl(l) / 1000;
  if (litres === 0 || Object.keys(l.oilG).length === 0) return l;
  return {
    ...l,
    oilG: mapKinds(l.oilG, (g, name) => {
      const [part, ...more] = bearingsOf(plantIn(l.own, name));
      const full = part && more.length === 0 ? mostOil(part.bearing, hottestC) * litres : Infinity;
      return Number.isFinite(full) ? full * (1 - Math.exp(-g / full)) : g;
    }),
  };
}

/** What a load is called: 1 at the limit, and ten limits are not ten times as harsh. House estimate of how it flattens. */
export const harshIndex = (load: number): number => (4 * load) / (3 + load);
/** The load that is called so, 0 to below 4. The inverse of {@link harshIndex}. */
export const loadOfIndex = (index: number): number => (3 * index) / (4 - index);

/**
 * Harshness as felt: 1 at the drinker's limit, at most 4, never below 0.
 * @param houseLimit the house's own limit as learned, 1 unless verdicts moved it
 */
export const harshness = (l: Liquid, houseLimit = 1): number => harshIndex(harshLoad(l, houseLimit));

/** Share of each plant in what is felt; they add up to 1 where anything is. */
export function harshShares(l: Liquid): Record<string, number> {
  const shares: Record<string, number> = {};
  const whole = harshLoad(l);
  if (whole > 0)
    for (const { plant, load, slope } of slopesOf(l)) shares[plant] = (shares[plant] ?? 0) + (load * slope) / whole;
  return shares;
}

/**
 * Harshness of other liquids as a figure that adds, true of what is poured into this one: each plant's load by how steeply it is felt
 * here, sugar and acid held. Of this liquid itself it is {@link harshLoad}; of a mix of the same plants a little less than the truth, of
 * plants that are not here yet a little more.
 */
export function harshTangent(here: Liquid): (l: Liquid) => number {
  const slopes = new Map(slopesOf(here).map((s) => [keyOf(s), s.slope]));
  const felt = softenedBy(softenersOf(here));
  // A plant that is not here yet is felt by itself.
  return (l) => harshLoadsOf(l).reduce((sum, x) => sum + x.load * (slopes.get(keyOf(x)) ?? felt(x.sense)), 0);
}

const keyOf = (x: { sense: HarshSense; plant: string }): string => `${x.sense}:${x.plant}`;

/** How much a little more of each load adds to what is felt. */
function slopesOf(l: Liquid): (HarshLoad & { slope: number })[] {
  const felt = softenedBy(softenersOf(l));
  const loads = harshLoadsOf(l).map((x) => ({ ...x, soft: felt(x.sense), felt: x.load * felt(x.sense) }));
  const whole = joined(loads.map((x) => ({ ...x, load: x.felt })));
  return loads.map((x) => {
    const sense = loads.filter((o) => o.sense === x.sense);
    const ofSense = joined(sense.map((o) => ({ ...o, load: o.felt })));
    const species = sense.reduce((sum, o) => sum + (o.species === x.species ? o.felt : 0), 0);
    return { ...x, slope: whole > 0 ? (x.soft * Math.sqrt(ofSense * species)) / whole : x.soft };
  });
}
