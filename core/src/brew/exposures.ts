import type { Botanical } from '../reference/botanicals';
import type { FreshMatter } from '../reference/matter';
import { untilStrained } from '../drink/drink';
import { EXTRACTION_CLASSES, HEAT_ONLY_EA } from '../extraction/extractionClass';
import { clocksOf, exposureMinutes, paceOf } from '../extraction/extract';
import { stillClosed, THICK_BRIX, type TakenOut } from '../extraction/opening';
import { hottestC } from '../heat/temperatureHistory';
import { apparentBrix, waterOf } from '../liquid/liquid';
import { REFERENCE_FACTORS } from './brewFactors';
import { inThePot, plantsIn } from './plantsInPot';
import { steamClock } from './steam';
import { timeline, type BrewSetup } from './timeline';
import { potOf, WALLS_GIVE_C, withBoilDowns, isPressed, markSd, boilsDown, sugarsIn, brixOfSugars } from './pot';

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

export type BodyExposures = {
  plants: BodyExposure[];
  /** steam that follows the clock, g */
  steamG: number;
  /** water boiled off down to a mark, g, with one standard deviation: however hard it boils, so much goes */
  boiledOff: { grams: number; sd: number };
};

/** The exposures of every plant of a brew, and its steam: enough to run it thousands of times with other factors. */
export function bodyExposures(asked: BrewSetup): BodyExposures {
  const setup = withBoilDowns(asked);
  const factors = setup.factors ?? REFERENCE_FACTORS;
  const { history, stages } = timeline(setup, factors);
  const clocks = clocksOf(history);
  const water = waterOf(setup.way.waterMl * setup.scale);
  const sugars = sugarsIn(setup, water, stages);
  const everHot = hottestC(history, history.minutes) >= WALLS_GIVE_C;
  const anyFresh = plantsIn(setup).some((p) => p.fresh);
  const pot = anyFresh || boilsDown(setup.way) ? potOf(setup) : undefined;
  const thick = anyFresh && apparentBrix(pot!.liquorAt(history.minutes)) >= THICK_BRIX;
  const inPot = plantsIn(setup);
  const plants = inPot.map((p): BodyExposure => {
    const { botanical, grams, ingredient } = p;
    const brixAt = (atMin: number): number => brixOfSugars(water, inPot, sugars, atMin);
    const { addition, opened } = inThePot(p, setup, { stages, factors, brixAt });
    const potency = ingredient.potency ?? 1;
    if (addition === 'all-at-once')
      return { botanical, grams, potency, kPerMin: 1, coldShare: 1, ownMin: ENDLESS_MIN, hotMin: ENDLESS_MIN };
    const body = addition.opening ?? EXTRACTION_CLASSES[addition.extractionClass].body;
    const minutes = (ea: number): number => exposureMinutes(clocks, addition, ea, history.minutes);
    const done = opened.map((o) => o.how);
    return {
      botanical,
      grams,
      potency,
      kPerMin: body.k95PerMin * paceOf(clocks, addition),
      coldShare: body.coldShare,
      ownMin: minutes(body.eaKJPerMol),
      hotMin: minutes(Math.max(HEAT_ONLY_EA, body.eaKJPerMol)),
      ...(p.raw ? { raw: true } : {}),
      ...(p.fresh
        ? {
            fresh: {
              matter: p.fresh,
              stillClosed: stillClosed(p.fresh, done),
              takenOut: { press: isPressed(setup.way) && !ingredient.leaves, opened: done.at(-1), everHot, thick },
            },
          }
        : {}),
    };
  });
  const steamG = steamClock(history, stages, setup, factors);
  const downs = untilStrained(setup.way).flatMap((s) => (s.kind === 'reduce' ? [s] : []));
  let [boiledG, variance] = [0, 0];
  for (const stage of downs) {
    const { startMin, endMin } = stages.find((s) => s.stageId === stage.id)!;
    boiledG += steamG(endMin) - steamG(startMin);
    variance += (markSd(stage) * pot!.levelAt(startMin)) ** 2;
  }
  return { plants, steamG: steamG(history.minutes) - boiledG, boiledOff: { grams: boiledG, sd: Math.sqrt(variance) } };
}
