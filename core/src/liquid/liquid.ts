import { InputError } from '../quantity/errors';
import { requireInRange, requireNotNegative } from '../quantity/range';
import { BRIX, sucroseDensity } from '../sugar/sucroseSolution';
import { waterDensity } from '../physics/water';
import { SWEETENERS, type Sweetener } from '../sugar/sweeteners';
import { PULP_ML_PER_G } from '../reference/matter';
import { plantsTogether, type Plants } from '../reference/plants';

/** Grams by kind. */
export type ByKind = Readonly<Record<string, number>>;

/**
 * What a liquid is made of, in grams (caffeine in mg; `ethanolG` is alcohol). Everything here adds when liquids are mixed and halves when
 * they are halved; strength, Brix, acidity and colour are derived.
 * Body is net: without the plant's own sugar and acid, which stand under sugar and acid.
 */
export type Liquid = {
  readonly waterG: number;
  readonly bodyG: ByKind;
  /** what is bitter and puckering */
  readonly harshG: ByKind;
  /** grams of a plant whose oils are all out, and that are cooked through: told by the plant, because they weigh next to nothing */
  readonly oilG: ByKind;
  readonly cookedG: ByKind;
  readonly sugarG: ByKind;
  /** as citric acid */
  readonly acidG: number;
  readonly caffeineMg: number;
  readonly ethanolG: number;
  /** what does not dissolve: fruit pulp, cocoa, the fat of milk. It takes room and counts neither as strength nor in a Brix. */
  readonly pulpG: number;
  readonly saltG: number;
  /** milk and kefir in it, ml: they bind what puckers */
  readonly milkMl: number;
  /** figures of the cook's own plants that are in it, so that it can be judged by itself wherever it is poured */
  readonly own?: Plants;
};

/** Nothing at all. */
export const NO_LIQUID: Liquid = {
  waterG: 0,
  bodyG: {},
  harshG: {},
  oilG: {},
  cookedG: {},
  sugarG: {},
  acidG: 0,
  caffeineMg: 0,
  ethanolG: 0,
  pulpG: 0,
  saltG: 0,
  milkMl: 0,
};

/** Plain water of a volume at 20 °C. */
export const waterOf = (volumeMl: number): Liquid => ({
  ...NO_LIQUID,
  waterG: (requireNotNegative('waterOf', 'volumeMl', volumeMl, 'ml') * waterDensity(20)) / 1000,
});

/** A sweetener dissolved in water. */
export const syrupOf = ({
  sugarG,
  waterG,
  kind = 'white_sugar',
}: {
  sugarG: number;
  waterG: number;
  kind?: string;
}): Liquid => ({
  ...NO_LIQUID,
  waterG: requireNotNegative('syrupOf', 'waterG', waterG, 'g'),
  sugarG: { [kind]: requireNotNegative('syrupOf', 'sugarG', sugarG, 'g') },
});

/** A liquid with so many grams of a sweetener stirred in, as it comes: honey brings water, and molasses acid. */
export function addSweetener(l: Liquid, grams: number, kind: string): Liquid {
  requireNotNegative('addSweetener', 'grams', grams, 'g');
  const { solids, acid = 0 } = (SWEETENERS as Readonly<Record<string, Sweetener>>)[kind] ?? { solids: 1 };
  return {
    ...l,
    waterG: l.waterG + grams * (1 - solids),
    sugarG: { ...l.sugarG, [kind]: (l.sugarG[kind] ?? 0) + grams * (solids - acid) },
    acidG: l.acidG + grams * acid,
  };
}

