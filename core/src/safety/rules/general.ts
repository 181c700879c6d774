import * as d from '../derive';
import type { Rule } from '../rule';

/** What stands besides. */
export const GENERAL_RULES: readonly Rule[] = [
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
