import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { aBatch, eventsOf, minutesIn, type Told } from '../test/aBatch';
import { batchAfter } from '../batch/batch';
import { progressAt } from '../batch/progress';
import { seededRandom } from '../uncertainty/random';
import type { Reading } from './instrument';
import { judgeProbe, levelOf, type Expected } from './judge';
import { readLoggerTable, type LoggerColumns } from './loggerTable';
import { freshlySimulated, MISBEHAVIOURS, sayNow, TRUE_LOSS_SCALE, truthOf, type Misbehaviour } from './simulated';
import { thinned } from './thin';
import { timeCooling, withCooling } from './timedCooling';

const BREW = 'concentrate';
const at = (minutes: number): number => Date.parse(minutesIn(minutes));
const BOILED: Told = [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }];
const POT = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-2')!;

/** A simulated probe in a steeping pot, second by second from one minute to another. */
function probed(fromMin: number, toMin: number, misbehaves: Misbehaviour = 'none', wrongFromMin = fromMin): Reading[] {
  const truthAt = truthOf(aBatch([BOILED]), BREW);
  const random = seededRandom(7);
  let state = freshlySimulated(at(fromMin));
  const readings: Reading[] = [];
  for (let ms = at(fromMin); ms <= at(toMin); ms += 1000) {
    if (ms >= at(wrongFromMin) && state.misbehaves !== misbehaves) state = { ...state, misbehaves, sinceMs: ms };
    const truth = truthAt(ms)!;
    const said = sayNow('probe', state, { truth: truth.tempC, airTruth: 22, nowMs: ms }, random);
    state = said.state;
    if (said.value !== undefined) readings.push({ atMs: ms, value: said.value });
  }
  return readings;
}

function expectedOf(): Expected {
  const batch = aBatch([BOILED]);
  return { tempAt: (ms) => progressAt(batch, BREW, ms)!.tempC, sigmaC: 2, roomC: 22, boilsAtC: 100 };
}
const judged = (readings: readonly Reading[], nowMin: number): string =>
  judgeProbe(
    readings.filter((r) => r.atMs > at(nowMin - 5)),
    expectedOf(),
    at(nowMin),
  ).state;

describe('a simulated probe', () => {
  it('follows the pot with noise, lag and drop-outs, in steps of what it shows', () => {
    const readings = probed(8, 18);
    expect(readings.length).toBeGreaterThan(570);
    expect(readings.length).toBeLessThan(601);
    const truthAt = truthOf(aBatch([BOILED]), BREW);
    const errors = readings.slice(60).map((r) => r.value - truthAt(r.atMs)!.tempC);
    const mean = errors.reduce((a, b) => a + b, 0) / errors.length;
    expect(Math.abs(mean)).toBeLessThan(0.3);
    // It lags behind a pot that cools.
    expect(mean).toBeGreaterThan(0);
    for (const r of readings) expect(Math.abs(r.value * 10 - Math.round(r.value * 10))).toBeLessThan(1e-6);
  });

  it('is the same for the same seed', () => expect(probed(8, 9)).toEqual(probed(8, 9)));

  it('reads a pot that loses more heat than the plan believes', () => {
    const batch = aBatch([BOILED]);
    expect(truthOf(batch, BREW)(at(20))!.tempC).toBeLessThan(progressAt(batch, BREW, at(20))!.tempC - 1);
  });

  it('stays at the boil while nobody says that it boils', () =>
    expect(truthOf(aBatch(), BREW)(at(40))!.tempC).toBeCloseTo(100, 0));

  it('has nothing to read before the pot is begun', () => {
    const waiting = batchAfter(eventsOf([]).map((e) => (e.type === 'started' ? { ...e, layOut: true as const } : e)));
    expect(truthOf(waiting, BREW)(at(4))).toBeUndefined();
  });
});

describe('a probe is believed only while it can be', () => {
  it('when it behaves', () => expect(judged(probed(8, 14), 14)).toBe('good'));

  it.each(MISBEHAVIOURS.filter((m) => m !== 'none' && m !== 'reads-low' && m !== 'drifts'))(
    'not when told to be: %s',
    (m) => {
      const state = judged(probed(8, 16, m, 11), 16);
      expect(state).toBe(
        { silent: 'silent', stuck: 'stuck', jumps: 'jumping', 'out-of-the-pot': 'out-of-the-pot' }[m as string],
      );
    },
  );

  it('not when it drifts away from what the pot can be', () =>
    expect(['doubtful', 'impossible']).toContain(judged(probed(8, 20, 'drifts', 9), 20)));

  it('not when it reads some degrees low at the boil, where the temperature is known', () => {
    const low: Reading[] = Array.from({ length: 60 }, (_, i) => ({ atMs: at(8) + i * 1000, value: 94 }));
    const boil: Expected = { tempAt: () => 100, sigmaC: 0.8, roomC: 22, boilsAtC: 100 };
    expect(judgeProbe(low, boil, at(9)).state).toBe('doubtful');
  });

  it('a steady one is not stuck while the pot boils steadily', () => {
    const steady: Reading[] = Array.from({ length: 200 }, (_, i) => ({ atMs: at(8) + i * 1000, value: 99.9 }));
    const boil: Expected = { tempAt: () => 100, sigmaC: 0.8, roomC: 22, boilsAtC: 100 };
    expect(judgeProbe(steady, boil, at(8) + 199_000).state).toBe('good');
  });

  it('one that never said anything is silent', () => expect(judgeProbe([], expectedOf(), at(9)).state).toBe('silent'));

  it('one wild reading does not move its level', () =>
    expect(levelOf([90, 90.1, 42, 90.2, 90].map((value, i) => ({ atMs: i * 1000, value })))).toBe(90));
});

