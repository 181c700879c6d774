import { NO_OWN_PLANTS } from '../reference/plants';
import fc from 'fast-check';
import { runBrew } from '../brew/brewRun';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { TARGET_RANGES } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { massG, totalOf, volumeMl } from '../liquid/liquid';
import { botanicalBySlug } from '../reference/botanicals';
import { aPlan } from '../test/aBatch';
import { ledgerOf, planDrink } from './planDrink';
import { WINDOW_HARSH } from '../brew/steepCurve';

const target = fc.record({
  litres: fc.double({ min: 0.5, max: 5, noNaN: true }),
  glassMl: fc.integer({ min: 150, max: 500 }),
  iced: fc.boolean(),
  strengthX: fc.double({ min: 0.5, max: 1.6, noNaN: true }),
  sugarGPerL: fc.double({ min: 5, max: 110, noNaN: true }),
  wayId: fc.constantFrom('boil-then-steep', 'fridge-overnight'),
});

describe('planning back from the glass', () => {
  it('makes the book glass ×1.00 with the book’s own amounts', () => {
    const plan = aPlan();
    expect(plan.glass.figures.strengthX).toBeCloseTo(1, 2);
    expect(plan.brews[0].leaf.map((l) => [l.plant, l.grams])).toEqual([
      ['roselle_dried_whole', 50],
      ['rosehip_dried_cut', 14],
    ]);
    expect(plan.brews[0].waterMl).toBe(1300);
    expect(plan.brews[0].leaf[0]!.measure?.text).toBe('1 1/4 cups');
  });

  it('hits strength, sugar and volume when the rounded amounts are run forward, whatever is asked', () => {
    fc.assert(
      fc.property(target, (t) => {
        const result = planDrink(
          ROSELLE_COOLER,
          { ...ROSELLE_COOLER.defaults, ...t, steepMin: t.wayId === 'fridge-overnight' ? 600 : 15 },
          DEFAULT_KITCHEN,
        );
        if (result.kind !== 'plan') return;
        const { plan } = result;
        expect(Math.abs(plan.glass.figures.strengthX / t.strengthX - 1)).toBeLessThan(0.02);
        expect(Math.abs(plan.glass.figures.sugarGPerL - t.sugarGPerL)).toBeLessThan(2.5);
        expect(Math.abs(plan.jug.figures.volumeMl / (t.litres * 1000) - 1)).toBeLessThan(0.006);
        const [brew] = plan.brews;
        const again = runBrew({
          way: brew.way,
          scale: 1,
          vessel: brew.vessel,
          kitchen: plan.kitchen,
          plants: NO_OWN_PLANTS,
        });
        expect(volumeMl(again.concentrate)).toBeCloseTo(brew.figures.volumeMl, 6);
      }),
      { seed: 21, numRuns: 40 },
    );
  });

  it('doubles leaf, water, syrup and mix for double the drink, within what a kitchen measures', () => {
    const [one, two] = [aPlan({ litres: 1.2 }), aPlan({ litres: 2.4 })];
    // A smaller pot cools faster and leaves relatively more on its walls, so a few percent are right.
    for (const ratio of [
      two.brews[0].waterMl / one.brews[0].waterMl,
      two.syrups[0]!.volumeMl / one.syrups[0]!.volumeMl,
      two.brews[0].leaf[0]!.grams / one.brews[0].leaf[0]!.grams,
    ]) {
      expect(Math.abs(ratio / 2 - 1)).toBeLessThan(0.04);
    }
  });

  it('asks for more leaf when it is served over ice, and none of the ice without', () => {
    const [iced, plain] = [aPlan({ iced: true }), aPlan({ iced: false })];
    expect(iced.brews[0].leaf[0]!.grams).toBeGreaterThan(plain.brews[0].leaf[0]!.grams);
    expect(iced.glass.meltedG).toBeGreaterThan(15);
    expect(plain.glass.meltedG).toBe(0);
    expect(plain.jug.figures.strengthX).toBeCloseTo(plain.glass.figures.strengthX, 6);
  });

  it('says that the fridge makes it about as strong and far smoother', () => {
    const [hot, cold] = [aPlan(), aPlan({ wayId: 'fridge-overnight', steepMin: 600 })];
    expect(cold.glass.figures.harsh).toBeLessThan(hot.glass.figures.harsh * 0.6);
    expect(Math.abs(cold.brews[0].leaf[0]!.grams - hot.brews[0].leaf[0]!.grams)).toBeLessThan(5);
  });

  it('closes its water ledger', () => {
    const { ledger } = aPlan().brews[0].run;
    const out =
      ledger.waterMl + ledger.dissolvedMl - ledger.steamMl - ledger.heldMl + ledger.pressedMl - ledger.clingingMl;
    expect(out).toBeCloseTo(ledger.outMl, 6);
    expect(ledger.steamMl).toBeGreaterThan(3);
    expect(ledger.steamMl).toBeLessThan(40);
  });

  it('conserves acid: what is in the jug came out of the plants, less what they held back', () => {
    const { brews, jug } = aPlan();
    const { leaf, run } = brews[0];
    const inPlants = leaf.reduce((sum, l) => sum + l.grams * botanicalBySlug(l.plant).citricEq, 0);
    const inPot = run.at(run.endMin).liquor.acidG;
    expect(inPot).toBeLessThan(inPlants);
    expect(jug.liquid.acidG).toBeLessThanOrEqual(inPot);
    expect(jug.liquid.acidG / inPot).toBeCloseTo(
      jug.mix['concentrate']! /
        (jug.mix['concentrate']! + run.ledger.heldMl - run.ledger.pressedMl + run.ledger.clingingMl),
      2,
    );
    expect(massG(jug.liquid)).toBeGreaterThan(totalOf(jug.liquid.sugarG));
  });

  it('brackets the time at which it is strong enough and not yet harsh', () => {
    const { brews, target: t } = aPlan({ sugarGPerL: 0, strengthX: 1.5 });
    const curve = brews[0].curve!;
    expect(curve.window!.fromMin).toBeLessThanOrEqual(t.steepMin);
    expect(curve.points.every((p, i) => i === 0 || p.strengthX >= curve.points[i - 1]!.strengthX)).toBe(true);
    const after = curve.points.find((p) => p.steepMin > curve.window!.toMin + 1);
    expect(after!.harsh).toBeGreaterThan(WINDOW_HARSH);
  });

  it('tells how far the volume may be off: about a tenth, four times in five', () => {
    const { sigmaLnVolume, sigmaLnStrength } = aPlan().brews[0];
    expect(sigmaLnVolume).toBeGreaterThan(0.01);
    expect(sigmaLnVolume).toBeLessThan(0.1);
    expect(sigmaLnStrength).toBeGreaterThan(0.1);
  });

  it('cools a hot brew through an ice bath so that both legs hold, and leaves a cold one alone', () => {
    const hot = aPlan({ litres: 4.5 }).cooling;
    expect(hot.bathMin).toBeGreaterThan(3);
    expect(hot.legs.passes).toBe(true);
    expect(aPlan({ wayId: 'fridge-overnight', steepMin: 600 }).cooling.bathMin).toBe(0);
  });

  it('steeps denser rather than overfilling the jug', () => {
    const { brews, jug } = aPlan({ strengthX: 2.2 });
    const { way } = brews[0];
    const ratio = (1000 * way.ingredients.reduce((s, i) => s + i.grams, 0)) / way.waterMl;
    expect(ratio).toBeGreaterThan(52);
    expect(ratio).toBeLessThanOrEqual(way.liquorRatio.max + 1);
    expect(jug.mix['water']!).toBeGreaterThanOrEqual(0);
  });
});