/** All of these in one vessel. */
export function pourTogether(...liquids: readonly Liquid[]): Liquid {
  // Filled in place, then handed out as read-only: this runs some hundred times in a plan.
  const sum = {
    waterG: 0,
    bodyG: {},
    harshG: {},
    oilG: {},
    cookedG: {},
    sugarG: {},
    acidG: 0,
    caffeineMg: 0,
    ethanolG: 0,
    pulpG: 0,
    saltG: 0,
    milkMl: 0,
  };
  let own: Plants | undefined;
  for (const one of liquids) {
    const { plants, renamed } = plantsTogether(own, one.own);
    own = plants;
    const l = withNames(one, renamed);
    sum.waterG += l.waterG;
    sum.acidG += l.acidG;
    sum.caffeineMg += l.caffeineMg;
    sum.ethanolG += l.ethanolG;
    sum.pulpG += l.pulpG;
    sum.saltG += l.saltG;
    sum.milkMl += l.milkMl;
    addInto(sum.bodyG, l.bodyG);
    addInto(sum.harshG, l.harshG);
    addInto(sum.oilG, l.oilG);
    addInto(sum.cookedG, l.cookedG);
    addInto(sum.sugarG, l.sugarG);
  }
  return own ? { ...sum, own } : sum;
}

/** Body of fruit that was only mashed or blended, never steeped or heated, stands under this name: it is food, and no strength. */
export const rawBodyOf = (plant: string): string => `raw:${plant}`;
/** The plant that a body is of. */
export const plantOfBody = (name: string): string => (name.startsWith('raw:') ? name.slice(4) : name);

/** A plant's own sugar stands under this name. */
export const ownSugarOf = (plant: string): string => `own:${plant}`;

/** A liquid whose plants go by other names. */
function withNames(l: Liquid, renamed: Readonly<Record<string, string>>): Liquid {
  const names = Object.entries(renamed);
  if (names.length === 0) return l;
  const sugars = Object.fromEntries(names.map(([from, to]) => [ownSugarOf(from), ownSugarOf(to)]));
  const bodies = { ...renamed, ...Object.fromEntries(names.map(([from, to]) => [rawBodyOf(from), rawBodyOf(to)])) };
  const under = (kinds: ByKind, other: Readonly<Record<string, string>>): ByKind =>
    Object.fromEntries(Object.entries(kinds).map(([kind, g]) => [other[kind] ?? kind, g]));
  return {
    ...l,
    bodyG: under(l.bodyG, bodies),
    harshG: under(l.harshG, renamed),
    oilG: under(l.oilG, renamed),
    cookedG: under(l.cookedG, renamed),
    sugarG: under(l.sugarG, sugars),
  };
}

function addInto(sum: Record<string, number>, kinds: ByKind): void {
  for (const kind in kinds) sum[kind] = (sum[kind] ?? 0) + kinds[kind]!;
}

/** A share of a liquid, 0 or more (2 doubles it). */
export function portionOf(l: Liquid, share: number): Liquid {
  requireNotNegative('portionOf', 'share', share, '');
  return {
    waterG: l.waterG * share,
    bodyG: mapKinds(l.bodyG, (g) => g * share),
    harshG: mapKinds(l.harshG, (g) => g * share),
    oilG: mapKinds(l.oilG, (g) => g * share),
    cookedG: mapKinds(l.cookedG, (g) => g * share),
    sugarG: mapKinds(l.sugarG, (g) => g * share),
    acidG: l.acidG * share,
    caffeineMg: l.caffeineMg * share,
    ethanolG: l.ethanolG * share,
    pulpG: l.pulpG * share,
    saltG: l.saltG * share,
    milkMl: l.milkMl * share,
    ...(l.own ? { own: l.own } : {}),
  };
}

/**
 * The part of a liquid that fills a volume at 20 °C.
 * @throws InputError for a volume of a liquid that is not there
 */
export function portionOfVolume(l: Liquid, ml: number): Liquid {
  const all = volumeMl(l);
  if (ml > 0 && all === 0) throw new InputError('portionOfVolume', 'ml', '0 ml: there is no liquid', ml);
  return ml === 0 ? NO_LIQUID : portionOf(l, ml / all);
}

/** The liquid with so much more water, g. */
export const addWater = (l: Liquid, grams: number): Liquid => ({ ...l, waterG: l.waterG + grams });

