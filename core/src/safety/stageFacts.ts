import type { BrewRun, StageTime } from '../brew/brewRun';
import { isKettle, type BrewWay, type Stage, type SteepPlace } from '../drink/drink';
import { firstReaches } from '../heat/temperatureHistory';
import type { Material, Vessel } from '../heat/vessel';
import { apparentBrix, massG } from '../liquid/liquid';
import { fridgeTakesItDown } from './coolingFacts';
import type { StageFact } from './facts';

const MATERIAL_WORD: Record<Material, string> = {
  steel: 'stainless',
  enamel: 'enamel',
  glass: 'glass',
  stoneware: 'ceramic',
  aluminium: 'aluminium_bare',
  plastic: 'plastic_food',
  'hot-plastic': 'plastic_hot_rated',
  'heatproof-glass': 'borosilicate',
  'cast-iron': 'cast_iron',
  copper: 'copper_unlined',
  'chipped-enamel': 'chipped_enamel',
  'unknown-glaze': 'unknown_glaze',
};

/** What a vessel is, in the words of the rules. */
export const materialWord = ({ material, pressure }: Pick<Vessel, 'material' | 'pressure'>): string =>
  pressure ? 'pressure_glass' : MATERIAL_WORD[material];

/** A stage of a brew in the words of the rules; none for what they do not ask about. */
export function stageFacts(
  way: BrewWay,
  stage: Stage,
  time: StageTime | undefined,
  run: BrewRun,
  vessel: Vessel,
): StageFact[] {
  if (!time || time.endMin <= time.startMin) return [];
  const minutes = time.endMin - time.startMin;
  // The kettle is made for the ring, whatever it is poured into.
  const word = { vessel: isKettle(way, stage) ? MATERIAL_WORD.steel : materialWord(vessel), lid: stage.lid };
  const lasting = (kind: StageFact['kind'], tempC: number): StageFact[] => [{ kind, temp_c: tempC, minutes, ...word }];
  // A lid on a jar, a blender or a bottle is tight; on a pot it lies there.
  const tight = (fact: StageFact): StageFact => (fact.lid === 'closed' ? { ...fact, lid: 'sealed' } : fact);
  const inJar = vessel.kind !== 'pot';
  switch (stage.kind) {
    case 'heat':
      // On the way up nothing is held: the boil counts by what it reaches.
      return [{ kind: 'boil', temp_c: time.toC, minutes: 0, ...word }];
    case 'reduce':
      return lasting('boil', time.toC).map((f) => ({ ...f, brix: brixAfter(run, time) }));
    case 'hold':
      return lasting('decoct', time.fromC);
    case 'cool':
      return lasting('cool', time.fromC).map((f) => (inJar ? tight(f) : f));
    case 'ferment':
      // What works stands in a jar, whatever it was steeped in before.
      return lasting('ferment', time.fromC).map((f) => tight(inJar || vessel.pressure ? f : { ...f, vessel: 'glass' }));
    case 'hands':
      if (stage.work === 'bottle') return lasting('pour', time.fromC).map((f) => tight({ ...f, vessel: 'glass' }));
      return stage.work === 'blend' || stage.work === 'shake' || stage.work === 'carbonate'
        ? lasting(stage.work, time.fromC).map((f) => tight(way.keepPulp ? { ...f, pulp: true } : f))
        : [];
    case 'steep':
      return steepFacts(stage.place, time, run, word);
    case 'toast':
    case 'strain':
    case 'rinse':
    case 'dissolve':
    case 'onto-ice':
      return [];
  }
}

/** What is boiled down is as sweet as it is at its end: where nothing is done to it afterwards, as it comes out. */
const brixAfter = (run: BrewRun, { endMin }: StageTime): number => {
  const liquid = endMin > run.endMin ? run.concentrate : run.at(endMin).liquor;
  return massG(liquid) === 0 ? 0 : apparentBrix(liquid);
};

/** A steep above 60 °C is hot; what goes on below that is a warm steep from then on, unless the fridge takes it down in time. */
function steepFacts(
  place: SteepPlace,
  { startMin, endMin, fromC, toC }: StageTime,
  run: BrewRun,
  word: Pick<StageFact, 'vessel' | 'lid'>,
): StageFact[] {
  if (place === 'sun') return [{ kind: 'sun_steep', temp_c: toC, minutes: endMin - startMin, ...word }];
  const below60 = fromC <= 60 ? startMin : Math.min(endMin, firstReaches(run.history, 60, startMin) ?? endMin);
  const hot: StageFact[] =
    below60 > startMin ? [{ kind: 'hot_steep', temp_c: fromC, minutes: below60 - startMin, ...word }] : [];
  if (below60 >= endMin) return hot;
  if (place !== 'fridge')
    return [
      ...hot,
      { kind: 'room_steep', temp_c: Math.min(Math.max(fromC, toC), 59.9), minutes: endMin - below60, ...word },
    ];
  const inTime = fridgeTakesItDown(run, below60, endMin);
  return [
    ...hot,
    {
      kind: 'cold_steep',
      temp_c: inTime ? Math.min(5, toC) : Math.min(59.9, fromC),
      minutes: endMin - below60,
      ...word,
    },
  ];
}
