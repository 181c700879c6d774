import type { Botanical } from './botanical';

// One row a thing: its name in the table, what it is called, what it is of, and its figures a gram as it goes in. Sugar and acid after
// public food-composition tables (sugar ±20 % with variety and ripeness), pieces and doses kitchen practice and house estimates.

/** A thing of the table with its figures. */
export type Row<T> = readonly [slug: string, name: string, latinName: string, figures: T];

/** A fresh thing that is steeped; sugar and acid are shares of its weight. */
export type Wet = {
  part: string;
  role: string;
  extractionClass: Botanical['extractionClass'];
  typicalGPerL: number;
  sugar: number;
  acid: number;
  piece?: readonly [name: string, grams: number];
  cautionKeys: readonly string[];
  confidence: Botanical['confidence'];
};

/** A liquid or puree that is poured in; sugar and acid are shares of its weight. */
export type Poured = Pick<Wet, 'typicalGPerL' | 'sugar' | 'acid' | 'piece' | 'cautionKeys' | 'confidence'> & {
  form: string;
  cupG: number;
  caffeineMgPerG?: number;
};

/** A dried fruit; shares of its weight dissolve or drain. */
export type Dried = Pick<Wet, 'typicalGPerL' | 'sugar' | 'acid' | 'piece' | 'cautionKeys' | 'confidence'> & {
  soluble: number;
  drained: number;
  pressed: number;
  cupG: number;
};

