import * as d from './derive';
import type { Facts, StageFact } from './facts';

export type Level = 'block' | 'warn' | 'note';
export type Place = 'picker' | 'plan' | 'stove' | 'label' | 'shelf';

/** A rule of the house: when it fires, where it shows, what it says and what resolves it. */
export type Rule = {
  id: string;
  level: Level;
  places: readonly Place[];
  fires: (f: Facts) => boolean;
  message: string;
  resolves: string;
  /** kind of source and how sure its figure is */
  source: string;
  confidence: 'low' | 'medium' | 'high';
};

const stages = (f: Facts, ...kinds: StageFact['kind'][]): readonly StageFact[] =>
  (f.stages ?? []).filter((s) => kinds.includes(s.kind));
const medicine = (f: Facts, ...names: string[]): boolean =>
  (f.audience?.medication ?? []).some((m) => names.includes(m));
const proOk = (f: Facts): boolean => f.audience?.pro_ok === true;
const held = (f: Facts): number => f.storage?.room_hold_min ?? 0;
const ambient = (f: Facts): number => f.storage?.ambient_c ?? 22;
const warmSteep = (f: Facts): boolean =>
  stages(f, 'hot_steep', 'cold_steep', 'room_steep', 'decoct').some(
    (s) => (s.temp_c ?? 0) > 5 && (s.temp_c ?? 0) < 60 && (s.minutes ?? 0) > 120,
  );

const METAL_BLOCKED = [
  'galvanised',
  'lead_glazed',
  'unknown_glaze',
  'copper_unlined',
  'brass_unlined',
  'pewter',
  'lead_crystal',
];
const METAL_WARNED = ['aluminium_bare', 'cast_iron', 'carbon_steel', 'chipped_enamel'];
const NOT_FOR_FOOD = ['bucket_nonfood', 'bin_liner', 'plastic_unknown', 'pvc', 'painted'];
const BREAKABLE = ['glass', 'soda_lime_glass', 'thin_glass', 'mason_jar', 'decorative_glass'];
const ORDINARY_GLASS = [...BREAKABLE, 'borosilicate'];
const UNSAFE_SITES = [undefined, 'roadside', 'railway', 'sprayed', 'industrial', 'floodplain', 'dog_walk', 'unknown'];

/**
 * The rules that a drink of dried plants, brewed hot or steeped in the fridge, can meet. General kitchen guidance; it
 * defers to the local food-safety authority and to the drinker's own doctor, midwife or pharmacist.
 */
