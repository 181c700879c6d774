import fc from 'fast-check';
import { aBatch, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { decide } from '../batch/decide';
import { freeJugAfter, decideFreeJug, type FreeJug, type FreeJugEvent, type FreeJugEventBody } from '../jug/freeJug';
import { cautionsOnJug, jugItemsOf } from '../jug/jugShelf';
import { toldFacts, toldLiquid } from '../jug/pourable';
import { volumeMl } from '../liquid/liquid';
import { filledFrom, fillUp, HEADSPACE, type FillFor } from './fillUp';
import { shelfItemsOf } from './shelf';
import { cautionsOnShelf } from './shelfCautions';
import type { ShelfItem } from './shelfItem';
import { actionsOf, placeOf, type Placed, type SaidOfIt } from './shelfPlace';
import { JUG, type FilledVessel, type ShelfEventBody } from './storedVessel';

// One shelf for everything that stands: what a batch filled and what was poured together, and what was filled from them.

const DAY = 1440;
const MIXED: readonly Told[] = [
  ...MEASURED,
  [30, { type: 'mixed', mix: { concentrate: 1000, syrup: 280, water: 850 }, hadMl: {}, sugarAddedG: 0 }],
];
const bottle = (id: string, ml: number, change: Partial<FilledVessel> = {}): FilledVessel => ({
  id,
  name: `bottle ${id}`,
  shape: { kind: 'bottle', capacityMl: 500 },
  ml,
  where: 'fridge',
  ...change,
});
const filled = (minutes: number, ...into: FilledVessel[]): Told => [minutes, { type: 'filled', vesselId: JUG, into }];
const atMs = (minutes: number): number => Date.parse(minutesIn(minutes));
const itemsAt = (told: readonly Told[], minutes: number): readonly ShelfItem[] =>
  shelfItemsOf(aBatch(told), atMs(minutes));
const item = (told: readonly Told[], minutes: number, id: string): ShelfItem =>
  itemsAt(told, minutes).find((i) => i.vesselId === id)!;

const water = { kind: 'water', water: 'still' } as const;
const linden = {
  kind: 'made',
  made: { plant: 'linden_dried', grams: 12, waterMl: 1000, minutes: 10, place: 'off-heat' },
} as const;
const part = (from: typeof water | typeof linden, ml: number) => ({
  name: from.kind,
  ml,
  from,
  liquid: toldLiquid(from, ml, DEFAULT_KITCHEN),
  facts: [toldFacts(from, ml)],
  madeAt: minutesIn(0),
});
const freeJug = (...told: readonly (readonly [number, FreeJugEventBody])[]): FreeJug =>
  freeJugAfter(
    (
      [
        [
          0,
          {
            type: 'poured-together',
            name: 'Gate jug',
            capacityMl: 2500,
            glassMl: 250,
            iced: false,
            standard: 1,
            likeName: 'a usual glass',
            wantedX: 1,
            audience: [],
            acknowledged: [],
            parts: [part(linden, 1000), part(water, 500)],
          },
        ],
        ...told,
      ] as (readonly [number, FreeJugEventBody])[]
    ).map(([minutes, body], seq): FreeJugEvent => ({
      id: `e${seq}`,
      jugId: 'j1',
      seq,
      at: minutesIn(minutes),
      v: 1,
      ...body,
    })),
  );
const jugItem = (jug: FreeJug, id: string = JUG): ShelfItem =>
  jugItemsOf(jug, DEFAULT_KITCHEN).find((i) => i.vesselId === id)!;

describe('filling', () => {
  it('leaves in the jug what was not filled, and nothing is lost or made', () => {
    const before = item(MIXED, 60, JUG).volumeMl;
    const after = itemsAt([...MIXED, filled(60, bottle('a', 485), bottle('b', 485))], 70);
    expect(after.map((i) => i.vesselId)).toEqual(['jug', 'a', 'b', 'concentrate']);
    expect(after.filter((i) => i.root === JUG).reduce((sum, i) => sum + i.volumeMl, 0)).toBeCloseTo(before, 6);
    expect(after[1]!.figures.strengthX).toBeCloseTo(after[0]!.figures.strengthX, 9);
    expect(after[1]!.shape).toEqual({ kind: 'bottle', capacityMl: 500 });
  });
  it('carries the days and the warm spells of what it was filled from', () => {
    const out: Told = [40, { type: 'stood-out', vesselId: JUG, minutes: 60, ambientC: 25 }];
    const jug = item([...MIXED, out], 60, JUG);
    const own = item([...MIXED, out, filled(60, bottle('a', 485))], 70, 'a');
    expect(own.useBy).toBe(jug.useBy);
    expect(own.discardAfter).toBe(jug.discardAfter);
    // What happens to one of them from then on is its own affair.
    const later = [
      ...MIXED,
      out,
      filled(60, bottle('a', 485)),
      [70, { type: 'stood-out', vesselId: 'a', minutes: 90, ambientC: 25 }] as Told,
    ];
    expect(Date.parse(item(later, 80, 'a').useBy)).toBeLessThan(Date.parse(item(later, 80, JUG).useBy));
  });
  it('frozen at once it keeps for months, and thawed for less than it had', () => {
    const frozen = [...MIXED, filled(60, bottle('a', 450, { where: 'freezer' }))];
    const thawed = [...frozen, [20 * DAY, { type: 'moved', vesselId: 'a', where: 'fridge' }] as Told];
    const daysLeft = (told: readonly Told[], minutes: number): number =>
      (Date.parse(item(told, minutes, 'a').discardAfter) - atMs(minutes)) / (DAY * 60_000);
    expect(daysLeft(frozen, 61)).toBeGreaterThan(60);
    expect(daysLeft(thawed, 20 * DAY)).toBeGreaterThan(1);
    expect(daysLeft(thawed, 20 * DAY)).toBeLessThan(daysLeft(MIXED.concat([filled(60, bottle('a', 450))]), 61));
  });
  it('counts cubes and pops by the piece as they are taken', () => {
    const moulds: FilledVessel = {
      ...bottle('p', 480),
      shape: { kind: 'moulds', capacityMl: 540, pieces: 6 },
      where: 'freezer',
    };
    const told = [...MIXED, filled(60, moulds)];
    expect(item(told, 70, 'p').pieces).toBe(6);
    expect(item([...told, [80, { type: 'poured', vesselId: 'p', ml: 80 }]], 90, 'p').pieces).toBe(5);
  });
  it.each([
    [
      'more than there is',
      [bottle('a', 485), bottle('b', 485), bottle('c', 485), bottle('d', 485), bottle('e', 485)],
      'more-than-there-is',
    ],
    ['more than a bottle holds', [bottle('a', 800)], 'over-full'],
    ['one bottle twice', [bottle('a', 100), bottle('a', 100)], 'already-filled'],
  ] as const)('is refused for %s', (_, into, reason) => {
    const event = { type: 'filled', vesselId: JUG, into } as ShelfEventBody;
    expect(decide(aBatch(MIXED), event as Extract<ShelfEventBody, { type: 'filled' }>, minutesIn(60))).toMatchObject({
      reason,
    });
    expect(
      decideFreeJug(
        freeJug(),
        { ...event, into: into.map((f) => ({ ...f, ml: f.ml })) } as FreeJugEventBody,
        minutesIn(60),
      ),
    ).toMatchObject({ kind: 'refused', reason });
  });
  it('is taken back with what was poured from what was filled', () => {
    const told = [...MIXED, filled(60, bottle('a', 485)), [70, { type: 'poured', vesselId: 'a', ml: 100 }] as Told];
    const batch = aBatch(told);
    const undo = batch.events.find((e) => e.type === 'filled')!.id;
    expect(decide(batch, { type: 'undone', eventId: undo }, minutesIn(80)).kind).toBe('accepted');
    const back = aBatch([...told, [80, { type: 'undone', eventId: undo }] as Told]);
    expect(back.vessels).toEqual(aBatch(MIXED).vessels);
  });
  it('comes to whole ones with the room that each wants', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 8000, noNaN: true }),
        fc.double({ min: 20, max: 1500, noNaN: true }),
        fc.constantFrom<FillFor>('cold', 'hot', 'fizz', 'frost'),
        (have, capacityMl, why) => {
          const fill = fillUp(have, { kind: 'bottle', capacityMl, for: why });
          expect(fill.count * fill.eachMl + fill.overMl).toBeCloseTo(have, 6);
          if (fill.count > 0) {
            expect(fill.eachMl).toBeLessThanOrEqual(capacityMl * (1 - HEADSPACE[why]) + 1e-9);
            expect(fill.eachMl).toBeGreaterThan(capacityMl * (1 - HEADSPACE[why]) * 0.97);
          }
          expect(fill.overMl).toBeLessThan(capacityMl);
        },
      ),
    );
  });
  it('puts the last of them into the freezer, with a tenth left empty', () => {
    const wish = { kind: 'bottle', capacityMl: 500, for: 'frost' } as const;
    const into = filledFrom(fillUp(2000, wish), wish, { id: (i) => `b${i}`, kindName: 'bottle', inFreezer: 2 });
    expect(into.map((f) => [f.name, f.where, f.ml])).toEqual([
      ['bottle 1 of 4', 'fridge', 450],
      ['bottle 2 of 4', 'fridge', 450],
      ['bottle 3 of 4', 'freezer', 450],
      ['bottle 4 of 4', 'freezer', 450],
    ]);
    expect(into.every((f) => f.keptIn?.full === false)).toBe(true);
  });
});

