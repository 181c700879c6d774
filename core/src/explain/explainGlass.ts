import { leafOf } from '../plan/planDrink';
import type { Plan, PlannedLeaf } from '../plan/planTypes';
import { handsOnMinutes, totalMinutes } from '../plan/workTime';
import { HALVING_SUGAR, harshShares, softenedBy, softenersOf } from '../liquid/harshness';
import { DECAF_LEFT } from '../reference/botanical';
import { plantIn, plantOf } from '../reference/plants';
import type { Explanation } from './explanation';

// What stands beside the strength of a glass: caffeine, acid, time, warming, and the second drink from a base.

const whole = (x: number, unit: string): string => `${x.toFixed(0)} ${unit}`;

/** Of a gram of the lot that is used. */
const caffeineMgPerG = (plan: Plan, { plant, ingredientId }: PlannedLeaf): number =>
  plantOf(plan.drink, plant).caffeineMgPerG *
  (plan.brews.some((b) => b.way.ingredients.some((i) => i.id === ingredientId && i.plant === plant && i.decaf))
    ? DECAF_LEFT
    : 1);

/** Caffeine of a glass, mg: what each plant holds at most, what each brew drew of it, what the glass has. */
export function explainCaffeine(plan: Plan): Explanation {
  const { glass, target } = plan;
  const sources = leafOf(plan).filter((l) => plantOf(plan.drink, l.plant).caffeineMgPerG > 0);
  const brewed = plan.brews
    .filter((b) => b.concentrate.caffeineMg > 0)
    .map((b) => ({
      text: `drawn by ${b.name.toLowerCase()} as it is made`,
      value: whole(b.concentrate.caffeineMg, 'mg'),
    }));
  return {
    title: 'Caffeine in a glass',
    exact: `${glass.liquid.caffeineMg.toFixed(1)} mg`,
    steps: [
      ...sources.map((l) => ({
        text: `${l.grams.toFixed(1)} g ${l.name}, at most`,
        value: whole(l.grams * caffeineMgPerG(plan, l), 'mg'),
      })),
      // It comes out with what else is drawn: a short or a cold steep leaves a part of it in the leaf.
      ...brewed,
      { text: `in a glass of ${target.glassMl} ml`, value: whole(glass.liquid.caffeineMg, 'mg') },
    ],
    constants: sources.map((l) => ({
      name: l.name,
      value: `${caffeineMgPerG(plan, l)} mg/g`,
      source: 'botanical table',
    })),
  };
}

/** Harshness is what is spent of each plant against what its drinkers bear, softened by sugar, felt together. */
export function explainHarsh(plan: Plan): Explanation {
  const { liquid, figures } = plan.glass;
  const against = Object.entries(harshShares(liquid))
    .map(([plant, share]) => ({ plant, share }))
    .filter((p) => p.share > 0.005)
    .sort((a, b) => b.share - a.share);
  const felt = softenedBy(softenersOf(liquid));
  return {
    title: 'Harshness of the glass',
    exact: `${(100 * figures.harsh).toFixed(0)} % of the limit`,
    steps: [
      ...against.map((p) => ({
        text: `${plantIn(liquid.own, p.plant).name}, its share of what is felt`,
        value: `${(100 * p.share).toFixed(0)} %`,
      })),
      {
        text: `of bitterness ${(100 * felt('bitter')).toFixed(0)} % and of puckering ${(100 * felt('astringent')).toFixed(0)} % are felt beside its sugar and acid; against what this house bears`,
        value: `${(100 * figures.harsh).toFixed(0)} %`,
      },
    ],
    constants: [
      {
        name: 'Limit',
        value: 'half of its own drinkers would call a whole glass too harsh',
        source: 'house estimates by plant, as grams of it that are spent',
      },
      {
        name: 'Sugar that halves bitterness',
        value: `${HALVING_SUGAR.bitter} g/L; puckering ${HALVING_SUGAR.astringent} g/L, perfume and resin ${HALVING_SUGAR.smelt} g/L`,
        source: 'directions published, sizes house estimates',
      },
      {
        name: 'This house bears',
        value: `×${plan.houseHarshLimit.toFixed(2)}`,
        source: 'your verdicts; 1 until they say otherwise',
      },
    ],
  };
}

