import { toldLiquid } from '../jug/pourable';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { agedBy } from './ageing';

const brew = (plant: string) =>
  toldLiquid(
    { kind: 'made', made: { plant, grams: 20, waterMl: 1000, minutes: 10, place: 'off-heat' } },
    500,
    DEFAULT_KITCHEN,
  );
const roselle = brew('roselle_dried_whole');
const fridge = { tempC: 4, frozen: false } as const;

describe('standing', () => {
  it('takes the colour of roselle slowly in the fridge, faster where it is warm, and none of a tea’s', () => {
    const at = (days: number, tempC = 4): number => agedBy(roselle, days, { tempC, frozen: false }).colour!.share;
    expect(at(0)).toBe(1);
    // Half of it is gone in six weeks at the most; a few days take a twentieth.
    expect(at(45)).toBeLessThanOrEqual(0.5);
    expect(at(3)).toBeGreaterThan(0.9);
    expect(at(3, 22)).toBeLessThan(at(3));
    expect(agedBy(brew('black_tea_leaf'), 3, fridge).colour).toBeUndefined();
  });
  it('takes aroma faster than colour, and each is known only within its spread', () => {
    const mint = agedBy(brew('peppermint_dried'), 4, fridge);
    expect(mint.aroma!.share).toBeLessThan(0.8);
    for (const left of [mint.aroma!, agedBy(roselle, 4, fridge).colour!]) {
      expect(left.low).toBeLessThan(left.share);
      expect(left.high).toBeGreaterThan(left.share);
    }
  });
  it('takes hardly anything in the freezer', () => {
    const frozen = agedBy(brew('peppermint_dried'), 30, { tempC: -18, frozen: true });
    expect(frozen.aroma!.share).toBeGreaterThan(0.8);
  });
  it('takes the fizz of an open bottle in days, and of a closed one not at all', () => {
    expect(agedBy(roselle, 1.5, { ...fridge, fizzy: 'open' }).fizz!.share).toBeCloseTo(0.5, 6);
    expect(agedBy(roselle, 9, { ...fridge, fizzy: 'closed' }).fizz!.share).toBe(1);
    expect(agedBy(roselle, 9, fridge).fizz).toBeUndefined();
  });
  it('refuses to run backwards', () => {
    expect(() => agedBy(roselle, -1, fridge)).toThrow('days');
  });
});
