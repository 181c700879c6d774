import { JUG } from '../batch/batch';
import { decide } from '../batch/decide';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { shelfItemsOf } from '../keeping/shelf';
import { tastingRecordOf } from '../taste/recordOf';
import { aBatch, MEASURED, minutesIn, START, type Told as ToldEvent } from '../test/aBatch';
import { decideFreeJug, freeJugAfter, roomMl, type FreeJugEvent, type FreeJugEventBody } from './freeJug';
import { blocksOfJug, factsOfPour, findingsOfJug, keepingOfJug } from './jugFacts';
import { toldFacts, toldLiquid, type Told } from './pourable';
import type { PouredPart } from './pouredPart';

const madeOf = (name: string, from: Told, ml: number, madeAt = START): PouredPart => ({
  name,
  ml,
  from,
  liquid: toldLiquid(from, ml, DEFAULT_KITCHEN),
  facts: [toldFacts(from, ml)],
  madeAt,
});
const tea: Told = {
  kind: 'made',
  made: { plant: 'black_tea_leaf', grams: 30, waterMl: 1000, minutes: 5, place: 'off-heat' },
};
const base = madeOf('Tea', tea, 600);
const water = madeOf('Water', { kind: 'water', water: 'still' }, 400);
const syrup = (ml: number): PouredPart => madeOf('Syrup', { kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, ml);

const firstPour: FreeJugEventBody = {
  type: 'poured-together',
  name: 'Porch jug',
  capacityMl: 1500,
  glassMl: 250,
  iced: true,
  standard: 1,
  likeName: 'a usual glass',
  wantedX: 1,
  audience: [],
  acknowledged: [],
  parts: [base, water],
};
const eventsOf = (...told: FreeJugEventBody[]): FreeJugEvent[] =>
  [firstPour, ...told].map((body, seq) => ({ id: `e${seq}`, jugId: 'j1', seq, at: minutesIn(seq), v: 1, ...body }));
const jugOf = (...told: FreeJugEventBody[]): ReturnType<typeof freeJugAfter> => freeJugAfter(eventsOf(...told));

describe('a jug poured together', () => {
  it('holds all that went in', () => {
    const jug = jugOf();
    expect(volumeMl(jug.liquid)).toBeCloseTo(1000, 0);
    expect(roomMl(jug)).toBeCloseTo(500, 0);
  });
  it('is no other strength after a glass is poured from it', () => {
    const [before, after] = [jugOf(), jugOf({ type: 'poured-out', ml: 250 })];
    expect(volumeMl(after.liquid)).toBeCloseTo(750, 0);
    expect(weightedStrength(after.liquid)).toBeCloseTo(weightedStrength(before.liquid), 9);
  });
  it('takes what is added, and gives it back when that is undone', () => {
    expect(volumeMl(jugOf({ type: 'added', parts: [syrup(100)] }).liquid)).toBeCloseTo(1100, -1);
    expect(
      volumeMl(jugOf({ type: 'added', parts: [syrup(100)] }, { type: 'undone', eventId: 'e1' }).liquid),
    ).toBeCloseTo(1000, 0);
  });
  it('is empty, and stays so, when its first pour is taken back', () => {
    const jug = jugOf({ type: 'undone', eventId: 'e0' });
    expect(jug.discarded).toBe(true);
    expect(volumeMl(jug.liquid)).toBe(0);
  });
  it('is the same whatever order its events arrive in', () => {
    const events = eventsOf({ type: 'added', parts: [syrup(60)] }, { type: 'poured-out', ml: 200 });
    expect(freeJugAfter([...events].reverse()).liquid).toEqual(freeJugAfter(events).liquid);
  });
  it('refuses more than it holds, more than is left, and what comes after its end', () => {
    const says = (jug: ReturnType<typeof jugOf>, e: FreeJugEventBody): string => {
      const d = decideFreeJug(jug, e, minutesIn(60));
      return d.kind === 'refused' ? d.reason : 'accepted';
    };
    expect(says(jugOf(), { type: 'added', parts: [syrup(600)] })).toBe('over-full');
    expect(says(jugOf(), { type: 'poured-out', ml: 1200 })).toBe('more-than-there-is');
    expect(says(jugOf({ type: 'discarded', why: 'flat' }), { type: 'poured-out', ml: 10 })).toBe('discarded');
    // What was poured first is taken back with all that came after it.
    const emptied = jugOf({ type: 'added', parts: [syrup(60)] }, { type: 'undone', eventId: 'e0' });
    expect(emptied.liquid).toEqual(jugOf({ type: 'undone', eventId: 'e0' }).liquid);
    expect(says(jugOf(), { type: 'undone', eventId: 'e9' })).toBe('unknown-event');
    expect(says(jugOf(), firstPour)).toBe('already-started');
    expect(says(jugOf(), { type: 'added', parts: [syrup(60)] })).toBe('accepted');
  });
});

describe('what the rules say of a jug', () => {
  const at = (days: number): number => Date.parse(START) + days * 86_400_000;
  const jug = { liquid: jugOf().liquid, parts: [base, water], glassMl: 250, audience: [] };

  it('lets its oldest part decide how long it keeps', () => {
    const fresh = keepingOfJug(jug, at(0));
    const old = keepingOfJug({ ...jug, parts: [{ ...base, madeAt: new Date(at(-2)).toISOString() }, water] }, at(0));
    expect(Date.parse(fresh.discardAfter) - Date.parse(old.discardAfter)).toBe(2 * 86_400_000);
  });
  it('keeps a drink with fresh juice shorter than the tea alone', () => {
    // A spoon of it in kefir is milk: a day, and two at the most.
    const inKefir = keepingOfJug(
      { ...jug, parts: [base, madeOf('Kefir', { kind: 'juice', juice: 'kefir' }, 200)] },
      at(0),
    );
    expect(inKefir.window.reason).toBe('milk mixed in');
    expect(Date.parse(inKefir.discardAfter) - at(0)).toBeLessThanOrEqual(2 * 86_400_000);
    const withJuice = { ...jug, parts: [base, madeOf('Orange', { kind: 'juice', juice: 'orange' }, 200)] };
    expect(Date.parse(keepingOfJug(withJuice, at(0)).discardAfter)).toBeLessThan(
      Date.parse(keepingOfJug(jug, at(0)).discardAfter),
    );
  });
  it('gives water and sugar no end of their own', () =>
    expect(keepingOfJug({ ...jug, parts: [...jug.parts, syrup(100)] }, at(0))).toEqual(keepingOfJug(jug, at(0))));
  it('blocks a pour from what is past its window', () => {
    const ids = (days: number): string[] => blocksOfJug(findingsOfJug(jug, at(days))).map((f) => f.id);
    expect(ids(0)).toEqual([]);
    expect(ids(9)).toContain('KEEP-01');
  });
  it('asks who drinks it: no spirit for a child, whatever it was poured from', () => {
    const rum = madeOf('Rum', { kind: 'spirit', name: 'rum', abv: 40 }, 100);
    const spiked = freeJugAfter(eventsOf({ type: 'added', parts: [rum] }));
    const ids = findingsOfJug(
      { liquid: spiked.liquid, parts: spiked.parts, glassMl: 250, audience: ['child'] },
      at(0),
    ).map((f) => f.id);
    expect(ids).toContain('ALC-01');
    expect(findingsOfJug({ ...jug, audience: ['no-caffeine'] }, at(0)).map((f) => f.id)).toContain('CAF-06');
  });
});

describe('a recipe’s jug that is put right', () => {
  const mixed: ToldEvent = [
    30,
    { type: 'mixed', mix: { concentrate: 800, syrup: 200, water: 700 }, hadMl: { syrup: 400 }, sugarAddedG: 0 },
  ];
  const verdict = { strength: 1, harsh: 1, sweet: 0, tart: 0 } as const;
  const told: ToldEvent[] = [
    ...MEASURED,
    mixed,
    [40, { type: 'tasted', state: 'chilled', verdict }],
    [41, { type: 'added', vesselId: JUG, parts: [water] }],
    [45, { type: 'tasted', state: 'chilled', verdict: { ...verdict, strength: 0 } }],
  ];
  const batch = aBatch(told);

  it('holds what was added, and is weaker for it', () => {
    const before = aBatch(told.slice(0, 4)).vessels.find((v) => v.id === JUG)!;
    const after = batch.vessels.find((v) => v.id === JUG)!;
    expect(volumeMl(after.liquid)).toBeCloseTo(volumeMl(before.liquid) + 400, 0);
    expect(weightedStrength(after.liquid)).toBeLessThan(weightedStrength(before.liquid));
  });
  it('keeps each verdict with the jug as it was when it was said', () => {
    const [first, second] = batch.tastings.map((t) => tastingRecordOf(batch, t));
    expect(second!.strengthX / first!.strengthX).toBeCloseTo(1700 / 2100, 2);
  });
  it('is weaker no more once the addition is undone', () => {
    const undone = aBatch([...told, [46, { type: 'undone', eventId: `e${MEASURED.length + 3}` }]]);
    expect(volumeMl(undone.vessels.find((v) => v.id === JUG)!.liquid)).toBeCloseTo(1700, -1);
  });
  it('takes no more than the jug holds', () =>
    expect(
      decide(
        batch,
        { type: 'added', vesselId: JUG, parts: [madeOf('Water', { kind: 'water', water: 'still' }, 4000)] },
        minutesIn(50),
      ),
    ).toMatchObject({
      kind: 'refused',
      reason: 'over-full',
    }));
  it('keeps shorter for the juice that went in', () => {
    const juice = aBatch([
      ...told,
      [50, { type: 'added', vesselId: JUG, parts: [madeOf('Peach', { kind: 'juice', juice: 'peach' }, 60)] }],
    ]);
    const discard = (b: typeof batch): number =>
      Date.parse(shelfItemsOf(b, Date.parse(minutesIn(60)))[0]!.discardAfter);
    expect(discard(juice)).toBeLessThanOrEqual(discard(batch));
  });
  it('tells a jug poured from it of its plants in the amount that is poured', () => {
    const stored = batch.vessels.find((v) => v.id === JUG)!;
    const grams = (ml: number): number =>
      factsOfPour(batch, stored, ml, Date.parse(minutesIn(60)))
        .at(-1)!
        .ingredients!.reduce((sum, i) => sum + i.g, 0);
    expect(grams(400)).toBeCloseTo(2 * grams(200), 6);
    expect(grams(200)).toBeGreaterThan(0);
  });
});