/** Acid of a glass, g/L as citric, by the plants and juices that bring it. */
export function explainAcid(plan: Plan): Explanation {
  const { glass, target } = plan;
  const acid = (glass.figures.acidGPerL * target.glassMl) / 1000;
  const sources = leafOf(plan).filter((l) => plantOf(plan.drink, l.plant).citricEq > 0);
  return {
    title: 'Acid in a glass, as citric',
    exact: `${acid.toFixed(2)} g`,
    steps: [
      { text: 'acid of the glass', value: `${glass.figures.acidGPerL.toFixed(2)} g/L` },
      { text: `times ${target.glassMl} ml`, value: `${acid.toFixed(2)} g` },
    ],
    constants: sources.map((l) => ({
      name: l.name,
      value: `${(100 * plantOf(plan.drink, l.plant).citricEq).toFixed(1)} % of its mass`,
      source: `botanical table, ${plantOf(plan.drink, l.plant).confidence} confidence`,
    })),
  };
}

/** Time in all, min, by what it is made of, and how much of it is the hands'. */
export function explainTime(plan: Plan): Explanation {
  const [longest] = [...plan.brews].sort((a, b) => b.run.endMin - a.run.endMin);
  const { cooling, target } = plan;
  return {
    title: 'Time from the water to the glass',
    exact: whole(totalMinutes(plan), 'min'),
    steps: [
      ...longest!.run.stages
        .filter((s) => s.endMin - s.startMin >= 0.5)
        .map((s) => ({ text: `${longest!.name}, ${s.kind}`, value: whole(s.endMin - s.startMin, 'min') })),
      ...(cooling.bathMin > 0 && !target.hot ? [{ text: 'ice bath', value: whole(cooling.bathMin, 'min') }] : []),
      ...(cooling.fridgeMin > 0 && !target.hot
        ? [{ text: 'fridge to 5 °C', value: whole(cooling.fridgeMin, 'min') }]
        : []),
      { text: 'of it with the hands', value: whole(handsOnMinutes(plan), 'min') },
    ],
    constants: [
      { name: 'Measuring, straining, mixing', value: '1.5, 4 and 5 min', source: 'house estimate, half to twice' },
    ],
  };
}

/** Warming the jug before it is poured hot: °C, and how long. */
export function explainWarming(plan: Plan): Explanation {
  const { warming, kitchen, jug } = plan;
  return {
    title: 'Warming the jug',
    exact: warming ? `${warming.minutes.toFixed(1)} min` : 'not warmed',
    steps: warming
      ? [
          { text: 'volume', value: whole(jug.figures.volumeMl, 'ml') },
          { text: `from the fridge to the glass`, value: `${kitchen.fridgeC} to ${warming.toC} °C` },
          { text: `on ${kitchen.burner.watts} W`, value: `${warming.minutes.toFixed(1)} min` },
        ]
      : [],
    constants: [
      {
        name: 'Poured hot',
        value: `${warming?.toC ?? 68} °C`,
        source: 'house choice: above it aroma leaves, below 60 it is not kept hot',
      },
    ],
  };
}

/** The second drink of a base: how much of it is base, ml, and what that makes. */
export function explainSecond(plan: Plan): Explanation {
  const { second, target, brews } = plan;
  if (!second || !target.second) return { title: 'Second drink', exact: 'none', steps: [], constants: [] };
  return {
    title: `${target.second.name}, from the same base`,
    exact: `${second.baseMl.toFixed(0)} ml of base`,
    steps: [
      { text: `${target.second.litres} L at ×${target.second.strengthX}` },
      { text: 'strength of the base', value: `×${brews[0].figures.strengthX.toFixed(2)}` },
      { text: 'base', value: whole(second.baseMl, 'ml') },
      { text: 'water', value: whole(second.waterMl, 'ml') },
    ],
    constants: [],
  };
}
