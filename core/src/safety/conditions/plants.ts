import * as d from '../derive';
import type { Facts, IngredientFact } from '../facts';
import { KERNELS, POISONOUS, PYRROLIZIDINE, SAFROLE, UNSUPPORTED } from '../knownThings';
import type { Conditions } from '../rule';

// Elder, foraging, flowers, lavender, pits, and plants that are not supported.

const elder = (i: IngredientFact): boolean => d.hasKeyIn(i, 'elder_raw') || d.hasKeyIn(i, 'elder_flower');
const some = (f: Facts, test: (i: IngredientFact) => boolean): IngredientFact | undefined =>
  d.ingredientsOf(f).find(test);
const wild = (f: Facts, name: string): IngredientFact | undefined =>
  some(f, (i) => d.plantCalled(i, name) && d.fromTheWild(i));
const foraged = (i: IngredientFact): boolean => d.sourceOf(i) === 'foraged';
/** "Sambucus nigra" and "nigra" are the same species. */
const species = (i: IngredientFact): string => (i.species ?? '').trim().toLowerCase().split(/\s+/).at(-1) ?? '';
const flower = (i: IngredientFact): boolean => d.roleOf(i) === 'flower' || d.hasKeyIn(i, 'flower_source');

/** Minutes at a simmer that cook elderberries through; what one clock and another say of it is within seconds. */
const COOKED_MIN = 15 - 0.05;

/** Berries that no later simmer cooks through. */
function rawElder(f: Facts): IngredientFact | undefined {
  const hot = Math.min(95, d.roughBoilingPoint(f) - 1);
  return some(
    f,
    (i) =>
      d.hasKeyIn(i, 'elder_raw') &&
      i.commercial_heat_treated !== true &&
      (i.simmer_min !== undefined
        ? i.simmer_min < COOKED_MIN
        : !d
            .stagesOf(f)
            .some(
              (s, at) =>
                at >= (i.add_at ?? 0) &&
                (s.kind === 'decoct' || s.kind === 'boil') &&
                d.tempOf(s) >= hot &&
                d.minutesOf(s) >= COOKED_MIN,
            )),
  );
}

const UNCLEAN_SITES = ['roadside', 'railway', 'sprayed', 'industrial', 'floodplain', 'dog_walk', 'unknown'];
const carrotFamily = (i: IngredientFact): boolean =>
  i.family === 'apiaceae' || d.hasKeyIn(i, 'apiaceae_allergy') || i.slug === 'wild_carrot';

