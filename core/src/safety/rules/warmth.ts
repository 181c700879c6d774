import * as d from '../derive';
import type { Facts, StageFact } from '../facts';
import type { Rule } from '../rule';

const stages = (f: Facts, ...kinds: StageFact['kind'][]): readonly StageFact[] =>
  (f.stages ?? []).filter((s) => kinds.includes(s.kind));
const held = (f: Facts): number => f.storage?.room_hold_min ?? 0;
const ambient = (f: Facts): number => f.storage?.ambient_c ?? 22;
const warmSteep = (f: Facts): boolean =>
  stages(f, 'hot_steep', 'cold_steep', 'room_steep', 'decoct').some(
    (s) => (s.temp_c ?? 0) > 5 && (s.temp_c ?? 0) < 60 && (s.minutes ?? 0) > 120,
  );

/** Time in the warm zone, cooling, cold steeps and water. */
export const WARMTH_RULES: readonly Rule[] = [
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
];
