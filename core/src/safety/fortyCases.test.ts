import cases from '../test/fortyCases.json';
import type { Facts } from './facts';
import { firedRules } from './evaluate';

// The rule book's own cases, word for word.
describe('the forty cases of the rule book', () => {
  it('are forty', () => expect(new Set(cases.map((c) => c.id)).size).toBe(40));

  it.each(cases.map((c) => [c.id, c.plan_in_words, c] as const))('%s %s', (_id, _words, c) => {
    const fired = firedRules(c.facts as Facts);
    expect(c.must_fire.filter((id) => !fired.includes(id))).toEqual([]);
    expect(c.must_not_fire.filter((id) => fired.includes(id))).toEqual([]);
  });
});
