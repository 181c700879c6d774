import * as d from '../derive';
import type { Facts, IngredientFact } from '../facts';
import type { Conditions } from '../rule';

// Doses, and what is not for everyone: medicines, conditions, caffeine, children, alcohol, allergies.

const keyedDose = (f: Facts, key: string): ReturnType<typeof d.doseOf> => d.doseOf(f, (i) => d.hasKeyIn(i, key));
const a = (f: Facts): NonNullable<Facts['audience']> => f.audience ?? {};

/** Of a litre of liquorice drink: a root is 5 % glycyrrhizin, of which 0.7 comes out. Confidence medium: roots vary 2 to 15 %. */
const glycyrrhizinMgPerL = (f: Facts): number => d.doseOf(f, liquorice).perLitre * 50 * 0.7;
const liquorice = (i: IngredientFact): boolean => d.plantCalled(i, 'liquorice') || d.plantCalled(i, 'liquorice_root');
const dailyGlycyrrhizinMg = (f: Facts): number =>
  ((glycyrrhizinMgPerL(f) * (f.serving_ml ?? 240)) / 1000) * (f.servings_per_day ?? 2);

/** 3 mg a gram of cassia; all of it from ground, half from a stick. Confidence medium: packs vary from 0.1 to 9. */
function coumarinMgADay(f: Facts): number {
  const mg = d
    .ingredientsOf(f)
    .filter((i) => d.hasKeyIn(i, 'cassia_coumarin'))
    .reduce((sum, i) => sum + i.g * 3 * (d.formOf(i) === 'dried_ground' ? 1 : 0.5), 0);
  return ((mg / (f.volume_l ?? 1)) * (f.serving_ml ?? 240) * (f.servings_per_day ?? 2)) / 1000;
}

function muchNutmeg(f: Facts): boolean {
  const { serving, day } = keyedDose(f, 'nutmeg');
  return serving > 1 || day > 2 || (serving > 0.4 && (d.small(f) || d.pregnant(f)));
}

const johnsWortDenied = (f: Facts): IngredientFact | undefined =>
  d.anyMedicine(f) || d.pregnant(f) || d.breastfeeding(f) || d.small(f) ? d.keyed(f, 'sjw') : undefined;

const tooMuchWhenExpecting = (f: Facts): boolean =>
  (d.pregnant(f) || d.breastfeeding(f)) && d.caffeine(f).dayMg + (a(f).other_caffeine_mg_day ?? 0) > 200;

const smallPieces = (f: Facts): IngredientFact | undefined =>
  d.ingredientsOf(f).find((i) => d.hasKeyIn(i, 'choking') && i.served_in === true);
const couldChoke = (f: Facts): IngredientFact | boolean | undefined =>
  a(f).toddler || a(f).under_5 ? (smallPieces(f) ?? Boolean(f.ice_pop_hard || f.whole_ice || f.pearls)) : undefined;

const abstains = (f: Facts): boolean =>
  Boolean(a(f).no_alcohol || a(f).infant || d.small(f) || a(f).pregnant || a(f).driving);

/** Allergens that an ingredient or a milk carries. */
function carries(f: Facts, allergy: string): IngredientFact | boolean | undefined {
  const milk = f.additions?.milk_type ?? '';
  switch (allergy) {
    case 'sulphite':
      return d.ingredientsOf(f).find((i) => d.hasKeyIn(i, 'sulphite') && i.sulphite_free !== true);
    case 'tree_nut':
      return d.keyed(f, 'tree_nut') ?? ['nut', 'almond', 'cashew', 'hazelnut', 'nut_milk'].includes(milk);
    case 'coconut':
      return d.keyed(f, 'coconut_allergy') ?? milk === 'coconut';
    case 'soya':
      return ['soya', 'soy', 'soya_milk'].includes(milk);
    case 'milk':
      return d.dairy(f);
    default:
      return undefined;
  }
}

