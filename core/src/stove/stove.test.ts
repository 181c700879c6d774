import { batchAfter, brewState, concentrateOf, type Batch } from '../batch/batch';
import type { BatchEventBody } from '../batch/batchEvent';
import { decide } from '../batch/decide';
import { freezePlan } from '../batch/freeze';
import { progressAt } from '../batch/progress';
import { DANDELION_BURDOCK, HOT_SPICED_PEAR } from '../drink/book/roots';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink } from '../drink/drink';
import { apparentBrix, massG, volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { planDrink, type Plan } from '../plan/planDrink';
import { aBatch, aPlan, eventsOf, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { callsAt, readyAtMs } from './calls';
import { coolingAt, minutesUntil } from './cooling';
import { endFiguresOf } from './endFigures';
import { forgottenAt, fromTheStart } from './forgot';
import { layOutOf } from './layOut';
import { outlookAt } from './outlook';

const BREW = 'concentrate';
const at = (minutes: number): number => Date.parse(minutesIn(minutes));
const ended = (stageId: string, brewId = BREW): BatchEventBody => ({ type: 'stage-ended', brewId, stageId });

function planOf(drink: Drink): Plan {
  const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
}
const PEAR = planOf(HOT_SPICED_PEAR);
const ROOTS = planOf(DANDELION_BURDOCK);
const pear = (told: readonly Told[]): Batch => aBatch([[10, ended('heat', 'base')], ...told], PEAR);
const BOILED: Told = [7, ended('heat')];

describe('what really happened moves the prediction', () => {
  it('an open lid in the steep cools the pot, lets water go and makes the rest smaller', () => {
    const [shut, open] = [aBatch([BOILED]), aBatch([BOILED, [8, { type: 'lid-set', brewId: BREW, lid: 'open' }]])];
    const [a, b] = [shut, open].map((x) => progressAt(x, BREW, at(17))!);
    expect(b!.tempC).toBeLessThan(a!.tempC - 2);
    expect(outlookAt(open, BREW, at(17)).volumeMl).toBeLessThan(outlookAt(shut, BREW, at(17)).volumeMl);
  });

  it('a lid that is put back counts only for the time it was off', () => {
    const off: Told = [8, { type: 'lid-set', brewId: BREW, lid: 'open' }];
    const on: Told = [11, { type: 'lid-set', brewId: BREW, lid: 'closed' }];
    const volumes = [[BOILED], [BOILED, off, on], [BOILED, off]].map((t) => volumeMl(concentrateOf(aBatch(t), BREW)));
    expect(volumes[1]).toBeLessThan(volumes[0]!);
    expect(volumes[1]).toBeGreaterThan(volumes[2]!);
  });

  it('a temperature by hand is where the pot goes on from, and a cooler one gives less', () => {
    const read: Told = [12, { type: 'measured', what: 'temp', brewId: BREW, value: 70, method: 'thermometer' }];
    const colder = aBatch([BOILED, read]);
    expect(progressAt(colder, BREW, at(12))!.tempC).toBeCloseTo(70, 5);
    expect(progressAt(colder, BREW, at(16))!.tempC).toBeLessThan(70);
    expect(outlookAt(colder, BREW, at(12)).glassX).toBeLessThan(outlookAt(aBatch([BOILED]), BREW, at(12)).glassX);
  });

  it('a reading past its time makes it no less late', () => {
    const read: Told = [24, { type: 'measured', what: 'temp', brewId: BREW, value: 86, method: 'probe' }];
    expect(progressAt(aBatch([BOILED, read]), BREW, at(25))!.leftMin).toBeCloseTo(-3, 6);
  });

  it('a temperature on the way up says when it boils', () => {
    const read: Told = [2, { type: 'measured', what: 'temp', brewId: BREW, value: 90, method: 'probe' }];
    const planned = progressAt(aBatch(), BREW, at(2))!;
    const seen = progressAt(aBatch([read]), BREW, at(2))!;
    expect(seen.leftMin).toBeGreaterThan(0);
    expect(seen.leftMin).toBeLessThan(planned.leftMin);
  });

  it('more leaf, less leaf and water count', () => {
    const say = (body: BatchEventBody): number => outlookAt(aBatch([BOILED, [8, body]]), BREW, at(9)).brewX;
    const as = outlookAt(aBatch([BOILED]), BREW, at(9)).brewX;
    const plant = { brewId: BREW, ingredientId: 'roselle' };
    expect(say({ type: 'put-in', ...plant, grams: 20, more: true })).toBeGreaterThan(as);
    expect(say({ type: 'left-out', brewId: BREW, ingredientId: 'rose-hip' })).toBeLessThan(as);
    expect(say({ type: 'topped-up', brewId: BREW, ml: 300, tempC: 12 })).toBeLessThan(as);
  });

  it('cold water cools the pot by its share', () => {
    const topped = aBatch([BOILED, [8, { type: 'topped-up', brewId: BREW, ml: 1300, tempC: 12 }]]);
    const before = progressAt(aBatch([BOILED]), BREW, at(8))!.tempC;
    expect(progressAt(topped, BREW, at(8.01))!.tempC).toBeCloseTo((before + 12) / 2, 0);
  });

  it('a pan on the scale settles how much steam has left', () => {
    const weigh = (value: number): Batch =>
      aBatch([BOILED, [12, { type: 'measured', what: 'pan-weight', brewId: BREW, value, method: 'scale' }]]);
    const { emptyG } = weigh(2000).plan.kitchen.vessels.find((v) => v.id === weigh(2000).plan.brews[0].vesselId)!;
    const light = volumeMl(concentrateOf(weigh(emptyG + 1250), BREW));
    const heavy = volumeMl(concentrateOf(weigh(emptyG + 1350), BREW));
    expect(heavy - light).toBeGreaterThan(85);
    expect(heavy - light).toBeLessThan(110);
  });

  it('a Brix of what came out says how much the plants gave, as far as it can be trusted', () => {
    const plain = aBatch(MEASURED);
    const said = apparentBrix(concentrateOf(plain, BREW));
    const brix = (value: number): number =>
      weightedStrength(
        concentrateOf(
          aBatch([...MEASURED, [28, { type: 'measured', what: 'brix', brewId: BREW, value, method: 'refractometer' }]]),
          BREW,
        ),
      ) / weightedStrength(concentrateOf(plain, BREW));
    expect(brix(said)).toBeCloseTo(1, 6);
    expect(brix(said * 1.2)).toBeGreaterThan(1.1);
    expect(brix(said * 1.2)).toBeLessThan(1.2);
    // The jug has said the volume; a Brix does not move it.
    const after = aBatch([
      ...MEASURED,
      [28, { type: 'measured', what: 'brix', brewId: BREW, value: said * 1.2, method: 'refractometer' }],
    ]);
    expect(volumeMl(concentrateOf(after, BREW))).toBeCloseTo(1130, 6);
  });

  it('sugar by measured yield: what came through the cloth sets how much is stirred in', () => {
    const steps: Told[] = [
      [4, ended('toast', 'root-syrup')],
      [13, ended('heat', 'root-syrup')],
      [33, ended('simmer', 'root-syrup')],
      [35, ended('skim', 'root-syrup')],
    ];
    const toStrain = ROOTS.brews[0].way.stages.map((s) => s.id);
    expect(toStrain).toContain('rinse');
    const planned = aBatch(steps, ROOTS);
    const expected = endFiguresOf(planned, 'root-syrup', 'sweeten').sweetenedG!;
    const run = outlookAt(planned, 'root-syrup', at(36));
    const short = aBatch(
      [...steps, [36, { type: 'measured', what: 'volume', brewId: 'root-syrup', value: 400, method: 'jug' }]],
      ROOTS,
    );
    expect(brewState(short, 'root-syrup').strainedVolumeMl).toBe(400);
    expect(endFiguresOf(short, 'root-syrup', 'sweeten').sweetenedG!).not.toBeCloseTo(expected, 0);
    expect(outlookAt(short, 'root-syrup', at(37)).volumeMl).not.toBeCloseTo(run.volumeMl, 0);
  });

  it('what is skipped takes no time and does nothing', () => {
    const skipped = aBatch([[4, { type: 'stage-skipped', brewId: 'root-syrup', stageId: 'toast' }]], ROOTS);
    expect(progressAt(skipped, 'root-syrup', at(5))!.stageId).toBe('heat');
    expect(concentrateOf(skipped, 'root-syrup').waterG).toBeGreaterThan(0);
  });

  it('an undone change is as if it had never been', () => {
    const undone = aBatch([
      BOILED,
      [8, { type: 'lid-set', brewId: BREW, lid: 'open' }],
      [9, { type: 'undone', eventId: 'e2' }],
    ]);
    expect(concentrateOf(undone, BREW)).toEqual(concentrateOf(aBatch([BOILED]), BREW));
  });
});

describe('what is refused at the stove', () => {
  const refusal = (batch: Batch, event: BatchEventBody, minute = 30): string | undefined => {
    const decision = decide(batch, event, minutesIn(minute));
    return decision.kind === 'refused' ? decision.reason : undefined;
  };
  it('a heat cannot be skipped, a skimming can', () => {
    expect(refusal(aBatch(), { type: 'stage-skipped', brewId: BREW, stageId: 'heat' })).toBe('cannot-be-skipped');
    expect(
      refusal(aBatch([], ROOTS), { type: 'stage-skipped', brewId: 'root-syrup', stageId: 'toast' }),
    ).toBeUndefined();
  });
  it('a plant that is not there, one that is in already, and anything after the strain', () => {
    const put = (ingredientId: string): BatchEventBody => ({ type: 'put-in', brewId: 'base', ingredientId });
    expect(refusal(pear([]), put('mint'))).toBe('unknown-plant');
    expect(refusal(pear([[16, put('rooibos')]]), put('rooibos'))).toBe('already-in');
    expect(refusal(aBatch(MEASURED), { type: 'put-in', brewId: BREW, ingredientId: 'roselle' })).toBe(
      'nothing-in-the-pot',
    );
  });
  it('a pan that weighs less than itself or more than all that went in', () => {
    const weigh = (value: number): BatchEventBody => ({
      type: 'measured',
      what: 'pan-weight',
      brewId: BREW,
      value,
      method: 'scale',
    });
    expect(refusal(aBatch([BOILED]), weigh(300))).toBe('unbelievable-weight');
    expect(refusal(aBatch([BOILED]), weigh(9000))).toBe('unbelievable-weight');
    expect(refusal(aBatch([BOILED]), weigh(2300))).toBeUndefined();
  });
  it('a Brix that its plants cannot give is asked about, and moves nothing', () => {
    const read = (value: number): BatchEventBody => ({
      type: 'measured',
      what: 'brix',
      brewId: BREW,
      value,
      method: 'refractometer',
    });
    const batch = aBatch(MEASURED);
    const now = apparentBrix(concentrateOf(batch, BREW));
    expect(refusal(batch, read(now))).toBeUndefined();
    expect(refusal(batch, read(now * 1.3))).toBeUndefined();
    expect(refusal(batch, read(12))).toBe('unbelievable-brix');
  });
  it('a pH that nothing in it can make', () => {
    const read = (value: number): BatchEventBody => ({ type: 'measured', what: 'ph', value, method: 'meter' });
    const batch = aBatch(MEASURED);
    expect(refusal(batch, read(2.7))).toBeUndefined();
    expect(refusal(batch, read(3.2))).toBeUndefined();
    expect(refusal(batch, read(7))).toBe('unbelievable-ph');
    expect(refusal(batch, read(0.5))).toBe('unbelievable-ph');
  });
  it('a moment before the stage began', () =>
    expect(refusal(aBatch([BOILED]), { type: 'lid-set', brewId: BREW, lid: 'open' }, 3)).toBe('too-early'));
  it('a list once the heat is on', () =>
    expect(refusal(aBatch(), { type: 'laid-out', item: 'jug', how: 'seen' })).toBe('already-started'));
});

describe('calls', () => {
  const ids = (batch: Batch, minute: number): string[] => callsAt(batch, at(minute)).map((c) => c.id);

  it('calls what goes in late and comes out early at its minute, and not what is in from the beginning', () => {
    expect(ids(pear([]), 12)).toEqual(expect.arrayContaining(['base/in/rooibos', 'base/in/orange', 'base/simmer/end']));
    expect(ids(pear([]), 12)).not.toContain('base/in/pear');
    const rooibos = callsAt(pear([]), at(12)).find((c) => c.id === 'base/in/rooibos')!;
    expect(rooibos.dueMs).toBe(at(16));
    expect(rooibos.what).toMatchObject({ kind: 'put-in', plant: 'rooibos_cut' });
    const out = callsAt(pear([]), at(12)).find((c) => c.what.kind === 'take-out')!;
    expect(out.dueMs).toBe(at(18));
  });

  it('is over once it is done, left out, or taken out', () => {
    const put = pear([[16, { type: 'put-in', brewId: 'base', ingredientId: 'rooibos' }]]);
    expect(ids(put, 17)).not.toContain('base/in/rooibos');
    const left = pear([[16, { type: 'left-out', brewId: 'base', ingredientId: 'rooibos' }]]);
    expect(ids(left, 17)).not.toContain('base/in/rooibos');
  });

  it('rings from its minute until it is heard; “later” rings again then', () => {
    const [call] = callsAt(aBatch([BOILED]), at(23)).filter((c) => c.what.kind === 'end-stage');
    expect(call!.ringsMs).toBe(at(22));
    const heard = aBatch([BOILED, [23, { type: 'heard', call: call!.id }]]);
    expect(callsAt(heard, at(24))[0]!.ringsMs).toBeUndefined();
    const later = aBatch([BOILED, [23, { type: 'heard', call: call!.id, againMin: 3 }]]);
    expect(callsAt(later, at(24))[0]!.ringsMs).toBe(at(26));
  });

  it('lets the senses be ahead of a prediction before it rings', () => {
    const [boil] = callsAt(aBatch(), at(3)).filter((c) => c.what.kind === 'end-stage');
    expect(boil!.byClock).toBe(false);
    expect(boil!.ringsMs!).toBeGreaterThan(boil!.dueMs);
  });

  it('waits for the list before any heat, and then starts with the brew', () => {
    const events = eventsOf([]).map((e) => (e.type === 'started' ? { ...e, layOut: true as const } : e));
    const waiting = batchAfter(events);
    expect(callsAt(waiting, at(1)).map((c) => c.what.kind)).toEqual(['lay-out']);
    expect(progressAt(waiting, BREW, at(5))).toBeUndefined();
    const more = eventsOf([
      [2, { type: 'laid-out', item: 'jug', how: 'seen' }],
      [3, { type: 'brew-started', brewId: BREW }],
    ]);
    const begun = batchAfter([...events, ...more.slice(1)]);
    expect(begun.laidOut).toEqual({ jug: 'seen' });
    expect(progressAt(begun, BREW, at(5))!.elapsedMin).toBeCloseTo(2, 6);
  });

  it('says when all of a brew is ready', () => {
    const ready = readyAtMs(aBatch([BOILED]), BREW, at(10))!;
    expect(ready).toBe(at(22));
    expect(readyAtMs(aBatch([BOILED]), BREW, at(30))!).toBe(at(30));
  });

  it('wants the bath before the jug', () =>
    expect(callsAt(aBatch(MEASURED), at(40)).map((c) => c.id)).toEqual(['bath']));
  it('mixes only after the bath that was planned, or once it was said how it cools instead', () => {
    for (const how of ['ice-bath', 'counter', 'fridge'] as const)
      expect(callsAt(aBatch([...MEASURED, [41, { type: 'cooled-by', how }]]), at(42)).map((c) => c.id)).toEqual([
        'mix',
      ]);
  });
});

describe('forgot it', () => {
  it('is worth it a little late, worth it with longer, and not at the last minute', () => {
    const advice = (minute: number): ReturnType<typeof forgottenAt> =>
      forgottenAt(pear([]), 'base', 'orange', at(minute));
    const [soon, last] = [advice(22), advice(24.7)];
    expect(soon!.shareNow).toBeGreaterThan(last!.shareNow);
    expect(soon!.worth).toBe('now');
    expect(soon!.glassX.now).toBeGreaterThan(soon!.glassX.without);
    expect(['now-and-longer', 'leave-out']).toContain(last!.worth);
  });

  it('never advises longer than the window of the rest', () => {
    for (const minute of [17, 19, 21, 23, 24]) {
      const advice = forgottenAt(pear([]), 'base', 'rooibos', at(minute))!;
      if (advice.longerMin !== undefined) {
        const toMin = outlookAt(pear([]), 'base', at(minute)).window!.toMin;
        expect(15 + advice.longerMin).toBeLessThanOrEqual(toMin);
      }
    }
  });

  it('is too late once the brew is strained', () =>
    expect(forgottenAt(aBatch(MEASURED), BREW, 'roselle', at(30))!.worth).toBe('too-late'));

  it('knows what should have been in from the beginning', () =>
    expect(fromTheStart(aBatch(), BREW).map((p) => p.id)).toEqual(['roselle', 'rose-hip']));
});

describe('cooling', () => {
  const strained: readonly Told[] = [BOILED, [22, ended('steep')]];
  const how = (by: 'counter' | 'ice-bath' | 'fridge', minute = 23): Told => [minute, { type: 'cooled-by', how: by }];

  it('counts two hours to 21 °C from the strain, and four more to 5 °C', () => {
    const view = coolingAt(aBatch(strained), at(23))!;
    expect(view.leg).toBe('to-21');
    expect(view.limitMs).toBe(at(22 + 120));
    const read: Told = [60, { type: 'measured', what: 'temp', value: 20, method: 'thermometer' }];
    const next = coolingAt(aBatch([...strained, read]), at(61))!;
    expect(next.leg).toBe('to-5');
    expect(next.limitMs).toBe(at(60 + 240));
  });

  it('never gets to 21 °C on a counter of 22 °C, and says until when the ice bath still saves it', () => {
    const [early, late, over] = [23, 130, 150].map((m) => coolingAt(aBatch(strained), at(m))!);
    expect(early!.reachedMs).toBeUndefined();
    expect(early!.state).toBe('in-time');
    expect(late!.state).toBe('act');
    expect(over!.state).toBe('missed');
    const saves = (m: number) =>
      callsAt(aBatch(strained), at(m)).some((c) => c.what.kind === 'cool' && !c.what.planned);
    expect(saves(130)).toBe(true);
    for (const minute of [23, 150]) expect(saves(minute)).toBe(false);
  });

  it('an ice bath is faster than a fridge, a fridge than a counter', () => {
    const to30 = (by: 'counter' | 'ice-bath' | 'fridge'): number => {
      const batch = aBatch([...strained, how(by)]);
      return minutesUntil(batch, coolingAt(batch, at(23))!, 30)!;
    };
    expect(to30('ice-bath')).toBeLessThan(to30('fridge'));
    expect(to30('fridge')).toBeLessThan(to30('counter'));
  });

  it('believes the thermometer rather than the model', () => {
    const read: Told = [50, { type: 'measured', what: 'temp', value: 61, method: 'thermometer' }];
    expect(coolingAt(aBatch([...strained, read]), at(50))!.tempC).toBeCloseTo(61, 6);
  });

  it('has nothing to say of what was never hot', () => {
    const cold = aBatch([[600, ended('steep')]], aPlan({ wayId: 'fridge-overnight', steepMin: 600 }));
    expect(coolingAt(cold, at(610))).toBeUndefined();
  });
});

describe('the list before the heat', () => {
  const items = layOutOf(freezePlan(aPlan()));
  it('has every plant, the water, a pot with room, the cloth, the jug', () => {
    expect(items.filter((i) => i.what === 'plant').map((i) => i.id)).toEqual([`${BREW}/roselle`, `${BREW}/rose-hip`]);
    expect(items.find((i) => i.what === 'vessel')).toMatchObject({ fits: true });
    expect(items.find((i) => i.what === 'strainer')).toMatchObject({ through: 'fine-cloth', boil: true });
    expect(items.at(-1)!.what).toBe('jug');
    expect(new Set(items.map((i) => i.id)).size).toBe(items.length);
  });
  it('has dry plants measured dry and fresh ones washed, and says what goes in later', () => {
    const list = layOutOf(freezePlan(PEAR));
    const plant = (id: string): unknown => list.find((i) => i.id === `base/${id}`);
    expect(plant('pear')).toMatchObject({ measure: 'fresh', wash: true, later: false });
    expect(plant('rooibos')).toMatchObject({ measure: 'dry', wash: false, later: true });
  });
});

describe('ends that are felt have a figure beside them', () => {
  it('a boil its temperature, a syrup its pan weight, depth, Brix and boiling point', () => {
    expect(endFiguresOf(aBatch(), BREW, 'heat').tempC).toBeCloseTo(100, 0);
    const batch = aBatch([], ROOTS);
    const end = endFiguresOf(batch, 'root-syrup', 'reduce');
    expect(end.lastsMin!.high / end.lastsMin!.low).toBeGreaterThan(1.5);
    expect(end.brix).toBeCloseTo(55, 0);
    expect(end.tempC).toBeGreaterThan(101.5);
    expect(end.depthCm).toBeGreaterThan(0);
    const pan = batch.plan.kitchen.vessels.find((v) => v.id === batch.plan.brews[0].vesselId)!;
    expect(end.panWeightG! - pan.emptyG).toBeCloseTo(massG(concentrateOf(batch, 'root-syrup')), -1);
  });
});
