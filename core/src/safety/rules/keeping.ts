import * as d from '../derive';
import type { Rule } from '../rule';

const BREAKABLE = ['glass', 'soda_lime_glass', 'thin_glass', 'mason_jar', 'decorative_glass'];
const ORDINARY_GLASS = [...BREAKABLE, 'borosilicate'];

/** How long, where and in what state a drink is kept. */
export const KEEPING_RULES: readonly Rule[] = [
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
];
