/**
 * The facts that the safety rules read, in the words of the published rule book, so that its cases can be run as they are
 * written. Missing means unknown: a rule says itself what it takes for granted then.
 */
export type StageFact = {
  kind:
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
  temp_c?: number;
  minutes?: number;
  lid?: string;
  vessel?: string;
  method?: string;
  delta_c?: number;
  prewarmed?: boolean;
  cracked?: boolean;
};

export type IngredientFact = {
  slug: string;
  g: number;
  source?: string;
  form?: string;
  condition?: string;
  washed?: boolean;
  untreated_confirmed?: boolean;
  id_confirmed?: boolean;
  site?: string;
};

export type Facts = {
  ingredients?: readonly IngredientFact[];
  volume_l?: number;
  serving_ml?: number;
  servings_per_day?: number;
  altitude_m?: number;
  is_concentrate?: boolean;
  water_source?: string;
  mix_with_old?: boolean;
  stages?: readonly StageFact[];
  cooling?: {
    min_60_to_21?: number;
    min_21_to_5?: number;
    undivided_l?: number;
    aid?: 'none' | 'ice_bath' | 'shallow_pans' | 'ice_addition';
  };
  storage?: {
    where?: 'fridge' | 'freezer' | 'room';
    temp_c?: number;
    days?: number;
    room_hold_min?: number;
    ambient_c?: number;
    sealed?: boolean;
    vessel?: string;
    brix?: number;
    ph?: number;
    ph_method?: 'meter' | 'strip' | 'estimate';
    abv?: number;
    canned_tested?: boolean;
    opened?: boolean;
    dry_mix?: boolean;
  };
  audience?: {
    infant?: boolean;
    toddler?: boolean;
    child?: boolean;
    pregnant?: boolean;
    breastfeeding?: boolean;
    vulnerable?: boolean;
    medication?: readonly string[];
    conditions?: readonly string[];
    pro_ok?: boolean;
  };
  additions?: { sugar?: boolean; honey?: boolean };
  equipment?: { vessel_clean?: 'sanitised' | 'washed' | 'rinsed'; strain?: string };
  observations?: {
    mould?: boolean;
    slime?: boolean;
    off_smell?: boolean;
    bulging?: boolean;
    unexpected_fizz?: boolean;
  };
  intent?: { label_date?: boolean; label_dilution?: boolean };
};
