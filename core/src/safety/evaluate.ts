import type { Facts, IngredientFact, Listed, StageFact } from './facts';
import type { Found, Level, Place, Rule } from './rule';
import { alcohol } from './derive';
import { RULES } from './rules';

/** Where in a plan a finding belongs: a stage of a brew, an ingredient, or the whole. */
export type FoundAt = { brew?: string; stage?: string; ingredient?: string; slug?: string };

/** A rule that fired, with what a screen says of it. */
export type Finding = Pick<Rule, 'id' | 'level' | 'places' | 'message' | 'source'> & {
  at: FoundAt | undefined;
  /** every plant that it is about, where it is about plants */
  plants: readonly string[];
  /** by the model: it has not happened yet, so it warns */
  forecast: boolean;
};

const SEVERITY: Record<Level, number> = { block: 0, warn: 1, note: 2 };

/** Rules whose times may be a forecast: then they warn at the plan; once read off a clock or a thermometer they block. */
const FORECASTABLE = new Set(['COOL-01', 'COOL-02']);

/** True of every drink: it stands at the foot of the rules and is no finding. */
const OF_EVERYTHING = 'GEN-01';

/** Rules that the list before the heat asks for, one line for a plant: they speak only of what was left there. */
const LISTED = new Set(['CB-03', 'CB-05', 'PRO-01', 'PRO-02', 'STO-09', 'FLO-03']);

/** The facts without what the list asks for or has seen to. */
function withoutListed(f: Facts): Facts {
  const asks = (listed: Listed | undefined): boolean => listed === 'ahead' || listed === 'seen';
  const kept = f.ingredients?.filter((i) => !asks(i.listed));
  return {
    ...f,
    ...(kept ? { ingredients: kept } : {}),
    ...(asks(f.equipment?.clean_listed) ? { equipment: { ...f.equipment, vessel_clean: 'sanitised' } } : {}),
  };
}

/** Rules of what happens in one pot: two brews side by side lend each other no lid, no sugar and no metal. */
const OF_A_PART = new Set(
  'ELD-06 TT-05 TT-06 TT-07 CB-01 CB-02 CB-03 FER-01 FER-02 CARB-01 HOT-01 HOT-03 HOT-05 HOT-06'.split(' '),
);

/**
 * Every rule that fires, most severe first, each once.
 * @param facts of a whole drink, or of each of its brews and of the whole: a hot brew never excuses a cold one
 */
export function findingsOf(...facts: readonly Facts[]): readonly Finding[] {
  const found: Finding[] = [];
  for (const rule of RULES) {
    if (rule.id === OF_EVERYTHING) continue;
    for (const f of facts) {
      if (f.reach === 'whole' && OF_A_PART.has(rule.id)) continue;
      const what = rule.fires(LISTED.has(rule.id) ? withoutListed(f) : f);
      if (!what) continue;
      found.push(findingOf(rule, what, f));
      break;
    }
  }
  return found.filter((f) => !isSaidCloser(f, found)).sort((a, b) => SEVERITY[a.level] - SEVERITY[b.level]);
}

/** That a plant has look-alikes is said once: where a rule of that very plant speaks, the general one is silent. */
const isSaidCloser = (finding: Finding, all: readonly Finding[]): boolean =>
  finding.id === 'FOR-15' &&
  all.some(
    (f) =>
      f !== finding &&
      f.id.startsWith('FOR-') &&
      f.at?.ingredient !== undefined &&
      f.at.ingredient === finding.at?.ingredient,
  );

function findingOf(rule: Rule, what: Found, facts: Facts): Finding {
  const { id, level, places, message, source } = rule;
  const forecast = FORECASTABLE.has(id) && facts.cooling?.predicted === true;
  const theirGlass = id in AT_THE_GLASS && !alcohol(facts);
  return {
    id,
    level: forecast ? 'warn' : theirGlass ? AT_THE_GLASS[id]! : level,
    places: forecast ? ['plan', ...places] : places,
    message: forecast ? FORECAST_WORDS[id]! : theirGlass ? THEIR_GLASS : message,
    source,
    at: placeOf(what),
    plants: plantsOf(rule, what, facts),
    forecast,
  };
}

/** What goes into single glasses stops no jug: these have theirs without it. */
const AT_THE_GLASS: Readonly<Record<string, Level>> = { 'ALC-01': 'warn', 'ALC-02': 'note', 'ALC-06': 'note' };
const THEIR_GLASS = 'The alcohol goes into single glasses: pour theirs without it, and say which they are.';

/** A forecast says what will be, where the rule says what has been. */
const FORECAST_WORDS: Readonly<Record<string, string>> = {
  'COOL-01': 'By the model it will take more than 2 hours to fall from 60 to 21 °C, so cool it in an ice bath first.',
  'COOL-02':
    'By the model it will take more than 4 more hours to reach 5 °C, so cool it in an ice bath first, or in two parts.',
};

/** A rule that is about one plant is about each that meets it alone. */
function plantsOf(rule: Rule, what: Found, facts: Facts): readonly string[] {
  if (typeof what !== 'object' || !('slug' in what)) return [];
  const each = (facts.ingredients ?? []).filter((i) => rule.fires({ ...facts, ingredients: [i] }));
  return [...new Set([what, ...each].map((i) => i.own ?? i.slug))];
}

function placeOf(what: Found): FoundAt | undefined {
  if (typeof what !== 'object') return undefined;
  const { brew } = what;
  if ('slug' in what) return ingredientAt(what);
  return { ...(brew ? { brew } : {}), ...stageAt(what) };
}

const ingredientAt = ({ brew, ingredient, slug }: IngredientFact): FoundAt => ({
  ...(brew ? { brew } : {}),
  ...(ingredient ? { ingredient } : {}),
  slug,
});
const stageAt = ({ stage }: StageFact): FoundAt => (stage ? { stage } : {});

/** Ids of the rules that fire, in the order of the rule book. */
export const firedRules = (facts: Facts): readonly string[] =>
  RULES.filter((rule) => rule.fires(facts)).map((rule) => rule.id);

/** Findings that show at a place. */
export const at = (findings: readonly Finding[], place: Place): readonly Finding[] =>
  findings.filter((f) => f.places.includes(place));

/** Warnings that a cook reads before a plan may start. */
export const warningsOfPlan = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((f) => f.level === 'warn' && (f.places.includes('plan') || f.places.includes('picker')));

/** Findings that stop a place: blocks that nothing in the facts has cleared. */
export const blocksAt = (findings: readonly Finding[], ...places: readonly Place[]): readonly Finding[] =>
  findings.filter((f) => f.level === 'block' && places.some((p) => f.places.includes(p)));
