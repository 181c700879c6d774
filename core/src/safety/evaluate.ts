import type { Facts } from './facts';
import { RULES } from './rules';
import type { Level, Place, Rule } from './rule';

/** A rule that fired, with what a screen says of it. */
export type Finding = Pick<Rule, 'id' | 'level' | 'places' | 'message' | 'resolves' | 'source'>;

const SEVERITY: Record<Level, number> = { block: 0, warn: 1, note: 2 };

/** Every rule that fires on these facts, most severe first, each once. */
export const findingsOf = (facts: Facts): readonly Finding[] =>
  RULES.filter((rule) => rule.fires(facts))
    .map(({ id, level, places, message, resolves, source }) => ({ id, level, places, message, resolves, source }))
    .sort((a, b) => SEVERITY[a.level] - SEVERITY[b.level]);

/** Ids of the rules that fire, in the order of the rule book. */
export const firedRules = (facts: Facts): readonly string[] =>
  RULES.filter((rule) => rule.fires(facts)).map((rule) => rule.id);

/** Findings that show at a place. */
export const at = (findings: readonly Finding[], place: Place): readonly Finding[] =>
  findings.filter((f) => f.places.includes(place));
