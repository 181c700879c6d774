import { tickedOf, type Audience } from '../drink/audience';
import { GLASSES_EACH, OF_MIX, provenanceKey, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { massG, volumeMl, type Liquid } from '../liquid/liquid';
import { stirredIn } from '../liquid/stirredIn';
import { partsOf } from '../reference/botanicals';
import { isOwnPlantId } from '../reference/ownPlants';
import { plantOf } from '../reference/plants';
import type { alcoholCalled, calledSo } from './dangerousNames';
import type { AudienceFact, Facts, IngredientFact } from './facts';

// What rules read of a drink as it is poured: who it is for, what is stirred into it, how sweet and how strong it is.

/** What any drink is for: its size, its drinkers, what is to become of it. */
export function sharedFacts(
  target: Pick<PlanTarget, 'litres' | 'glassMl' | 'sugarGPerL' | 'audience' | 'confirmedOn' | 'asked' | 'glassesEach'>,
  altitudeM: number,
): Facts {
  const { confirmedOn = {} } = target;
  return {
    volume_l: target.litres,
    serving_ml: target.glassMl,
    servings_per_day: target.glassesEach ?? GLASSES_EACH.usual,
    altitude_m: altitudeM,
    audience: {
      ...audienceFacts(target.audience, confirmedOn.pro_ok !== undefined),
      asked: Object.keys(target.asked ?? {}),
    },
    additions: { sugar: target.sugarGPerL > 0 },
    pets: target.audience.includes('pets'),
    child_helper: target.audience.includes('child-helper'),
    intent: {
      share: target.audience.includes('share'),
      sell: target.audience.includes('sell'),
      local_rules_confirmed: confirmedOn.local_rules !== undefined,
      // The label is printed by the house itself, with both.
      label_date: true,
      label_dilution: true,
      label_allergens: true,
    },
  };
}

const audienceFacts = (audience: Audience, proOk: boolean): AudienceFact => ({
  infant: audience.includes('infant'),
  toddler: audience.includes('toddler'),
  under_5: audience.includes('toddler') || audience.includes('infant'),
  child: audience.includes('child'),
  pregnant: audience.includes('pregnant'),
  breastfeeding: audience.includes('breastfeeding'),
  vulnerable: audience.includes('vulnerable'),
  driving: audience.includes('driving'),
  no_alcohol: audience.includes('no-alcohol'),
  no_caffeine: audience.includes('no-caffeine'),
  surgery_within_14_days: audience.includes('surgery-soon'),
  pro_ok: proOk,
  medication: tickedOf(audience, 'medicine'),
  conditions: tickedOf(audience, 'condition'),
  allergies: tickedOf(audience, 'allergy'),
});

/** "Juice of 5 oranges" is pressed here, out of fruit that is washed first; other juice comes in a pack. */
const SQUEEZED = /\bjuice of\b|\bsqueezed\b/i;

/** Pressed and not pasteurised. */
const RAW = { origin: 'bought', pasteurised: false } as const;

/** Juices of the mix are ingredients too. */
export const mixIngredients = (
  drink: Drink,
  mix: Readonly<Record<string, number>>,
  called: typeof calledSo = () => [],
  provenance: PlanTarget['provenance'] = {},
): IngredientFact[] =>
  drink.mix.flatMap(({ id, name, from, written }) => {
    const ml = mix[id] ?? 0;
    // A spirit line may be called what no drink may have: "peppermint oil".
    if (from.kind === 'spirit')
      return called(`${name} ${from.name}`).map((named) => ({ ...named, g: ml, ingredient: id, hot_min: 0 }));
    if (from.kind !== 'juice' || ml === 0) return [];
    const juice = plantOf(drink, from.plant);
    const sample = stirredIn(juice, 100);
    const g = (ml * massG(sample)) / volumeMl(sample);
    return partsOf(juice).map(({ plant, share }) => ({
      slug: plant,
      ...(isOwnPlantId(from.plant) ? { own: from.plant } : {}),
      g: g * share,
      ingredient: id,
      simmer_min: 0,
      boil_min: 0,
      hot_min: 0,
      ...(SQUEEZED.test(written ?? '') ? {} : { source: 'sealed_pack' }),
      ...(provenance[provenanceKey(OF_MIX, id)]?.raw ? RAW : {}),
    }));
  });

/** Alcohol in the jug, which everyone gets, and what goes into single glasses for those who want it. `mix` has both. */
export function spiritFacts(
  drink: Drink,
  mix: Readonly<Record<string, number>>,
  target: PlanTarget,
  kindOf: typeof alcoholCalled = () => 'bought',
): Pick<Facts, 'additions'> {
  const spirits = drink.mix.filter((l) => l.from.kind === 'spirit' && l.at === 'jug');
  const ml = spirits.reduce((sum, l) => sum + (mix[l.id] ?? 0), 0);
  const pure = spirits.reduce(
    (sum, l) => sum + ((mix[l.id] ?? 0) * (l.from.kind === 'spirit' ? l.from.abv : 0)) / 100,
    0,
  );
  const kinds = spirits.map((l) => (l.from.kind === 'spirit' ? kindOf(`${l.name} ${l.from.name}`) : 'bought'));
  const worstKind = kinds.find((k) => k !== 'bought') ?? 'bought';
  const abv = (100 * pure) / (target.litres * 1000);
  const glassMl = drink.mix
    .filter((l) => l.from.kind === 'spirit' && l.at === 'glass')
    .reduce((sum, l) => sum + (mix[l.id] ?? 0), 0);
  return {
    additions: {
      ...(glassMl > 0 ? { at_glass_ml: glassMl } : {}),
      ...(ml > 0 ? { alcohol_ml: ml, abv, alcohol_type: worstKind } : {}),
    },
  };
}

/** Where its water is from; what is poured in cold, or frozen, was in no pot. */
export function waterFacts(
  { mix, serve }: Drink,
  { iced, confirmedOn }: Pick<PlanTarget, 'iced' | 'confirmedOn'>,
  { waterFrom }: Kitchen,
): Pick<Facts, 'water_source' | 'cold_water'> {
  if (waterFrom === undefined || confirmedOn?.water_boiled !== undefined) return {};
  const cold = mix.some((l) => l.from.kind === 'water' && l.from.water === 'still') || (iced && serve.iceG > 0);
  return { water_source: waterFrom, ...(cold ? { cold_water: true } : {}) };
}

/** What was stirred into any part of it; what its plants and juices bring along is no added sugar. Honey in any part is honey in the drink. */
export const sweetFacts = (liquid: Liquid): { sugar: boolean; honey: boolean } => ({
  sugar: Object.entries(liquid.sugarG).some(([kind, g]) => !kind.startsWith('own:') && g > 0),
  honey: (liquid.sugarG['honey'] ?? 0) > 0,
});
