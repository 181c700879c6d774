import fc from 'fast-check';
import { solveBlend } from '../blend/solveBlend';
import { portionOfVolume, sugarGPerL, syrupOf, totalOf, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { massesForSyrup } from '../sugar/syrup';
import { aPlan } from '../test/aBatch';
import { mixJug, shortFall, waterToThinMl, type JugWanted, type OnHand } from './mixJug';

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
    expect(shortFall(onHand(1135, 400), wanted)).toBeUndefined();
  });

  it('offers a smaller jug at full strength when the concentrate runs short', () => {
    const short = shortFall(onHand(800, 400), wanted)!;
    expect(short.sameVolume.usedUp).toContain('concentrate');
    expect(short.sameVolume.figures.strengthX).toBeLessThan(wanted.strengthX * 0.75);
    expect(short.smallerJug!.figures.volumeMl).toBeCloseTo((2400 * 800) / plan.jug.mix['concentrate']!, -2);
    expect(short.smallerJug!.figures.strengthX).toBeCloseTo(wanted.strengthX, 2);
  });

  it('tells the sugar to stir in when the syrup runs short', () => {
    const short = shortFall(onHand(1135, 150), wanted)!;
    expect(short.sameVolume.missed).toEqual(['sugar']);
    expect(short.sugarToAddG + totalOf(short.sameVolume.liquid.sugarG)).toBeCloseTo(wanted.sugarGPerL * 2.4, 3);
  });

  it('still answers with no syrup and no concentrate at all', () => {
    expect(shortFall(onHand(1135, 0), wanted)!.smallerJug).toBeUndefined();
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
