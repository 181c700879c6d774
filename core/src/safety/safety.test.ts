import { aBatch, aPlan, MEASURED } from '../testing/aBatch';
import { factsOfPlan, factsOfStored, findingsOf, firedRules, RULES, type Facts } from './index';
import { concentrateOf } from '../batch/batch';

const roselle: Facts = { ingredients: [{ slug: 'roselle_dried_whole', g: 20 }], volume_l: 1 };
const hot = { kind: 'hot_steep', temp_c: 98, minutes: 15 } as const;

// For every rule: facts on which it must fire, and facts close by on which it must not.
const CASES: Record<string, { fires: Facts; quiet: Facts }> = {
  'FOR-01': {
    fires: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5, source: 'foraged' }] },
    quiet: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5, source: 'foraged', id_confirmed: true }] },
  },
  'FOR-02': {
    fires: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5, source: 'foraged', site: 'roadside' }] },
    quiet: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5, source: 'foraged', site: 'meadow' }] },
  },
  'FLO-01': {
    fires: { ingredients: [{ slug: 'roselle_dried_whole', g: 5, source: 'florist' }] },
    quiet: { ingredients: [{ slug: 'roselle_dried_whole', g: 5, source: 'shop_food_grade' }] },
  },
  'FLO-02': {
    fires: { ingredients: [{ slug: 'roselle_dried_whole', g: 5, source: 'garden' }] },
    quiet: { ingredients: [{ slug: 'roselle_dried_whole', g: 5, source: 'garden', untreated_confirmed: true }] },
  },
  'HIP-01': {
    fires: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5 }], equipment: { strain: 'sieve' } },
    quiet: { ingredients: [{ slug: 'rosehip_dried_cut', g: 5 }], equipment: { strain: 'fine_cloth' } },
  },
  'DOSE-01': {
    fires: { ingredients: [{ slug: 'roselle_dried_whole', g: 70 }], volume_l: 1 },
    quiet: { ingredients: [{ slug: 'roselle_dried_whole', g: 67.5 }], volume_l: 1 },
  },
  'DIL-01': { fires: { is_concentrate: true }, quiet: { is_concentrate: true, intent: { label_dilution: true } } },
  'HIB-01': {
    fires: { ...roselle, audience: { pregnant: true } },
    quiet: { ...roselle, audience: { pregnant: true, pro_ok: true } },
  },
  'HIB-02': {
    fires: { ...roselle, audience: { medication: ['bp'] } },
    quiet: { ...roselle, audience: { medication: ['iron'] } },
  },
  'HIB-03': { fires: { ...roselle, audience: { breastfeeding: true } }, quiet: roselle },
  'INF-02': { fires: { audience: { infant: true } }, quiet: { audience: { toddler: true } } },
  'INF-03': {
    fires: { audience: { toddler: true }, additions: { sugar: true } },
    quiet: { audience: { toddler: true } },
  },
  'TT-01': {
    fires: { ...roselle, stages: [hot], storage: { room_hold_min: 121 } },
    quiet: { ...roselle, stages: [hot], storage: { room_hold_min: 120 } },
  },
  'TT-02': {
    fires: { ...roselle, storage: { room_hold_min: 61, ambient_c: 33 } },
    quiet: { ...roselle, storage: { room_hold_min: 61, ambient_c: 32 } },
  },
  'TT-05': { fires: { stages: [{ kind: 'sun_steep', minutes: 60 }] }, quiet: { stages: [hot] } },
  'TT-06': {
    fires: { stages: [{ kind: 'room_steep', temp_c: 22, minutes: 480 }] },
    quiet: { stages: [{ kind: 'room_steep', temp_c: 22, minutes: 120 }] },
  },
  'TT-07': {
    fires: { stages: [{ kind: 'room_steep', temp_c: 22, minutes: 480 }], storage: { brix: 66 } },
    quiet: { stages: [{ kind: 'room_steep', temp_c: 22, minutes: 480 }] },
  },
  'TT-08': {
    fires: { audience: { vulnerable: true }, stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 600 }] },
    quiet: { audience: { vulnerable: true }, stages: [hot] },
  },
  'TT-09': { fires: { mix_with_old: true }, quiet: {} },
  'TT-10': {
    fires: { storage: { brix: 66, room_hold_min: 241 } },
    quiet: { storage: { brix: 66, room_hold_min: 240 } },
  },
  'COOL-01': { fires: { cooling: { min_60_to_21: 121 } }, quiet: { cooling: { min_60_to_21: 120 } } },
  'COOL-02': { fires: { cooling: { min_21_to_5: 241 } }, quiet: { cooling: { min_21_to_5: 240 } } },
  'COOL-03': {
    fires: { cooling: { undivided_l: 2.5, aid: 'none' } },
    quiet: { cooling: { undivided_l: 2.5, aid: 'ice_bath' } },
  },
  'COOL-04': {
    fires: { stages: [hot], storage: { where: 'fridge' } },
    quiet: { stages: [hot], storage: { where: 'fridge' }, cooling: { min_60_to_21: 30, min_21_to_5: 100 } },
  },
  'CB-01': {
    fires: { stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 1441 }] },
    quiet: { stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 1440 }] },
  },
  'CB-02': {
    fires: {
      ingredients: [{ slug: 'green_tea_leaf', g: 8 }],
      stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 900 }],
    },
    quiet: { ...roselle, stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 900 }] },
  },
  'CB-03': {
    fires: { stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 60 }] },
    quiet: { stages: [{ kind: 'cold_steep', temp_c: 4, minutes: 60 }], equipment: { vessel_clean: 'sanitised' } },
  },
  'CB-04': {
    fires: { water_source: 'spring', stages: [hot] },
    quiet: { water_source: 'spring', stages: [{ kind: 'boil', temp_c: 100, minutes: 1 }] },
  },
  'KEEP-01': {
    fires: { ...roselle, stages: [hot], storage: { where: 'fridge', days: 4.1 } },
    quiet: { ...roselle, stages: [hot], storage: { where: 'fridge', days: 4 } },
  },
  'KEEP-02': {
    fires: { ...roselle, stages: [hot], storage: { where: 'fridge', days: 3.5 } },
    quiet: { ...roselle, stages: [hot], storage: { where: 'fridge', days: 3 } },
  },
  'KEEP-03': {
    fires: { ...roselle, stages: [hot], audience: { vulnerable: true }, storage: { where: 'fridge', days: 3.5 } },
    quiet: { ...roselle, stages: [hot], storage: { where: 'fridge', days: 3.5 } },
  },
  'KEEP-04': {
    fires: { storage: { where: 'fridge' } },
    quiet: { storage: { where: 'fridge' }, intent: { label_date: true } },
  },
  'STO-01': { fires: { storage: { where: 'room', days: 1 } }, quiet: { storage: { where: 'room', days: 1, abv: 20 } } },
  'STO-02': { fires: { storage: { where: 'fridge', temp_c: 6 } }, quiet: { storage: { where: 'fridge', temp_c: 5 } } },
  'STO-05': { fires: { observations: { mould: true } }, quiet: { observations: { slime: false } } },
  'STO-06': {
    fires: { observations: { unexpected_fizz: true } },
    quiet: { observations: { unexpected_fizz: true }, stages: [{ kind: 'ferment' }] },
  },
  'STO-08': {
    fires: { ingredients: [{ slug: 'roselle_dried_whole', g: 1, condition: 'musty' }] },
    quiet: { ingredients: [{ slug: 'roselle_dried_whole', g: 1, condition: 'ok' }] },
  },
  'STO-09': { fires: roselle, quiet: { ingredients: [{ slug: 'roselle_dried_whole', g: 20, condition: 'ok' }] } },
  'FER-06': {
    fires: { storage: { sealed: true, vessel: 'glass', brix: 8, where: 'room' } },
    quiet: { storage: { sealed: true, vessel: 'glass', brix: 8, where: 'fridge', temp_c: 4 } },
  },
  'PH-01': { fires: { storage: { ph: 3, ph_method: 'estimate' } }, quiet: { storage: { ph: 3, ph_method: 'meter' } } },
  'PH-02': { fires: { storage: { ph: 4, ph_method: 'strip' } }, quiet: { storage: { ph: 4, ph_method: 'meter' } } },
  'HOT-03': {
    fires: { stages: [{ kind: 'cool', temp_c: 80, lid: 'sealed' }] },
    quiet: { stages: [{ kind: 'cool', temp_c: 80, lid: 'loose' }] },
  },
  'HOT-04': {
    fires: { stages: [{ kind: 'pour', temp_c: 80, vessel: 'glass' }] },
    quiet: { stages: [{ kind: 'pour', temp_c: 80, vessel: 'glass', prewarmed: true }] },
  },
  'HOT-05': {
    fires: { stages: [{ kind: 'boil', vessel: 'glass' }] },
    quiet: { stages: [{ kind: 'boil', vessel: 'stainless' }] },
  },
  'VES-01': {
    fires: { ...roselle, stages: [{ kind: 'boil', vessel: 'galvanised' }] },
    quiet: { ...roselle, stages: [{ kind: 'boil', vessel: 'enamel' }] },
  },
  'VES-02': {
    fires: { ...roselle, stages: [{ kind: 'boil', vessel: 'aluminium_bare' }] },
    quiet: { ingredients: [{ slug: 'rooibos_cut', g: 12 }], stages: [{ kind: 'boil', vessel: 'aluminium_bare' }] },
  },
  'VES-03': {
    fires: { stages: [{ kind: 'boil', vessel: 'bucket_nonfood' }] },
    quiet: { stages: [{ kind: 'boil', vessel: 'stainless' }] },
  },
  'TEETH-01': { fires: { ...roselle, servings_per_day: 4 }, quiet: { ...roselle, servings_per_day: 3 } },
};