describe('a jug poured together is kept as a batch is', () => {
  it('freezes, thaws with a shorter clock, and stands out as a batch does', () => {
    const days = (jug: FreeJug, minutes: number): number =>
      (Date.parse(jugItem(jug).discardAfter) - atMs(minutes)) / (DAY * 60_000);
    const plain = days(freeJug(), 60);
    const frozen = freeJug([60, { type: 'moved', vesselId: JUG, where: 'freezer' }]);
    const thawed = freeJug(
      [60, { type: 'moved', vesselId: JUG, where: 'freezer' }],
      [30 * DAY, { type: 'moved', vesselId: JUG, where: 'fridge' }],
    );
    expect(days(frozen, 60)).toBeGreaterThan(60);
    expect(days(thawed, 30 * DAY)).toBeGreaterThan(0);
    expect(days(thawed, 30 * DAY)).toBeLessThan(plain);
    const warm = freeJug([60, { type: 'stood-out', vesselId: JUG, minutes: 60, ambientC: 25 }]);
    expect(days(warm, 60)).toBeLessThan(plain);
  });
  it('is judged by a sign that was seen of it, and its bottles by their own', () => {
    const jug = freeJug(
      [60, { type: 'filled', vesselId: JUG, into: [bottle('a', 485)] }],
      [70, { type: 'observed', vesselId: 'a', sign: 'mould' }],
    );
    const said = (id: string): string[] => cautionsOnJug(jug, id, atMs(80), DEFAULT_KITCHEN).map((f) => f.id);
    expect(said('a')).toContain('STO-05');
    expect(said(JUG)).not.toContain('STO-05');
  });
  it('keeps longer or shorter by its own pH, as told', () => {
    const read = (value: number): FreeJug =>
      freeJug([60, { type: 'measured', what: 'ph', value, method: 'meter', vesselId: JUG }]);
    const ends = (jug: FreeJug): number => Date.parse(jugItem(jug).discardAfter);
    expect(ends(read(3.2))).toBeGreaterThanOrEqual(ends(read(5.5)));
  });
  it('old pours of a glass are read as they always were', () => {
    const old = freeJug([60, { type: 'poured-out', ml: 250 }]);
    const now = freeJug([60, { type: 'poured', vesselId: JUG, ml: 250 }]);
    expect(volumeMl(old.liquid)).toBeCloseTo(volumeMl(now.liquid), 9);
    expect(volumeMl(old.liquid)).toBeCloseTo(1250, 0);
  });
  it('emptied into the drain it is off the shelf, and back when that is taken back', () => {
    const away = [60, { type: 'poured-away', vesselId: JUG, why: 'it stood too long' }] as const;
    expect(jugItemsOf(freeJug(away), DEFAULT_KITCHEN)).toEqual([]);
    expect(jugItemsOf(freeJug(away, [70, { type: 'undone', eventId: 'e1' }]), DEFAULT_KITCHEN)).toHaveLength(1);
  });
});

