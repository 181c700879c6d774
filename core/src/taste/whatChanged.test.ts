import { batchAfter, type Batch } from '../batch/batch';
import type { BatchEvent, BatchEventBody } from '../batch/batchEvent';
import { freezePlan } from '../batch/freeze';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { PlanTarget } from '../drink/drink';
import { planDrink, type Plan } from '../plan/planDrink';
import { seededRandom } from '../uncertainty/random';
import { HABITS, steadiness } from './steadiness';
import { whatChanged, type Cause, type Making } from './whatChanged';

const START = Date.parse('2026-07-01T08:00:00.000Z');
const planned = (change: Partial<PlanTarget> = {}): Plan => {
  const result = planDrink(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
type Made = {
  change?: Partial<PlanTarget>;
  steepMin?: number;
  cameOut?: number;
  waterMore?: number;
  state?: 'iced' | 'chilled';
  grams?: number;
  brix?: number;
};
/** A making of the cooler, as it went. */
function made({ change = {}, steepMin, cameOut = 1, waterMore = 1, state = 'iced', grams, brix }: Made = {}): Making {
  const plan = planned(change);
  const [brew] = plan.brews;
  const { brewId } = brew;
  const stages = brew.run.stages;
  let at = 0;
  const told: [number, BatchEventBody][] = [[0, { type: 'started', plan: freezePlan(plan) }]];
  if (grams !== undefined)
    told.push([0.5, { type: 'put-in', brewId, ingredientId: brew.way.ingredients[0]!.id, grams }]);
  for (const s of stages) {
    const stage = brew.way.stages.find((x) => x.id === s.stageId)!;
    at += stage.kind === 'steep' ? (steepMin ?? s.endMin - s.startMin) : s.endMin - s.startMin;
    told.push([at, { type: 'stage-ended', brewId, stageId: s.stageId }]);
  }
  const ml = Math.round(brew.run.ledger.outMl * brew.pots * cameOut);
  told.push([at + 5, { type: 'measured', what: 'volume', brewId, value: ml, method: 'jug' }]);
  if (brix !== undefined)
    told.push([at + 6, { type: 'measured', what: 'brix', brewId, value: brix, method: 'refractometer' }]);
  const { mix } = plan.jug;
  const share = cameOut;
  const poured = Object.fromEntries(
    Object.entries(mix).map(([id, x]) => [id, x * share * (id === 'water' ? waterMore : 1)]),
  );
  told.push([at + 15, { type: 'mixed', mix: poured, hadMl: {}, sugarAddedG: 0 }]);
  const events = told.map(([min, body], seq): BatchEvent => ({
    id: `e${seq}`,
    batchId: 'b',
    seq,
    at: new Date(START + min * 60_000).toISOString(),
    v: 2,
    ...body,
  }));
  const batch: Batch = batchAfter(events);
  return { batch, tasted: { state, at: new Date(START + (at + 200) * 60_000).toISOString() } };
}
const shareOf = (a: Making, b: Making, cause: Cause): number =>
  whatChanged(a, b)!.shares.find((s) => s.cause === cause)?.strengthLn ?? 0;
const whole = (a: Making, b: Making): number => {
  const { was, is } = whatChanged(a, b)!;
  return Math.log(is.strengthX / was.strengthX);
};

describe('what changed between two makings', () => {
  it('is nothing where nothing did', () => {
    const { shares, was, is } = whatChanged(made(), made())!;
    expect(shares).toEqual([]);
    expect(is).toEqual(was);
  });
  it('is the steep where that was longer, and the rest is left out', () => {
    const [a, b] = [made(), made({ steepMin: 30 })];
    const { shares } = whatChanged(a, b)!;
    expect(shares[0]!.cause).toBe('time');
    expect(shares[0]!.strengthLn).toBeGreaterThan(0.02);
    expect(shares.slice(1).every((s) => Math.abs(s.strengthLn) < 0.01)).toBe(true);
  });
  it('is the dose, the lot, the mix, the ice, each where that was otherwise', () => {
    expect(shareOf(made(), made({ grams: 90 }), 'dose')).not.toBeCloseTo(0, 2);
    expect(shareOf(made(), made({ change: { potency: { roselle_dried_whole: 0.8 } } }), 'lot')).toBeLessThan(-0.05);
    expect(shareOf(made(), made({ waterMore: 1.4 }), 'mix')).toBeLessThan(-0.05);
    expect(shareOf(made(), made({ state: 'chilled' }), 'ice')).toBeGreaterThan(0.03);
  });
  it('adds up to the whole, and the other way round to the same with the other sign', () => {
    const random = seededRandom(3);
    const any = (): Made => ({
      change: { strengthX: 0.8 + 0.5 * random(), litres: 1.5 + random() },
      steepMin: 8 + Math.round(20 * random()),
      cameOut: 0.9 + 0.15 * random(),
      waterMore: 0.8 + 0.5 * random(),
      state: random() < 0.5 ? 'iced' : 'chilled',
      ...(random() < 0.5 ? { grams: 50 + Math.round(40 * random()) } : {}),
    });
    for (let i = 0; i < 6; i++) {
      const [a, b] = [made(any()), made(any())];
      const { shares } = whatChanged(a, b)!;
      const sum = shares.reduce((s, x) => s + x.strengthLn, 0);
      expect(sum).toBeCloseTo(whole(a, b), 3);
      const sugar = shares.reduce((s, x) => s + x.sugarGPerL, 0);
      const { was, is } = whatChanged(a, b)!;
      expect(sugar).toBeCloseTo(is.sugarGPerL - was.sugarGPerL, 1);
      const back = whatChanged(b, a)!.shares.reduce((s, x) => s + x.strengthLn, 0);
      expect(back).toBeCloseTo(-sum, 3);
    }
  });
});

describe('how steady a house is', () => {
  it('needs two makings to say anything', () => {
    expect(steadiness([])).toBeUndefined();
    expect(steadiness([made()])).toBeUndefined();
  });
  it('names what differed most, and what tightening it would make of all of it', () => {
    const careless = [1, 1.5, 0.7, 1.3, 0.8].map((waterMore) => made({ waterMore }));
    const s = steadiness(careless)!;
    expect(s.batches).toBe(5);
    expect(s.canTell).toBe(true);
    expect(s.spreads[0]!.habit).toBe('mix');
    expect(s.spreads[0]!.allTightenedLn).toBeLessThan(s.sdLn);
    expect(s.spreads.map((x) => x.habit).sort()).toEqual([...HABITS].sort());
    // The parts are all of it.
    expect(Math.sqrt(s.spreads.reduce((sum, x) => sum + x.sdLn ** 2, 0))).toBeCloseTo(s.sdLn, 9);
  });
  it('holds to the book where few batches tell little, and comes down where many were alike', () => {
    const [two, six] = [2, 6].map((n) => steadiness(Array.from({ length: n }, () => made()))!);
    expect(six!.sdLn).toBeLessThan(two!.sdLn);
  });
  it('tells the spread before a habit was taken up and since, and of none where none was', () => {
    const before = [1, 1.5, 0.7].map((waterMore) => made({ waterMore }));
    const since = [1, 1.02, 0.99].map((waterMore) => made({ waterMore, brix: 3.6 }));
    const { takenUp } = steadiness([...before, ...since])!;
    expect(takenUp).toMatchObject({ habit: 'lot', makings: 3 });
    expect(takenUp!.sinceLn).toBeLessThan(takenUp!.beforeLn);
    expect(steadiness(before)!.takenUp).toBeUndefined();
    expect(steadiness([...since, ...before])!.takenUp).toBeUndefined();
  });
});
