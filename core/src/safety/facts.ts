/**
 * The facts that the safety rules read, in the words of the published rule book, so that its cases can be run as they are
 * written. Missing means unknown: a rule says itself what it takes for granted then.
 */
/** What became of a line of the list before the heat. */
export type Listed = 'ahead' | 'seen' | 'left';

/** Kinds of stages as the rules know them. */
export type StageKindFact =
  | 'hot_steep'
  | 'cold_steep'
  | 'room_steep'
  | 'sun_steep'
  | 'decoct'
  | 'boil'
  | 'blend'
  | 'shake'
  | 'pour'
  | 'cool'
  | 'hold'
  | 'add_alcohol'
  | 'ferment'
  | 'carbonate';

/** A stage as the rules read it; what is not known is left out. */
export type StageFact = {
  kind: StageKindFact;
  temp_c?: number;
  minutes?: number;
  lid?: string;
  vessel?: string;
  method?: string;
  delta_c?: number;
  prewarmed?: boolean;
  cracked?: boolean;
  hot_rated?: boolean;
  pulp?: boolean;
  flame?: boolean;
  pressure_check?: boolean;
  brix?: number;
  /** the brew and stage of a plan that this is, so that a finding can point at it */
  brew?: string;
  stage?: string;
};

/** A plant or anything else in it as the rules read it; g of the whole volume. */
export type IngredientFact = {
  slug: string;
  /** the plant of one's own that it is a part or the likeness of: what is said is said of that by its name */
  own?: string;
  g: number;
  source?: string;
  form?: string;
  part?: string;
  species?: string;
  family?: string;
  grade?: string;
  condition?: string;
  /** minutes it was in hot liquor: at 95 °C or the boil less one, within a degree of the boil, at 80 °C and over; 0 for what is poured in cold */
  simmer_min?: number;
  boil_min?: number;
  hot_min?: number;
  /** whether the list before the heat asks for what a rule would: it is still ahead, seen to, or was left */
  listed?: Listed;
  /** index of the stage at which it goes in */
  add_at?: number;
  washed?: boolean;
  wash_method?: string;
  peel?: string;
  stems_removed?: boolean;
  pits_in?: boolean;
  crushed?: boolean;
  served_in?: boolean;
  decaf?: boolean;
  pasteurised?: boolean;
  origin?: string;
  sulphite_free?: boolean;
  commercial_heat_treated?: boolean;
  id_confirmed?: boolean;
  site?: string;
  yew_excluded?: boolean;
  leaf_by_leaf_check?: boolean;
  untreated_confirmed?: boolean;
  latin_name?: string;
  food_status?: string;
  /** the ingredient of a plan that this is */
  brew?: string;
  ingredient?: string;
};

/** How it cooled: min, L in one piece. */
export type CoolingFact = {
  min_60_to_21?: number;
  min_21_to_5?: number;
  undivided_l?: number;
  aid?: 'none' | 'ice_bath' | 'shallow_pans' | 'ice_addition';
  /** by the model, not by a clock or a thermometer: a forecast warns, it does not block */
  predicted?: boolean;
  /** minutes that it has been cooling without a reading, and nothing was told of how */
  unread_min?: number;
};

/** Where and how it is kept: °C, days, min. */
export type StorageFact = {
  where?: 'fridge' | 'freezer' | 'room';
  temp_c?: number;
  days?: number;
  room_hold_min?: number;
  ambient_c?: number;
  container?: string;
  worn?: boolean;
  sealed?: boolean;
  vacuum?: boolean;
  vessel?: string;
  headspace_pct?: number;
  brix?: number;
  ph?: number;
  ph_method?: 'meter' | 'strip' | 'estimate';
  abv?: number;
  canned_tested?: boolean;
  opened?: boolean;
  dry_mix?: boolean;
};

/** Who drinks, as the rules ask. */
export type AudienceFact = {
  infant?: boolean;
  toddler?: boolean;
  under_5?: boolean;
  child?: boolean;
  pregnant?: boolean;
  breastfeeding?: boolean;
  vulnerable?: boolean;
  driving?: boolean;
  no_alcohol?: boolean;
  no_caffeine?: boolean;
  surgery_within_14_days?: boolean;
  body_kg?: number;
  other_caffeine_mg_day?: number;
  pro_ok?: boolean;
  /** rules that a professional was asked about */
  asked?: readonly string[];
  medication?: readonly string[];
  conditions?: readonly string[];
  allergies?: readonly string[];
};

/** All that the rules read. What is not known is left out, and no rule may take it for granted. */
export type Facts = {
  /** of a whole drink, whose brews are told by themselves beside it */
  reach?: 'whole';
  ingredients?: readonly IngredientFact[];
  volume_l?: number;
  serving_ml?: number;
  servings_per_day?: number;
  days_in_row?: number;
  altitude_m?: number;
  is_concentrate?: boolean;
  whole_ice?: boolean;
  ice_pop_hard?: boolean;
  pearls?: boolean;
  dry_ice?: boolean;
  dry_ice_served?: boolean;
  serving_temp_c?: number;
  mix_with_old?: boolean;
  child_helper?: boolean;
  pets?: boolean;
  raw_honey_school?: boolean;
  water_source?: string;
  /** some of its water is never heated: poured in cold, or frozen */
  cold_water?: boolean;
  notes?: string;
  stages?: readonly StageFact[];
  cooling?: CoolingFact;
  storage?: StorageFact;
  audience?: AudienceFact;
  additions?: {
    sugar?: boolean;
    honey?: boolean;
    honey_temp_c?: number;
    alcohol_ml?: number;
    /** spirit that goes into single glasses */
    at_glass_ml?: number;
    abv?: number;
    alcohol_type?: string;
    milk?: string;
    milk_type?: string;
  };
  equipment?: {
    vessel_clean?: 'sanitised' | 'washed' | 'rinsed';
    clean_listed?: Listed;
    strainer?: string;
    strain?: string;
    cloth?: string;
    cloth_reused?: boolean;
    cloth_boiled?: boolean;
  };
  observations?: {
    mould?: boolean;
    slime?: boolean;
    off_smell?: boolean;
    bulging?: boolean;
    unexpected_fizz?: boolean;
  };
  intent?: {
    share?: boolean;
    sell?: boolean;
    local_rules_confirmed?: boolean;
    label_text?: string;
    label_date?: boolean | string;
    label_dilution?: boolean | string;
    label_allergens?: boolean | string;
    can?: boolean;
    tested_recipe?: boolean;
    recipe_changed?: boolean;
    altitude_m?: number;
    altitude_adjusted?: boolean;
    method?: string;
  };
};
