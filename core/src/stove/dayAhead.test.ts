import fc from 'fast-check';
import { longestRest, namesWithRoom, shareOfDayAhead } from './dayAhead';

const H = 3_600_000;

describe('the day ahead on a line', () => {
  it('begins now, ends a day ahead, and shows what is over at its beginning', () => {
    expect([shareOfDayAhead(-3), shareOfDayAhead(0), shareOfDayAhead(24), shareOfDayAhead(40)]).toEqual([0, 0, 1, 1]);
    expect(() => shareOfDayAhead(NaN)).toThrow(/hoursAhead/);
  });
  it('keeps the order of things, and is finer the nearer they are', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 22, noNaN: true }), (h) => {
        const [a, b, c] = [h, h + 1, h + 2].map(shareOfDayAhead) as [number, number, number];
        expect(b).toBeGreaterThan(a);
        expect(b - a).toBeGreaterThan(c - b);
      }),
    );
  });
});

describe('names on the line', () => {
  it('never overlap each other, nor what stands there already', () => {
    const name = fc.record({
      share: fc.double({ min: 0, max: 1, noNaN: true }),
      width: fc.constantFrom(0.05, 0.12, 0.2),
    });
    fc.assert(
      fc.property(fc.array(name, { maxLength: 8 }), (given) => {
        const names = given.map((n, i) => ({ ...n, id: String(i) }));
        const shown = names.filter((n) => namesWithRoom(names, 0.016, [[0, 0.05]]).has(n.id));
        for (const a of shown) {
          expect(a.share).toBeGreaterThanOrEqual(0.05);
          expect(a.share + a.width).toBeLessThanOrEqual(1);
          for (const b of shown)
            if (a !== b) expect(a.share + a.width <= b.share || b.share + b.width <= a.share).toBe(true);
        }
      }),
    );
  });
  it('the nearest is named first', () =>
    expect([
      ...namesWithRoom(
        [
          { id: 'later', share: 0.3, width: 0.2 },
          { id: 'soon', share: 0.2, width: 0.09 },
        ],
        0.016,
      ),
    ]).toEqual(['soon', 'later']));
});

describe('rest', () => {
  it('is the longest stretch without a call', () => {
    expect(longestRest([2 * H, 9 * H, 12 * H], 0)).toEqual({ fromMs: 12 * H, toMs: 24 * H });
    expect(longestRest([2 * H, 14 * H, 20 * H], 0)).toEqual({ fromMs: 2 * H, toMs: 14 * H });
  });
  it('is the whole day where nothing is wanted, and none where every hour has something', () => {
    expect(longestRest([], 5)).toEqual({ fromMs: 5, toMs: 5 + 24 * H });
    expect(
      longestRest(
        Array.from({ length: 28 }, (_, i) => i * 0.9 * H + 1),
        0,
      ),
    ).toBeUndefined();
  });
});