/** When the rules of drinkers, doses, alcohol and allergies fire, by their ids. */
export const DRINKER_CONDITIONS: Conditions = {
  'SPI-01': (f) => {
    const { serving } = keyedDose(f, 'nutmeg');
    return !muchNutmeg(f) && serving > (d.small(f) ? 0.1 : 0.4);
  },
  'SPI-02': muchNutmeg,
  'SPI-03': (f) => coumarinMgADay(f) > 0.1 * d.bodyKg(f),
  'SPI-04': (f) => (d.condition(f, 'liver') || d.medicine(f, 'anticoagulant')) && d.keyed(f, 'cassia_coumarin'),
  'SPI-05': (f) =>
    d
      .ingredientsOf(f)
      .find((i) => d.hasKeyIn(i, 'star_anise_id') && (d.sourceOf(i) !== 'shop_food_grade' || a(f).infant === true)),
  'SPI-06': (f) =>
    d
      .ingredientsOf(f)
      .find(
        (i) =>
          d.hasKeyIn(i, 'lead_spice') &&
          ['unlabelled', 'market_loose', 'carried_from_abroad', 'unknown'].includes(d.sourceOf(i)),
      ),
  'SPI-07': (f) => {
    const { serving, day } = keyedDose(f, 'saffron_dose');
    return day > 1.5 || (d.pregnant(f) && serving > 0.1);
  },
  'SPI-08': (f) => d.ingredientsOf(f).find((i) => ['essential_oil', 'aroma_oil'].includes(d.formOf(i))),
  'SPI-09': (f) =>
    (a(f).infant === true || a(f).toddler === true || d.pregnant(f) || d.breastfeeding(f)) && d.keyed(f, 'estragole'),
  'DOSE-01': (f) => {
    const { share, ingredient } = d.highestDose(f);
    return f.is_concentrate !== true && share > 1.5 && ingredient;
  },
  'DIL-01': (f) => f.is_concentrate === true && !f.intent?.label_dilution,

  'LIQ-01': (f) =>
    !d.proOk(f, 'LIQ-01') &&
    (d.pregnant(f) ||
      d.condition(f, 'high_bp', 'heart', 'kidney', 'low_potassium', 'liver') ||
      d.medicine(f, 'bp', 'diuretic', 'corticosteroid', 'digoxin')) &&
    d.ingredientsOf(f).find(liquorice),
  'LIQ-02': (f) => d.ingredientsOf(f).some(liquorice) && (dailyGlycyrrhizinMg(f) > 100 || (f.days_in_row ?? 0) > 14),
  'LIQ-03': (f) => glycyrrhizinMgPerL(f) >= 10,
  'LIQ-04': (f) => d.small(f) && d.ingredientsOf(f).find(liquorice),

  'HIB-01': (f) => d.pregnant(f) && !d.proOk(f, 'HIB-01') && d.keyed(f, 'hibiscus'),
  'HIB-02': (f) =>
    (d.medicine(f, 'bp', 'diabetes', 'diuretic', 'antimalarial', 'unknown') || d.condition(f, 'low_bp')) &&
    d.keyed(f, 'hibiscus'),
  'HIB-03': (f) => d.breastfeeding(f) && d.keyed(f, 'hibiscus'),
  'JUN-01': (f) => (d.pregnant(f) || d.condition(f, 'kidney')) && d.keyed(f, 'juniper'),
  'JUN-02': (f) =>
    (d.breastfeeding(f) ||
      d.small(f) ||
      d.medicine(f, 'diabetes', 'diuretic') ||
      keyedDose(f, 'juniper').serving > 2 ||
      (f.days_in_row ?? 0) > 28) &&
    d.keyed(f, 'juniper'),
  'MED-01': johnsWortDenied,
  'MED-02': (f) => !johnsWortDenied(f) && d.keyed(f, 'sjw'),
  'MED-03': (f) =>
    !d.proOk(f, 'MED-03') &&
    d.medicine(f, 'statin', 'bp', 'immunosuppressant', 'antiarrhythmic', 'sedative', 'anticoagulant', 'unknown') &&
    d.keyed(f, 'grapefruit'),
  'MED-04': (f) =>
    (d.medicine(f, 'anticoagulant') || a(f).surgery_within_14_days === true) && d.keyed(f, 'anticoagulant'),
  'MED-05': (f) => d.anyMedicine(f) && d.keyed(f, 'med_general'),
  'MED-06': (f) => (d.pregnant(f) || d.breastfeeding(f)) && d.keyed(f, 'pregnancy_caution'),
  'MED-07': (f) =>
    (d.condition(f, 'epilepsy') || d.doseOf(f, (i) => d.plantCalled(i, 'sage')).serving > 2) && d.keyed(f, 'thujone'),
  'MED-08': (f) => (d.medicine(f, 'iron') || d.condition(f, 'anaemia')) && d.keyed(f, 'tannin_iron'),
  'MED-09': (f) => d.condition(f, 'gallstone') && d.keyed(f, 'bile_duct'),
  'MED-10': (f) => d.condition(f, 'kidney') && d.keyed(f, 'star_fruit'),
  'MED-11': (f) => d.condition(f, 'kidney', 'heart') && d.keyed(f, 'kidney_caution'),
  'MED-12': (f) =>
    (d.pregnant(f) ||
      d.breastfeeding(f) ||
      d.condition(f, 'hormone_sensitive') ||
      d.medicine(f, 'contraceptive', 'tamoxifen', 'hormone')) &&
    d.keyed(f, 'phytoestrogen'),
  'MED-13': (f) => (d.medicine(f, 'sedative') || d.alcoholPoured(f) || a(f).driving === true) && d.keyed(f, 'sedative'),
  'MED-14': (f) => d.medicine(f, 'diabetes') && d.keyed(f, 'diabetes_caution'),
  'MED-15': (f) =>
    (d.medicine(f, 'thyroid') && d.keyed(f, 'thyroid')) || (d.condition(f, 'reflux') && d.keyed(f, 'reflux')),

  'CAF-01': (f) => d.adult(f) && d.caffeine(f).dayMg + (a(f).other_caffeine_mg_day ?? 0) > 400,
  'CAF-02': (f) => d.adult(f) && d.caffeine(f).servingMg > 200,
  'CAF-03': tooMuchWhenExpecting,
  'CAF-04': (f) => (d.pregnant(f) || d.breastfeeding(f)) && d.caffeine(f).dayMg > 0 && !tooMuchWhenExpecting(f),
  'CAF-05': (f) => a(f).child === true && d.caffeine(f).dayMg > 2.5 * d.bodyKg(f),
  'CAF-06': (f) => a(f).no_caffeine === true && d.ingredientsOf(f).find((i) => d.caffeinePlant(i) && i.decaf !== true),
  'CAF-07': (f) => (a(f).infant === true || a(f).toddler === true) && d.caffeine(f).servingMg > 5,
  'CAF-08': (f) => a(f).no_caffeine === true && d.ingredientsOf(f).find((i) => d.caffeinePlant(i) && i.decaf === true),

  'INF-01': (f) => a(f).infant === true && d.honey(f),
  'INF-02': (f) => a(f).infant === true,
  'INF-03': (f) => a(f).toddler === true && d.sweetened(f),
  'INF-04': couldChoke,
  'INF-05': (f) => !couldChoke(f) && smallPieces(f),
  'INF-06': (f) => d.honey(f) && f.intent?.share === true && a(f).infant !== true,
  'OPT-01': (f) => d.honey(f) && f.raw_honey_school === true && (f.additions?.honey_temp_c ?? 0) > 40,

  'ALC-01': (f) => d.alcoholPoured(f) && abstains(f),
  'ALC-02': (f) => d.alcoholPoured(f) && d.breastfeeding(f),
  'ALC-03': (f) => d.stagesOfKind(f, 'add_alcohol').find((s) => d.tempOf(s) > 60 || s.flame === true),
  'ALC-04': d.ferments,
  'ALC-05': (f) => (abstains(f) ? d.ferments(f) : undefined),
  'ALC-06': (f) => d.alcoholPoured(f) && d.anyMedicine(f),
  'ALC-07': (f) => a(f).no_alcohol === true && d.keyed(f, 'alcohol_extract'),
  'ALC-08': (f) =>
    ['denatured', 'isopropyl', 'methylated', 'home_distilled', 'unknown'].includes(f.additions?.alcohol_type ?? ''),

  'ALG-01': (f) => {
    for (const allergy of a(f).allergies ?? []) {
      const found = carries(f, allergy);
      if (found) return found;
    }
    return undefined;
  },
  'ALG-02': (f) => d.allergic(f, 'ragweed', 'daisy', 'asteraceae') && d.keyed(f, 'asteraceae'),
  'ALG-03': (f) => !d.allergic(f, 'tree_nut') && d.keyed(f, 'tree_nut'),
  'ALG-04': (f) =>
    !d.allergic(f, 'sulphite') && d.ingredientsOf(f).find((i) => d.hasKeyIn(i, 'sulphite') && i.sulphite_free !== true),
  'ALG-05': (f) => d.allergic(f, 'cashew', 'pistachio', 'urushiol') && d.keyed(f, 'cashew_family'),
  'ALG-06': (f) => d.allergic(f, 'celery_mugwort', 'birch') && d.keyed(f, 'apiaceae_allergy'),
  'ALG-07': (f) => f.intent?.share === true && !f.intent.label_allergens,
  'ALG-08': (f) => d.allergic(f, 'milk', 'tree_nut', 'peanut', 'soya') && d.keyed(f, 'allergen_traces'),
};
