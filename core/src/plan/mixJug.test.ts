import { batchAfter, jugWantedOf, onHandOf, type Batch } from '../batch/batch';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { eventsOf, type Told } from '../test/aBatch';
import { planOrWhy } from './planOrWhy';
import fc from 'fast-check';
import { solveBlend } from '../blend/solveBlend';
import { portionOfVolume, sugarGPerL, syrupOf, totalOf, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { massesForSyrup } from '../sugar/syrup';
import { aPlan } from '../test/aBatch';
import { mixJug, shortFall, waterToThinMl, type JugWanted, type OnHand } from './mixJug';
import { SWEETENERS } from '../sugar/sweeteners';

describe('a blend', () => {
  const concentrate = { id: 'c', perLitre: { x: 5, sugar: 0 } };
  const syrup = { id: 's', perLitre: { x: 0, sugar: 771.96 } };
  const water = { id: 'w', perLitre: {} };
  const goals = [
    { id: 'x', target: 1, tolerance: 0.05 },
    { id: 'sugar', target: 82.42, tolerance: 4 },
  ];

  it('is 200 ml of ×5, 106.8 ml of 60 °Bx and 693.2 ml of water for 1 L at ×1 and 8 °Bx', () => {
    const result = solveBlend({ liquids: [concentrate, syrup, water], goals, volumeMl: 1000 });
    if (result.kind !== 'blend') throw new Error(result.kind);
    expect(result.volumesMl['c']).toBeCloseTo(200, 3);
    expect(result.volumesMl['s']).toBeCloseTo(106.8, 1);
    expect(result.volumesMl['w']).toBeCloseTo(693.2, 1);
    expect(result.missed).toEqual([]);
  });

  it('never uses more than there is, never less than must go in, and fills the volume', () => {
    const bounded = fc.record({
      max: fc.double({ min: 0, max: 900, noNaN: true }),
      x: fc.double({ min: 0, max: 6, noNaN: true }),
      sugar: fc.double({ min: 0, max: 800, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(bounded, { minLength: 1, maxLength: 6 }), (rows) => {
        const liquids = [
          ...rows.map((r, i) => ({ id: `l${i}`, maxMl: r.max, perLitre: { x: r.x, sugar: r.sugar } })),
          water,
        ];
        const result = solveBlend({ liquids, goals, volumeMl: 1000 });
        if (result.kind !== 'blend') throw new Error(result.kind);
        const volumes = Object.values(result.volumesMl);
        expect(volumes.reduce((a, b) => a + b, 0)).toBeCloseTo(1000, 3);
        rows.forEach((r, i) => {
          expect(result.volumesMl[`l${i}`]!).toBeLessThanOrEqual(r.max + 1e-6);
          expect(result.volumesMl[`l${i}`]!).toBeGreaterThanOrEqual(0);
        });
      }),
      { seed: 22, numRuns: 200 },
    );
  });

  it('says when there is too little of everything, or too much must go in', () => {
    expect(solveBlend({ liquids: [{ ...concentrate, maxMl: 100 }], goals, volumeMl: 1000 })).toEqual({
      kind: 'no-blend',
      reason: 'not-enough-liquid',
    });
    expect(solveBlend({ liquids: [{ ...concentrate, minMl: 1500 }, water], goals, volumeMl: 1000 })).toEqual({
      kind: 'no-blend',
      reason: 'least-amounts-too-large',
    });
  });
});

describe('the jug from what came out', () => {
  const plan = aPlan();
  const wanted: JugWanted = plan.jugWanted;
  const made = plan.brews[0].concentrate;
  const syrup = (ml: number): Liquid => syrupOf(massesForSyrup({ volumeMl: ml, brix: 50 }));
  const onHand = (concentrateMl: number, syrupMl: number): OnHand => [
    { id: 'concentrate', liquid: portionOfVolume(made, concentrateMl) },
    { id: 'syrup', liquid: syrup(syrupMl) },
    { id: 'water', liquid: waterOf(1000), endless: true },
  ];

  it('meets strength and sugar when all came out as planned', () => {
    const jug = mixJug(onHand(volumeMl(made), 400), wanted);
    expect(jug.missed).toEqual([]);
    expect(jug.figures.strengthX).toBeCloseTo(wanted.strengthX, 2);
    expect(sugarGPerL(jug.liquid)).toBeCloseTo(wanted.sugarGPerL, 0);
    expect(shortFall(onHand(1145, 400), wanted)).toBeUndefined();
  });

  it('offers a smaller jug at full strength when the concentrate runs short', () => {
    const short = shortFall(onHand(800, 400), wanted)!;
    expect(short.sameVolume.usedUp).toContain('concentrate');
    expect(short.sameVolume.figures.strengthX).toBeLessThan(wanted.strengthX * 0.75);
    expect(short.smallerJug!.figures.volumeMl).toBeCloseTo((2400 * 800) / plan.jug.mix['concentrate']!, -2);
    expect(short.smallerJug!.figures.strengthX).toBeCloseTo(wanted.strengthX, 2);
  });

  it('tells the sugar to stir in when the syrup runs short', () => {
    const short = shortFall(onHand(1145, 150), wanted)!;
    expect(short.sameVolume.missed).toEqual(['sugar']);
    const solids = short.sugarToAddG * SWEETENERS.white_sugar.solids;
    expect(solids + totalOf(short.sameVolume.liquid.sugarG)).toBeCloseTo(
      (wanted.sugarGPerL * wanted.volumeMl) / 1000,
      3,
    );
    // Honey is less sweet by the gram.
    const honey = shortFall(onHand(1145, 150), wanted, 'honey')!;
    expect(honey.sugarToAddG / short.sugarToAddG).toBeCloseTo(0.999 / 0.779, 2);
  });

  it('still answers with no syrup and no concentrate at all', () => {
    expect(shortFall(onHand(1145, 0), wanted)!.smallerJug).toBeUndefined();
    expect(mixJug(onHand(0, 0), wanted).figures.strengthX).toBe(0);
  });
});

describe('thinning', () => {
  it('takes 450 ml of water from 300 ml at ×3 to ×1.2', () =>
    expect(waterToThinMl({ volumeMl: 300, fromX: 3, toX: 1.2 })).toBeCloseTo(450));
  it('refuses to thin upwards', () =>
    expect(() => waterToThinMl({ volumeMl: 300, fromX: 1, toX: 2 })).toThrow(
      'toX must be above 0 and at most ×1, got 2',
    ));
});

describe('a jug whose brew came out short', () => {
  /** Every drink of the book, with its water and without, told up to what came out. */
  const made = (share: number): { name: string; batch: Batch }[] =>
    BOOK.flatMap((d) =>
      [d, { ...d, mix: d.mix.filter((l) => l.from.kind !== 'water') }].flatMap((drink, i) => {
        const result = planOrWhy(drink, drink.defaults, DEFAULT_KITCHEN);
        if (result.kind !== 'plan') return [];
        const told: Told[] = result.plan.brews.flatMap((b, n): Told[] => [
          ...(n > 0 ? ([[5, { type: 'brew-started', brewId: b.brewId }]] as Told[]) : []),
          ...b.way.stages
            .filter((s) => s.kind !== 'strain')
            .map((s): Told => [3000, { type: 'stage-ended', brewId: b.brewId, stageId: s.id }]),
          [
            3001,
            {
              type: 'measured',
              what: 'volume',
              brewId: b.brewId,
              value: Math.max(1, b.figures.volumeMl * share),
              method: 'jug',
            },
          ],
        ]);
        return [
          { name: `${drink.name}${i > 0 ? ', without water' : ''}`, batch: batchAfter(eventsOf(told, result.plan)) },
        ];
      }),
    );
  it.each([0.02, 0.3, 0.7, 1.05])('is filled as far as it goes, with %d of what was promised', (share) => {
    for (const { name, batch } of made(share))
      for (const litres of [0.1, 1, 5, 20]) {
        const wanted = jugWantedOf(batch, litres * 1000);
        const onHand = onHandOf(batch);
        const { mix, figures } = mixJug(onHand, wanted);
        const poured = Object.values(mix).reduce((sum, ml) => sum + ml, 0);
        expect([name, Number.isFinite(figures.strengthX)]).toEqual([name, true]);
        expect(poured).toBeLessThanOrEqual(litres * 1000 + 1e-3);
        for (const part of onHand) {
          if (!part.endless) expect(mix[part.id]).toBeLessThanOrEqual(volumeMl(part.liquid) + 1e-6);
          // A fixed share stays a fixed share: the jug is smaller, not another drink.
          if (part.perLitreMl !== undefined && poured > 1)
            expect((mix[part.id]! * 1000) / poured).toBeLessThanOrEqual(part.perLitreMl + 0.01);
        }
        expect(() => shortFall(onHand, wanted)).not.toThrow();
      }
  });
  it('is empty where nothing is there', () =>
    expect(mixJug([], { volumeMl: 1000, strengthX: 1, sugarGPerL: 80, standard: 1 }).figures.volumeMl).toBe(0));
});
