import fc from 'fast-check';
import type { BatchEvent, BatchEventBody } from '../batch/batchEvent';
import { freezePlan } from '../batch/freeze';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink, Kitchen } from '../drink/drink';
import { planDrink, type Plan } from '../plan/planDrink';
import { chainsOf } from './chains';
import {
  dayOfOccasion,
  isIce,
  keyOfChain,
  waysOutOfDay,
  type AskedDrink,
  type DayAnswer,
  type DayQuestion,
} from './dayOf';
import { takenBy, type Chain, type PlacedChain } from './kitchenDay';
import {
  audienceOfOccasion,
  drinkKeys,
  glassesOfOccasion,
  litresOf,
  occasionAgain,
  peopleOfOccasion,
  targetFor,
  wantedOf,
  type Occasion,
} from './occasion';
import { faultsOfDay } from './faults';
import { BINDS } from './placing';
import { scheduleDay } from './schedule';
import { changedOf, nextOnSheet, sheetOf, startsOf } from './sheet';
import { surelyReadyMin, withSlack } from './sure';
import { iceFor, kitchenAs, kitchenOfDay, ringsOf, sharedJugs } from './whatThereIs';

const READY = '2026-07-05T15:00:00.000Z';
const READY_MS = Date.parse(READY);
const hourUtc = (ms: number): number => (ms / 3_600_000) % 24;
const MEANS = { localHour: hourUtc, tries: 40 };
const bookDrink = (id: string): Drink => BOOK.find((d) => d.id === id)!;
const planOf = (id: string, litres: number, kitchen: Kitchen = DEFAULT_KITCHEN): Plan => {
  const drink = bookDrink(id);
  const result = planDrink(drink, { ...drink.defaults, litres }, kitchen);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const [COOLER, SENCHA, ROOIBOS] = ['roselle-rose-hip-cooler', 'cold-sencha-cucumber', 'rooibos-quince'] as const;
const OCCASION: Occasion = {
  v: 1,
  id: 'open-day',
  name: 'Open day',
  readyBy: READY,
  servedHours: 3,
  groups: [
    { people: 18, glassesEach: 1 },
    { people: 4, glassesEach: 0.5 },
  ],
  drinks: [
    { drinkId: COOLER, share: 2 },
    { drinkId: SENCHA, share: 1 },
    { drinkId: ROOIBOS, share: 1 },
  ],
  hands: 1,
  moved: {},
};
const question = (
  change: Partial<Occasion> = {},
  { kitchen = DEFAULT_KITCHEN, hoursBefore = 72, events = {} as Record<string, BatchEvent[]> } = {},
): DayQuestion => {
  const occasion = { ...OCCASION, ...change };
  return {
    occasion,
    drinks: occasion.drinks.map((of): AskedDrink => {
      const drink = bookDrink(of.drinkId);
      const own = events[of.drinkId];
      return { of, drink, startFrom: drink.defaults, standing: 0, ...(own ? { events: own } : {}) };
    }),
    kitchen,
    pantry: [],
    nowMs: READY_MS - hoursBefore * 3_600_000,
  };
};
type Day = Extract<DayAnswer, { kind: 'day' }>;
const dayOf = (q: DayQuestion): Day => {
  const day = dayOfOccasion(q, MEANS);
  if (day.kind !== 'day') throw new Error(`no place for ${day.drinkName}: ${day.binds}`);
  return day;
};
const chainOf = (day: Day, id: string): PlacedChain => day.placed.find((p) => p.id === id)!;
const wordsOf = (p: PlacedChain): string[] => p.tasks.map((t) => t.id.split('/').at(-1)!);
const on = (plan: Plan) => ({ plan, use: {}, rings: [0, 1] });
const WISH = { standsIn: [] };

describe('an occasion', () => {
  it('has glasses by its people, and litres by their share, less what stands', () => {
    const o = {
      ...OCCASION,
      groups: [
        { people: 18, glassesEach: 1.5 },
        { people: 6, glassesEach: 0.5 },
      ],
    };
    expect(glassesOfOccasion(o)).toBe(30);
    expect(peopleOfOccasion(o)).toBe(24);
    expect(litresOf(o, o.drinks[0]!, 300)).toMatchObject({ litres: 4.5, glasses: 15 });
    expect(litresOf(o, o.drinks[0]!, 300, 5).litres).toBe(3);
    expect(litresOf(o, { ...o.drinks[0]!, litres: 2 }, 300).litres).toBe(2);
  });
  it('makes two drinks of one base where it says so: the second has its share and its own strength', () => {
    const second = { name: 'Long roselle', share: 1, strengthX: 0.6, water: 'sparkling' as const };
    const o = {
      ...OCCASION,
      drinks: [
        { drinkId: COOLER, share: 1, second },
        { drinkId: SENCHA, share: 2 },
      ],
    };
    const { glasses, secondGlasses, secondLitres } = litresOf(o, o.drinks[0]!, bookDrink(COOLER).defaults.glassMl);
    expect(glasses).toBeCloseTo(5, 6);
    expect(secondGlasses).toBeCloseTo(5, 6);
    const target = targetFor(o, o.drinks[0]!, bookDrink(COOLER).defaults, 1.3);
    expect(target.second).toEqual({ name: 'Long roselle', strengthX: 0.6, water: 'sparkling', litres: secondLitres });
    const day = dayOf(question({ drinks: o.drinks }));
    expect(day.drinks[0]!.second).toEqual({ name: 'Long roselle', glasses: secondGlasses });
  });
  it('knows who drinks: what is known of any group is known of the day, and its plan says so', () => {
    const groups = [
      { people: 10, glassesEach: 1, audience: ['pregnant'] as const },
      { people: 5, glassesEach: 1, audience: ['toddler', 'pregnant'] as const },
    ];
    expect(audienceOfOccasion({ groups })).toEqual(['pregnant', 'toddler']);
    expect(audienceOfOccasion(OCCASION)).toBeUndefined();
    const warned = dayOf(question({ groups })).drinks[0]!;
    const plain = dayOf(question()).drinks[0]!;
    expect(warned.warnings.length + warned.blocks.length).toBeGreaterThan(plain.warnings.length + plain.blocks.length);
  });
  it('names a drink that stands in it twice twice, and keeps the names when another goes', () => {
    const drinks = [
      { drinkId: 'a', share: 1 },
      { drinkId: 'b', share: 1 },
      { drinkId: 'a', share: 1 },
    ];
    expect(drinkKeys({ drinks })).toEqual(['a', 'b', 'a.2']);
    expect(drinkKeys({ drinks: [drinks[0]!, drinks[2]!] })).toEqual(['a', 'a.2']);
  });
});

describe('what a kitchen has for a day', () => {
  it('is each ring by its watts, every vessel once, and the nights of the house, over a change of the clocks too', () => {
    expect(ringsOf({ ...DEFAULT_KITCHEN, rings: [1200, 2200] })).toEqual([2200, 1200]);
    expect(ringsOf({ ...DEFAULT_KITCHEN, burners: 3 })).toEqual([1800, 1800, 1800]);
    const day = kitchenOfDay(DEFAULT_KITCHEN, OCCASION, hourUtc);
    expect(day.have['vessel:pot-3']).toBe(1);
    expect(day.closed['hands']).toContainEqual([-60 * (15 + 1.5), -60 * 8]);
    // The night after it, for what goes on after it is served.
    expect(day.closed['hands']![0]).toEqual([60 * 7.5, 60 * 16]);
    const own = kitchenOfDay({ ...DEFAULT_KITCHEN, night: { fromH: 24, toH: 6 } }, OCCASION, hourUtc);
    expect(own.closed['hands']).toContainEqual([-60 * 15, -60 * 9]);
    // On the last Sunday of March the clocks go on an hour at one o'clock: the night is an hour shorter.
    const change = Date.parse('2026-03-29T01:00:00Z');
    const hourThere = (ms: number): number => ((ms + (ms >= change ? 3_600_000 : 0)) / 3_600_000) % 24;
    const march = kitchenOfDay(DEFAULT_KITCHEN, { ...OCCASION, readyBy: '2026-03-29T14:00:00.000Z' }, hourThere);
    expect(march.closed['hands']).toContainEqual([-60 * 15.5, -60 * 8]);
  });
  it('without a vessel, or on a smaller ring, plans with the others', () => {
    const without = kitchenAs(DEFAULT_KITCHEN, { without: ['pot-2'], watts: 900 });
    expect(without.vessels.some((v) => v.id === 'pot-2')).toBe(false);
    expect(without.burner.watts).toBe(900);
  });
  it('shares its jugs out: each drink the smallest that holds it, several where none does, none twice', () => {
    const shared = sharedJugs(DEFAULT_KITCHEN, [
      { id: 'a', litres: 1.4 },
      { id: 'b', litres: 2.3 },
      { id: 'c', litres: 6.2 },
    ]);
    const ids = Object.values(shared).flatMap((s) => s!.map((x) => x.vesselId));
    expect(new Set(ids).size).toBe(ids.length);
    expect(shared['b']).toEqual([{ vesselId: 'jug-2', litres: 2.3 }]);
    expect(shared['c']!.reduce((sum, x) => sum + x.litres, 0)).toBeCloseTo(6.2, 6);
    expect(sharedJugs(DEFAULT_KITCHEN, [{ id: 'x', litres: 90 }])['x']).toBeUndefined();
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 80 }), { minLength: 1, maxLength: 6 }), (tenths) => {
        const asked = tenths.map((t, i) => ({ id: `d${i}`, litres: t / 10 }));
        const s = sharedJugs(DEFAULT_KITCHEN, asked);
        const used = asked.flatMap(({ id }) => s[id] ?? []);
        expect(new Set(used.map((u) => u.vesselId)).size).toBe(used.length);
        for (const u of used)
          expect(u.litres * 1000).toBeLessThanOrEqual(
            DEFAULT_KITCHEN.vessels.find((v) => v.id === u.vesselId)!.capacityMl + 21,
          );
        for (const { id, litres } of asked)
          if (s[id]) expect(s[id].reduce((sum, u) => sum + u.litres, 0)).toBeGreaterThanOrEqual(litres - 0.021);
      }),
    );
  });
  it('freezes what ice there is time and room for, and buys the rest', () => {
    expect(iceFor(DEFAULT_KITCHEN, 1400, 48)).toEqual({ goes: 3, madeG: 1400, boughtG: 0 });
    expect(iceFor(DEFAULT_KITCHEN, 6000, 48)).toEqual({ goes: 4, madeG: 2000, boughtG: 4000 });
    expect(iceFor(DEFAULT_KITCHEN, 1400, 5)).toEqual({ goes: 1, madeG: 500, boughtG: 900 });
    expect(iceFor({ ice: { trayG: 0, hours: 4, storeG: 0 } }, 1400, 48)).toEqual({ goes: 0, madeG: 0, boughtG: 1400 });
  });
});

