import { all, cond, HOT, ing, kept, med, of, stage, who, type RuleCases } from '../test/ruleCases';
import { testCases } from '../test/testRuleCases';

const tea = (g: number) => of(ing('black_tea_leaf', {}, g));
const blackTea = all(tea(8), HOT);
const roselle = all(of('roselle_dried_whole'), HOT);
const fridge = (days: number) => kept({ where: 'fridge', temp_c: 4, days });
const can = (intent: object) => ({ intent: { can: true, tested_recipe: true, altitude_m: 0, ...intent } });
const ferment = stage('ferment', 24, 2880, { lid: 'airlock', vessel: 'glass' });
const acid = (ph: number, ph_method: 'meter' | 'strip' | 'estimate') => kept({ where: 'fridge', ph, ph_method });
const rum = { additions: { alcohol_ml: 50, abv: 6 } };
const cold = stage('cold_steep', 4, 600);

const CASES: RuleCases = {
  'CAF-01': [
    { ...tea(31), servings_per_day: 2 },
    { ...tea(29), servings_per_day: 2 },
  ],
  'CAF-02': [tea(30), tea(29)],
  'CAF-03': [all(tea(15), who({ pregnant: true })), all(tea(14), who({ pregnant: true }))],
  'CAF-04': [all(tea(2), who({ breastfeeding: true })), who({ breastfeeding: true })],
  'CAF-05': [all(tea(3.8), who({ child: true })), all(tea(3.6), who({ child: true }))],
  'CAF-06': [
    all(tea(2), who({ no_caffeine: true })),
    all(of(ing('black_tea_leaf', { decaf: true })), who({ no_caffeine: true })),
  ],
  'CAF-07': [all(tea(0.8), who({ toddler: true })), all(tea(0.7), who({ toddler: true }))],
  'CAF-08': [
    all(of(ing('black_tea_leaf', { decaf: true })), who({ no_caffeine: true })),
    all(of('rooibos_cut'), who({ no_caffeine: true })),
  ],
  'INF-01': [all(of('honey'), who({ infant: true })), all(of('honey'), who({ toddler: true }))],
  'INF-02': [who({ infant: true }), who({ toddler: true })],
  'INF-03': [all({ additions: { sugar: true } }, who({ toddler: true })), who({ toddler: true })],
  'INF-04': [all({ pearls: true }, who({ under_5: true })), all({ pearls: true }, who({ child: true }))],
  'INF-05': [of(ing('clove_whole', { served_in: true })), of('clove_whole')],
  'INF-06': [{ ...of('honey'), intent: { share: true } }, of('honey')],
  'OPT-01': [
    { raw_honey_school: true, additions: { honey: true, honey_temp_c: 41 } },
    { raw_honey_school: true, additions: { honey: true, honey_temp_c: 40 } },
  ],
  'ALC-01': [all(rum, who({ driving: true })), rum],
  'ALC-02': [all(rum, who({ breastfeeding: true })), who({ breastfeeding: true })],
  'ALC-03': [stage('add_alcohol', 61), stage('add_alcohol', 60)],
  'ALC-04': [ferment, HOT],
  'ALC-05': [all(ferment, who({ child: true })), ferment],
  'ALC-06': [all(rum, med('iron')), rum],
  'ALC-07': [all(of('bitters'), who({ no_alcohol: true })), of('bitters')],
  'ALC-08': [{ additions: { alcohol_type: 'methylated' } }, { additions: { alcohol_type: 'rum' } }],
  'TT-01': [all(roselle, kept({ room_hold_min: 121 })), all(roselle, kept({ room_hold_min: 120 }))],
  'TT-02': [
    all(roselle, kept({ room_hold_min: 61, ambient_c: 33 })),
    all(roselle, kept({ room_hold_min: 61, ambient_c: 32 })),
  ],
  'TT-03': [
    all(blackTea, kept({ room_hold_min: 121 })),
    all(blackTea, { additions: { sugar: true } }, kept({ room_hold_min: 121 })),
  ],
  'TT-04': [all(blackTea, kept({ room_hold_min: 481 })), all(blackTea, kept({ room_hold_min: 480 }))],
  'TT-05': [stage('sun_steep', 40, 60), HOT],
  'TT-06': [stage('room_steep', 22, 121), stage('room_steep', 22, 120)],
  'TT-07': [all(stage('room_steep', 22, 480), kept({ brix: 66 })), stage('room_steep', 22, 480)],
  'TT-08': [all(cold, who({ vulnerable: true })), all(HOT, who({ vulnerable: true }))],
  'TT-09': [{ mix_with_old: true }, {}],
  'TT-10': [kept({ brix: 66, room_hold_min: 241 }), kept({ brix: 66, room_hold_min: 240 })],
  'COOL-01': [{ cooling: { min_60_to_21: 121 } }, { cooling: { min_60_to_21: 120 } }],
  'COOL-02': [{ cooling: { min_21_to_5: 241 } }, { cooling: { min_21_to_5: 240 } }],
  'COOL-03': [{ cooling: { undivided_l: 2.1 } }, { cooling: { undivided_l: 2.1, aid: 'shallow_pans' } }],
  'COOL-04': [
    all(HOT, kept({ where: 'fridge' })),
    all(HOT, kept({ where: 'fridge' }), { cooling: { min_60_to_21: 30, min_21_to_5: 100 } }),
  ],
  'CB-01': [stage('cold_steep', 4, 1441), stage('cold_steep', 4, 1440)],
  'CB-02': [
    all(of('green_tea_leaf'), stage('cold_steep', 4, 800)),
    all(of('roselle_dried_whole'), stage('cold_steep', 4, 700)),
  ],
  'CB-03': [cold, { ...cold, equipment: { vessel_clean: 'sanitised' } }],
  'CB-04': [
    { ...stage('boil', 100, 0.5), water_source: 'spring' },
    { ...stage('boil', 100, 1), water_source: 'spring' },
  ],
  'CB-05': [all(of('cucumber_fresh'), cold), all(of(ing('cucumber_fresh', { washed: true })), cold)],
  'KEEP-01': [all(roselle, fridge(4.1)), all(roselle, fridge(4))],
  'KEEP-02': [all(roselle, fridge(3.5)), all(roselle, fridge(3))],
  'KEEP-03': [all(roselle, fridge(3.5), who({ vulnerable: true })), all(roselle, fridge(3.5))],
  'KEEP-04': [kept({ where: 'fridge' }), { ...kept({ where: 'fridge' }), intent: { label_date: true } }],
  'STO-01': [kept({ where: 'room', days: 1 }), kept({ where: 'room', days: 1, dry_mix: true })],
  'STO-02': [kept({ where: 'fridge', temp_c: 5.5 }), kept({ where: 'fridge', temp_c: 5 })],
  'STO-03': [kept({ container: 'ex_chemical' }), kept({ container: 'new_glass' })],
  'STO-04': [kept({ container: 'reused_washed', worn: true }), kept({ container: 'reused_washed' })],
  'STO-05': [{ observations: { mould: true } }, { observations: { slime: true } }],
  'STO-06': [{ observations: { unexpected_fizz: true } }, { ...ferment, observations: { unexpected_fizz: true } }],
  'STO-07': [
    kept({ where: 'freezer', vessel: 'glass', headspace_pct: 9 }),
    kept({ where: 'freezer', vessel: 'glass', headspace_pct: 10 }),
  ],
  'STO-08': [of(ing('linden_dried', { condition: 'musty' })), of(ing('linden_dried', { condition: 'ok' }))],
  'STO-09': [of('dried_apricot'), of(ing('dried_apricot', { condition: 'ok' }))],
  'FER-01': [
    stage('ferment', 24, 60, { lid: 'sealed', vessel: 'mason_jar' }),
    stage('ferment', 24, 60, { lid: 'sealed', vessel: 'pet_pressure' }),
  ],
  'FER-02': [
    stage('ferment', 24, 60, { lid: 'sealed', vessel: 'keg' }),
    stage('ferment', 24, 60, { lid: 'sealed', vessel: 'keg', pressure_check: true }),
  ],
  'FER-03': [all(ferment, acid(3.9, 'strip')), all(ferment, acid(3.8, 'strip'))],
  'FER-04': [all(ferment, acid(4.7, 'meter')), all(ferment, acid(4.6, 'meter'))],
  'FER-05': [all(ferment, cond('immunocompromised')), ferment],
  'FER-06': [
    kept({ sealed: true, vessel: 'glass', brix: 8, where: 'room' }),
    kept({ sealed: true, vessel: 'glass', brix: 8, where: 'fridge' }),
  ],
  'PH-01': [acid(3, 'estimate'), acid(3, 'meter')],
  'PH-02': [acid(4, 'strip'), acid(4, 'meter')],
  'CARB-01': [stage('carbonate', 26), stage('carbonate', 25)],
  'CAN-01': [{ intent: { can: true } }, can({})],
  'CAN-02': [can({ recipe_changed: true }), can({})],
  'CAN-03': [{ intent: { can: true } }, can({})],
  'CAN-04': [can({ altitude_m: 306 }), can({ altitude_m: 305 })],
  'CAN-05': [can({ method: 'oven' }), can({ method: 'water_bath' })],
  'BOT-01': [all(of('oil', 'garlic_fresh'), fridge(5)), all(of('oil', 'garlic_fresh'), fridge(4))],
  'BOT-02': [
    all(of('thyme_fresh'), kept({ sealed: true, where: 'room' })),
    all(of('thyme_fresh'), kept({ sealed: true, where: 'room', ph: 4.6, ph_method: 'meter' })),
  ],
  'BOT-03': [
    all(of('honey', 'garlic_fresh'), kept({ where: 'room' })),
    all(of('honey', 'garlic_fresh'), kept({ where: 'fridge' })),
  ],
  'BOT-04': [kept({ vacuum: true, where: 'fridge', days: 8 }), kept({ vacuum: true, where: 'fridge', days: 7 })],
  'HOT-01': [stage('blend', 41, 1, { lid: 'sealed' }), stage('blend', 41, 1, { lid: 'vented' })],
  'HOT-02': [{ serving_temp_c: 66 }, { serving_temp_c: 65 }],
  'HOT-03': [stage('cool', 60, 9, { lid: 'sealed' }), stage('cool', 60, 9, { lid: 'loose' })],
  'HOT-04': [stage('pour', 60, 1, { vessel: 'glass' }), stage('pour', 60, 1, { vessel: 'glass', prewarmed: true })],
  'HOT-05': [stage('boil', 100, 1, { vessel: 'mason_jar' }), stage('boil', 100, 1, { vessel: 'borosilicate' })],
  'HOT-06': [stage('boil', 104), stage('boil', 103)],
  'HOT-07': [{ ...HOT, child_helper: true }, HOT],
  'HOT-08': [stage('hot_steep', 95, 4, { method: 'microwave' }), stage('hot_steep', 94, 4, { method: 'microwave' })],
  'HOT-09': [stage('decoct', 110, 4, { method: 'pressure_cooker' }), stage('decoct', 100, 4)],
  'HOT-10': [{ dry_ice: true, dry_ice_served: true }, { dry_ice: true }],
  'VES-01': [
    all(of('roselle_dried_whole'), stage('boil', 99, 5, { vessel: 'pewter' })),
    all(of('roselle_dried_whole'), stage('boil', 99, 5, { vessel: 'enamel' })),
  ],
  'VES-02': [
    all(of('roselle_dried_whole'), stage('boil', 99, 5, { vessel: 'cast_iron' })),
    all(of('rooibos_cut'), stage('boil', 99, 5, { vessel: 'cast_iron' })),
  ],
  'VES-03': [kept({ vessel: 'bucket_nonfood' }), kept({ vessel: 'plastic_food' })],
  'VES-04': [
    stage('pour', 61, 1, { vessel: 'plastic_food' }),
    stage('pour', 61, 1, { vessel: 'plastic_food', hot_rated: true }),
  ],
  'EQP-01': [{ equipment: { strainer: 'rusty' } }, { equipment: { strainer: 'ok' } }],
  'EQP-02': [{ equipment: { cloth: 'scented_detergent' } }, { equipment: { cloth: 'undyed' } }],
  'EQP-03': [{ equipment: { cloth_reused: true } }, { equipment: { cloth_reused: true, cloth_boiled: true } }],
  'PRO-01': [of('peach_fresh'), of(ing('peach_fresh', { washed: true }))],
  'PRO-02': [of('lemon_peel_fresh'), of(ing('lemon_peel_fresh', { peel: 'organic' }))],
  'PRO-03': [of(ing('peach_fresh', { wash_method: 'bleach' })), of(ing('peach_fresh', { wash_method: 'water' }))],
  'PRO-04': [
    all(of('apple_juice_raw'), who({ child: true })),
    all(of('apple_juice_raw'), who({ child: true }), stage('boil', 100, 1)),
  ],
  'PRO-05': [all(of('raspberry_frozen'), who({ pregnant: true })), of('raspberry_frozen')],
  'CLM-01': [{ intent: { label_text: 'A gentle remedy' } }, { intent: { label_text: 'Tart, deep red' } }],
  'SELL-01': [{ intent: { sell: true } }, { intent: { sell: true, local_rules_confirmed: true } }],
  'SELL-02': [{ ...ferment, intent: { sell: true } }, ferment],
  'TEETH-01': [
    { ...of('citric_acid'), servings_per_day: 4 },
    { ...of('citric_acid'), servings_per_day: 3 },
  ],
  'PET-01': [{ ...tea(8), pets: true }, tea(8)],
};

testCases(
  'the kitchen, the shelf and the table',
  CASES,
  /^(CAF|INF|OPT|ALC|TT|COOL|CB|KEEP|STO|FER|PH|CARB|CAN|BOT|HOT|VES|EQP|PRO|CLM|SELL|TEETH|PET)-/,
);