describe('a cooling that was timed', () => {
  const cooling = (scale: number, noise = 0.1): Reading[] => {
    const random = seededRandom(3);
    // By hand: 1.3 kg of water and 0.45 kJ/K of steel; the reference loses 12.5 W/(m2 K) over 0.0727 m2.
    const area = 2 * Math.PI * 0.08 ** 2 + Math.PI * 0.16 * (1300 / (Math.PI * 64) / 100);
    const tauMin = (1.298 * 4186 + 450) / (12.5 * area * scale) / 60;
    return Array.from({ length: 900 }, (_, i) => ({
      atMs: i * 1000,
      value: 22 + 76 * Math.exp(-i / 60 / tauMin) + (random() - 0.5) * 2 * noise,
    }));
  };
  it.each([0.7, 1, 1.4])('finds the loss of a pot that loses ×%d', (scale) => {
    const timed = timeCooling(cooling(scale), { vessel: POT, waterMl: 1300, roomC: 22 })!;
    expect(timed.lossScale).toBeGreaterThan(scale * 0.97);
    expect(timed.lossScale).toBeLessThan(scale * 1.03);
  });

  it('learns nothing from too short a spell, or a pot that is not cooling', () => {
    const of = (readings: Reading[]): unknown => timeCooling(readings, { vessel: POT, waterMl: 1300, roomC: 22 });
    expect(of(cooling(1).slice(0, 200))).toBeUndefined();
    expect(of(cooling(1).map((r) => ({ ...r, value: 90 })))).toBeUndefined();
    expect(of([])).toBeUndefined();
  });

  it('corrects the pot for good: each cooling counts by how sure it is', () => {
    const once = withCooling(undefined, { lossScale: 1.2, sigmaLn: 0.08 }, 'first');
    expect(once.lossScale).toBeGreaterThan(1.17);
    expect(once.lossScale).toBeLessThan(1.2);
    expect(once.coolings).toBe(1);
    const twice = withCooling(once, { lossScale: 1.2, sigmaLn: 0.08 }, 'second');
    expect(twice.lossScale).toBeGreaterThan(once.lossScale);
    expect(twice.sigmaLn).toBeLessThan(once.sigmaLn);
    expect(withCooling(twice, { lossScale: 2, sigmaLn: 0.08 }, 'second')).toBe(twice);
  });

  it('finds the simulated kitchen’s true pots within its own spread', () => {
    const timed = timeCooling(probed(9, 22), { vessel: POT, waterMl: 1300, roomC: 22 })!;
    expect(Math.abs(Math.log(timed.lossScale / TRUE_LOSS_SCALE))).toBeLessThan(2.5 * timed.sigmaLn);
  });
});

describe('readings as they age', () => {
  it('keeps one that was really taken of each stretch, the one in the middle by its value', () => {
    const readings = [5, 1, 3, 9, 7].map((value, i) => ({ atMs: i * 1000, value }));
    expect(thinned(readings, 5000)).toEqual([{ atMs: 0, value: 5 }]);
    expect(thinned(readings, 1000)).toEqual(readings);
    expect(thinned([], 1000)).toEqual([]);
  });
});

describe('another logger’s table', () => {
  const columns: LoggerColumns = { time: 0, value: 1, format: 'date-time', fahrenheit: false, startMs: 0 };
  it('reads moments and numbers in the columns that were chosen', () => {
    const { readings, faults } = readLoggerTable(
      [
        ['2026-07-05 09:00:01Z', '98,2'],
        ['2026-07-05T09:00:00Z', '98.4'],
        ['', ''],
      ],
      columns,
      'probe',
    );
    expect(faults).toEqual([]);
    expect(readings).toEqual([
      { atMs: Date.parse('2026-07-05T09:00:00Z'), value: 98.4 },
      { atMs: Date.parse('2026-07-05T09:00:01Z'), value: 98.2 },
    ]);
  });
  it.each([
    ['seconds-from-start', '90', 90_000],
    ['minutes-from-start', '1.5', 90_000],
    ['seconds-since-1970', '90', 90_000],
    ['milliseconds-since-1970', '90000', 90_000],
  ] as const)('understands %s', (format, text, atMs) => {
    const read = readLoggerTable([[text, '20']], { ...columns, format }, 'probe');
    expect(read.readings).toEqual([{ atMs, value: 20 }]);
  });
  it.each([
    ['seconds-since-1970', '1e308'],
    ['milliseconds-since-1970', '9e99'],
    ['minutes-from-start', '1e300'],
    ['seconds-from-start', '1e305'],
  ] as const)('tells a moment that no calendar has, %s of %s', (format, text) => {
    const read = readLoggerTable([[text, '20']], { ...columns, format }, 'probe');
    expect(read.readings).toEqual([]);
    expect(read.faults).toHaveLength(1);
  });
  it('turns Fahrenheit into Celsius', () =>
    expect(
      readLoggerTable([['0', '212']], { ...columns, format: 'seconds-from-start', fahrenheit: true }, 'probe')
        .readings[0]!.value,
    ).toBe(100));
  it('says by line what it does not understand, and keeps the rest', () => {
    const { readings, faults } = readLoggerTable(
      [
        ['yesterday', '90'],
        ['2026-07-05 09:00', 'hot'],
        ['2026-07-05 09:00', '900'],
        ['2026-07-05 09:01', '90'],
      ],
      columns,
      'probe',
      2,
    );
    expect(readings).toHaveLength(1);
    expect(faults.map((f) => [f.line, f.accepted])).toEqual([
      [2, 'a date and time, as in 2026-07-05 09:30:00'],
      [3, 'a number of °C'],
      [4, '-25 to 130 °C'],
    ]);
  });
});