describe('what is to be done for a drink', () => {
  it('is weighed, heated, steeped, strained, cooled, mixed and kept cold, in that order', () => {
    const [syrup, main] = chainsOf('cooler', [on(planOf(COOLER, 2.4))], WISH) as [Chain, Chain];
    expect(wordsOf({ ...main.modes[0] } as PlacedChain)).toEqual([
      'weigh',
      'heat',
      'steep',
      'strain',
      'bath',
      'mix',
      'cold',
    ]);
    expect(main.after).toEqual([{ chain: syrup.id, task: 'cooler/mix' }]);
    const steep = main.modes[0].tasks.findIndex((t) => t.id.endsWith('/steep'));
    expect(main.modes[0].gaps[steep]!.maxMin).toBeLessThanOrEqual(3);
  });
  it('takes longer on a smaller ring, and says which ring it is', () => {
    const small = planOf(ROOIBOS, 2, kitchenAs(DEFAULT_KITCHEN, { watts: 900 }));
    const [chain] = chainsOf(
      'r',
      [on(planOf(ROOIBOS, 2)), { plan: small, use: { watts: 900 }, rings: [2] }],
      WISH,
    ).slice(-1) as [Chain];
    const heats = chain.modes.map((m) => m.tasks.find((t) => t.kind === 'heat')!);
    expect(heats.at(-1)!.minutes).toBeGreaterThan(1.6 * heats[0]!.minutes);
    expect(heats.at(-1)!.name).toContain('on ring 3');
  });
  it('is cooled more slowly where the fridge has much to cool, and never beyond the limit', () => {
    const plan = planOf(COOLER, 2.4);
    const warm = {
      ...plan,
      cooling: { ...plan.cooling, jugStartC: 17, fridgeMin: 150, legs: { ...plan.cooling.legs, min21To5: 150 } },
    };
    const main = chainsOf('cooler', [on(warm)], WISH).at(-1)!;
    const colds = main.modes.map((m) => m.tasks.find((t) => t.id === 'cooler/cold')!);
    expect(new Set(colds.map((c) => c.minutes))).toEqual(new Set([150, 225]));
    for (const c of colds) {
      expect(c.needs[0]!.of).toBe('cold');
      // The same heat goes, however long it takes.
      expect(c.needs[0]!.amount * c.minutes).toBeCloseTo(colds[0]!.needs[0]!.amount * colds[0]!.minutes, -1);
      expect(c.minutes).toBeLessThanOrEqual(2 * colds[0]!.minutes + 1);
    }
  });
  it('does brews beside the main one at the same time, and has them before the mix', () => {
    const two = BOOK.find((d) => d.brews.length > 1);
    const drink = two ?? {
      ...bookDrink(COOLER),
      brews: [bookDrink(COOLER).brews[0], { ...bookDrink(COOLER).brews[0], id: 'side', name: 'Beside' }],
    };
    const result = planDrink(drink as Drink, { ...drink.defaults, litres: 1.5 }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') return;
    const chains = chainsOf('d', [on(result.plan)], WISH);
    const main = chains.at(-1)!;
    expect(main.after!.length).toBe(chains.length - 1);
    expect(main.after![0]!.task).toBe('d/mix');
  });
  it('needs neither bath nor fridge where it is poured hot', () => {
    const drink = bookDrink('hot-spiced-pear-rooibos');
    const result = planDrink(drink, { ...drink.defaults, hot: true, iced: false }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    const main = chainsOf('pear', [on(result.plan)], WISH).at(-1)!;
    expect(main.modes[0].tasks.some((t) => t.kind === 'bath' || t.kind === 'fridge')).toBe(false);
    expect(main.modes[0].holds.some((h) => h.of === 'fridge')).toBe(false);
  });
});

describe('the day of an occasion', () => {
  const q = question();
  const day = dayOf(q);
  it('of three drinks has no fault, and begins no later than any day of it could', () => {
    expect(day.drinks.map((d) => d.reason)).toEqual([undefined, undefined, undefined]);
    expect(day.beginMin).toBeLessThanOrEqual(day.boundMin + 1e-3);
    expect(day.placed.every((p) => p.lateMin === 0)).toBe(true);
    const nights = day.kitchen.closed['hands']!;
    for (const p of day.placed)
      p.tasks.forEach((t, i) => {
        if (!t.needs.some((n) => n.of === 'hands')) return;
        expect(nights.some(([a, b]) => p.starts[i]! < b - 1e-3 && p.starts[i]! + t.minutes > a + 1e-3)).toBe(false);
      });
  });
  it('has every drink cold and mixed by then, surely so nine times in ten', () => {
    expect(day.sureMin).toBeLessThanOrEqual(0.5);
    expect(day.sureMin).toBeGreaterThan(-90);
  });
  it('stands in jugs of the house that nothing else is in, and its ice is frozen or bought', () => {
    const stands = day.drinks.flatMap((d) => d.standsIn.map((s) => s.vesselId));
    expect(stands.length).toBeGreaterThanOrEqual(3);
    expect(new Set(stands).size).toBe(stands.length);
    expect(day.ice.neededG).toBeCloseTo(day.ice.madeG + day.ice.boughtG, 6);
    expect(day.placed.filter((p) => isIce(p.id)).flatMap((p) => p.tasks.filter((t) => t.kind === 'hands')).length).toBe(
      day.ice.goes,
    );
  });
  it('gives two drinks that would be made in one pot each its own, where the house has another', () => {
    const same = dayOf(
      question({
        drinks: [
          { drinkId: COOLER, share: 1, litres: 2 },
          { drinkId: COOLER, share: 1, litres: 2 },
        ],
      }),
    );
    const pots = same.placed
      .filter((p) => !isIce(p.id))
      .flatMap((p) => p.holds.filter((h) => h.of.startsWith('vessel:pot')).map((h) => h.of));
    expect(pots.length).toBe(2);
    const waits = same.placed.find((p) => p.id === `${COOLER}.2`);
    expect(waits).toBeDefined();
  });
  it('moves what is put elsewhere, and the rest around it', () => {
    const line = sheetOf(day.placed).find((l) => l.taskId.endsWith(`${ROOIBOS}/mix`))!;
    const moved = dayOf(question({ moved: { [line.taskId]: line.atMin - 90 } }));
    const then = sheetOf(moved.placed, startsOf(day.placed));
    const own = then.find((l) => l.taskId === line.taskId)!;
    expect(own.atMin).toBeCloseTo(line.atMin - 90, 6);
    expect(own.wasMin).toBeCloseTo(line.atMin, 0);
    expect(then.map((l) => l.taskId).sort()).toEqual(
      sheetOf(day.placed)
        .map((l) => l.taskId)
        .sort(),
    );
  });
  it('that is too late says how late, and offers what was tried and is less late', () => {
    const late = question({}, { hoursBefore: 1 });
    const now = dayOf(late);
    const { late: lates } = changedOf(sheetOf(now.placed), now.placed);
    expect(lates.length).toBeGreaterThan(0);
    expect(now.placed.every((p) => p.starts.every((t, i) => i < p.begun || t >= -60 - 1e-6))).toBe(true);
    const worst = Math.max(...lates.map((l) => l.lateMin));
    const ways = waysOutOfDay(late, now, MEANS);
    for (const w of ways) {
      expect(w.lateMin).toBeLessThan(worst);
      if (w.kind !== 'occasion') continue;
      const then = dayOfOccasion(
        { ...late, occasion: w.occasion, drinks: question(w.occasion, { hoursBefore: 1 }).drinks },
        MEANS,
      );
      expect(then.kind).toBe('day');
    }
  });
  it('that cannot be names what is in the way, and each way out that is offered frees it', () => {
    const much = question({ groups: [{ people: 90, glassesEach: 1 }] });
    const answer = dayOfOccasion(much, MEANS);
    if (answer.kind !== 'no-place') throw new Error('no room for so much');
    expect(answer.binds).toMatch(/^(jugs|vessel:jar-5)$/);
    const small: Kitchen = {
      ...DEFAULT_KITCHEN,
      fridgeRoom: { litres: 0.9 * day.drinks.reduce((sum, d) => sum + d.litres, 0), watts: 40 },
    };
    const crowded = question({}, { kitchen: small });
    const full = dayOfOccasion(crowded, MEANS);
    if (full.kind !== 'no-place') throw new Error('no room in the fridge');
    expect(full.binds).toBe('fridge');
    const ways = waysOutOfDay(crowded, full, MEANS);
    expect(ways.length).toBeGreaterThan(0);
    expect(ways.map((w) => w.words)).not.toContain('A second pair of hands');
    for (const w of ways)
      if (w.kind === 'occasion')
        expect(dayOfOccasion(question(w.occasion, { kitchen: small }), MEANS).kind).toBe('day');
  });
  it('keeps what milk and fruit allow: nothing stands past its use-by while it is served', () => {
    expect(
      scheduleDay(
        [{ ...chainsOf('c', [on(planOf(COOLER, 2))], { standsIn: [], keepsMin: 60 }).at(-1)!, after: [] }],
        day.kitchen,
      ),
    ).toMatchObject({
      kind: 'no-place',
      binds: BINDS.keeps,
    });
  });
  it('is the surer, the more slack it has, and the less sure, the more drinks must be ready', () => {
    const main = (id: string): Chain => ({ ...chainsOf(id, [on(planOf(COOLER, 2.4))], WISH).at(-1)!, after: [] });
    const sure = (chains: readonly Chain[], slackMin?: number): number => {
      const own = slackMin === undefined ? withSlack(chains) : chains.map((c) => ({ ...c, slackMin }));
      const roomy = {
        ...day.kitchen,
        have: {
          ...day.kitchen.have,
          hands: 3,
          bath: 3,
          cold: 500,
          fridge: 99,
          'vessel:pot-3': 3,
          'vessel:pot-2': 3,
          'vessel:pot-5': 3,
        },
      };
      const s = scheduleDay(own, roomy, { tries: 10 });
      if (s.kind !== 'day') throw new Error(`no place: ${s.binds}`);
      expect(faultsOfDay(own, roomy, s.placed)).toEqual([]);
      return surelyReadyMin(s.placed);
    };
    expect(sure([main('a')], 0)).toBeGreaterThan(sure([main('a')], 10));
    expect(sure([main('a')], 0)).toBeGreaterThan(0);
    expect(sure([main('a'), main('b')], 0)).toBeGreaterThan(sure([main('a')], 0));
    expect(sure([main('a')])).toBeLessThanOrEqual(1);
    expect(sure([main('a'), main('b')])).toBeLessThanOrEqual(1);
  });
});

describe('any drinks of the book for any people in any kitchen', () => {
  it('have a day in which nothing is held twice, or say why not', () => {
    const days = { day: 0, 'no-place': 0 };
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...BOOK.map((d) => d.id)), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 2, max: 40 }),
        fc.constantFrom([1800], [2000, 1200], [1800, 1800, 900]),
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 1, max: 200 }),
        (ids, people, rings, litres, hoursBefore) => {
          const kitchen = { ...DEFAULT_KITCHEN, rings, fridgeRoom: { litres, watts: 40 } };
          const asked = question(
            { drinks: ids.map((drinkId) => ({ drinkId, share: 1 })), groups: [{ people, glassesEach: 1 }] },
            { kitchen, hoursBefore },
          );
          const answer = dayOfOccasion(asked, { ...MEANS, tries: 2 });
          days[answer.kind]++;
          if (answer.kind === 'no-place') {
            expect(answer.drinkName).not.toBe('');
            return;
          }
          const taken = answer.placed.flatMap((p) => takenBy(p, p.starts, answer.kitchen.servedMin));
          for (const { of, from } of taken) {
            if (of === 'trays') continue;
            const then = taken.filter((t) => t.of === of && t.from <= from + 1e-3 && t.to > from + 1e-3);
            expect([of, then.reduce((sum, t) => sum + t.amount, 0) <= (answer.kitchen.have[of] ?? 0) + 1e-3]).toEqual([
              of,
              true,
            ]);
          }
          for (const p of answer.placed)
            for (const t of p.starts) expect(t).toBeGreaterThanOrEqual(-60 * hoursBefore - 1e-3);
          // Whatever is asked for is made, or says why it is not.
          for (const d of answer.drinks)
            if (d.litres >= 0.2 && d.reason === undefined && d.soonestMin === undefined)
              expect(answer.placed.some((p) => p.id === d.key)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
    expect(days.day).toBeGreaterThan(20);
  });
});