export const RULES: readonly Rule[] = [
  {
    id: 'FOR-01',
    level: 'block',
    places: ['picker'],
    source: 'Poison-centre and extension guidance',
    confidence: 'high',
    fires: (f) => d.ingredientsOf(f).some((i) => i.source === 'foraged' && i.id_confirmed !== true),
    message:
      'Please confirm what this plant is from its Latin name using two good references or a local expert. If there is any doubt, leave it out.',
    resolves: 'Tick id_confirmed with Latin name, or change source',
  },
  {
    id: 'FOR-02',
    level: 'block',
    places: ['picker'],
    source: 'Extension and food-authority foraging guidance',
    confidence: 'high',
    fires: (f) => d.ingredientsOf(f).some((i) => i.source === 'foraged' && UNSAFE_SITES.includes(i.site)),
    message: 'Pick well away from roads, spraying, old industrial ground and dog walks. Tell us where this was picked.',
    resolves: 'Give a clean site or change source',
  },
  {
    id: 'FLO-01',
    level: 'block',
    places: ['picker'],
    source: 'Extension edible-flower guidance',
    confidence: 'high',
    fires: (f) =>
      d
        .ingredientsWith(f, 'flower_source')
        .some((i) => ['florist', 'ornamental', 'garden_centre', 'unknown'].includes(i.source ?? '')),
    message:
      'Florist and ornamental flowers are often treated with products not meant for food. Please use flowers grown or sold for eating.',
    resolves: 'Change to a food-grade source',
  },
  {
    id: 'FLO-02',
    level: 'block',
    places: ['picker'],
    source: 'Extension edible-flower guidance',
    confidence: 'high',
    fires: (f) =>
      d.ingredientsWith(f, 'flower_source').some((i) => i.source === 'garden' && i.untreated_confirmed !== true),
    message:
      'Confirm that nothing has been sprayed or poured on this plant or its soil, including by a previous owner or nursery.',
    resolves: 'Tick untreated_confirmed',
  },
  {
    id: 'HIP-01',
    level: 'warn',
    places: ['stove'],
    source: 'Extension guidance',
    confidence: 'medium',
    fires: (f) => d.hasKey(f, 'hip_hairs') && !['fine_cloth', 'paper'].includes(f.equipment?.strain ?? ''),
    message: 'The tiny hairs inside rose hips irritate the mouth and throat. Strain through fine cloth or paper.',
    resolves: 'Set a fine strain',
  },
  {
    id: 'DOSE-01',
    level: 'warn',
    places: ['plan'],
    source: 'Botanicals table of this project',
    confidence: 'medium',
    fires: (f) => f.is_concentrate !== true && d.highestDoseShare(f) > 1.5,
    message: 'This is well above the usual amount for a drink. Check the weight and the final volume.',
    resolves: 'Lower the dose, or mark as concentrate with a dilution',
  },
  {
    id: 'DIL-01',
    level: 'warn',
    places: ['label', 'shelf'],
    source: 'Formulator judgement',
    confidence: 'high',
    fires: (f) => f.is_concentrate === true && !f.intent?.label_dilution,
    message: 'Write on the label how to dilute this, so nobody drinks it neat.',
    resolves: 'Add dilution to label',
  },
  {
    id: 'HIB-01',
    level: 'block',
    places: ['picker', 'plan'],
    source: 'Herbal safety reviews; limited human data',
    confidence: 'medium',
    fires: (f) => d.hasKey(f, 'hibiscus') && f.audience?.pregnant === true && !proOk(f),
    message:
      'Roselle is usually avoided in pregnancy because there is little safety evidence. Please swap it or ask the midwife or doctor first.',
    resolves: 'Swap, or tick pro_ok',
  },
  {
    id: 'HIB-02',
    level: 'warn',
    places: ['plan'],
    source: 'Clinical trial and interaction reviews',
    confidence: 'medium',
    fires: (f) =>
      d.hasKey(f, 'hibiscus') &&
      (medicine(f, 'bp', 'diabetes', 'diuretic', 'antimalarial', 'unknown') ||
        (f.audience?.conditions ?? []).includes('low_bp')),
    message:
      'Roselle may change how some blood pressure, diabetes and malaria medicines work, and may not suit low blood pressure. Ask a pharmacist before drinking it often.',
    resolves: 'Tick pro_ok or swap',
  },
  {
    id: 'HIB-03',
    level: 'warn',
    places: ['plan'],
    source: 'Herbal safety reviews',
    confidence: 'low',
    fires: (f) => d.hasKey(f, 'hibiscus') && f.audience?.breastfeeding === true,
    message: 'There is little evidence about roselle while breastfeeding. Keep it occasional or ask first.',
    resolves: 'Acknowledge or swap',
  },
  {
    id: 'INF-02',
    level: 'block',
    places: ['plan'],
    source: 'WHO; AAP',
    confidence: 'high',
    fires: (f) => f.audience?.infant === true,
    message:
      'These drinks are not for babies under 12 months. Speak with a health visitor or paediatrician about drinks for babies.',
    resolves: 'Remove the infant flag',
  },
  {
    id: 'INF-03',
    level: 'warn',
    places: ['plan'],
    source: 'Dietary Guidelines for Americans 2020; WHO',
    confidence: 'high',
    fires: (f) => f.audience?.toddler === true && Boolean(f.additions?.sugar || f.additions?.honey),
    message: 'Sweetened drinks are not advised for very young children. Plain water and milk are the usual drinks.',
    resolves: 'Make unsweetened or acknowledge',
  },
  {
    id: 'TT-01',
    level: 'block',
    places: ['stove', 'shelf'],
    source: 'USDA/FDA 2-hour rule',
    confidence: 'high',
    fires: (f) => held(f) > 120 && ambient(f) <= 32 && !d.relaxedPlainTea(f) && !d.exempt(f),
    message: 'This drink has been between 5 and 60 C for more than 2 hours. Please do not keep it.',
    resolves: 'Discard; next time chill sooner',
  },
  {
    id: 'TT-02',
    level: 'block',
    places: ['stove', 'shelf'],
    source: 'USDA/FDA 1-hour rule above 32 C',
    confidence: 'high',
    fires: (f) => held(f) > 60 && ambient(f) > 32 && !d.exempt(f),
    message: 'In hot weather the limit is 1 hour out of the fridge. Please do not keep this.',
    resolves: 'Discard',
  },
  {
    id: 'TT-05',
    level: 'block',
    places: ['plan'],
    source: 'CDC; extension guidance',
    confidence: 'high',
    fires: (f) => stages(f, 'sun_steep').length > 0,
    message: 'Sun tea stays warm, not hot, and lets germs grow. Use the fridge method or brew hot first and chill.',
    resolves: 'Change to fridge cold steep or hot steep',
  },
  {
    id: 'TT-06',
    level: 'block',
    places: ['plan', 'stove'],
    source: 'USDA/FDA 2-hour rule; CDC',
    confidence: 'high',
    fires: (f) => warmSteep(f) && !d.exempt(f),
    message: 'Steeping at room warmth for hours lets germs grow. Steep in the fridge, or brew hot first.',
    resolves: 'Set temp_c <= 5 or shorten to 2 hours',
  },
  {
    id: 'TT-07',
    level: 'warn',
    places: ['plan'],
    source: 'FDA Food Code pH and water-activity tables',
    confidence: 'medium',
    fires: (f) => warmSteep(f) && d.exempt(f),
    message: 'Strong acid, sugar or alcohol slows germs here, but the fridge is still the better place.',
    resolves: 'Move to fridge or acknowledge',
  },
  {
    id: 'TT-08',
    level: 'warn',
    places: ['plan'],
    source: 'BfR herbal-tea advice; food-authority guidance',
    confidence: 'medium',
    fires: (f) =>
      d.vulnerableDrinker(f) &&
      (f.stages ?? []).length > 0 &&
      !(f.stages ?? []).some((s) => (s.temp_c ?? 0) >= 80 && (s.minutes ?? 0) >= 3),
    message:
      'For this drinker, brew with near-boiling water first and then chill, because dried and fresh plants carry germs.',
    resolves: 'Add a hot stage',
  },
  {
    id: 'TT-09',
    level: 'warn',
    places: ['stove'],
    source: 'Food-hygiene guidance',
    confidence: 'high',
    fires: (f) => f.mix_with_old === true,
    message: 'Finish or discard the old jug, wash it, then fill it fresh.',
    resolves: 'Separate the batches',
  },
  {
    id: 'TT-10',
    level: 'warn',
    places: ['shelf'],
    source: 'FDA Food Code tables; spoilage practice',
    confidence: 'medium',
    fires: (f) => d.exempt(f) && held(f) > 240,
    message:
      'Acid, sugar or alcohol keeps germs from growing here, but yeast and mould still can. Chill it now and finish it soon.',
    resolves: 'Chill, or acknowledge',
  },
  {
    id: 'COOL-01',
    level: 'block',
    places: ['stove'],
    source: 'FDA Food Code two-step cooling',
    confidence: 'high',
    fires: (f) => (f.cooling?.min_60_to_21 ?? 0) > 120,
    message: 'It took more than 2 hours to fall from 60 to 21 C. Please do not keep this batch.',
    resolves: 'Discard; use shallow pans or an ice bath next time',
  },
  {
    id: 'COOL-02',
    level: 'block',
    places: ['stove'],
    source: 'FDA Food Code two-step cooling',
    confidence: 'high',
    fires: (f) => (f.cooling?.min_21_to_5 ?? 0) > 240,
    message: 'It took more than 4 more hours to reach 5 C. Please do not keep this batch.',
    resolves: 'Discard; cool in smaller lots',
  },
  {
    id: 'COOL-03',
    level: 'warn',
    places: ['stove'],
    source: 'FDA and extension cooling guidance',
    confidence: 'high',
    fires: (f) => (f.cooling?.undivided_l ?? 0) > 2 && (f.cooling?.aid ?? 'none') === 'none',
    message: 'A large pot cools slowly even in a fridge. Split it, use an ice bath, or brew strong and add ice.',
    resolves: 'Split to <= 2 L, shallow, or set an aid',
  },
  {
    id: 'COOL-04',
    level: 'warn',
    places: ['stove'],
    source: 'Food-safety practice',
    confidence: 'medium',
    fires: (f) =>
      (f.stages ?? []).some((s) => (s.temp_c ?? 0) >= 60) &&
      f.storage?.where === 'fridge' &&
      f.cooling?.min_60_to_21 === undefined &&
      f.cooling?.min_21_to_5 === undefined,
    message: 'Note when the drink reached 21 C and 5 C so the keeping date can be trusted.',
    resolves: 'Record the times',
  },
  {
    id: 'CB-01',
    level: 'block',
    places: ['plan'],
    source: 'Food-service cold-brew guidance',
    confidence: 'medium',
    fires: (f) => stages(f, 'cold_steep').some((s) => (s.minutes ?? 0) > 1440),
    message: 'Strain cold brews within 24 hours.',
    resolves: 'Shorten to 24 h',
  },
  {
    id: 'CB-02',
    level: 'warn',
    places: ['plan'],
    source: 'Botanicals table of this project',
    confidence: 'low',
    fires: (f) =>
      stages(f, 'cold_steep').some(
        (s) => (s.minutes ?? 0) > 60 * d.longestUsualColdHours(f) && (s.minutes ?? 0) <= 1440,
      ),
    message: 'Longer than this usually adds harshness and no flavour.',
    resolves: 'Shorten',
  },
  {
    id: 'CB-03',
    level: 'warn',
    places: ['stove'],
    source: 'Food-hygiene guidance',
    confidence: 'high',
    fires: (f) => stages(f, 'cold_steep').length > 0 && f.equipment?.vessel_clean !== 'sanitised',
    message: 'No heat will clean up a cold brew. Wash and sanitise the jar, spout and strainer first.',
    resolves: 'Set sanitised',
  },
  {
    id: 'CB-04',
    level: 'block',
    places: ['plan'],
    source: 'CDC; WHO',
    confidence: 'high',
    fires: (f) =>
      ['well_untested', 'rain', 'spring', 'stream'].includes(f.water_source ?? '') &&
      !stages(f, 'boil', 'decoct').some(
        (s) =>
          (s.temp_c ?? 0) >= d.roughBoilingPoint(f) - 1 && (s.minutes ?? 0) >= ((f.altitude_m ?? 0) > 2000 ? 3 : 1),
      ),
    message: 'This water is not known to be safe. Boil it first or use drinking water.',
    resolves: 'Boil 1 min (3 min above 2000 m) or change water',
  },
  {
    id: 'KEEP-01',
    level: 'block',
    places: ['plan', 'label', 'shelf'],
    source: 'Home-kitchen defaults built from USDA/extension guidance',
    confidence: 'medium',
    fires: (f) => f.storage?.where !== undefined && (f.storage.days ?? 0) > d.windowOf(f).hardDays,
    message: 'This is longer than we can support for this kind of drink. Choose an earlier date or freeze it.',
    resolves: 'Shorten days or freeze',
  },
  {
    id: 'KEEP-02',
    level: 'warn',
    places: ['label', 'shelf'],
    source: 'Home-kitchen defaults',
    confidence: 'medium',
    fires: (f) =>
      f.storage?.where !== undefined &&
      (f.storage.days ?? 0) > d.windowOf(f).targetDays &&
      (f.storage.days ?? 0) <= d.windowOf(f).hardDays,
    message: 'Best finished a little sooner. Smell and look before pouring, and discard if unsure.',
    resolves: 'Shorten or acknowledge',
  },
  {
    id: 'KEEP-03',
    level: 'block',
    places: ['plan', 'shelf'],
    source: 'Food-authority advice for vulnerable groups',
    confidence: 'medium',
    fires: (f) =>
      d.vulnerableDrinker(f) &&
      f.storage?.where !== undefined &&
      (f.storage.days ?? 0) > d.windowOf(f).targetDays &&
      (f.storage.days ?? 0) <= d.windowOf(f).hardDays,
    message: 'For this drinker, please use the shorter keeping time.',
    resolves: 'Shorten to target',
  },
  {
    id: 'KEEP-04',
    level: 'note',
    places: ['label'],
    source: 'Food-hygiene guidance',
    confidence: 'high',
    fires: (f) => f.storage?.where !== undefined && !f.intent?.label_date,
    message: 'Write the brew date and use-by date on the container.',
    resolves: 'Add dates',
  },
  {
    id: 'STO-01',
    level: 'block',
    places: ['plan', 'shelf'],
    source: 'USDA/NCHFP',
    confidence: 'high',
    fires: ({ storage: s }) =>
      s?.where === 'room' && (s.days ?? 0) >= 1 && !s.canned_tested && (s.abv ?? 0) < 20 && !s.dry_mix,
    message: 'Home drinks and syrups are kept in the fridge or freezer, not on the shelf.',
    resolves: 'Set fridge or freezer',
  },
  {
    id: 'STO-02',
    level: 'block',
    places: ['shelf'],
    source: 'FDA/FSA',
    confidence: 'high',
    fires: ({ storage: s }) => s?.where === 'fridge' && (s.temp_c ?? 4) > 5,
    message: 'The fridge reads above 5 C. Turn it down and check with a thermometer.',
    resolves: 'Bring to <= 5 C',
  },
  {
    id: 'STO-05',
    level: 'block',
    places: ['shelf'],
    source: 'USDA FSIS molds guidance',
    confidence: 'high',
    fires: (f) => f.observations?.mould === true,
    message: 'Mould seen: discard the whole batch, do not skim or taste it, and wash the container in hot soapy water.',
    resolves: 'Discard',
  },
  {
    id: 'STO-06',
    level: 'block',
    places: ['shelf'],
    source: 'USDA/CDC',
    confidence: 'high',
    fires: ({ observations: o, stages: s }) =>
      Boolean(
        o?.slime || o?.off_smell || o?.bulging || (o?.unexpected_fizz && !(s ?? []).some((x) => x.kind === 'ferment')),
      ),
    message:
      'These are signs of spoilage. Do not taste it. Open any bulging bottle with care over a sink, wrapped in a cloth, and discard.',
    resolves: 'Discard',
  },
  {
    id: 'STO-08',
    level: 'block',
    places: ['picker'],
    source: 'Mycotoxin guidance, FAO/WHO',
    confidence: 'high',
    fires: (f) => d.ingredientsOf(f).some((i) => ['mouldy', 'musty', 'insects', 'damp'].includes(i.condition ?? '')),
    message: 'Mouldy, musty or damp plants cannot be made safe by boiling. Discard them.',
    resolves: 'Replace',
  },
  {
    id: 'STO-09',
    level: 'note',
    places: ['picker'],
    source: 'Mycotoxin guidance, FAO/WHO',
    confidence: 'medium',
    fires: (f) => d.ingredientsWith(f, 'mould_check').some((i) => i.condition === undefined),
    message: 'Look at and smell dried goods before use. Discard any with fuzz, webbing, clumps or a musty smell.',
    resolves: 'Set condition ok',
  },
  {
    id: 'FER-06',
    level: 'block',
    places: ['shelf'],
    source: 'Fermentation safety guidance',
    confidence: 'high',
    fires: (f) => {
      const s = f.storage;
      const sweet =
        (s?.brix ?? 0) >= 3 || Boolean(f.additions?.sugar || f.additions?.honey) || d.hasKey(f, 'fruit_perishable');
      const warm = s?.where === 'room' || (s?.temp_c ?? 4) > 5;
      return (
        s?.sealed === true &&
        ORDINARY_GLASS.includes(s.vessel ?? '') &&
        sweet &&
        warm &&
        (s.brix ?? 0) < 65 &&
        (s.abv ?? 0) < 20 &&
        !s.canned_tested
      );
    },
    message: 'A sweet drink sealed warm can ferment by itself and burst the bottle. Keep it cold and use it soon.',
    resolves: 'Move to fridge',
  },
  {
    id: 'PH-01',
    level: 'warn',
    places: ['plan', 'shelf'],
    source: 'FDA acidified-food practice',
    confidence: 'high',
    fires: ({ storage: s }) => s?.ph !== undefined && (s.ph_method === undefined || s.ph_method === 'estimate'),
    message: 'A guessed pH does not count. Use a meter or narrow-range strips.',
    resolves: 'Measure',
  },
  {
    id: 'PH-02',
    level: 'warn',
    places: ['shelf'],
    source: 'FDA acidified-food practice',
    confidence: 'medium',
    fires: ({ storage: s }) => s?.ph_method === 'strip' && s.ph !== undefined && s.ph >= 3.8 && s.ph <= 4.6,
    message: 'Strips are not exact enough this close to the limit. Use a calibrated meter or treat it as not acid.',
    resolves: 'Measure by meter',
  },
  {
    id: 'HOT-03',
    level: 'warn',
    places: ['stove'],
    source: 'Burn and canning guidance',
    confidence: 'high',
    fires: (f) =>
      !f.storage?.canned_tested &&
      stages(f, 'pour', 'cool', 'hold').some((s) => (s.temp_c ?? 0) >= 60 && s.lid === 'sealed'),
    message:
      'Leave the lid loose until cool. A sealed hot jar can spurt, or pull a vacuum that looks like a safe seal but is not.',
    resolves: 'Loosen the lid',
  },
  {
    id: 'HOT-04',
    level: 'warn',
    places: ['stove'],
    source: 'Glass safety practice',
    confidence: 'high',
    fires: (f) =>
      stages(f, 'pour').some(
        (s) => (s.temp_c ?? 0) >= 60 && BREAKABLE.includes(s.vessel ?? '') && s.prewarmed !== true,
      ) || (f.stages ?? []).some((s) => ORDINARY_GLASS.includes(s.vessel ?? '') && (s.delta_c ?? 0) >= 50),
    message:
      'Cold glass can crack when hot liquid goes in, or hot glass when ice goes in. Warm the glass first or cool the liquid.',
    resolves: 'Prewarm, cool, or use steel',
  },
  {
    id: 'HOT-05',
    level: 'block',
    places: ['stove'],
    source: 'Glass safety practice',
    confidence: 'high',
    fires: (f) =>
      stages(f, 'boil', 'decoct').some((s) => BREAKABLE.includes(s.vessel ?? '')) ||
      (f.stages ?? []).some((s) => s.cracked === true),
    message: 'Ordinary or cracked glass must not go on the heat. Use a steel or enamel pan.',
    resolves: 'Change vessel',
  },
  {
    id: 'VES-01',
    level: 'block',
    places: ['plan', 'stove'],
    source: 'FDA; poison-outbreak reports',
    confidence: 'high',
    fires: (f) => d.acidDrink(f) && d.vesselsOf(f).some((v) => METAL_BLOCKED.includes(v)),
    message: 'Sour drinks can pull harmful metals from this vessel. Use glass, stainless steel or sound enamel.',
    resolves: 'Change vessel',
  },
  {
    id: 'VES-02',
    level: 'warn',
    places: ['plan', 'stove'],
    source: 'BfR aluminium advice',
    confidence: 'medium',
    fires: (f) => d.acidDrink(f) && d.vesselsOf(f).some((v) => METAL_WARNED.includes(v)),
    message: 'Sour drinks react with this metal and taste tinny. Use stainless steel, glass or sound enamel.',
    resolves: 'Change vessel or acknowledge',
  },
  {
    id: 'VES-03',
    level: 'block',
    places: ['plan', 'stove'],
    source: 'Food-contact law',
    confidence: 'high',
    fires: (f) => d.vesselsOf(f).some((v) => NOT_FOR_FOOD.includes(v)),
    message: 'Use only containers made for food.',
    resolves: 'Change vessel',
  },
  {
    id: 'TEETH-01',
    level: 'note',
    places: ['plan'],
    source: 'Dental guidance',
    confidence: 'medium',
    fires: (f) => d.acidDrink(f) && (f.servings_per_day ?? 2) >= 4,
    message: 'Sour drinks wear teeth when sipped all day. Drink with meals and rinse with water.',
    resolves: 'None needed',
  },
  {
    id: 'GEN-01',
    level: 'note',
    places: ['plan'],
    source: 'Project policy',
    confidence: 'high',
    fires: () => true,
    message:
      'These rules are kitchen guidance. Local food-safety authorities and your own health professionals come first.',
    resolves: 'None needed',
  },
];
