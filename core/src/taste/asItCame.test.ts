import { decide } from '../batch/decide';
import { runOfBatch, type Batch } from '../batch/batch';
import { sugarGPerL, volumeMl } from '../liquid/liquid';
import { aBatch, minutesIn, type Told } from '../test/aBatch';
import { byTastePlan } from '../test/byTaste';
import { sweetGPerL } from '../liquid/sweetness';
import { targetAsItCame } from './asItCame';

const BREW = 'concentrate';
const plan = byTastePlan();
const TO_THE_SUGAR: readonly Told[] = [
  [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }],
  [22, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }],
];
const go = (minutes: number, grams: number): Told => [
  minutes,
  { type: 'sweetened', brewId: BREW, stageId: 'sweeten', grams },
];
const told = (...more: readonly Told[]): Batch => aBatch([...TO_THE_SUGAR, ...more], plan);
const sugarOf = (batch: Batch): number => {
  const { concentrate } = runOfBatch(batch, BREW);
  return sugarGPerL(concentrate) * (volumeMl(concentrate) / 1000);
};

describe('sugar by taste, in goes', () => {
  const ending: Told = [30, { type: 'stage-ended', brewId: BREW, stageId: 'sweeten' }];

  it('comes to the sum of its goes, and to where it begins while none is told', () => {
    const [none, two] = [told(ending), told(go(23, 30), go(25, 45), ending)];
    expect(sugarOf(two) - sugarOf(none)).toBeCloseTo(75 - 60, 3);
  });

  it('is taken back go by go', () => {
    const back = told(go(23, 30), go(25, 45), [26, { type: 'undone', eventId: 'e4' }], ending);
    expect(sugarOf(back)).toBeCloseTo(sugarOf(told(go(23, 30), ending)), 6);
  });

  it('is told only while it is stirred in', () => {
    const say = (batch: Batch, stageId: string, atMin: number): string =>
      decide(batch, { type: 'sweetened', brewId: BREW, stageId, grams: 20 }, minutesIn(atMin)).kind;
    expect(say(told(), 'sweeten', 23)).toBe('accepted');
    expect(say(aBatch(TO_THE_SUGAR.slice(0, 1), plan), 'sweeten', 10)).toBe('refused');
    expect(say(aBatch(TO_THE_SUGAR.slice(0, 1), plan), 'steep', 10)).toBe('refused');
  });
});

describe('where the next making begins', () => {
  const mixed = (batch: readonly Told[]): readonly Told[] => {
    const mix = Object.fromEntries(
      plan.drink.mix.filter((l) => l.at === 'jug').map((l) => [l.id, plan.jug.mix[l.id] ?? 0]),
    );
    return [
      ...batch,
      [30, { type: 'stage-ended', brewId: BREW, stageId: 'sweeten' }],
      [35, { type: 'measured', what: 'volume', brewId: BREW, value: 1150, method: 'jug' }],
      [40, { type: 'mixed', mix, hadMl: {}, sugarAddedG: 0 }],
    ];
  };

  it('is where it was to be, when nothing was changed by taste', () =>
    expect(targetAsItCame(told(...mixed([])))).toEqual(told(...mixed([])).plan.target));

  it('is as sweet as taste made it, whatever it was planned for', () => {
    const [less, more] = [told(...mixed([go(23, 20)])), told(...mixed([go(23, 60), go(25, 80)]))];
    const [lessT, moreT] = [targetAsItCame(less), targetAsItCame(more)];
    expect(moreT.sugarGPerL).toBeGreaterThan(lessT.sugarGPerL + 20);
    const [wanted, got] = [sweetGPerL(more.jug!) / sweetGPerL(less.jug!), moreT.sugarGPerL / lessT.sugarGPerL];
    expect(Math.abs(got / wanted - 1)).toBeLessThan(0.05);
  });
});