/** The liquid after some of its water has left as steam. */
export function withoutWater(l: Liquid, steamG: number): Liquid {
  if (steamG === 0) return l;
  if (!(steamG > 0 && steamG < l.waterG))
    throw new InputError('withoutWater', 'steamG', `0 to below ${l.waterG} g`, steamG);
  return { ...l, waterG: l.waterG - steamG };
}

/** Sum over kinds, g. */
export function totalOf(kinds: ByKind): number {
  let sum = 0;
  for (const kind in kinds) sum += kinds[kind]!;
  return sum;
}
/** All that is dissolved, g. */
export const solidsG = (l: Liquid): number =>
  totalOf(l.bodyG) + totalOf(l.harshG) + totalOf(l.sugarG) + l.acidG + l.saltG;
/** Mass of a liquid with all that is in it, g. */
export const massG = (l: Liquid): number => l.waterG + l.ethanolG + l.pulpG + solidsG(l);

/** Apparent sugar, % by mass: all dissolved solids counted as sucrose; pulp is no part of what a refractometer sees. */
export const apparentBrix = (l: Liquid): number => {
  const clear = massG(l) - l.pulpG;
  return clear === 0 ? 0 : (100 * solidsG(l)) / clear;
};

/** Volume at 20 °C, ml; all dissolved solids take the room of sucrose. */
export function volumeMl(l: Liquid): number {
  const solids = solidsG(l);
  const mass = l.waterG + solids;
  const besideMl = l.ethanolG / ETHANOL_G_PER_ML + l.pulpG * PULP_ML_PER_G;
  if (mass === 0) return besideMl;
  const brix = (100 * solids) / mass;
  return (
    (brix > DENSEST ? l.waterG * WATER_ML_PER_G + solids * DENSE_ML_PER_G : (1000 * mass) / sucroseDensity(brix)) +
    besideMl
  );
}

/** Past the density model, as in honey and dry sugar, each gram of solids takes the room it takes at its end. */
const DENSEST = BRIX.max;
const WATER_ML_PER_G = 1000 / waterDensity(20);
const DENSE_ML_PER_G = ((1000 * 100) / sucroseDensity(DENSEST) - (100 - DENSEST) * WATER_ML_PER_G) / DENSEST;

/** Density of alcohol at 20 °C. That it shrinks a little when it mixes with water is left out: below 4 % of the volume. */
const ETHANOL_G_PER_ML = 0.789;

/** A spirit of a strength by volume, % vol. */
export const spiritOf = (ml: number, abv: number): Liquid => ({
  ...waterOf(ml * (1 - requireInRange('spiritOf', 'abv', abv, { unit: '% vol', min: 0, max: 96 }) / 100)),
  ethanolG: (requireNotNegative('spiritOf', 'ml', ml, 'ml') * abv * ETHANOL_G_PER_ML) / 100,
});

/** Alcohol by volume, %. */
export const abvOf = (l: Liquid): number =>
  l.ethanolG === 0 ? 0 : (100 * l.ethanolG) / ETHANOL_G_PER_ML / volumeMl(l);

const perLitre = (l: Liquid, g: number): number => (g === 0 ? 0 : (1000 * g) / volumeMl(l));

/** Sugar of every kind, g/L. For white sugar and fruit this is sucrose-equivalent sweetness too. */
export const sugarGPerL = (l: Liquid): number => perLitre(l, totalOf(l.sugarG));
/** Acid of a liquid at 20 °C, g/L as citric. */
export const acidGPerL = (l: Liquid): number => perLitre(l, l.acidG);
/** Body that one plant gave, g/L of the liquid at 20 °C. */
export const bodyGPerL = (l: Liquid, plant: string): number => perLitre(l, l.bodyG[plant] ?? 0);

/** The same kinds with other amounts. */
export function mapKinds(kinds: ByKind, f: (g: number, kind: string) => number): ByKind {
  const mapped: Record<string, number> = {};
  for (const kind in kinds) mapped[kind] = f(kinds[kind]!, kind);
  return mapped;
}
