import type { Botanical } from '../reference/botanicals';
import type { FreshMatter } from '../reference/matter';
import { untilStrained } from '../drink/drink';
import { EXTRACTION_CLASSES, HEAT_ONLY_EA } from '../extraction/extractionClass';
import { exposureMinutes, paceOf } from '../extraction/extract';
import { stillClosed, THICK_BRIX, type TakenOut } from '../extraction/opening';
import { hottestC } from '../heat/temperatureHistory';
import { addSweetener, apparentBrix, volumeMl } from '../liquid/liquid';
import { isPressed, markSd, potOf, WALLS_GIVE_C, withBoilDowns } from './pot';
import type { BrewSetup } from './timeline';

/** What decides how much body one plant gives by the end of a brew: its rate, and its minutes on its two clocks. */
export type BodyExposure = {
  botanical: Botanical;
  grams: number;
  /** what this lot gives against the reference */
  potency: number;
  kPerMin: number;
  coldShare: number;
  ownMin: number;
  hotMin: number;
  /** only mashed or blended: no strength */
  raw?: boolean;
  /** of what is fresh: how it is taken out, and the share that a mash or a blender left closed */
  fresh?: { matter: FreshMatter; stillClosed: number; takenOut: TakenOut };
};

/** Juice is all there at once: an exposure as good as endless says the same. */
const ENDLESS_MIN = 1e9;

/** What each plant met of heat and minutes, and what left as steam, g. */
export type BodyExposures = {
  plants: BodyExposure[];
  /** steam that follows the clock, g */
  steamG: number;
  /** water boiled off down to a mark, g, with one standard deviation: however hard it boils, so much goes */
  boiledOff: { grams: number; sd: number };
  /** room that sweeteners take that are dissolved before the strain, ml */
  sweetenedMl: number;
};

/** The exposures of every plant of a brew, and its steam: enough to run it thousands of times with other factors. */
export function bodyExposures(asked: BrewSetup): BodyExposures {
  const setup = withBoilDowns(asked);
  const pot = potOf(setup);
  const { history, clocks, stages, steamG, water, sugars } = pot;
  const endMin = history.minutes;
  const press = isPressed(setup.way);
  const everHot = hottestC(history, endMin) >= WALLS_GIVE_C;
  const thick = pot.plants.some((p) => p.fresh) && apparentBrix(pot.liquorAt(endMin)) >= THICK_BRIX;
  const plants = pot.plants.map(({ botanical, grams, ingredient, raw, fresh }, i): BodyExposure => {
    const { addition, opened } = pot.inPot[i]!;
    const potency = ingredient.potency ?? 1;
    if (addition === 'all-at-once')
      return { botanical, grams, potency, kPerMin: 1, coldShare: 1, ownMin: ENDLESS_MIN, hotMin: ENDLESS_MIN };
    const body = addition.opening ?? EXTRACTION_CLASSES[addition.extractionClass].body;
    const minutes = (ea: number): number => exposureMinutes(clocks, addition, ea, endMin);
    const done = opened.map((o) => o.how);
    return {
      botanical,
      grams,
      potency,
      kPerMin: body.k95PerMin * paceOf(clocks, addition),
      coldShare: body.coldShare,
      ownMin: minutes(body.eaKJPerMol),
      hotMin: minutes(Math.max(HEAT_ONLY_EA, body.eaKJPerMol)),
      ...(raw ? { raw: true } : {}),
      ...(fresh
        ? {
            fresh: {
              matter: fresh,
              stillClosed: stillClosed(fresh, done),
              takenOut: { press: press && !ingredient.leaves, opened: done.at(-1), everHot, thick },
            },
          }
        : {}),
    };
  });
  let [boiledG, variance] = [0, 0];
  for (const stage of untilStrained(setup.way)) {
    if (stage.kind !== 'reduce') continue;
    const time = stages.find((s) => s.stageId === stage.id)!;
    boiledG += steamG(time.endMin) - steamG(time.startMin);
    variance += (markSd(stage) * pot.levelAt(time.startMin)) ** 2;
  }
  const sweet = sugars.reduce((l, s) => addSweetener(l, s.grams, s.kind), water);
  return {
    plants,
    steamG: steamG(endMin) - boiledG,
    boiledOff: { grams: boiledG, sd: Math.sqrt(variance) },
    sweetenedMl: volumeMl(sweet) - volumeMl(water),
  };
}
