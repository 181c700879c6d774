import { tickedOf, type Audience } from '../drink/audience';
import type { Drink, PlanTarget } from '../drink/drink';
import { massG, volumeMl, type Liquid } from '../liquid/liquid';
import { stirredIn } from '../liquid/stirredIn';
import { partsOf } from '../reference/botanicals';
import { plantOf } from '../reference/plants';
import type { alcoholCalled, calledSo } from './dangerousNames';
import type { AudienceFact, Facts, IngredientFact } from './facts';

// What rules read of a drink as it is poured: who it is for, what is stirred into it, how sweet and how strong it is.

/** What any drink is for: its size, its drinkers, what is to become of it. */
export function sharedFacts(
  target: Pick<PlanTarget, 'litres' | 'glassMl' | 'sugarGPerL' | 'audience' | 'confirmedOn'>,
  altitudeM: number,
): Facts {
  const { confirmedOn = {} } = target;
  return {
    volume_l: target.litres,
    serving_ml: target.glassMl,
    altitude_m: altitudeM,
    audience: audienceFacts(target.audience, confirmedOn.pro_ok !== undefined),
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

/** Juices of the mix are ingredients too. */
export const mixIngredients = (
  drink: Drink,
  mix: Readonly<Record<string, number>>,
  called: typeof calledSo = () => [],
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
      g: g * share,
      ingredient: id,
      simmer_min: 0,
      boil_min: 0,
      hot_min: 0,
      ...(SQUEEZED.test(written ?? '') ? {} : { source: 'sealed_pack' }),
    }));
  });

/** Alcohol in the jug, which everyone gets. What goes into single glasses is for those who want it. */
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
  return {
    additions: { sugar: target.sugarGPerL > 0, ...(ml > 0 ? { alcohol_ml: ml, abv, alcohol_type: worstKind } : {}) },
  };
}

/** Honey in any part of it is honey in the drink. */
export const sweetFacts = (
  liquid: Liquid,
  target: Pick<PlanTarget, 'sugarGPerL'>,
): { sugar: boolean; honey: boolean } => ({
  sugar: target.sugarGPerL > 0,
  honey: (liquid.sugarG['honey'] ?? 0) > 0,
});
