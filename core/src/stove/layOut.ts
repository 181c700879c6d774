import { frozenBrew, timedStages, vesselOf } from '../batch/brewState';
import type { FrozenPlan } from '../batch/batchEvent';
import { heightCm, levelCm } from '../heat/vessel';
import { filledMl, waterToCover } from '../brew/contents';
import { isKettle, type BrewWay } from '../drink/drink';
import type { Botanical } from '../reference/botanicals';
import { plantOf, plantsOf } from '../reference/plants';

/** One thing that is to be on the table, or seen to, before the heat is on. `id` stays the same for a plan. */
export type LayOutItem = { id: string } & (
  | {
      what: 'plant';
      brewId: string;
      ingredientId: string;
      plant: string;
      grams: number;
      written?: string;
      measure: 'dry' | 'fresh';
      wash: boolean;
      stemsOut: boolean;
      /** its peel goes in: unwaxed, or scrubbed */
      peel: boolean;
      /** stored dry for long: looked over for mould and insects */
      look: boolean;
      later: boolean;
    }
  | { what: 'water'; brewId: string; waterMl: number; pots: number; written?: string }
  | {
      what: 'vessel';
      brewId: string;
      vesselId: string;
      pots: number;
      filledShare: number;
      roomMl: number;
      fits: boolean;
      /** filled from a kettle: cold glass cracks */
      warm: boolean;
    }
  | { what: 'strainer'; brewId: string; through: 'fine-cloth' | 'paper' | 'sieve'; boil: boolean }
  | { what: 'sweetener'; sweetener: string; grams: number; forPart: string; written?: string }
  | { what: 'ice'; grams: number; forBath: boolean }
  | { what: 'jug'; vesselId: string; clean: true }
  | { what: 'clean-jar'; vesselId: string }
);

/** Ice for a bath: about as much as what is cooled, to the next 100 g. House estimate, 0.7 to 1.5 times. */
const BATH_ICE_PER_ML = 1;

/** What a plan wants laid out, in the order of the work. */
export function layOutOf(plan: FrozenPlan): readonly LayOutItem[] {
  const items: LayOutItem[] = [];
  for (const brew of plan.brews) items.push(...brewItems(plan, brew.brewId));
  for (const s of plan.promised.syrups.filter((x) => x.volumeMl > 0))
    items.push({
      id: `syrup/${s.lineId}`,
      what: 'sweetener',
      sweetener: s.sweetener,
      grams: s.sugarG,
      forPart: s.name,
    });
  // What is poured hot is not cooled first.
  const { bathMin, coolingIceG } = plan.target.hot ? { bathMin: 0, coolingIceG: 0 } : plan.promised;
  const bath = bathMin > 0;
  const iceG = coolingIceG + (bath ? bathIceG(plan) : 0);
  if (iceG > 0) items.push({ id: 'ice', what: 'ice', grams: iceG, forBath: bath });
  items.push({ id: 'jug', what: 'jug', vesselId: plan.jugVesselId, clean: true });
  return items;
}

const bathIceG = (plan: FrozenPlan): number =>
  Math.ceil((plan.brews.reduce((sum, b) => sum + b.promised.volumeMl, 0) * BATH_ICE_PER_ML) / 100) * 100;

function brewItems(plan: FrozenPlan, brewId: string): LayOutItem[] {
  const { way, pots, vesselId, sweetenedG } = frozenBrew(plan, brewId);
  const first = timedStages(frozenBrew(plan, brewId))[0]?.id;
  const plants = way.ingredients.map(({ id, plant, grams, enters, written }): LayOutItem => {
    const { fresh, wash, stemsOut, peel, look } = handling(plantOf(plan.drink, plant));
    return {
      id: `${brewId}/${id}`,
      what: 'plant',
      brewId,
      ingredientId: id,
      plant,
      grams,
      ...(written === undefined ? {} : { written }),
      measure: fresh ? 'fresh' : 'dry',
      wash,
      stemsOut,
      peel,
      look,
      later: enters.stageId !== first || enters.atMin > 0,
    };
  });
  const vessel = vesselOf(plan, vesselId);
  // The heap floats or sinks into the water: what it needs to be covered, or all that is in it, whichever is more.
  const inOnePot = way.ingredients.map(({ plant, grams }) => ({ plant, grams: grams / pots }));
  const cover = waterToCover(vessel, inOnePot, plantsOf(plan.drink));
  const roomMl = Math.max(filledMl(way, 1 / pots), cover.waterMl);
  const filledShare = levelCm(vessel, roomMl) / heightCm(vessel);
  const strain = way.stages.find((s) => s.kind === 'strain');
  const coldJar =
    way.stages.some((s) => s.kind === 'steep' && s.place === 'fridge') || way.stages.some((s) => s.kind === 'ferment');
  return [
    ...plants,
    {
      id: `${brewId}/water`,
      what: 'water',
      brewId,
      waterMl: way.waterMl,
      pots,
      ...(way.waterWritten === undefined ? {} : { written: way.waterWritten }),
    },
    {
      id: `${brewId}/vessel`,
      what: 'vessel',
      brewId,
      vesselId,
      pots,
      filledShare,
      roomMl,
      fits: filledShare <= 1 - (way.headroom ?? 1 / 8) + 1e-9,
      warm: way.stages.some((s) => isKettle(way, s)),
    },
    ...(coldJar ? [{ id: `${brewId}/clean`, what: 'clean-jar', vesselId } as const] : []),
    ...(strain?.kind === 'strain'
      ? [
          {
            id: `${brewId}/strainer`,
            what: 'strainer',
            brewId,
            through: strain.through,
            boil: strain.through === 'fine-cloth',
          } as const,
        ]
      : []),
    ...Object.entries(sweetenedG).map(([sweetener, grams]): LayOutItem => ({
      id: `${brewId}/sweet/${sweetener}`,
      what: 'sweetener',
      sweetener,
      grams,
      forPart: frozenBrew(plan, brewId).name,
      ...wordsOfSweetener(way, sweetener),
    })),
  ];
}

/** The words of a sweetener that is stirred in once; in several lots it is told by its weight. */
function wordsOfSweetener(way: BrewWay, sweetener: string): { written?: string } {
  const lots = way.stages.filter((s) => s.kind === 'dissolve' && s.sweetener === sweetener);
  const written = lots.length === 1 ? lots[0]!.written : undefined;
  return written === undefined ? {} : { written };
}

/** Classes that are fresh, and so are washed; dry plants are measured before water touches them. */
const FRESH = new Set(['fresh_herb', 'fresh_root', 'fresh_peel', 'fresh_fruit']);

function handling({ extractionClass, slug, form, cautionKeys }: Botanical): {
  fresh: boolean;
  wash: boolean;
  stemsOut: boolean;
  peel: boolean;
  look: boolean;
} {
  const fresh = FRESH.has(extractionClass) || form.includes('fresh');
  // Berries and flowers that come on stems, which are bitter, or of the elder poisonous.
  const stemsOut = /elder|linden|currant|barberry|hawthorn|rowan/.test(slug) && extractionClass !== 'stirred_in';
  return {
    fresh,
    wash: fresh,
    stemsOut,
    peel: cautionKeys.includes('peel_pesticide'),
    look: cautionKeys.includes('mould_check'),
  };
}
