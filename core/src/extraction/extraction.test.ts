import fc from 'fast-check';
import { temperatureHistory, type Segment } from '../heat/temperatureHistory';
import { equivalentMinutes, rateFactor } from './arrhenius';
import { clocksOf, extent, extentsAt, freeShare } from './extract';
import { botanicalBySlug } from '../reference/botanicals';
import { AGITATION, EXTRACTION_CLASSES, type ExtractionClassName } from './extractionClass';

const within = (value: number, expected: number, share: number): void =>
  expect(Math.abs(value / expected - 1)).toBeLessThanOrEqual(share);
const hold = (minutes: number, tempC: number): Segment => ({ kind: 'hold', minutes, tempC });

describe('the steep’s clock (reference points)', () => {
  it('5 min at 80 °C are worth 2.678 min at 95 °C for 45 kJ/mol', () =>
    within(equivalentMinutes(temperatureHistory([hold(5, 80)]), 45), 2.678, 0.005));
  it('10 min of cooling from 95 °C are worth 7.978 min', () => {
    within(
      equivalentMinutes(temperatureHistory([{ kind: 'newton', minutes: 10, fromC: 95, towardsC: 22, tauMin: 60 }]), 45),
      7.978,
      0.005,
    );
  });
  it('8 h at 4 °C are worth 3.845 min', () =>
    within(equivalentMinutes(temperatureHistory([hold(480, 4)]), 45), 3.845, 0.01));
  it('runs at 0.1002 of its speed at 25 °C for 30 kJ/mol', () => within(rateFactor(30, 25), 0.1002, 0.005));
  it('has given 0.488 after 5 min at 80 °C and 0.618 after 8 h at 4 °C with 0.25 a minute', () => {
    within(extent({ k95PerMin: 0.25, coldShare: 1 }, 2.678, 0), 0.488, 0.005);
    within(extent({ k95PerMin: 0.25, coldShare: 1 }, 3.845, 0), 0.618, 0.005);
  });

  it('agrees with a fine trapezoid on any history', () => {
    const segment = fc.oneof(
      fc.record({
        kind: fc.constant('hold' as const),
        minutes: fc.double({ min: 0.1, max: 600, noNaN: true }),
        tempC: fc.double({ min: 0, max: 100, noNaN: true }),
      }),
      fc.record({
        kind: fc.constant('ramp' as const),
        minutes: fc.double({ min: 0.1, max: 60, noNaN: true }),
        fromC: fc.double({ min: 0, max: 100, noNaN: true }),
        toC: fc.double({ min: 0, max: 100, noNaN: true }),
      }),
      fc.record({
        kind: fc.constant('newton' as const),
        minutes: fc.double({ min: 0.1, max: 900, noNaN: true }),
        fromC: fc.double({ min: 0, max: 100, noNaN: true }),
        towardsC: fc.double({ min: 0, max: 30, noNaN: true }),
        tauMin: fc.double({ min: 5, max: 200, noNaN: true }),
      }),
    );
    fc.assert(
      fc.property(segment, fc.constantFrom(20, 45, 70), (s, ea) => {
        const history = temperatureHistory([s]);
        const n = 4000;
        const at = (t: number): number =>
          rateFactor(
            ea,
            s.kind === 'hold'
              ? s.tempC
              : s.kind === 'ramp'
                ? s.fromC + ((s.toC - s.fromC) * t) / s.minutes
                : s.towardsC + (s.fromC - s.towardsC) * Math.exp(-t / s.tauMin),
          );
        let sum = 0;
        for (let i = 0; i < n; i++)
          sum += ((at((s.minutes * i) / n) + at((s.minutes * (i + 1)) / n)) / 2) * (s.minutes / n);
        within(equivalentMinutes(history, ea), sum, 1e-4);
      }),
      { seed: 15, numRuns: 60 },
    );
  });
});

describe('extraction', () => {
  const classes = Object.keys(EXTRACTION_CLASSES) as ExtractionClassName[];

  it('never gives less with more time, and never more than everything', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...classes),
        fc.double({ min: 1, max: 99, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (extractionClass, tempC, a, b) => {
          const clocks = clocksOf(temperatureHistory([hold(500, tempC)]));
          const at = (t: number): ReturnType<typeof extentsAt> =>
            extentsAt(clocks, { extractionClass, entersMin: 0, rateScale: 1 }, t);
          const [early, late] = [at(Math.min(a, b)), at(Math.max(a, b))];
          for (const family of ['body', 'tongue', 'oil', 'cooked'] as const) {
            expect(late[family]).toBeGreaterThanOrEqual(early[family]);
            expect(late[family]).toBeLessThanOrEqual(1);
            expect(early[family]).toBeGreaterThanOrEqual(0);
          }
        },
      ),
      { seed: 16 },
    );
  });

  it('draws 18 to 24 % of a black leaf in twelve hours in the fridge, as is published, and never more than it holds', () => {
    const { bodyMax } = botanicalBySlug('black_tea_leaf');
    const leaf = { extractionClass: 'whole_leaf', entersMin: 0, rateScale: AGITATION.still } as const;
    const cold = bodyMax * extentsAt(clocksOf(temperatureHistory([hold(720, 5)])), leaf, 720).body;
    expect(cold).toBeGreaterThan(0.18);
    expect(cold).toBeLessThan(0.24);
    const bag = { ...leaf, extractionClass: 'broken_leaf', rateScale: AGITATION.boiling } as const;
    expect(extentsAt(clocksOf(temperatureHistory([hold(10, 100)])), bag, 10).body).toBeLessThanOrEqual(1);
  });

  it('makes cold brewed tea about as strong and much smoother, unforced', () => {
    const leaf = { extractionClass: 'whole_leaf', entersMin: 0, rateScale: 1 } as const;
    const hot = extentsAt(clocksOf(temperatureHistory([hold(4, 90)])), leaf, 4);
    const cold = extentsAt(clocksOf(temperatureHistory([hold(720, 5)])), leaf, 720);
    expect(cold.body).toBeGreaterThan(hot.body);
    expect(cold.tongue).toBeLessThan(hot.tongue);
  });

  it('is slower in thick syrup than in water, and the same in thin', () => {
    const clocks = clocksOf(temperatureHistory([hold(30, 60)]));
    const at = (inSyrupBrix?: number): number =>
      extentsAt(
        clocks,
        {
          extractionClass: 'hard_spice',
          entersMin: 0,
          rateScale: 1,
          ...(inSyrupBrix === undefined ? {} : { inSyrupBrix }),
        },
        30,
      ).body;
    expect(at(65)).toBeLessThan(at() / 2);
    expect(at(30)).toBe(at());
  });

  it('counts an addition only while it is in', () => {
    const clocks = clocksOf(temperatureHistory([hold(30, 90)]));
    const spice = { extractionClass: 'hard_spice', entersMin: 10, leavesMin: 20, rateScale: 1 } as const;
    expect(extentsAt(clocks, spice, 10).body).toBe(0);
    expect(extentsAt(clocks, spice, 25)).toEqual(extentsAt(clocks, spice, 20));
  });

  it('leaves behind what the swollen plant holds: 30 g roselle in 1.2 L keep 14 % of it', () => {
    expect(freeShare({ freeMl: 1035, heldMl: 165 })).toBeCloseTo(1035 / 1200, 6);
  });
});
