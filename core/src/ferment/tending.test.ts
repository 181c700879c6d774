import { fermentPace, jarBounds, tendingOf } from './tending';

const jar = { sinceMin: 0, tempC: 22, lid: 'loose' } as const;

describe('tending a live jar', () => {
  it('is shaken twice a day at 22 °C, and looked at daily', () =>
    expect(tendingOf(jar).map((t) => [t.task, t.inMin / 60])).toEqual([
      ['shake', 12],
      ['look', 24],
      ['taste', 24],
    ]));
  it('follows the temperature: twice and a half as often 10 K warmer', () => {
    expect(fermentPace(32)).toBeCloseTo(2.5);
    expect(tendingOf({ ...jar, tempC: 32 })[0]!.inMin).toBeCloseTo((12 * 60) / 2.5);
    expect(tendingOf({ ...jar, tempC: 12 })[0]!.inMin).toBeCloseTo(12 * 60 * 2.5);
  });
  it('is vented only when gas cannot leave by itself', () => {
    expect(tendingOf(jar).map((t) => t.task)).not.toContain('vent');
    expect(tendingOf({ ...jar, lid: 'closed' }).map((t) => t.task)).toContain('vent');
  });
  it('says what is overdue first', () => {
    const [first] = tendingOf({ ...jar, sinceMin: 3000, lastDoneMin: { shake: 60, look: 2000, taste: 100 } });
    expect(first).toMatchObject({ task: 'look' });
    expect(first!.inMin).toBeCloseTo(24 * 60 - 2000);
  });
  it('starts anew when a liquid is added: nothing is tasted for another day', () => {
    const taste = (sinceMin: number): number => tendingOf({ ...jar, sinceMin }).find((t) => t.task === 'taste')!.inMin;
    expect(taste(2000)).toBeLessThan(0);
    expect(taste(10)).toBeGreaterThan(23 * 60);
  });
  it('keeps the cook’s own rhythm by the clock, and from the day it is to begin', () => {
    const own = { ...jar, tempC: 32, rhythm: { shake: { everyH: 8 }, vent: { everyH: 24, fromDay: 3 } } };
    const inH = (sinceMin: number, lastDoneMin = {}): Record<string, number> =>
      Object.fromEntries(tendingOf({ ...own, sinceMin, lastDoneMin }).map((t) => [t.task, t.inMin / 60]));
    expect(inH(0)).toMatchObject({ shake: 8, vent: 48 });
    expect(inH(60 * 60, { vent: 12 * 60, shake: 60 })).toMatchObject({ shake: 7, vent: 12 });
    // Its vent is due from the third day on, whenever the jar is looked at.
    expect(inH(72 * 60)['vent']).toBe(-24);
  });
});

describe('the bounds of a live jar', () => {
  it('are those of all its sugar: 50 g/L is at most 3.4 % and far beyond what a glass bottle bears', () => {
    const { abv, pressureBar } = jarBounds({ sugarGPerL: 50, liquidMl: 950, headspaceMl: 50, tempC: 22 });
    expect(abv).toBeCloseTo(3.41, 1);
    expect(pressureBar).toBeGreaterThan(8);
  });
  it('rise with the sugar and with the warmth', () => {
    const bar = (sugarGPerL: number, tempC: number): number =>
      jarBounds({ sugarGPerL, liquidMl: 950, headspaceMl: 50, tempC }).pressureBar;
    expect(bar(10, 22)).toBeGreaterThan(bar(5, 22));
    expect(bar(10, 30)).toBeGreaterThan(bar(10, 20));
  });
  it('refuse a jar without headspace, naming it', () =>
    expect(() => jarBounds({ sugarGPerL: 5, liquidMl: 1000, headspaceMl: 0, tempC: 22 })).toThrow(
      'headspaceMl must be above 0 ml',
    ));
});
