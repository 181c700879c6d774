import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { BOOK } from '../drink/book';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { freeJugAfter, type FreeJugEvent, type FreeJugEventBody } from '../jug/freeJug';
import { toldFacts, toldLiquid, type Told as ToldSource } from '../jug/pourable';
import type { PouredPart } from '../jug/pouredPart';
import { weightedStrength } from '../liquid/strength';
import { bookStandard, writtenTarget } from '../plan/houseStandard';
import { planDrink } from '../plan/planDrink';
import type { GlassPour } from '../serve/atGlass';
import { aBatch, aPlan, MEASURED, minutesIn, START, type Told } from '../test/aBatch';
import { JUG, standardOf, tastedLiquid } from '../batch/batch';
import type { Verdict } from '../batch/batchEvent';
import { cardsAgain, madeOurs, timesOfToday } from './ours';
import { learnFrom, type TastingRecord } from './preference';
import { kindOfDrink, nextMakingOf, tastingRecordOf, tastingRecordsOfJug } from './recordOf';

const right: Verdict = { strength: 0, harsh: 1, sweet: 0, tart: 0 };
const tasted = (strength: Verdict['strength'], more: Partial<TastingRecord> & { who?: string } = {}): TastingRecord => {
  const { who, ...rest } = more;
  return {
    strengthX: 1,
    harshLoad: 0.7,
    sugarGPerL: 75,
    plannedX: 1,
    state: 'chilled',
    drinkId: 'mine',
    plant: 'roselle_dried_whole',
    writtenSugarGPerL: 75,
    ...rest,
    verdict: { ...right, strength, ...(who ? { who } : {}) },
  };
};
const batches = (n: number, make: (i: number) => TastingRecord): TastingRecord[] =>
  Array.from({ length: n }, (_, i) => ({ ...make(i), batchId: `b${i}` }));
const mine = (records: readonly TastingRecord[], who?: string): ReturnType<typeof learnFrom> =>
  learnFrom(records, 75, { drinkId: 'mine', plant: 'roselle_dried_whole', ...(who ? { who } : {}) });

describe('drinks of a kind', () => {
  it('share a part of what is liked: a drink that was never tasted starts from them, by less than they themselves', () => {
    const others = batches(5, () => tasted(-2, { drinkId: 'another' }));
    const own = batches(5, () => tasted(-2));
    const [fromOthers, fromOwn] = [mine(others), mine(own)];
    expect(fromOthers.tastings).toBe(0);
    expect(fromOthers.wantedX).toBeGreaterThan(1.05);
    expect(fromOthers.wantedX).toBeLessThan(fromOwn.wantedX);
    expect(fromOthers.sigma.wantedX).toBeGreaterThan(fromOwn.sigma.wantedX);
  });
  it('share what is borne and how sweet it is liked against what is written, each by its own words', () => {
    const sweet = batches(4, () => ({
      ...tasted(0, { drinkId: 'another', sugarGPerL: 120, writtenSugarGPerL: 120 }),
      verdict: { ...right, sweet: 1 as const, harsh: 3 as const },
    }));
    const learned = mine([...sweet, tasted(0)]);
    // Too sweet as the other one is written, 120 g/L: less than written is liked, of this one too.
    expect(learned.wantedSugarGPerL!).toBeLessThan(73);
    expect(learned.wantedSugarGPerL!).toBeGreaterThan(40);
    expect(learned.harshLimit).toBeLessThan(mine([tasted(0)]).harshLimit);
  });
  it('are told by what carries them: teas of any leaf, calyces of any cut', () => {
    const kinds = new Map(BOOK.filter((d) => !d.draft).map((d) => [d.id, kindOfDrink(d)]));
    expect(kinds.get('roselle-rose-hip-cooler')).toBe('calyx');
    expect([...kinds.values()].filter((k) => k === 'tea').length).toBeGreaterThan(1);
  });
});

describe('each drinker', () => {
  it('has a liking of their own: what the cook finds weak says less of a guest than of the cook', () => {
    const records = batches(5, () => tasted(-2));
    expect(mine(records, 'Kai').wantedX).toBeLessThan(mine(records).wantedX);
    expect(mine(records, 'Kai').wantedX).toBeGreaterThan(1);
    expect(mine(records, 'Kai').who).toBe('Kai');
  });
  it('bears their own harshness and likes their own sweetness', () => {
    const kai = batches(4, () => ({
      ...tasted(0),
      verdict: { ...right, harsh: 3 as const, sweet: -1 as const, who: 'Kai' },
    }));
    const [cook, guest] = [mine(kai), mine(kai, 'Kai')];
    expect(guest.harshLimit).toBeLessThan(cook.harshLimit);
    expect(guest.wantedSugarGPerL!).toBeGreaterThan(cook.wantedSugarGPerL!);
  });
  it('has a tongue of their own: who calls weak and strong right alike is held to be unsure', () => {
    const x = (i: number): number => (i % 2 === 0 ? 0.75 : 1.35);
    const sure = batches(12, (i) => tasted(i % 2 === 0 ? -2 : 2, { strengthX: x(i), who: 'Bo', lot: 'l' }));
    const unsure = batches(12, (i) => tasted(0, { strengthX: x(i), who: 'Ida', lot: 'l' }));
    const { people } = mine([...unsure, ...sure]);
    expect(people['Ida']!.tongueX).toBeGreaterThan(people['Bo']!.tongueX * 1.2);
  });
});