describe('the rules', () => {
  it.each(Object.entries(CASES))('%s fires where it must and keeps quiet close by', (id, { fires, quiet }) => {
    expect(firedRules(fires)).toContain(id);
    expect(firedRules(quiet)).not.toContain(id);
  });

  it('each has such a case, but the one that always stands', () => {
    expect(RULES.map((r) => r.id).filter((id) => !(id in CASES))).toEqual(['GEN-01']);
    expect(firedRules({})).toContain('GEN-01');
  });

  it('are told most severe first, each once', () => {
    const levels = findingsOf({ ...roselle, audience: { pregnant: true, breastfeeding: true } }).map((f) => f.level);
    expect(
      [...levels].sort((a, b) => ['block', 'warn', 'note'].indexOf(a) - ['block', 'warn', 'note'].indexOf(b)),
    ).toEqual(levels);
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
  });

  it('promise no health and no safety', () => {
    const forbidden = /\b(cure|heal|detox|remedy|guarantee|perfectly safe|safe until)\b/i;
    expect(RULES.filter((r) => forbidden.test(r.message)).map((r) => r.id)).toEqual([]);
  });
});

describe('the facts of a plan', () => {
  const serious = (change: Parameters<typeof aPlan>[0]): string[] =>
    findingsOf(factsOfPlan(aPlan(change)))
      .filter((f) => f.level !== 'note' && f.places.includes('plan'))
      .map((f) => f.id);

  it('raise nothing at the plan for the roselle cooler at usual doses for healthy adults, either way', () => {
    expect(serious({})).toEqual([]);
    expect(serious({ wayId: 'fridge-overnight', steepMin: 600 })).toEqual([]);
  });
  it('block it for someone pregnant, and warn for someone on blood pressure medicine', () => {
    expect(serious({ audience: ['pregnant'] })).toContain('HIB-01');
    expect(serious({ audience: ['blood-pressure-medicine'] })).toEqual(['HIB-02']);
  });
  it('ask for a hot stage for someone with weak immunity', () => {
    expect(serious({ audience: ['vulnerable'] })).toEqual([]);
    expect(serious({ audience: ['vulnerable'], wayId: 'fridge-overnight', steepMin: 600 })).toEqual(['TT-08']);
  });
  it('block an off-heat steep that is left in the warm zone for hours', () => {
    expect(serious({ steepMin: 480 })).toContain('TT-06');
    expect(serious({ steepMin: 30 })).not.toContain('TT-06');
  });
});

describe('the facts of the shelf', () => {
  it('take the hot steep as it was', () => {
    const batch = aBatch(MEASURED);
    const facts = factsOfStored(batch, { liquid: concentrateOf(batch, 'concentrate'), concentrate: true }, 1);
    expect(facts.stages!.map((s) => s.kind)).toEqual(['boil', 'hot_steep']);
    expect(facts.stages![1]!.minutes).toBe(15);
    expect(firedRules(facts)).not.toContain('DIL-01');
  });
});
