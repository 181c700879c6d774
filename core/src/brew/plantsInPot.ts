import { InputError } from '../quantity/errors';
import { scaledGrams, untilStrained, type BrewIngredient, type BrewWay, type Stage } from '../drink/drink';
import { CUT_EFFECT } from '../drink/cut';
import { AGITATION } from '../extraction/extractionClass';
import { ALL_OUT, extentsAt, NOTHING_OUT, type Addition, type Clocks, type Extents } from '../extraction/extract';
import { leftBehind, openingRate, pulpThrough, stillClosed, type Opened } from '../extraction/opening';
import { addWater, NO_LIQUID, pourTogether, rawBodyOf, volumeMl, type Liquid } from '../liquid/liquid';
import { givenBy, smells, stews, stirredIn } from '../liquid/stirredIn';
import { DECAF_LEFT } from '../reference/botanical';
import type { Botanical } from '../reference/botanicals';
import { isFresh, ownLiquorMlPerG, type FreshMatter } from '../reference/matter';
import { plantIn } from '../reference/plants';
import { FACTOR_SIGMA, type BrewFactors } from './brewFactors';
import { mainAgitation, type BrewSetup, type StageTime } from './timeline';

// What is in the pot besides its water: plants that give, fruit that is opened, juice that is in at once; and what each keeps at the strain.

/** One ingredient of a brew of a size. */
export type PlantIn = {
  ingredient: BrewIngredient;
  botanical: Botanical;
  grams: number;
  fresh: FreshMatter | undefined;
  /** fruit that is only mashed or blended: it is eaten, and counts nothing towards strength */
  raw: boolean;
};

const BREWING: ReadonlySet<string> = new Set(['toast', 'heat', 'hold', 'steep', 'reduce', 'ferment']);

/** Whether nothing is steeped, heated or left to work: a puree, a fruit water. */
const isOnlyMixed = (way: BrewWay): boolean => !way.stages.some((s) => BREWING.has(s.kind));

/** Ingredients that go in after the strain; for most ways none. */
function goesInLater(way: BrewWay): readonly BrewIngredient[] {
  const before = untilStrained(way);
  return way.ingredients.filter(
    ({ enters }) => !before.some((s) => s.id === enters.stageId) && way.stages.some((s) => s.id === enters.stageId),
  );
}

const plantsOfAll = ({ way, scale, plants }: BrewSetup): PlantIn[] => {
  const mixed = isOnlyMixed(way);
  return way.ingredients.map((ingredient) => {
    const botanical = plantIn(plants, ingredient.plant);
    const fresh = isFresh(botanical.matter) ? botanical.matter : undefined;
    const raw = mixed && botanical.extractionClass === 'fresh_fruit';
    return { ingredient, botanical, grams: scaledGrams(ingredient, scale), fresh, raw };
  });
};

/** What goes in before the strain. */
export function plantsIn(setup: BrewSetup): PlantIn[] {
  const later = goesInLater(setup.way);
  const all = plantsOfAll(setup);
  return later.length === 0 ? all : all.filter((p) => !later.includes(p.ingredient));
}

/**
 * What is stirred into the strained liquor as a stage of it begins: juice, extract, salt.
 * @throws InputError for a plant that would have to be steeped
 */
export function stirredInAfter(setup: BrewSetup, stageId: string): Liquid {
  const later = goesInLater(setup.way);
  if (later.length === 0) return NO_LIQUID;
  const own = plantsOfAll(setup).filter((p) => later.includes(p.ingredient) && p.ingredient.enters.stageId === stageId);
  return own.length === 0 ? NO_LIQUID : pourTogether(...own.map((p) => atOnce(p)));
}

function atOnce({ ingredient, botanical, grams }: PlantIn): Liquid {
  if (botanical.extractionClass !== 'stirred_in')
    throw new InputError(
      'runBrew',
      `ingredients.${ingredient.id}`,
      'what is steeped, before the strain: after it only what is in at once',
      ingredient.enters.stageId,
    );
  return stirredIn(botanical, grams, ingredient.potency ?? 1);
}

/** At the very moment between two stages a history still has the temperature of the earlier one. */
const JUST_AFTER_MIN = 1e-9;

/** A plant's time in the pot, and what the hands did to it there. */
export type InThePot = {
  addition: Addition | 'all-at-once';
  /** minute of the run at which it goes in */
  entersMin: number;
  opened: readonly { how: Opened; atMin: number }[];
};

