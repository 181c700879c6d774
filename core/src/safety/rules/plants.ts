import * as d from '../derive';
import type { Facts } from '../facts';
import type { Rule } from '../rule';

const medicine = (f: Facts, ...names: string[]): boolean =>
  (f.audience?.medication ?? []).some((m) => names.includes(m));
const proOk = (f: Facts): boolean => f.audience?.pro_ok === true;
const UNSAFE_SITES = [undefined, 'roadside', 'railway', 'sprayed', 'industrial', 'floodplain', 'dog_walk', 'unknown'];

/** What goes into the drink, how much of it, and who drinks it. */
export const PLANT_RULES: readonly Rule[] = [
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
];