/** When the rules of single plants fire, by their ids. */
export const PLANT_CONDITIONS: Conditions = {
  'ELD-01': rawElder,
  'ELD-02': (f) => some(f, (i) => elder(i) && ['leaf', 'stem', 'bark', 'root', 'unripe_berry'].includes(i.part ?? '')),
  'ELD-03': (f) => some(f, (i) => elder(i) && ['fresh', 'frozen'].includes(d.formOf(i)) && i.stems_removed !== true),
  'ELD-04': (f) =>
    some(
      f,
      (i) =>
        elder(i) && i.species !== undefined && !['nigra', 'canadensis', 'cerulea', 'caerulea'].includes(species(i)),
    ),
  'ELD-05': (f) => some(f, (i) => d.hasKeyIn(i, 'elder_flower') && d.formOf(i) === 'fresh' && !d.wasHot(f, i)),
  'ELD-06': (f) =>
    d.hasKey(f, 'elder_raw') &&
    d.stagesOfKind(f, 'boil', 'decoct').find((s) => s.lid === 'sealed' || s.lid === 'closed'),

  'FOR-01': (f) => some(f, (i) => foraged(i) && i.id_confirmed !== true),
  'FOR-02': (f) => some(f, (i) => foraged(i) && (!i.site || UNCLEAN_SITES.includes(i.site))),
  'FOR-03': (f) => some(f, foraged) && some(f, elder),
  'FOR-04': (f) => some(f, (i) => d.hasKeyIn(i, 'juniper') && d.fromTheWild(i) && species(i) !== 'communis'),
  'FOR-05': (f) => some(f, (i) => d.hasKeyIn(i, 'conifer') && d.fromTheWild(i) && i.yew_excluded !== true),
  'FOR-06': (f) => wild(f, 'violet'),
  'FOR-07': (f) => wild(f, 'clover'),
  'FOR-08': (f) => some(f, (i) => foraged(i) && carrotFamily(i)),
  'FOR-09': (f) =>
    some(f, (i) => ['wild_garlic', 'ramson'].includes(i.slug) && d.fromTheWild(i) && i.leaf_by_leaf_check !== true),
  'FOR-10': (f) =>
    some(
      f,
      (i) =>
        d.plantCalled(i, 'jasmine') &&
        d.fromTheWild(i) &&
        !['sambac', 'officinale', 'grandiflorum'].includes(species(i)),
    ),
  'FOR-11': (f) => some(f, (i) => d.plantCalled(i, 'bay') && d.fromTheWild(i) && species(i) !== 'nobilis'),
  'FOR-12': (f) => wild(f, 'sumac'),
  'FOR-13': (f) => wild(f, 'nettle'),
  'FOR-14': (f) => wild(f, 'burdock'),
  'FOR-15': (f) => some(f, (i) => d.hasKeyIn(i, 'lookalike') && d.fromTheWild(i)),

  'FLO-01': (f) =>
    some(f, (i) => flower(i) && ['florist', 'ornamental', 'garden_centre', 'unknown'].includes(d.sourceOf(i))),
  'FLO-02': (f) => some(f, (i) => flower(i) && d.sourceOf(i) === 'garden' && i.untreated_confirmed !== true),
  'FLO-03': (f) => some(f, (i) => flower(i) && d.formOf(i) === 'fresh'),
  'FLO-04': (f) =>
    some(f, (i) => ['craft', 'cosmetic', 'potpourri', 'incense', 'feed', 'aquarium'].includes(i.grade ?? '')),
  'LAV-01': (f) =>
    some(
      f,
      (i) =>
        d.hasKeyIn(i, 'lavender') && ['stoechas', 'dentata', 'latifolia', 'multifida', 'unknown'].includes(species(i)),
    ),
  'LAV-02': (f) =>
    d.doseOf(f, (i) => d.hasKeyIn(i, 'lavender')).perLitre > 3 ||
    some(f, (i) => d.hasKeyIn(i, 'lavender') && species(i) === 'intermedia'),

  'PIT-01': (f) => d.slugged(f, ...KERNELS) ?? some(f, (i) => pitsIn(i) && (i.crushed === true || blended(f))),
  'PIT-02': (f) => !blended(f) && some(f, (i) => pitsIn(i) && i.crushed !== true),
  'HIP-01': (f) => !['fine_cloth', 'paper'].includes(f.equipment?.strain ?? '') && d.keyed(f, 'hip_hairs'),

  'DEN-01': (f) => d.slugged(f, ...PYRROLIZIDINE),
  'DEN-02': (f) =>
    d.slugged(f, ...SAFROLE) ??
    some(f, (i) => d.hasKeyIn(i, 'sassafras_confusion') && (i.species ?? '').toLowerCase().includes('sassafras')),
  'DEN-03': (f) => d.slugged(f, 'pennyroyal'),
  'DEN-04': (f) => d.slugged(f, 'tonka'),
  'DEN-05': (f) => d.keyed(f, 'coumarin_other'),
  'DEN-06': (f) => d.slugged(f, ...UNSUPPORTED),
  'DEN-07': (f) => d.slugged(f, 'kava'),
  'DEN-08': (f) => d.slugged(f, ...POISONOUS),
  'DEN-09': (f) => d.slugged(f, 'rhubarb_leaf'),
  'DEN-10': (f) => some(f, (i) => !d.isKnown(i) && (!i.latin_name || i.food_status !== 'food')),
  'DEN-11': (f) => d.keyed(f, 'pa_trace'),
  'NOV-01': (f) => f.intent?.sell === true && d.keyed(f, 'novel_food'),
};

const pitsIn = (i: IngredientFact): boolean => d.hasKeyIn(i, 'pits') && i.pits_in === true;
const blended = (f: Facts): boolean => d.stagesOfKind(f, 'blend').length > 0;