/**
 * @param brix of what it goes into at a minute, sugar of the plants aside
 * @throws InputError for an ingredient that goes in or out at a stage that is not there
 */
export function inThePot(
  { ingredient, botanical, fresh }: PlantIn,
  setup: BrewSetup,
  {
    stages,
    factors,
    brixAt,
  }: { stages: readonly StageTime[]; factors: BrewFactors; brixAt: (atMin: number) => number },
): InThePot {
  const moment = ({ stageId, atMin }: { stageId: string; atMin: number }): number => {
    const stage = stages.find((s) => s.stageId === stageId);
    if (!stage)
      throw new InputError(
        'runBrew',
        `ingredients.${ingredient.id}`,
        'a plant that goes in and out at a stage that is there',
        stageId,
      );
    // Toasted dry, a plant gives from the moment the water comes.
    return stage.kind === 'toast' ? stage.endMin + JUST_AFTER_MIN : stage.startMin + atMin;
  };
  const entersMin = moment(ingredient.enters);
  const leavesMin = ingredient.leaves ? moment(ingredient.leaves) : Infinity;
  if (botanical.extractionClass === 'stirred_in') return { addition: 'all-at-once', entersMin, opened: [] };
  const brix = brixAt(entersMin);
  return {
    entersMin,
    opened: fresh ? handsOn(setup.way.stages, stages).filter((o) => o.atMin >= entersMin && o.atMin <= leavesMin) : [],
    addition: {
      extractionClass: botanical.extractionClass,
      ...(fresh ? { opening: openingRate(fresh) } : {}),
      entersMin,
      ...(ingredient.leaves ? { leavesMin } : {}),
      rateScale:
        factors.rate * AGITATION[mainAgitation(setup.way)] * (ingredient.cut ? CUT_EFFECT[ingredient.cut].rate : 1),
      // A thick syrup slows what has to be dissolved out; out of what is fresh it draws the water.
      ...(brix > 0 && !fresh ? { inSyrupBrix: brix } : {}),
      noOil: !smells(botanical),
      noCooking: !stews(botanical),
    },
  };
}

/** Work that opens what is fresh. */
export const HAND_OPENS: Partial<Record<string, Opened>> = { crush: 'mash', blend: 'blend' };

/** Mashing and blending of what is in the pot, done when their spell of work is over. */
const handsOn = (all: readonly Stage[], times: readonly StageTime[]): { how: Opened; atMin: number }[] =>
  all.flatMap((stage) => {
    const time = times.find((t) => t.stageId === stage.id);
    const how = stage.kind === 'hands' ? HAND_OPENS[stage.work] : undefined;
    return how && time ? [{ how, atMin: time.endMin }] : [];
  });

/** Shares that are out by a moment; of what is fresh, `body` is the share of its cells that is open. */
export function extentsOf(
  clocks: Clocks,
  plant: PlantIn,
  { addition, entersMin, opened }: InThePot,
  atMin: number,
  /** whether the hands have done, or will have done, their work up to the strain */
  worked = false,
): Extents {
  // Juice that goes in as the pot cools is not in it before.
  if (addition === 'all-at-once') return worked || atMin >= entersMin - JUST_AFTER_MIN ? ALL_OUT : NOTHING_OUT;
  const drawn = extentsAt(clocks, addition, atMin);
  if (!plant.fresh) return drawn;
  const done = opened.filter((o) => worked || atMin >= o.atMin).map((o) => o.how);
  if (done.length === 0) return drawn;
  const body = 1 - (1 - drawn.body) * stillClosed(plant.fresh, done);
  // Fruit that is mashed is drunk: all that the tongue and the nose find in it is there.
  return plant.botanical.extractionClass === 'fresh_fruit' ? { ...drawn, body, tongue: 1, oil: 1 } : { ...drawn, body };
}

/** What a plant has given to the liquor, its own water with it where it is fresh. */
export function dissolvedFrom(
  { botanical: b, ingredient, grams, fresh, raw }: PlantIn,
  extents: Extents,
  anyLot: number,
): Liquid {
  const potency = anyLot * (ingredient.potency ?? 1);
  const harshCut = ingredient.cut ? CUT_EFFECT[ingredient.cut].harsh : 1;
  if (b.extractionClass === 'stirred_in') return extents.body > 0 ? stirredIn(b, grams, potency) : NO_LIQUID;
  const caffeine = ingredient.decaf ? DECAF_LEFT : 1;
  const spent = grams * potency;
  const given = givenBy(b, {
    body: spent * extents.body,
    tongue: spent * harshCut * extents.tongue,
    oil: spent * harshCut * extents.oil,
    cooked: spent * extents.cooked,
  });
  const wet = fresh ? addWater(given, grams * fresh.water * extents.body) : given;
  const whole = caffeine === 1 ? wet : { ...wet, caffeineMg: wet.caffeineMg * caffeine };
  return raw ? asFood(whole) : whole;
}

