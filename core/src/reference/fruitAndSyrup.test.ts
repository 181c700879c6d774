import { aPlan } from '../test/aBatch';
import { totalOf, volumeMl } from '../liquid/liquid';
import { extractionPaceInSyrup } from '../extraction/paceInSyrup';
import { syrupForYield, syrupFromLiquor } from '../sugar/infusedSyrup';
import { FRUITS, fruitYield, type Fruit } from './fruit';
import { SWEETENERS } from '../sugar/sweeteners';

describe('fruit by the piece', () => {
  it('two lemons give about 90 ml, less when hard', () => {
    expect(fruitYield(FRUITS.lemon, 2).juiceMl).toBeCloseTo(90, -1);
    expect(fruitYield(FRUITS.lemon, 2, 'hard').juiceMl).toBeLessThan(fruitYield(FRUITS.lemon, 2).juiceMl);
    expect(fruitYield(FRUITS.lemon, 2, 'hard').acidTimes).toBeGreaterThan(1);
  });
  it('is surer by the bag than by the piece', () => expect(fruitYield(FRUITS.apple, 16).sigmaLn).toBeCloseTo(0.05));
  it('never juices more than it weighs', () => {
    for (const fruit of Object.values(FRUITS) as Fruit[])
      expect(fruitYield(fruit, 1, 'very ripe').juiceMl).toBeLessThan(fruit.pieceG);
  });
});

describe('a syrup from a liquor', () => {
  const liquor = aPlan().brews[0].run.concentrate;
  it('one to one by what came out keeps acid and body, and is a little above 45 °Bx', () => {
    const syrup = syrupForYield(liquor, 1);
    expect(syrup.sugarG).toBeCloseTo(volumeMl(liquor), 6);
    expect(syrup.liquid.acidG).toBe(liquor.acidG);
    expect(syrup.brix).toBeGreaterThan(50);
    expect(syrup.brix).toBeLessThan(53);
    expect(syrup.volumeMl - volumeMl(liquor)).toBeCloseTo(0.62 * syrup.sugarG, -2);
  });
  it('comes to the Brix that is wanted', () => {
    const syrup = syrupFromLiquor(liquor, 65);
    expect(syrup.brix).toBeCloseTo(65, 6);
    expect(totalOf(syrup.liquid.sugarG)).toBeCloseTo(
      totalOf(liquor.sugarG) + syrup.sugarG * SWEETENERS.white_sugar.solids,
      6,
    );
  });
  it('refuses to make it less sweet', () =>
    expect(() => syrupFromLiquor(syrupForYield(liquor, 1).liquid, 20)).toThrow('0 g of sugar or more'));
  it('extracts slower the thicker it is, never not at all', () => {
    expect(extractionPaceInSyrup(40, 60)).toBe(1);
    expect(extractionPaceInSyrup(65, 60)).toBeLessThan(extractionPaceInSyrup(55, 60));
    expect(extractionPaceInSyrup(76, 5)).toBe(0.05);
  });
});
