import * as d from '../derive';
import type { Facts, StageFact } from '../facts';
import type { Rule } from '../rule';

const stages = (f: Facts, ...kinds: StageFact['kind'][]): readonly StageFact[] =>
  (f.stages ?? []).filter((s) => kinds.includes(s.kind));
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

/** Heat, glass and metal. */
export const VESSEL_RULES: readonly Rule[] = [
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
];
