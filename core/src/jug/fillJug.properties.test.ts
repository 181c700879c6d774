import fc from 'fast-check';
import { JUICES, type JuiceName } from '../acid/acidSources';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { acidGPerL, apparentBrix, volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { SWEETENERS, type SweetenerName } from '../sugar/sweeteners';
import { fillJug, type BenchPart, type BenchWish } from './fillJug';
import { POURED_THINGS, sweetenerGPerMl, toldLiquid, type Told } from './pourable';

const told = (id: string, from: Told, ml: number, more: Partial<BenchPart> = {}): BenchPart => ({
  id,
  name: id,
  liquid: toldLiquid(from, ml, DEFAULT_KITCHEN),
  ...more,
});
const brew = (plant: string, grams: number): Told => ({
  kind: 'made',
  made: { plant, grams, waterMl: 1000, minutes: 8, place: 'off-heat' },
});

/** A bench of brews, syrup, juice and water, some of it set and some bounded. */
const benches = fc.record({
  roselle: fc.integer({ min: 50, max: 900 }),
  tea: fc.integer({ min: 50, max: 900 }),
  syrup: fc.integer({ min: 20, max: 500 }),
  lemon: fc.integer({ min: 5, max: 200 }),
  setTea: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
  minSyrup: fc.double({ min: 0, max: 0.6, noNaN: true }),
  litres: fc.double({ min: 0.3, max: 2.4, noNaN: true }),
  strengthX: fc.double({ min: 0.3, max: 3, noNaN: true }),
  sweetGPerL: fc.integer({ min: 0, max: 160 }),
  measuredWith: fc.constantFrom('ml' as const, 'cups' as const, 'ladles' as const),
});

describe('any bench', () => {
  it('is filled from what is there, or says in words and numbers why it cannot be', () => {
    let filled = 0;
    fc.assert(
      fc.property(benches, (b) => {
        const parts = [
          told('roselle', brew('roselle_dried_cut', 40), b.roselle),
          told('tea', brew('black_tea_leaf', 25), b.tea, b.setTea === null ? {} : { setMl: b.setTea * b.tea }),
          told('syrup', { kind: 'syrup', brix: 55, sweetener: 'white_sugar' }, b.syrup, {
            minMl: b.minSyrup * b.syrup,
          }),
          told('lemon', { kind: 'juice', juice: 'lemon' }, b.lemon),
          told('water', { kind: 'water', water: 'still' }, 1000, { endless: true }),
        ];
        const wish: BenchWish = {
          volumeMl: 1000 * b.litres,
          capacityMl: 2500,
          standard: 0.5,
          strengthX: b.strengthX,
          sweetGPerL: b.sweetGPerL,
          acidGPerL: 3,
        };
        const found = fillJug(parts, wish, b.measuredWith);
        if (found.kind === 'contradiction') {
          expect(found.message).toMatch(/\d+ ml/);
          return;
        }
        filled++;
        for (const p of parts) {
          const ml = found.mix[p.id] ?? 0;
          expect(ml).toBeGreaterThanOrEqual((p.minMl ?? 0) - 1e-3);
          if (!p.endless) expect(ml).toBeLessThanOrEqual(volumeMl(p.liquid) + 1e-3);
          if (p.setMl !== undefined) expect(ml).toBeCloseTo(p.setMl, 2);
        }
        // Cups may miss the volume by a measure or two; millilitres do not.
        const off = Math.abs(found.figures.volumeMl - wish.volumeMl);
        expect(off).toBeLessThanOrEqual(b.measuredWith === 'ml' ? 5 : 0.1 * wish.volumeMl + 20);
      }),
      { seed: 61, numRuns: 60 },
    );
    expect(filled).toBeGreaterThan(30);
  });
});

describe('a jug that is to be full to the brim', () => {
  it('is filled in cups and in ladles wherever it is in millilitres, and never over the brim', () => {
    let brimful = 0;
    fc.assert(
      fc.property(
        fc.record({
          capacityMl: fc.integer({ min: 350, max: 3000 }),
          strengthX: fc.double({ min: 0.5, max: 1.8, noNaN: true }),
          sweetGPerL: fc.integer({ min: 20, max: 120 }),
          brew: fc.integer({ min: 200, max: 1500 }),
        }),
        ({ capacityMl, strengthX, sweetGPerL, brew: haveMl }) => {
          const parts = [
            told('roselle', brew('roselle_dried_cut', 40), haveMl),
            told('syrup', { kind: 'syrup', brix: 55, sweetener: 'white_sugar' }, 600),
            told('lemon', { kind: 'juice', juice: 'lemon' }, 120),
            told('water', { kind: 'water', water: 'still' }, 1000, { endless: true }),
          ];
          const wish: BenchWish = { volumeMl: capacityMl, capacityMl, standard: 0.5, strengthX, sweetGPerL };
          if (fillJug(parts, wish, 'ml').kind !== 'filled') return;
          brimful++;
          for (const measuredWith of ['cups', 'ladles'] as const) {
            const found = fillJug(parts, wish, measuredWith);
            expect([measuredWith, capacityMl, found.kind]).toEqual([measuredWith, capacityMl, 'filled']);
            if (found.kind === 'filled') expect(found.figures.volumeMl).toBeLessThanOrEqual(capacityMl * (1 + 1e-6));
          }
        },
      ),
      { seed: 17, numRuns: 60 },
    );
    expect(brimful).toBeGreaterThan(40);
  });
});

describe('juices and sweeteners as they are poured', () => {
  it.each(Object.keys(JUICES) as JuiceName[])('%s has the Brix and the acid that are published of it', (juice) => {
    const l = toldLiquid({ kind: 'juice', juice }, 250, DEFAULT_KITCHEN);
    expect(volumeMl(l)).toBeCloseTo(250, 6);
    expect(Math.abs(apparentBrix(l) / JUICES[juice].brix - 1)).toBeLessThan(0.22);
    const { value, sigmaLn } = JUICES[juice].citricGPerL;
    expect(Math.abs(Math.log(acidGPerL(l) / value))).toBeLessThan(1.5 * sigmaLn);
  });
  it.each(POURED_THINGS)('%s can be poured by its name in the table, and counts nothing towards strength', (juice) => {
    const l = toldLiquid({ kind: 'juice', juice }, 100, DEFAULT_KITCHEN);
    expect(volumeMl(l)).toBeCloseTo(100, 6);
    expect(weightedStrength(l)).toBe(0);
  });
  it.each(Object.keys(SWEETENERS) as SweetenerName[])('%s weighs more than water, by the millilitre', (name) => {
    expect(sweetenerGPerMl(name)).toBeGreaterThan(1.1);
    expect(sweetenerGPerMl(name)).toBeLessThan(1.7);
  });
});
