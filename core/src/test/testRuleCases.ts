import { firedRules, RULES } from '../safety';
import type { RuleCases } from './ruleCases';

/** Holds every rule of some chapters to a case on which it must fire and one close by on which it must not. */
export function testCases(what: string, cases: RuleCases, chapters: RegExp): void {
  describe(`rules of ${what}`, () => {
    it.each(Object.entries(cases))('%s fires where it must and keeps quiet close by', (id, [fires, quiet]) => {
      expect(firedRules(fires)).toContain(id);
      expect(firedRules(quiet)).not.toContain(id);
    });

    it('all have such a case', () => {
      const ids = RULES.map((r) => r.id).filter((id) => chapters.test(id));
      expect(ids.filter((id) => !(id in cases))).toEqual([]);
      expect(Object.keys(cases).filter((id) => !ids.includes(id))).toEqual([]);
    });
  });
}
