import { temperatureHistory } from '../heat/temperatureHistory';
import { clocksOf, extentsAt, type Addition } from './extract';
import { aromaBand, aromaLeftAfterSteep, colourLeft } from './aromaAndFade';
import { doseForBody, minutesForBody, tempForBody } from './solveFor';
import { harshIndex, joined } from '../liquid/harshness';
import { steepMap } from './steepMap';

const calyx: Addition = { extractionClass: 'calyx_petal', entersMin: 0, rateScale: 1 };
const cooling = temperatureHistory([{ kind: 'newton', minutes: 60, fromC: 95, towardsC: 22, tauMin: 90 }]);

describe('the steep map', () => {
  const map = steepMap({
    plants: [
      { extractionClass: 'powder', bodyFull: 2, harsh: [{ family: 'tongue', of: 0, load: 0.8 }] },
      {
        extractionClass: 'fresh_root',
        bodyFull: 1,
        harsh: [
          { family: 'oil', of: 1, load: 0.5, most: 0.3 },
          { family: 'cooked', of: 2, load: 0.4 },
        ],
        entersMin: 30,
      },
    ],
    harshnesses: [
      { sense: 0, base: 0.1 },
      { sense: 0, base: 0 },
      { sense: 1, base: 0.05 },
    ],
    columns: 121,
    rows: 40,
    maxMinutes: 60,
    startC: { low: 5, high: 100 },
    ambientC: 22,
    tauMin: 90,
  });
  const at = (row: number, column: number): number => map.body[row * map.columns + column]!;

  it('agrees along a row with the steep itself', () => {
    const row = 10;
    const history = temperatureHistory([
      { kind: 'newton', minutes: 60, fromC: map.startC[row]!, towardsC: 22, tauMin: 90 },
    ]);
    const clocks = clocksOf(history);
    const expected =
      2 * extentsAt(clocks, { extractionClass: 'powder', entersMin: 0, rateScale: 1 }, 60).body +
      extentsAt(clocks, { extractionClass: 'fresh_root', entersMin: 30, rateScale: 1 }, 60).body;
    expect(Math.abs(at(row, 120) / expected - 1)).toBeLessThan(0.002);
  });
  it('joins what is harsh as the law does: alike more than unlike, oils up to what dissolves', () => {
    const row = 10;
    const clocks = clocksOf(
      temperatureHistory([{ kind: 'newton', minutes: 60, fromC: map.startC[row]!, towardsC: 22, tauMin: 90 }]),
    );
    const powder = extentsAt(clocks, { extractionClass: 'powder', entersMin: 0, rateScale: 1 }, 60);
    const root = extentsAt(clocks, { extractionClass: 'fresh_root', entersMin: 30, rateScale: 1 }, 60);
    const expected = harshIndex(
      joined([
        { sense: 'bitter', species: 'a', load: 0.1 + 0.8 * powder.tongue },
        { sense: 'bitter', species: 'b', load: 0.3 * (1 - Math.exp((-0.5 * root.oil) / 0.3)) },
        { sense: 'stewed', species: 'b', load: 0.05 + 0.4 * root.cooked },
      ]),
    );
    expect(Math.abs(map.harsh[row * map.columns + 120]! / expected - 1)).toBeLessThan(0.003);
  });
  it('never falls with time, nor with a warmer start', () => {
    for (let r = 0; r < 40; r++) for (let c = 1; c < 121; c++) expect(at(r, c)).toBeGreaterThanOrEqual(at(r, c - 1));
    for (let r = 1; r < 40; r++) expect(at(r, 60)).toBeLessThanOrEqual(at(r - 1, 60));
  });
  it('counts what comes in late from then on', () => expect(at(5, 60) - at(5, 59)).toBeLessThan(at(5, 62) - at(5, 61)));
});

describe('a steep solved backwards', () => {
  it('finds the minutes that give a share, and they give it', () => {
    const found = minutesForBody(cooling, calyx, 0.8);
    if (found.kind !== 'found') throw new Error('never');
    expect(extentsAt(clocksOf(cooling), calyx, found.value).body).toBeCloseTo(0.8, 6);
  });
  it('says how far it goes when it never gets there', () => {
    expect(minutesForBody(cooling, { ...calyx, extractionClass: 'hard_spice' }, 0.95)).toMatchObject({ kind: 'never' });
  });
  it('finds the temperature for a time, lower for longer', () => {
    const temp = (minutes: number): number => {
      const found = tempForBody({ addition: calyx, minutes, bodyShare: 0.7 });
      if (found.kind !== 'found') throw new Error('never');
      return found.value;
    };
    expect(temp(10)).toBeGreaterThan(temp(30));
  });
  it('finds the dose in proportion', () => {
    const dose = (bodyG: number): number =>
      (doseForBody(cooling, calyx, { bodyG, bodyMaxGPerG: 0.42 }) as { value: number }).value;
    expect(dose(10) / dose(5)).toBeCloseTo(2, 9);
  });
  it('refuses a share that is none', () =>
    expect(() => minutesForBody(cooling, calyx, 1.2)).toThrow('bodyShare must be above 0 and below 1, got 1.2'));
});

describe('aroma and colour', () => {
  it('keep under a lid what an open pot loses', () => {
    expect(aromaLeftAfterSteep(cooling, 'closed')).toBeGreaterThan(0.95);
    expect(aromaLeftAfterSteep(cooling, 'open')).toBeLessThan(aromaLeftAfterSteep(cooling, 'closed'));
  });
  it('are told in three words', () => expect([0.9, 0.5, 0.1].map(aromaBand)).toEqual(['kept', 'faded', 'mostly gone']));
  it('fade twice as fast when it is not acid', () =>
    expect(Math.log(colourLeft(cooling, 6)) / Math.log(colourLeft(cooling, 3))).toBeCloseTo(2));
});