describe('wishes that cannot be met', () => {
  it('names the liquor ratio and the strongest that works', () => {
    const result = planDrink(
      ROSELLE_COOLER,
      { ...ROSELLE_COOLER.defaults, strengthX: 3, sugarGPerL: 200 },
      DEFAULT_KITCHEN,
    );
    expect(result).toMatchObject({ kind: 'no-plan', limit: 'liquor-ratio' });
    if (result.kind !== 'no-plan') return;
    expect(result.message).toBe(
      '×3 with 200 g/L of sugar needs more than 90 g of leaf in a litre of water, the most this recipe allows.',
    );
    expect(planDrink(ROSELLE_COOLER, result.nearest!, DEFAULT_KITCHEN).kind).toBe('plan');
  });

  it('makes what is too much for the largest jug in two of them', () => {
    const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, litres: 8 }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    const { jug } = result.plan;
    expect(jug.count).toBe(2);
    expect(jug.vessel.capacityMl).toBe(5000);
    expect(jug.figures.volumeMl).toBeCloseTo(8000, -2);
  });

  it('names the jugs that are too small, and their size', () => {
    const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, litres: 12 }, DEFAULT_KITCHEN);
    expect(result).toMatchObject({
      kind: 'no-plan',
      limit: 'jug',
      message: 'Two of the largest jugs hold 10 L, and 12 L is wanted.',
    });
  });

  it('splits a brew over equal pots, and names the vessel when even four do not hold it', () => {
    const withPots = (litres: number): typeof DEFAULT_KITCHEN => ({
      ...DEFAULT_KITCHEN,
      vessels: DEFAULT_KITCHEN.vessels.flatMap((v) =>
        v.kind !== 'pot' ? [v] : v.capacityMl === 2000 ? [{ ...v, capacityMl: litres * 1000 }] : [],
      ),
    });
    const large = { ...ROSELLE_COOLER.defaults, litres: 5 };
    const result = planDrink(ROSELLE_COOLER, large, withPots(2));
    if (result.kind !== 'plan') throw new Error(result.message);
    const [brew] = result.plan.brews;
    expect(brew.pots).toBe(2);
    expect(volumeMl(brew.concentrate) / volumeMl(brew.run.concentrate)).toBeCloseTo(2, 9);
    expect(ledgerOf(brew).waterMl / brew.waterMl).toBeCloseTo(1, 3);
    expect(result.plan.glass.figures.strengthX).toBeCloseTo(1, 1);
    expect(planDrink(ROSELLE_COOLER, large, withPots(0.5))).toMatchObject({
      kind: 'no-plan',
      limit: 'vessel',
      message: 'The largest pot holds 0.5 L, too little for this much even in four at once.',
    });
  });

  it.each(Object.keys(TARGET_RANGES))('refuses a %s that is no number or out of range, naming it', (field) => {
    for (const bad of [NaN, -1, 1e9, Infinity]) {
      expect(() => planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, [field]: bad }, DEFAULT_KITCHEN)).toThrow(
        `planDrink: ${field} must be a number`,
      );
    }
  });

  it('refuses a method the drink does not have', () => {
    expect(() => planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, wayId: 'sun' }, DEFAULT_KITCHEN)).toThrow(
      'wayId must be one of boil-then-steep, fridge-overnight, got "sun"',
    );
  });
});
