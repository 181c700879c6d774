import { CONDITIONS } from './conditions';
import type { Rule } from './rule';
import { RULE_TEXTS } from './ruleTexts';

/** Every rule of the rule book, in its order: its words and when it fires. @throws Error for a text without a condition */
export const RULES: readonly Rule[] = RULE_TEXTS.map(([id, level, places, message, source]) => {
  const fires = CONDITIONS[id];
  if (!fires) throw new Error(`safety rule ${id} has words but no condition`);
  return { id, level, places, fires, message, source };
});
