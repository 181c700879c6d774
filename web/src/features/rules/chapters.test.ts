import { RULES } from '@steepsis/core';
import { CHAPTERS, familyOf } from './chapters';

describe('the chapters of the rules', () => {
  it('hold every rule once', () => {
    const all = CHAPTERS.flatMap((c) => c.of);
    expect(new Set(all).size).toBe(all.length);
    expect([...new Set(RULES.map((r) => familyOf(r.id)))].filter((f) => !all.includes(f))).toEqual([]);
  });
});