const asFood = (l: Liquid): Liquid => ({
  ...l,
  bodyG: Object.fromEntries(Object.entries(l.bodyG).map(([plant, g]) => [rawBodyOf(plant), g])),
});

/** Of a fruit's spread, what is in how much liquor it has at all. House estimate. */
export const BROUGHT_SHARE = 0.2;

/** What the plants keep of the liquor when it is taken off them. */
export type Kept = {
  /** liquor of the pool left in them drained, and what a press wins of that back, ml */
  drainedMl: number;
  pressedMl: number;
  /** what a press opens of fresh plants: it joins the pool */
  squeezed: Liquid;
  /** pulp that goes through, g */
  pulpG: number;
  /** liquor that fresh plants and juices brought to the pool, ml */
  ownMl: number;
};

/** Takes the plants out, at a moment of the run. */
export function keptBy(
  plants: readonly PlantIn[],
  extents: (i: number) => Extents,
  {
    pots,
    strain,
    everHot,
    thick,
    heldScale,
    heldOff,
    anyLot,
    atMin,
  }: {
    pots: readonly InThePot[];
    strain: Extract<Stage, { kind: 'strain' }> | undefined;
    everHot: boolean;
    thick: boolean;
    /** times what a gram holds; 0 where the pulp is poured with the drink */
    heldScale: number;
    /** how far off the usual that is, in standard deviations: fruit and petals differ more than leaf, each by its own spread */
    heldOff: number;
    /** what any lot gives against the reference */
    anyLot: number;
    /** undefined once all the work of the hands is done */
    atMin: number | undefined;
  },
): Kept {
  let [drainedMl, pressedMl, pulpG, ownMl] = [0, 0, 0, 0];
  const squeezed: Liquid[] = [];
  const press = strain?.press ?? false;
  plants.forEach((p, i) => {
    const { botanical: b, grams, fresh, ingredient } = p;
    if (b.extractionClass === 'stirred_in') {
      ownMl += volumeMl(stirredIn(b, grams));
      return;
    }
    if (!fresh) {
      drainedMl += heldScale * grams * b.absorbGPerG;
      if (press) pressedMl += heldScale * grams * b.absorbGPerG * b.pressRecovery;
      return;
    }
    const { body } = extents(i);
    const wider = Math.exp(heldOff * (fresh.spread - FACTOR_SIGMA.held));
    // Who keeps more of it also gave less: what is left on the blade and the board.
    const brought = Math.exp(-heldOff * fresh.spread * BROUGHT_SHARE);
    const opened = pots[i]!.opened.filter((o) => atMin === undefined || atMin >= o.atMin).at(-1)?.how;
    const out = (pressed: boolean): { poolMl: number; open: number } => {
      const { heldMl, open } = leftBehind(fresh, body, {
        press: pressed,
        opened,
        everHot,
        thick,
        times: heldScale * wider,
      });
      return { poolMl: grams * Math.max(0, heldMl - (1 - open) * ownLiquorMlPerG(fresh)), open };
    };
    // What was lifted out before is not pressed with the rest.
    const [drained, taken] = [out(false), out(press && !ingredient.leaves)];
    drainedMl += Math.max(drained.poolMl, taken.poolMl);
    pressedMl += Math.max(0, drained.poolMl - taken.poolMl);
    ownMl += grams * taken.open * ownLiquorMlPerG(fresh) * brought;
    drainedMl += grams * taken.open * ownLiquorMlPerG(fresh) * (1 - brought);
    pulpG += grams * fresh.pulp * (heldScale === 0 ? 1 : pulpThrough(opened, strain?.through ?? 'sieve'));
    const more = taken.open - body;
    if (more > 1e-9) squeezed.push(dissolvedFrom(p, { body: more, tongue: 0, oil: 0, cooked: 0 }, anyLot));
  });
  return {
    drainedMl,
    pressedMl,
    squeezed: squeezed.length === 0 ? NO_LIQUID : pourTogether(...squeezed),
    pulpG,
    ownMl,
  };
}