describe('where a thing stands', () => {
  const DAY_MS = DAY * 60_000;
  const base = item(MIXED, 60, JUG);
  const placed = (of: Partial<ShelfItem>, nowMs: number, said: SaidOfIt = []): Placed =>
    placeOf({ ...base, ...of }, said, { nowMs, dayEndMs: Math.ceil(nowMs / DAY_MS) * DAY_MS });
  const soon = Date.parse(base.madeOn) + 3_600_000;

  it('keeps, is for today as its days end, and is poured away after the last', () => {
    expect(placed({}, soon).place).toBe('keeps');
    expect(placed({}, Date.parse(base.useBy) - 3_600_000).place).toBe('drink-today');
    expect(placed({}, Date.parse(base.useBy) + 3_600_000).place).toBe('drink-today');
    expect(placed({}, Date.parse(base.discardAfter) + 1).place).toBe('pour-away');
  });
  it('rests until it is at its best, and is frozen where it is', () => {
    expect(placed({ restedFrom: new Date(soon + DAY_MS).toISOString() }, soon).place).toBe('resting');
    expect(placed({ restedFrom: new Date(soon - 1).toISOString() }, soon).place).toBe('keeps');
    expect(placed({ where: 'freezer' }, soon).place).toBe('frozen');
  });
  it.each(['mould', 'off_smell', 'slime', 'bulging'] as const)(
    'a sign of spoiling, %s, leaves the drain alone',
    (sign) => {
      const told: Told[] = [...MIXED, [60, { type: 'observed', sign, vesselId: JUG }]];
      const said = cautionsOnShelf(aBatch(told), JUG, atMs(70));
      const at = placed({}, atMs(70), said);
      expect(at.place).toBe('pour-away');
      expect(actionsOf(base, at)).toEqual(['pour-away']);
    },
  );
  it('stood out for hours it is poured away, however many days it had', () => {
    const told: Told[] = [...MIXED, [60, { type: 'stood-out', vesselId: JUG, minutes: 600, ambientC: 24 }]];
    expect(placed({}, atMs(700), cautionsOnShelf(aBatch(told), JUG, atMs(700))).place).toBe('pour-away');
  });
  it('past its day nothing is offered but to pour it away, in whatever it stands and wherever', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('jug', 'bottle', 'jar', 'tray', 'moulds', 'bag') as fc.Arbitrary<ShelfItem['shape']['kind']>,
        fc.constantFrom('fridge', 'freezer', 'cupboard') as fc.Arbitrary<ShelfItem['where']>,
        fc.boolean(),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.option(fc.double({ min: -5, max: 300, noNaN: true }), { nil: undefined }),
        (kind, where, labelled, daysOver, restDays) => {
          const thing: ShelfItem = {
            ...base,
            shape: { kind, capacityMl: 500, ...(kind === 'tray' || kind === 'moulds' ? { pieces: 6 } : {}) },
            where,
            labelledAt: labelled ? base.madeOn : undefined,
            restedFrom: restDays === undefined ? undefined : new Date(soon + restDays * DAY_MS).toISOString(),
          };
          const nowMs = Date.parse(base.discardAfter) + 1 + daysOver * DAY_MS;
          const at = placed(thing, nowMs);
          expect(at.place).toBe('pour-away');
          expect(actionsOf(thing, at)).toEqual(['pour-away']);
          // And good, it is offered more than the drain, and the drain last.
          const good = placed(thing, soon);
          if (good.place !== 'pour-away') {
            const offered = actionsOf(thing, good);
            expect(offered.length).toBeGreaterThan(5);
            expect(offered.at(-1)).toBe('pour-away');
            expect(new Set(offered).size).toBe(offered.length);
          }
        },
      ),
    );
  });
});