describe('a bag that nobody told of', () => {
  it('is suspected where two find a drink far off that was right, or a refractometer does; not for one word, nor where it goes on as before', () => {
    const calm = batches(5, () => tasted(0));
    const word = { ...tasted(2, { strengthX: 0.7 }), batchId: 'last' };
    const leap = [{ ...word, verdict: { ...word.verdict, who: 'Kai' } }, word, ...calm];
    expect(mine(leap).otherLot.chance).toBeGreaterThan(0.5);
    expect(mine([word, ...calm]).otherLot.chance).toBeLessThan(0.4);
    expect(mine([{ ...tasted(2, { extractLn: 0.4 }), batchId: 'last' }, ...calm]).otherLot.chance).toBeGreaterThan(0.5);
    expect(mine([{ ...tasted(0), batchId: 'last' }, ...calm]).otherLot.chance).toBeLessThan(0.3);
    expect(mine(leap.map((r) => ({ ...r, lot: 'told' }))).otherLot.chance).toBe(0);
  });
});

const MIXED: readonly Told[] = [
  ...MEASURED,
  [30, { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 955 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
];

describe('this is ours', () => {
  const weaker = aPlan({ strengthX: 0.8 });
  const batch = aBatch(MIXED, weaker);
  const ours = madeOurs(ROSELLE_COOLER, batch, '2026-07-06T10:00:00.000Z');
  it('makes ×1.00 the glass of that making, and plans start from how it was made', () => {
    expect(ours.version).toBe(ROSELLE_COOLER.version + 1);
    const glass = tastedLiquid(batch, { state: 'iced', at: minutesIn(40) });
    expect(bookStandard(ours)).toBeCloseTo(weightedStrength(glass), 9);
    expect(ours.defaults.strengthX).toBe(1);
    const planned = planDrink(ours, ours.defaults, DEFAULT_KITCHEN);
    if (planned.kind !== 'plan') throw new Error(planned.message);
    expect(planned.plan.glass.figures.strengthX).toBeCloseTo(1, 1);
    // In grams it is what that making was, not what the card says.
    const asMade = planDrink(
      ROSELLE_COOLER,
      { ...ROSELLE_COOLER.defaults, strengthX: ours.ours!.times },
      DEFAULT_KITCHEN,
    );
    if (asMade.kind !== 'plan') throw new Error(asMade.message);
    const grams = (p: typeof planned.plan): number => p.brews[0].leaf[0]!.grams / p.target.litres;
    expect(grams(planned.plan)).toBeCloseTo(grams(asMade.plan), 1);
  });
  it('leaves the card as it is written: as written it is as strong as it was, told in the new ×', () => {
    expect(writtenTarget(ours).strengthX).toBeCloseTo(1 / ours.ours!.times, 9);
    const [before, after] = [ROSELLE_COOLER, ours].map((d) =>
      planDrink(d, { ...d.defaults, asWritten: true }, DEFAULT_KITCHEN),
    );
    if (before?.kind !== 'plan' || after?.kind !== 'plan') throw new Error('no plan');
    expect(after.plan.glass.figures.strengthX * ours.ours!.times).toBeCloseTo(before.plan.glass.figures.strengthX, 6);
  });
  it('tells what was tasted before in the × of today, and the card’s again is as it was', () => {
    const tasting = { eventId: 't', at: minutesIn(60), state: 'iced' as const, verdict: right };
    const [old, now] = [tastingRecordOf(batch, tasting), tastingRecordOf(batch, tasting, bookStandard(ours))];
    expect(now.strengthX).toBeCloseTo(1, 6);
    expect(now.strengthX / old.strengthX).toBeCloseTo(now.plannedX / old.plannedX, 9);
    expect(timesOfToday(ROSELLE_COOLER, ours)).toBeCloseTo(1 / ours.ours!.times, 9);
    const back = cardsAgain(ours);
    expect(back.ours).toBeUndefined();
    expect(bookStandard(back)).toBeCloseTo(bookStandard(ROSELLE_COOLER), 9);
    expect(back.defaults.strengthX).toBeCloseTo(ours.ours!.times, 2);
  });
  it('is not for a batch of another drink', () => {
    expect(() => madeOurs({ ...ROSELLE_COOLER, id: 'other' }, batch, START)).toThrow('batch');
  });
});

const POUR: GlassPour = {
  served: 'chilled',
  baseMl: 100,
  waterMl: 100,
  syrupMl: 10,
  syrupBrix: 50,
  lemonMl: 0,
  spiritMl: 0,
  abv: 40,
  iceG: 0,
};

describe('a single glass that was built at the table', () => {
  const told = (glass?: GlassPour): TastingRecord => {
    const verdict = { ...right, who: 'Kai' };
    const batch = aBatch([
      ...MIXED,
      [90, { type: 'tasted', state: 'chilled', verdict, ...(glass ? { glass, vesselId: JUG } : {}) }],
    ]);
    return tastingRecordOf(batch, batch.tastings[0]!);
  };
  it('is told with what was really in it: half as strong where half of it was water', () => {
    const [jug, glass] = [told(), told(POUR)];
    expect(glass.strengthX).toBeCloseTo((jug.strengthX * 100) / 210, 2);
    expect(glass.sugarGPerL).toBeGreaterThan(jug.sugarGPerL / 2.1);
    expect(glass.verdict.who).toBe('Kai');
  });
  it('is as it was whatever has become of the jug since', () => {
    const batch = aBatch([
      ...MIXED,
      [90, { type: 'tasted', state: 'chilled', verdict: right, glass: POUR, vesselId: JUG }],
      [120, { type: 'poured', vesselId: JUG, ml: 2000 }],
    ]);
    expect(tastingRecordOf(batch, batch.tastings[0]!).strengthX).toBeCloseTo(told(POUR).strengthX, 9);
    expect(standardOf(batch)).toBeGreaterThan(0);
  });
});

describe('a jug that was poured together to be like a drink', () => {
  const part = (name: string, from: ToldSource, ml: number): PouredPart => ({
    name,
    ml,
    from,
    liquid: toldLiquid(from, ml, DEFAULT_KITCHEN),
    facts: [toldFacts(from, ml)],
    madeAt: START,
  });
  const calyx: ToldSource = {
    kind: 'made',
    made: { plant: 'roselle_dried_whole', grams: 40, waterMl: 1000, minutes: 15, place: 'off-heat' },
  };
  const first: FreeJugEventBody = {
    type: 'poured-together',
    name: 'Porch jug',
    capacityMl: 2000,
    glassMl: 250,
    iced: false,
    standard: bookStandard(ROSELLE_COOLER),
    likeName: ROSELLE_COOLER.name,
    likeId: ROSELLE_COOLER.id,
    wantedX: 1,
    audience: [],
    acknowledged: [],
    parts: [part('Base', calyx, 500), part('Water', { kind: 'water', water: 'still' }, 500)],
  };
  const taste = { state: 'chilled', strength: -1, sweet: 0, tart: 0, harsh: 1, who: 'Kai' } as const;
  const events = (...told: FreeJugEventBody[]): FreeJugEvent[] =>
    [first, ...told].map((body, seq) => ({ id: `e${seq}`, jugId: 'j1', seq, at: minutesIn(seq), v: 1, ...body }));
  const records = (...told: FreeJugEventBody[]): readonly TastingRecord[] =>
    tastingRecordsOfJug(freeJugAfter(events(...told)), ROSELLE_COOLER, DEFAULT_KITCHEN);
  it('teaches of that drink, by what was in it when it was tasted', () => {
    const more: FreeJugEventBody = { type: 'added', parts: [part('Base', calyx, 500)], after: taste };
    const said = records({ type: 'tasted', taste }, more, { type: 'tasted', taste: { ...taste, strength: 0 } });
    expect(said.map((r) => r.verdict.strength)).toEqual([-1, -1, 0]);
    // What was said before it was put right is of what it was before.
    expect(said[1]!.strengthX).toBeCloseTo(said[0]!.strengthX, 9);
    expect(said[2]!.strengthX).toBeGreaterThan(1.2 * said[0]!.strengthX);
    expect(said[0]).toMatchObject({ drinkId: ROSELLE_COOLER.id, plant: 'roselle_dried_whole', batchId: 'j1' });
    expect(said[0]!.verdict.who).toBe('Kai');
  });
  it('says nothing more where its verdict was taken back', () => {
    expect(records({ type: 'tasted', taste }, { type: 'undone', eventId: 'e1' })).toEqual([]);
  });
});

describe('the next making', () => {
  const pantry = [
    {
      v: 1 as const,
      plant: 'roselle_dried_whole',
      lots: [{ id: 'l1', got: '2026-05-01', from: '', leftG: 200, potency: 0.9 }],
    },
  ];
  it('is of the lot in use where batches were drawn from the pantry, and of an untold one where none was', () => {
    const drawn = tasted(0, { lot: 'roselle_dried_whole/l0' });
    expect(nextMakingOf('mine', [drawn], pantry)).toMatchObject({ lot: 'roselle_dried_whole/l1', potencyX: 0.9 });
    expect(nextMakingOf('mine', [tasted(0)], pantry)).toEqual({ drinkId: 'mine', plant: 'roselle_dried_whole' });
    expect(nextMakingOf('mine', [], pantry)).toEqual({ drinkId: 'mine' });
  });
});