/** Fruit, peel, petals, herbs and roots as they are picked. */
export const WET_ROWS: readonly Row<Wet>[] = [
  ['apple_peel_fresh', 'Apple peel, thin strips', 'Malus domestica', { part: 'peel', role: 'peel', extractionClass: 'fresh_peel', typicalGPerL: 60, sugar: 0.095, acid: 0.004, piece: ['apple, peel of', 20], cautionKeys: ['peel_wash', 'peel_pesticide'], confidence: 'low' }],
  ['nectarine_fresh', 'Nectarine, sliced, pit out', 'Prunus persica', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.082, acid: 0.006, piece: ['nectarine', 148], cautionKeys: ['pits', 'peel_wash', 'fruit_perishable'], confidence: 'medium' }],
  ['apricot_fresh', 'Apricot, halved, pit out', 'Prunus armeniaca', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.092, acid: 0.011, piece: ['apricot', 38], cautionKeys: ['pits', 'peel_wash', 'fruit_perishable', 'acid'], confidence: 'high' }],
  ['plum_fresh', 'Plum, halved, pit out', 'Prunus domestica', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.099, acid: 0.009, piece: ['plum', 70], cautionKeys: ['pits', 'fruit_perishable', 'peel_wash', 'acid'], confidence: 'high' }],
  ['sweet_cherry_fresh', 'Sweet cherry, pitted', 'Prunus avium', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.128, acid: 0.006, piece: ['cherry', 8], cautionKeys: ['pits', 'peel_wash', 'fruit_perishable'], confidence: 'high' }],
  ['grape_fresh', 'Grape, red, halved, seedless', 'Vitis vinifera', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.155, acid: 0.006, piece: ['grape', 5], cautionKeys: ['peel_wash', 'fruit_perishable', 'choking'], confidence: 'high' }],
  ['mango_fresh', 'Mango flesh, chopped', 'Mangifera indica', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 180, sugar: 0.137, acid: 0.004, piece: ['mango', 400], cautionKeys: ['cashew_family', 'peel_wash', 'fruit_perishable'], confidence: 'high' }],
  ['papaya_fresh', 'Papaya flesh, chopped', 'Carica papaya', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 180, sugar: 0.078, acid: 0.001, piece: ['papaya', 700], cautionKeys: ['peel_wash', 'fruit_perishable', 'low_acid_fresh'], confidence: 'medium' }],
  ['watermelon_fresh', 'Watermelon flesh, cubed', 'Citrullus lanatus', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 400, sugar: 0.066, acid: 0.001, piece: ['watermelon', 5000], cautionKeys: ['fruit_perishable', 'low_acid_fresh', 'peel_wash'], confidence: 'high' }],
  ['kiwi_fresh', 'Kiwi flesh, sliced', 'Actinidia deliciosa', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.09, acid: 0.013, piece: ['kiwi', 82], cautionKeys: ['peel_wash', 'fruit_perishable', 'acid'], confidence: 'medium' }],
  ['passion_fruit_fresh', 'Passion fruit pulp with seeds', 'Passiflora edulis', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 100, sugar: 0.108, acid: 0.028, piece: ['passion fruit', 35], cautionKeys: ['peel_wash', 'fruit_perishable', 'acid'], confidence: 'medium' }],
  ['pomegranate_fresh', 'Pomegranate seeds (arils)', 'Punica granatum', { part: 'seed', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 150, sugar: 0.135, acid: 0.011, piece: ['pomegranate', 300], cautionKeys: ['peel_wash', 'fruit_perishable', 'acid'], confidence: 'medium' }],
  ['rosehip_fresh', 'Rose hip shells, fresh, seeds out', 'Rosa canina', { part: 'fruit shell', role: 'calyx', extractionClass: 'fresh_fruit', typicalGPerL: 60, sugar: 0.11, acid: 0.014, piece: ['hip', 1.5], cautionKeys: ['acid', 'hip_hairs', 'lookalike', 'peel_wash'], confidence: 'low' }],
  ['raspberry_fresh', 'Raspberry, whole', 'Rubus idaeus', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 130, sugar: 0.044, acid: 0.016, piece: ['berry', 3.5], cautionKeys: ['fruit_perishable', 'acid', 'peel_wash'], confidence: 'high' }],
  ['blackberry_fresh', 'Blackberry, whole', 'Rubus fruticosus', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 130, sugar: 0.049, acid: 0.01, piece: ['berry', 5], cautionKeys: ['fruit_perishable', 'acid', 'peel_wash'], confidence: 'high' }],
  ['blueberry_fresh', 'Blueberry, whole', 'Vaccinium corymbosum', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 130, sugar: 0.1, acid: 0.007, piece: ['berry', 1.5], cautionKeys: ['fruit_perishable', 'peel_wash'], confidence: 'high' }],
  ['lingonberry_fresh', 'Lingonberry, whole', 'Vaccinium vitis-idaea', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 100, sugar: 0.076, acid: 0.02, piece: ['berry', 0.25], cautionKeys: ['fruit_perishable', 'acid', 'peel_wash'], confidence: 'medium' }],
  ['blackcurrant_fresh', 'Blackcurrant, stripped', 'Ribes nigrum', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 100, sugar: 0.075, acid: 0.029, piece: ['berry', 0.9], cautionKeys: ['fruit_perishable', 'acid', 'peel_wash'], confidence: 'medium' }],
  ['redcurrant_fresh', 'Redcurrant, stripped', 'Ribes rubrum', { part: 'fruit', role: 'berry', extractionClass: 'fresh_fruit', typicalGPerL: 120, sugar: 0.074, acid: 0.022, piece: ['berry', 0.5], cautionKeys: ['fruit_perishable', 'acid', 'peel_wash'], confidence: 'medium' }],
  ['lemon_whole_sliced', 'Lemon, whole, sliced with peel', 'Citrus x limon', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_peel', typicalGPerL: 50, sugar: 0.026, acid: 0.038, piece: ['lemon', 120], cautionKeys: ['acid', 'peel_wash', 'peel_pesticide'], confidence: 'medium' }],
  ['lime_whole_sliced', 'Lime, whole, sliced with peel', 'Citrus x latifolia', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_peel', typicalGPerL: 50, sugar: 0.02, acid: 0.04, piece: ['lime', 70], cautionKeys: ['acid', 'peel_wash', 'peel_pesticide'], confidence: 'medium' }],
  ['orange_whole_sliced', 'Orange, whole, sliced with peel', 'Citrus x sinensis', { part: 'fruit', role: 'fruit', extractionClass: 'fresh_peel', typicalGPerL: 100, sugar: 0.083, acid: 0.007, piece: ['orange', 180], cautionKeys: ['peel_wash', 'peel_pesticide'], confidence: 'medium' }],
  ['lemon_flesh', 'Lemon flesh, peeled, seeds out', 'Citrus x limon', { part: 'fruit flesh', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 60, sugar: 0.025, acid: 0.05, piece: ['lemon', 120], cautionKeys: ['acid', 'fruit_perishable'], confidence: 'medium' }],
  ['orange_flesh', 'Orange flesh, peeled', 'Citrus x sinensis', { part: 'fruit flesh', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.093, acid: 0.0085, piece: ['orange', 180], cautionKeys: ['acid', 'fruit_perishable'], confidence: 'high' }],
  ['mandarin_flesh', 'Mandarin flesh, peeled', 'Citrus reticulata', { part: 'fruit flesh', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.104, acid: 0.0075, piece: ['mandarin', 115], cautionKeys: ['acid', 'fruit_perishable'], confidence: 'high' }],
  ['grapefruit_flesh', 'Grapefruit flesh, peeled', 'Citrus x paradisi', { part: 'fruit flesh', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.07, acid: 0.014, piece: ['grapefruit', 400], cautionKeys: ['grapefruit', 'acid', 'fruit_perishable'], confidence: 'high' }],
  ['lemon_peel_pith_fresh', 'Lemon peel with pith, cut', 'Citrus x limon', { part: 'peel', role: 'peel', extractionClass: 'fresh_peel', typicalGPerL: 15, sugar: 0.038, acid: 0.004, piece: ['lemon, peel of', 38], cautionKeys: ['peel_wash', 'peel_pesticide'], confidence: 'low' }],
  ['orange_peel_pith_fresh', 'Orange peel with pith, cut', 'Citrus x sinensis', { part: 'peel', role: 'peel', extractionClass: 'fresh_peel', typicalGPerL: 20, sugar: 0.06, acid: 0.003, piece: ['orange, peel of', 48], cautionKeys: ['peel_wash', 'peel_pesticide'], confidence: 'low' }],
  ['mandarin_peel_fresh', 'Mandarin peel, its thin pith on', 'Citrus reticulata', { part: 'peel', role: 'peel', extractionClass: 'fresh_peel', typicalGPerL: 20, sugar: 0.065, acid: 0.003, piece: ['mandarin, peel of', 28], cautionKeys: ['peel_wash', 'peel_pesticide'], confidence: 'low' }],
  ['grapefruit_peel', 'Grapefruit peel, thin strips', 'Citrus x paradisi', { part: 'peel', role: 'peel', extractionClass: 'fresh_peel', typicalGPerL: 10, sugar: 0.055, acid: 0.004, piece: ['strip', 3], cautionKeys: ['grapefruit', 'peel_wash', 'peel_pesticide'], confidence: 'low' }],
  ['turmeric_fresh', 'Turmeric, fresh sliced', 'Curcuma longa', { part: 'rhizome', role: 'root', extractionClass: 'fresh_root', typicalGPerL: 15, sugar: 0.018, acid: 0.001, piece: ['finger', 15], cautionKeys: ['anticoagulant', 'bile_duct', 'med_general', 'peel_wash'], confidence: 'low' }],
  ['beet_fresh', 'Beetroot, peeled, sliced', 'Beta vulgaris', { part: 'root', role: 'root', extractionClass: 'fresh_root', typicalGPerL: 80, sugar: 0.068, acid: 0.001, piece: ['beet', 110], cautionKeys: ['low_acid_fresh', 'peel_wash'], confidence: 'high' }],
  ['rhubarb_stalk', 'Rhubarb stalk, cut', 'Rheum rhabarbarum', { part: 'stalk', role: 'fruit', extractionClass: 'fresh_fruit', typicalGPerL: 170, sugar: 0.011, acid: 0.016, piece: ['stalk', 70], cautionKeys: ['acid', 'peel_wash'], confidence: 'medium' }],
  ['lemon_balm_fresh', 'Lemon balm leaves, fresh', 'Melissa officinalis', { part: 'leaf', role: 'herb', extractionClass: 'fresh_herb', typicalGPerL: 30, sugar: 0.006, acid: 0.002, piece: ['sprig', 1.5], cautionKeys: ['sedative', 'thyroid', 'low_acid_fresh', 'peel_wash'], confidence: 'low' }],
  ['lemon_verbena_fresh', 'Lemon verbena leaves, fresh', 'Aloysia citrodora', { part: 'leaf', role: 'herb', extractionClass: 'fresh_herb', typicalGPerL: 25, sugar: 0.006, acid: 0.002, piece: ['leaf', 0.4], cautionKeys: ['low_acid_fresh', 'peel_wash'], confidence: 'low' }],
  ['sage_fresh', 'Sage leaves, fresh', 'Salvia officinalis', { part: 'leaf', role: 'herb', extractionClass: 'fresh_herb', typicalGPerL: 15, sugar: 0.006, acid: 0.001, piece: ['leaf', 0.5], cautionKeys: ['thujone', 'pregnancy_caution', 'med_general', 'low_acid_fresh', 'peel_wash'], confidence: 'low' }],
  ['linden_fresh', 'Linden blossom with bract, fresh', 'Tilia cordata', { part: 'flower and bract', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 40, sugar: 0.02, acid: 0.002, piece: ['cluster', 0.8], cautionKeys: ['flower_source', 'low_acid_fresh'], confidence: 'low' }],
  ['rose_petal_fresh', 'Rose petals, fresh', 'Rosa x damascena', { part: 'petal', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 30, sugar: 0.03, acid: 0.002, piece: ['flower, petals of', 4], cautionKeys: ['flower_source', 'low_acid_fresh'], confidence: 'low' }],
  ['clover_fresh', 'Red clover heads, fresh', 'Trifolium pratense', { part: 'flower head', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 30, sugar: 0.02, acid: 0.001, piece: ['head', 1], cautionKeys: [ 'flower_source', 'lookalike', 'anticoagulant', 'phytoestrogen', 'pregnancy_caution', 'low_acid_fresh', ], confidence: 'low' }],
  ['lavender_fresh', 'Lavender flower spikes, fresh', 'Lavandula angustifolia', { part: 'flower', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 6, sugar: 0.01, acid: 0.001, piece: ['spike', 0.7], cautionKeys: ['lavender', 'flower_source', 'low_acid_fresh'], confidence: 'low' }],
  ['dandelion_flower_fresh', 'Dandelion flower heads, fresh, stem off', 'Taraxacum officinale', { part: 'flower head', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 40, sugar: 0.02, acid: 0.001, piece: ['head', 1.8], cautionKeys: ['asteraceae', 'flower_source', 'low_acid_fresh'], confidence: 'low' }],
  ['chamomile_fresh', 'Chamomile heads, fresh', 'Matricaria chamomilla', { part: 'flower', role: 'flower', extractionClass: 'fresh_herb', typicalGPerL: 35, sugar: 0.015, acid: 0.001, piece: ['head', 0.17], cautionKeys: ['asteraceae', 'flower_source', 'anticoagulant', 'low_acid_fresh'], confidence: 'low' }],
];

/** What is in at once: juice, puree, milk, spirit, what finishes a drink. */
export const POURED_ROWS: readonly Row<Poured>[] = [
  ['orange_juice', 'Orange juice, fresh', 'Citrus x sinensis', { form: 'juice', typicalGPerL: 200, cupG: 247, sugar: 0.086, acid: 0.009, piece: ['orange, juice of', 86], cautionKeys: ['fruit_perishable', 'acid'], confidence: 'high' }],
  ['mandarin_juice', 'Mandarin juice, fresh', 'Citrus reticulata', { form: 'juice', typicalGPerL: 200, cupG: 247, sugar: 0.096, acid: 0.008, piece: ['mandarin, juice of', 52], cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['apple_juice', 'Apple juice', 'Malus domestica', { form: 'juice', typicalGPerL: 300, cupG: 248, sugar: 0.103, acid: 0.0045, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'high' }],
  ['pear_juice', 'Pear juice', 'Pyrus communis', { form: 'juice', typicalGPerL: 300, cupG: 248, sugar: 0.096, acid: 0.003, cautionKeys: ['fruit_perishable'], confidence: 'medium' }],
  ['pineapple_juice', 'Pineapple juice', 'Ananas comosus', { form: 'juice', typicalGPerL: 250, cupG: 249, sugar: 0.105, acid: 0.0075, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'high' }],
  ['grape_juice_red', 'Grape juice, red', 'Vitis vinifera', { form: 'juice', typicalGPerL: 250, cupG: 252, sugar: 0.148, acid: 0.0065, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'high' }],
  ['grape_juice_white', 'Grape juice, white', 'Vitis vinifera', { form: 'juice', typicalGPerL: 250, cupG: 252, sugar: 0.149, acid: 0.0055, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'high' }],
  ['cranberry_juice', 'Cranberry juice, unsweetened', 'Vaccinium macrocarpon', { form: 'juice', typicalGPerL: 150, cupG: 244, sugar: 0.043, acid: 0.023, cautionKeys: ['fruit_perishable', 'acid', 'anticoagulant'], confidence: 'medium' }],
  ['pomegranate_juice', 'Pomegranate juice', 'Punica granatum', { form: 'juice', typicalGPerL: 200, cupG: 251, sugar: 0.13, acid: 0.012, piece: ['pomegranate, juice of', 127], cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['sour_cherry_juice', 'Sour cherry juice', 'Prunus cerasus', { form: 'juice', typicalGPerL: 200, cupG: 250, sugar: 0.11, acid: 0.015, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['coconut_water', 'Coconut water', 'Cocos nucifera', { form: 'juice', typicalGPerL: 400, cupG: 241, sugar: 0.034, acid: 0.001, cautionKeys: ['coconut_allergy', 'low_acid_fresh', 'fruit_perishable'], confidence: 'medium' }],
  ['peach_nectar', 'Peach nectar, sweetened, bottled', 'Prunus persica', { form: 'puree', typicalGPerL: 200, cupG: 249, sugar: 0.126, acid: 0.004, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['peach_puree', 'Peach puree, unsweetened', 'Prunus persica', { form: 'puree', typicalGPerL: 180, cupG: 247, sugar: 0.084, acid: 0.006, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['raspberry_puree', 'Raspberry puree, sieved, unsweetened', 'Rubus idaeus', { form: 'puree', typicalGPerL: 130, cupG: 246, sugar: 0.048, acid: 0.016, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['strawberry_puree', 'Strawberry puree, unsweetened', 'Fragaria x ananassa', { form: 'puree', typicalGPerL: 150, cupG: 244, sugar: 0.05, acid: 0.009, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'medium' }],
  ['milk_whole', 'Milk, whole', 'Milk', { form: 'milk', typicalGPerL: 150, cupG: 244, sugar: 0.048, acid: 0.0015, cautionKeys: [], confidence: 'high' }],
  ['kefir', 'Kefir, plain, whole milk', 'Milk', { form: 'milk', typicalGPerL: 150, cupG: 245, sugar: 0.04, acid: 0.006, cautionKeys: [], confidence: 'medium' }],
  ['oat_drink', 'Oat drink', 'Avena sativa', { form: 'milk', typicalGPerL: 150, cupG: 244, sugar: 0.04, acid: 0.001, cautionKeys: [], confidence: 'medium' }],
  ['vanilla_extract', 'Vanilla extract, 35 % vol, sugared', 'Vanilla planifolia', { form: 'finisher', typicalGPerL: 3, cupG: 233, sugar: 0.08, acid: 0.001, piece: ['tsp', 4.9], cautionKeys: ['alcohol_extract'], confidence: 'medium' }],
  ['bitters', 'Aromatic bitters, 44.7 % vol', 'Aromatic bitters', { form: 'finisher', typicalGPerL: 3, cupG: 226, sugar: 0.04, acid: 0.001, piece: ['dash', 0.8], cautionKeys: ['alcohol_extract'], confidence: 'medium' }],
  ['rum_40', 'Rum, 40 % vol', 'Rum', { form: 'spirit', typicalGPerL: 40, cupG: 225, sugar: 0.003, acid: 0.0003, cautionKeys: ['alcohol_extract'], confidence: 'high' }],
  ['gin_40', 'Gin, 40 % vol', 'Gin', { form: 'spirit', typicalGPerL: 40, cupG: 224, sugar: 0, acid: 0, cautionKeys: ['alcohol_extract'], confidence: 'high' }],
  ['vodka_40', 'Vodka, 40 % vol', 'Vodka', { form: 'spirit', typicalGPerL: 40, cupG: 224, sugar: 0, acid: 0, cautionKeys: ['alcohol_extract'], confidence: 'high' }],
  ['salt', 'Salt, fine', 'Salt', { form: 'finisher', typicalGPerL: 1, cupG: 292, sugar: 0, acid: 0, piece: ['pinch', 0.35], cautionKeys: [], confidence: 'high' }],
  ['cocoa', 'Cocoa powder, unsweetened', 'Theobroma cacao', { form: 'finisher', typicalGPerL: 15, cupG: 86, sugar: 0.018, acid: 0.006, piece: ['tbsp', 5.4], cautionKeys: ['caffeine', 'pet_hazard', 'allergen_traces'], confidence: 'high', caffeineMgPerG: 2.3 }],
  ['citric_acid', 'Citric acid, monohydrate', 'Citric acid', { form: 'finisher', typicalGPerL: 2, cupG: 220, sugar: 0, acid: 0.914, piece: ['tsp', 4.6], cautionKeys: ['acid'], confidence: 'high' }],
  ['cider_vinegar', 'Cider vinegar, 5 % acid', 'Malus domestica', { form: 'finisher', typicalGPerL: 30, cupG: 239, sugar: 0.004, acid: 0.053, cautionKeys: ['acid'], confidence: 'high' }],
  ['key_lime_juice', 'Lime juice, key', 'Citrus x aurantiifolia', { form: 'juice', typicalGPerL: 35, cupG: 244, sugar: 0.019, acid: 0.056, piece: ['lime, juice of', 12], cautionKeys: ['acid', 'peel_wash', 'fruit_perishable'], confidence: 'low' }],
  ['passion_fruit_juice', 'Passion fruit juice', 'Passiflora edulis', { form: 'juice', typicalGPerL: 100, cupG: 250, sugar: 0.1, acid: 0.033, piece: ['passion fruit, juice of', 16], cautionKeys: ['fruit_perishable', 'acid'], confidence: 'low' }],
  ['raspberry_juice', 'Raspberry juice', 'Rubus idaeus', { form: 'juice', typicalGPerL: 150, cupG: 247, sugar: 0.07, acid: 0.0155, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'low' }],
  ['strawberry_juice', 'Strawberry juice', 'Fragaria x ananassa', { form: 'juice', typicalGPerL: 150, cupG: 245, sugar: 0.06, acid: 0.0078, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'low' }],
  ['guava_puree', 'Guava puree', 'Psidium guajava', { form: 'puree', typicalGPerL: 150, cupG: 246, sugar: 0.065, acid: 0.0068, cautionKeys: ['fruit_perishable', 'acid'], confidence: 'low' }],
  ['watermelon_juice', 'Watermelon juice', 'Citrullus lanatus', { form: 'juice', typicalGPerL: 400, cupG: 245, sugar: 0.062, acid: 0.001, cautionKeys: ['fruit_perishable', 'low_acid_fresh'], confidence: 'low' }],
  ['almond_extract', 'Almond extract, 32 % vol', 'Prunus dulcis', { form: 'finisher', typicalGPerL: 2, cupG: 212, sugar: 0, acid: 0, cautionKeys: ['tree_nut', 'alcohol_extract'], confidence: 'low' }],
  ['rose_water', 'Rose water', 'Rosa x damascena', { form: 'finisher', typicalGPerL: 5, cupG: 237, sugar: 0, acid: 0, cautionKeys: [], confidence: 'low' }],
  ['orange_blossom_water', 'Orange blossom water', 'Citrus x aurantium', { form: 'finisher', typicalGPerL: 5, cupG: 237, sugar: 0, acid: 0, cautionKeys: [], confidence: 'low' }],
];

/** Dried fruit and pods. */
export const DRIED_ROWS: readonly Row<Dried>[] = [
  ['carob_pod', 'Carob pod, dried, broken', 'Ceratonia siliqua', { typicalGPerL: 65, sugar: 0.43, acid: 0.006, soluble: 0.53, drained: 1.45, pressed: 0.9, cupG: 80, piece: ['pod', 16], cautionKeys: ['mould_check'], confidence: 'medium' }],
  ['raisin_dried', 'Raisin, whole', 'Vitis vinifera', { typicalGPerL: 50, sugar: 0.66, acid: 0.018, soluble: 0.79, drained: 1.15, pressed: 0.6, cupG: 145, piece: ['raisin', 0.5], cautionKeys: ['sulphite', 'mould_check', 'choking'], confidence: 'high' }],
  ['apple_dried', 'Apple rings, dried, soft', 'Malus domestica', { typicalGPerL: 50, sugar: 0.56, acid: 0.016, soluble: 0.62, drained: 2.3, pressed: 1.2, cupG: 86, piece: ['ring', 6.4], cautionKeys: ['sulphite', 'mould_check'], confidence: 'medium' }],
  ['dried_apricot', 'Apricot, dried, halved', 'Prunus armeniaca', { typicalGPerL: 50, sugar: 0.534, acid: 0.026, soluble: 0.618, drained: 1.6, pressed: 0.9, cupG: 130, piece: ['half', 3.5], cautionKeys: ['sulphite', 'mould_check'], confidence: 'high' }],
  ['peach_dried', 'Peach, dried, halved', 'Prunus persica', { typicalGPerL: 50, sugar: 0.45, acid: 0.022, soluble: 0.6, drained: 1.7, pressed: 0.95, cupG: 160, piece: ['half', 13], cautionKeys: ['sulphite', 'mould_check'], confidence: 'medium' }],
  ['papaya_dried', 'Papaya, dried, sugared, cubed', 'Carica papaya', { typicalGPerL: 50, sugar: 0.68, acid: 0.004, soluble: 0.75, drained: 1.4, pressed: 0.8, cupG: 140, piece: ['cube', 2.5], cautionKeys: ['sulphite', 'mould_check'], confidence: 'low' }],
  ['pineapple_dried', 'Pineapple, dried, sugared, pieces', 'Ananas comosus', { typicalGPerL: 50, sugar: 0.62, acid: 0.012, soluble: 0.7, drained: 1.5, pressed: 0.85, cupG: 120, piece: ['ring', 20], cautionKeys: ['sulphite', 'mould_check'], confidence: 'low' }],
  ['prune_dried', 'Prune, pitted', 'Prunus domestica', { typicalGPerL: 50, sugar: 0.385, acid: 0.015, soluble: 0.61, drained: 1.35, pressed: 0.75, cupG: 174, piece: ['prune', 9.5], cautionKeys: ['mould_check'], confidence: 'high' }],
  ['date_dried', 'Date, pitted, chopped', 'Phoenix dactylifera', { typicalGPerL: 50, sugar: 0.64, acid: 0.004, soluble: 0.685, drained: 1.5, pressed: 0.9, cupG: 147, piece: ['date', 7.5], cautionKeys: ['mould_check'], confidence: 'high' }],
  ['cranberry_dried', 'Cranberry, dried, sugared', 'Vaccinium macrocarpon', { typicalGPerL: 40, sugar: 0.72, acid: 0.015, soluble: 0.775, drained: 1.35, pressed: 0.75, cupG: 120, piece: ['berry', 0.5], cautionKeys: ['acid', 'anticoagulant', 'mould_check'], confidence: 'medium' }],
];