describe('on the day', () => {
  const day = dayOf(question());
  const kept = startsOf(day.placed);
  const own = chainOf(day, COOLER);
  const target = day.drinks[0]!.target!;
  const result = planDrink(bookDrink(COOLER), target, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  const plan = freezePlan(result.plan);
  const brewId = result.plan.brews[0].brewId;
  const iso = (min: number): string => new Date(READY_MS + min * 60_000).toISOString();
  const told = (...all: [min: number, body: BatchEventBody][]): BatchEvent[] =>
    all.map(([min, body], seq) => ({ id: `e${seq}`, batchId: 'b1', seq, at: iso(min), v: 2, ...body }));
  const began = own.starts[0]!;
  const heat = own.tasks.findIndex((t) => t.kind === 'heat');
  const steepAt = own.starts[heat]! + own.tasks[heat]!.minutes;
  const nowAt = (min: number, events: BatchEvent[]): Day =>
    dayOf(question({ drinks: OCCASION.drinks }, { hoursBefore: -min / 60, events: { [COOLER]: events } }));

  it('a drink that goes as it was planned moves nothing', () => {
    const events = told(
      [began, { type: 'started', plan, layOut: true }],
      [own.starts[heat]!, { type: 'brew-started', brewId }],
      [steepAt, { type: 'stage-ended', brewId, stageId: 'heat' }],
    );
    const now = nowAt(steepAt + 1, events);
    const p = chainOf(now, COOLER);
    expect(p.begun).toBe(3);
    expect(p.lateMin).toBe(0);
    expect(
      sheetOf(now.placed, kept).filter((l) => keyOfChain(l.chainId) === COOLER && l.begun && l.wasMin !== undefined),
    ).toEqual([]);
    expect(now.drinks[0]!.begun).toMatchObject({ batchId: 'b1', phase: 'running' });
  });
  it('a pull that is late moves what follows, and the past stays as it was', () => {
    const steep = own.tasks.findIndex((t) => t.id.endsWith('/steep'));
    const lateBy = 35;
    const pulled = own.starts[steep]! + own.tasks[steep]!.minutes + lateBy;
    const events = told(
      [began, { type: 'started', plan, layOut: true }],
      [own.starts[heat]!, { type: 'brew-started', brewId }],
      [steepAt, { type: 'stage-ended', brewId, stageId: 'heat' }],
      [pulled, { type: 'stage-ended', brewId, stageId: 'steep' }],
    );
    const now = nowAt(pulled + 1, events);
    const p = chainOf(now, COOLER);
    const strain = p.tasks.findIndex((t) => t.id.endsWith('/strain'));
    expect(p.starts[steep]).toBeCloseTo(steepAt, 3);
    expect(p.starts[strain]).toBeCloseTo(pulled, 3);
    const changed = changedOf(sheetOf(now.placed, kept), now.placed);
    expect(changed.first!.byMin).toBeCloseTo(lateBy, 0);
    expect(changed.moved).toBeGreaterThan(0);
    expect(nextOnSheet(sheetOf(now.placed, kept))!.atMin).toBeGreaterThanOrEqual(pulled);
  });
  it('less that came out is told in litres', () => {
    const steep = own.tasks.findIndex((t) => t.id.endsWith('/steep'));
    const pulled = own.starts[steep]! + own.tasks[steep]!.minutes;
    const expected = result.plan.brews[0].concentrate;
    const half = (expected.waterG + 100) / 2;
    const events = told(
      [began, { type: 'started', plan, layOut: true }],
      [own.starts[heat]!, { type: 'brew-started', brewId }],
      [steepAt, { type: 'stage-ended', brewId, stageId: 'heat' }],
      [pulled, { type: 'stage-ended', brewId, stageId: 'steep' }],
      [pulled + 6, { type: 'measured', what: 'volume', brewId, value: Math.round(half), method: 'jug' }],
    );
    const d = nowAt(pulled + 7, events).drinks[0]!;
    expect(d.begun!.cameOutL).toBeLessThan(0.75 * d.litres);
    expect(d.begun!.cameOutL).toBeGreaterThan(0.25 * d.litres);
  });
  it('what was thrown away is to be made anew', () => {
    const events = told(
      [began, { type: 'started', plan, layOut: true }],
      [began + 5, { type: 'discarded', why: 'spilt' }],
    );
    const now = nowAt(began + 6, events);
    expect(now.drinks[0]!.begun).toBeUndefined();
    expect(chainOf(now, COOLER).begun).toBe(0);
  });
});

describe('afterwards', () => {
  it('what was left tells what was wanted; what ran out was wanted more than there was', () => {
    expect(wantedOf({}, 3)).toBeUndefined();
    const left = wantedOf({ went: { glasses: 20, leftGlasses: 4 } }, 3)!;
    expect(left.glasses).toBe(16);
    expect(left.low).toBeLessThan(16);
    expect(left.high).toBeGreaterThan(16);
    const out = wantedOf({ went: { glasses: 20, ranOutMin: 90 } }, 3)!;
    expect(out.glasses).toBe(40);
    expect(out.low).toBe(20);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), fc.integer({ min: 0, max: 180 }), (made, min) => {
        const w = wantedOf({ went: { glasses: made, ranOutMin: min } }, 3)!;
        expect(w.glasses).toBeGreaterThanOrEqual(made - 1e-9);
        expect(w.high).toBeGreaterThanOrEqual(w.glasses);
      }),
    );
  });
  it('again for thirty has thirty people, more of what ran out and less of what was left', () => {
    const was: Occasion = {
      ...OCCASION,
      sheet: { at: READY, starts: {}, standing: {} },
      moved: { x: -10 },
      drinks: OCCASION.drinks.map((d) => ({ ...d, batchId: 'b' })),
    };
    const plain = occasionAgain(was, { id: 'next', readyBy: '2026-07-12T15:00:00.000Z', people: 30 });
    expect(peopleOfOccasion(plain)).toBe(30);
    expect(plain.drinks).toEqual(OCCASION.drinks);
    expect(plain.moved).toEqual({});
    expect(plain.sheet).toBeUndefined();
    const told = {
      ...was,
      drinks: was.drinks.map((d, i) => ({
        ...d,
        ...(i === 0
          ? { went: { glasses: 10, ranOutMin: 120 } }
          : i === 1
            ? { went: { glasses: 5, leftGlasses: 3 } }
            : {}),
      })),
    };
    const next = occasionAgain(told, { id: 'next', readyBy: was.readyBy, people: peopleOfOccasion(was) });
    expect(next.drinks.every((d) => d.went === undefined && d.batchId === undefined)).toBe(true);
    const glasses = next.drinks.map((d) => litresOf(next, d, 1000).glasses);
    expect(glasses[0]! / glasses[1]!).toBeGreaterThan(5);
    expect(glasses[0]).toBeGreaterThan(13);
    expect(glasses[0]).toBeLessThan(17);
  });
});
