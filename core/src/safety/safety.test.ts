import fc from 'fast-check';
import { batchAfter, type Batch } from '../batch/batch';
import { decide } from '../batch/decide';
import { liveJarAt } from '../batch/tendingOfBatch';
import type { BatchEventBody } from '../batch/batchEvent';
import { BOOK } from '../drink/book';
import { ASSAM_CURRANT_LEAF, COLD_SENCHA, ROOIBOS_QUINCE } from '../drink/book/teas';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { enters, heat, steepOffHeat, strain, syrupPart, waterPart } from '../drink/book/parts';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { BrewWay, Drink, MixLine, PlanTarget } from '../drink/drink';
import { planDrink, type Plan } from '../plan/planDrink';
import { shelfItemsOf } from '../keeping/shelf';
import { cautionsOnShelf } from '../keeping/shelfCautions';
import { RESOLUTIONS } from './ruleResolutions';
import { aBatch, aPlan, eventsOf, MEASURED, minutesIn, START, type Told } from '../test/aBatch';
import { all, of, who } from '../test/ruleCases';
import {
  at,
  blocksAt,
  factsOfBatch,
  factsOfPlan,
  findingsOf,
  firedRules,
  RULES,
  waysOut,
  type Facts,
  type Finding,
  type WayOut,
} from './index';

describe('the rules', () => {
  it('are the 186 of the book: 88 blocks, 78 warnings, 20 notes', () => {
    const count = (level: string): number => RULES.filter((r) => r.level === level).length;
    expect([RULES.length, count('block'), count('warn'), count('note')]).toEqual([186, 88, 78, 20]);
    expect(firedRules({})).toEqual(['GEN-01']);
  });

  it('are told most severe first, each once', () => {
    const levels = findingsOf(all(of('roselle_dried_whole'), who({ pregnant: true, breastfeeding: true }))).map(
      (f) => f.level,
    );
    expect(
      [...levels].sort((a, b) => ['block', 'warn', 'note'].indexOf(a) - ['block', 'warn', 'note'].indexOf(b)),
    ).toEqual(levels);
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
  });

  it('promise no health and no safety', () => {
    const forbidden = /\b(cure|heal|detox|remedy|guarantee|perfectly safe|safe until)\b/i;
    expect(RULES.filter((r) => forbidden.test(r.message)).map((r) => r.id)).toEqual([]);
  });
});

describe('the facts of a plan', () => {
  const serious = (change: Parameters<typeof aPlan>[0]): string[] =>
    findingsOf(...factsOfPlan(aPlan(change)))
      .filter((f) => f.level !== 'note' && f.places.includes('plan'))
      .map((f) => f.id);

  it('raise nothing at the plan for the roselle cooler at usual doses for healthy adults, either way', () => {
    expect(serious({})).toEqual([]);
    expect(serious({ wayId: 'fridge-overnight', steepMin: 600 })).toEqual([]);
  });
  it('block it for someone pregnant, and warn for someone on blood pressure medicine', () => {
    expect(serious({ audience: ['pregnant'] })).toContain('HIB-01');
    expect(serious({ audience: ['blood-pressure-medicine'] })).toEqual(['HIB-02']);
  });
  it('ask for a hot stage for someone with weak immunity', () => {
    expect(serious({ audience: ['vulnerable'] })).toEqual([]);
    expect(serious({ audience: ['vulnerable'], wayId: 'fridge-overnight', steepMin: 600 })).toEqual(['TT-08']);
  });
  it('block an off-heat steep that is left in the warm zone for hours', () => {
    expect(serious({ steepMin: 480 })).toContain('TT-06');
    expect(serious({ steepMin: 30 })).not.toContain('TT-06');
  });
});

function planOf(drink: Drink, change: Partial<PlanTarget> = {}): Plan {
  const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
}
const seriousAtPlan = (plan: Plan): Finding[] =>
  at(findingsOf(...factsOfPlan(plan)), 'plan').filter((f) => f.level !== 'note');
const TODAY = '2026-07-05';
const offered = (plan: Plan, id: string): readonly WayOut[] =>
  waysOut(
    findingsOf(...factsOfPlan(plan)).find((f) => f.id === id)!,
    plan,
    TODAY,
  );
const taken = (plan: Plan, way: WayOut): Plan => planOf(way.kind === 'drink' ? way.drink : plan.drink, way.target);
const fires = (plan: Plan): string[] => findingsOf(...factsOfPlan(plan)).map((f) => f.id);

describe('cautions are heeded because they are few', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))('%s shows one serious caution at most', (_id, drink) =>
    expect(seriousAtPlan(planOf(drink)).map((f) => f.id).length).toBeLessThanOrEqual(1),
  );
});

/** A drink of the tests: one brew of one plant. */
const drinkOf = (
  plant: string,
  grams: number,
  way: Partial<BrewWay>,
  mix: readonly MixLine[] = [syrupPart(150), waterPart],
): Drink => ({
  ...ROSELLE_COOLER,
  id: `test-${plant}`,
  brews: [
    {
      id: 'b',
      name: 'Brew',
      ways: [
        {
          id: 'w',
          name: 'as written',
          shortName: 'As written',
          vesselKind: 'pot',
          waterMl: 1000,
          ingredients: [{ id: 'plant', plant, grams, enters: enters('steep') }],
          stages: [heat, steepOffHeat(10), strain()],
          liquorRatio: { min: 0.5, max: 900 },
          ...way,
        },
      ],
    },
  ],
  mix: [{ id: 'b', name: 'Brew', from: { kind: 'brew', brewId: 'b' }, book: 'all', at: 'jug' }, ...mix],
  book: { wayId: 'w', jugMl: 1700, iced: false },
  defaults: { ...ROSELLE_COOLER.defaults, litres: 1.7, iced: false, sugarGPerL: 40, wayId: 'w', steepMin: 10 },
});
const steep = (place: 'counter' | 'sun' | 'fridge', minutes: number): Partial<BrewWay> => ({
  vesselKind: 'jar',
  stages: [{ ...steepOffHeat(minutes), place } as BrewWay['stages'][number], strain()],
});

describe('every change that is offered', () => {
  const long = (minutes: number): Partial<BrewWay> => ({ stages: [heat, steepOffHeat(minutes), strain()] });
  const drinks: readonly (readonly [string, Drink, Partial<PlanTarget>])[] = [
    ...BOOK.map((d) => [d.id, d, {}] as const),
    ...BOOK.map(
      (d) =>
        [`${d.id}, for all at the table`, d, { audience: ['pregnant', 'vulnerable', 'child', 'no-alcohol'] }] as const,
    ),
    ...BOOK.map((d) => [`${d.id}, left for a day`, d, { steepMin: 1440 }] as const),
    ...(['counter', 'sun', 'fridge'] as const).flatMap((place) =>
      [60, 600, 1440].map(
        (min) =>
          [
            `roselle, ${place}, ${min} min`,
            drinkOf('roselle_dried_cut', 30, steep(place, min)),
            { steepMin: min },
          ] as const,
      ),
    ),
    ...[120, 300, 600].map(
      (min) =>
        [`roselle, off the heat, ${min} min`, drinkOf('roselle_dried_cut', 30, long(min)), { steepMin: min }] as const,
    ),
    ['elderberry in the fridge', drinkOf('elderberry_dried', 20, steep('fridge', 600)), { steepMin: 600 }],
    ['elderberry on the counter', drinkOf('elderberry_dried', 20, steep('counter', 300)), { steepMin: 300 }],
    ['lavender', drinkOf('lavender_dried', 14, {}), {}],
    [
      'fresh mint in the fridge',
      drinkOf('mint_fresh', 40, steep('fridge', 600)),
      { steepMin: 600, audience: ['vulnerable'] },
    ],
  ];
  it.each(drinks)('of %s can be made, clears what it is offered for, and is no dead end', (_name, drink, change) => {
    const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') return;
    const { plan } = result;
    const found = findingsOf(...factsOfPlan(plan));
    const blocked = (all: readonly Finding[]): string[] => all.filter((f) => f.level === 'block').map((f) => f.id);
    for (const finding of found)
      for (const way of waysOut(finding, plan, TODAY)) {
        const after = findingsOf(...factsOfPlan(taken(plan, way)));
        const label = `${finding.id}: ${way.label}`;
        expect([
          label,
          after.some((f) => f.id === finding.id && JSON.stringify(f.at) === JSON.stringify(finding.at)),
        ]).toEqual([label, false]);
        // Nothing that was not stopped before is stopped now.
        expect([label, blocked(after).filter((id) => !blocked(found).includes(id))]).toEqual([label, []]);
      }
  });
});

describe('the changes that are offered', () => {
  it('cook raw elderberries first', () => {
    const raw = drinkOf('elderberry_dried', 20, steep('fridge', 600));
    const plan = planOf(raw, { steepMin: 600 });
    expect(fires(plan)).toContain('ELD-01');
    const [cook] = offered(plan, 'ELD-01');
    expect(cook!.label).toBe('Simmer it 20 minutes in an open pan first');
    const after = taken(plan, cook!);
    expect(fires(after)).not.toContain('ELD-01');
    expect(fires(after)).not.toContain('ELD-06');
    expect(after.drink.version).toBe(raw.version + 1);
  });
  it.each(['counter', 'sun'] as const)('move a steep from the %s into the fridge, or make it hot', (place) => {
    const plan = planOf(drinkOf('black_tea_leaf', 12, steep(place, 480)), { steepMin: 480 });
    const rule = place === 'sun' ? 'TT-05' : 'TT-06';
    expect(fires(plan)).toContain(rule);
    const ways = offered(plan, rule);
    expect(ways.map((w) => w.label)).toEqual([
      'Steep it overnight in the fridge instead',
      'Brew it hot first, then chill it',
    ]);
    for (const way of ways) expect(blocksAt(findingsOf(...factsOfPlan(taken(plan, way))), 'plan', 'stove')).toEqual([]);
  });
  it('cool a big pot in an ice bath instead of letting it stand, and warn before it is too late', () => {
    const slow = drinkOf('rooibos_cut', 40, {
      waterMl: 4000,
      stages: [
        heat,
        steepOffHeat(10),
        strain(),
        { id: 'cool', kind: 'cool', toC: 25, by: 'standing', lid: 'closed', agitation: 'still' },
      ],
    });
    const plan = planOf({ ...slow, book: { ...slow.book, jugMl: 4700 } }, { litres: 4.7 });
    const [finding] = seriousAtPlan(plan).filter((f) => f.id === 'COOL-01');
    expect(finding).toMatchObject({ level: 'warn', forecast: true });
    expect(finding!.message).toMatch(/^By the model it will take more than 2 hours/);
    expect(fires(taken(plan, offered(plan, 'COOL-01')[0]!))).not.toContain('COOL-01');
  });
  it('pour spirits by the glass when someone at the table should have none', () => {
    const rum: MixLine = {
      id: 'rum',
      name: 'Rum',
      from: { kind: 'spirit', name: 'rum', abv: 40 },
      book: 100,
      at: 'jug',
    };
    const plan = planOf(
      { ...ROSELLE_COOLER, id: 'punch', mix: [...ROSELLE_COOLER.mix, rum] },
      { audience: ['driving'] },
    );
    expect(fires(plan)).toContain('ALC-01');
    const after = taken(plan, offered(plan, 'ALC-01')[0]!);
    const left = findingsOf(...factsOfPlan(after)).find((f) => f.id === 'ALC-01');
    expect(left).toMatchObject({ level: 'warn', message: expect.stringMatching(/single glasses/) });
    expect(after.glass.atGlassMl['rum']).toBeGreaterThan(5);
  });
  it('keep what is confirmed with its day', () => {
    const plan = planOf(drinkOf('linden_dried', 12, {}), {
      provenance: { 'b/plant': { source: 'foraged', site: 'meadow' } },
    });
    const [confirm, shop] = offered(plan, 'FOR-01');
    expect(confirm!.target.provenance!['b/plant']).toEqual({
      source: 'foraged',
      site: 'meadow',
      confirmedOn: { id_confirmed: TODAY },
    });
    expect(fires(taken(plan, confirm!))).not.toContain('FOR-01');
    expect(fires(taken(plan, shop!)).filter((id) => id.startsWith('FOR'))).toEqual([]);
  });
  it('name a rule’s own words only: none of them promises anything', () =>
    expect(
      offered(planOf(ASSAM_CURRANT_LEAF, { audience: ['pregnant'], strengthX: 2 }), 'CAF-03').length,
    ).toBeLessThanOrEqual(1));
});

describe('what must hold whatever is asked', () => {
  const flags = ['pregnant', 'child', 'medicine:bp', 'condition:kidney', 'allergy:ragweed', 'driving', 'sell'] as const;
  const asked = fc.record({
    drink: fc.constantFrom(...BOOK),
    litres: fc.double({ min: 1, max: 5, noNaN: true }),
    audience: fc.subarray([...flags]),
  });
  const blocks = (plan: Plan): string[] =>
    blocksAt(findingsOf(...factsOfPlan(plan)), 'plan', 'picker', 'stove').map((f) => f.id);

  it('taking a hazard away never adds a block', () => {
    fc.assert(
      fc.property(asked, fc.constantFrom(...flags), ({ drink, litres, audience }, flag) => {
        const without = audience.filter((a) => a !== flag);
        const before = blocks(planOf(drink, { litres, audience }));
        const after = blocks(planOf(drink, { litres, audience: without }));
        expect(after.filter((id) => !before.includes(id))).toEqual([]);
      }),
      { seed: 101, numRuns: 12 },
    );
  });
  it('more of a drink for the same people asks about doses and cooling anew', () => {
    const [small, large] = [planOf(ROOIBOS_QUINCE, { litres: 1 }), planOf(ROOIBOS_QUINCE, { litres: 5 })];
    const cooling = (p: Plan): Facts['cooling'] => factsOfPlan(p).at(-1)!.cooling;
    expect(cooling(large)!.min_60_to_21).not.toBe(cooling(small)!.min_60_to_21);
    const grams = (p: Plan): number => factsOfPlan(p).at(-1)!.ingredients![0]!.g / factsOfPlan(p).at(-1)!.volume_l!;
    expect(Math.abs(grams(large) / grams(small) - 1)).toBeLessThan(0.15);
  });
  it('every block of a plan has a way out that is not throwing it away: a change, a person, or another plant', () => {
    const withoutOffer = RULES.filter(
      (r) => r.level === 'block' && r.places.some((p) => p === 'plan' || p === 'picker'),
    );
    expect(withoutOffer.filter((r) => /^Discard/.test(RESOLUTIONS[r.id]![0])).map((r) => r.id)).toEqual([]);
  });
});

describe('a hot brew', () => {
  it('never excuses a cold one in the same jug', () => {
    const cold = COLD_SENCHA.brews[0];
    const both: Drink = {
      ...ROSELLE_COOLER,
      id: 'both',
      brews: [ROSELLE_COOLER.brews[0], cold],
      mix: [
        ...ROSELLE_COOLER.mix,
        { id: cold.id, name: cold.name, from: { kind: 'brew', brewId: cold.id }, book: 100, at: 'jug' },
      ],
    };
    expect(fires(planOf(both, { audience: ['vulnerable'] }))).toContain('TT-08');
    expect(fires(planOf(ROSELLE_COOLER, { audience: ['vulnerable'] }))).not.toContain('TT-08');
  });
});

describe('at the stove and on the shelf', () => {
  const now = (minutes: number): number => Date.parse(minutesIn(minutes));
  const ids = (batch: Batch, minutes: number): string[] =>
    findingsOf(...factsOfBatch(batch, now(minutes))).map((f) => f.id);
  const heated: Told[] = [[7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }]];
  const asked = (batch: Batch, body: BatchEventBody, minutes: number): string => {
    const d = decide(batch, body, minutesIn(minutes));
    return d.kind === 'refused' ? `${d.reason} ${d.message}` : 'accepted';
  };
  const pull: BatchEventBody = { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' };

  it('time that has passed blocks: a steep forgotten for seven hours can be told and thrown away, and is not mixed', () => {
    expect(ids(aBatch(heated), 25)).not.toContain('TT-06');
    expect(ids(aBatch(heated), 427)).toContain('TT-06');
    expect(asked(aBatch(heated), pull, 25)).toBe('accepted');
    // What was done can always be told; what it means is said, and it is not served.
    expect(asked(aBatch(heated), pull, 427)).toBe('accepted');
    const out: Told = [430, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1100, method: 'jug' }];
    const mix = {
      type: 'mixed',
      mix: { concentrate: 1000, syrup: 280, water: 850 },
      hadMl: { syrup: 310 },
      sugarAddedG: 0,
    } as const;
    expect(asked(aBatch([...heated, [427, pull], out]), mix, 431)).toMatch(/^blocked /);
    expect(asked(aBatch(heated), { type: 'discarded', why: 'forgotten' }, 427)).toBe('accepted');
  });
  it('a reading blocks: still 30 °C two and a half hours after the strain', () => {
    const reading = (minutes: number, value: number): Told => [
      minutes,
      { type: 'measured', what: 'temp', value, method: 'thermometer' },
    ];
    expect(ids(aBatch([...MEASURED, reading(100, 30)]), 100)).not.toContain('COOL-01');
    const slow = aBatch([...MEASURED, reading(172, 30)]);
    expect(ids(slow, 172)).toContain('COOL-01');
    expect(asked(slow, { type: 'bottled' }, 173)).toMatch(/^blocked COOL-01/);
    const fast = aBatch([...MEASURED, reading(60, 20), reading(400, 9)]);
    expect(ids(fast, 400)).toContain('COOL-02');
    expect(ids(aBatch([...MEASURED, reading(60, 20), reading(250, 5)]), 400)).not.toContain('COOL-02');
  });

  const mixed: Told[] = [
    ...MEASURED,
    [30, { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 950 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
  ];
  const item = (told: readonly Told[], minutes: number): ReturnType<typeof shelfItemsOf>[number] =>
    shelfItemsOf(batchAfter(eventsOf(told)), now(minutes))[0]!;

  const cautions = (told: readonly Told[], minutes: number): string[] =>
    cautionsOnShelf(batchAfter(eventsOf(told)), 'jug', now(minutes)).map((f) => f.id);

  it('what stood out too long is not poured any more', () => {
    const out = (minutes: number): Told => [600, { type: 'stood-out', vesselId: 'jug', minutes, ambientC: 24 }];
    expect(cautions([...mixed, out(119)], 700)).not.toContain('TT-01');
    expect(cautions([...mixed, out(121)], 700)).toContain('TT-01');
    expect(asked(aBatch([...mixed, out(121)]), { type: 'poured', vesselId: 'jug', ml: 100 }, 700)).toMatch(
      /^blocked TT-01/,
    );
  });
  it('a spell out of the fridge shortens the window by more than its own length', () => {
    const hours = (told: readonly Told[]): number => Date.parse(item(told, 700).useBy) / 3_600_000;
    const lost =
      hours(mixed) - hours([...mixed, [600, { type: 'stood-out', vesselId: 'jug', minutes: 60, ambientC: 24 }]]);
    expect(lost).toBeGreaterThan(4);
    expect(lost).toBeLessThan(8);
  });
  it('mould blocks for good, and is taken back only with its note', () => {
    const mould: Told = [600, { type: 'observed', sign: 'mould' }];
    expect(cautions([...mixed, mould], 700)[0]).toBe('STO-05');
    expect(
      asked(
        aBatch([...mixed, mould]),
        { type: 'tasted', state: 'iced', verdict: { strength: 0, harsh: 0, sweet: 0, tart: 0 } },
        700,
      ),
    ).toMatch(/^blocked STO-05/);
    expect(asked(aBatch([...mixed, mould]), { type: 'undone', eventId: `e${mixed.length + 1}` }, 700)).toBe('accepted');
  });
  it('the freezer has a window of its own, from the day it went in', () => {
    const frozen = item([...mixed, [1440, { type: 'moved', vesselId: 'jug', where: 'freezer' }]], 2000);
    expect(frozen.window.category).toBe('frozen');
    expect(Date.parse(frozen.useBy) - Date.parse(START)).toBe((90 + 1) * 86_400_000);
  });

  it('a live jar is tended, and a liquid that is added starts it anew', () => {
    const soda = drinkOf('spruce_tip_fresh', 40, {
      vesselKind: 'jar',
      stages: [
        {
          id: 'sugar',
          kind: 'dissolve',
          sweetener: 'white_sugar',
          to: { gPerMl: 0.1 },
          lid: 'open',
          agitation: 'still',
        },
        { id: 'steep', kind: 'ferment', days: 3, lid: 'loose', agitation: 'still' },
        strain(),
      ],
    });
    const told: Told[] = [[3, { type: 'stage-ended', brewId: 'b', stageId: 'sugar' }]];
    const jar = (more: readonly Told[] = []): Batch => batchAfter(eventsOf([...told, ...more], planOf(soda)));
    const due = (batch: Batch, minutes: number, task: string): number =>
      liveJarAt(batch, 'b', now(minutes))!.tasks.find((t) => t.task === task)!.inMin / 60;
    expect(due(jar(), 183, 'shake')).toBeCloseTo(9, 1);
    expect(due(jar([[183, { type: 'tended', brewId: 'b', task: 'shake' }]]), 183, 'shake')).toBeCloseTo(12, 1);
    expect(due(jar(), 2003, 'taste')).toBeLessThan(0);
    expect(due(jar([[2000, { type: 'tended', brewId: 'b', task: 'added' }]]), 2003, 'taste')).toBeGreaterThan(23);
    const { abv, pressureBar } = liveJarAt(jar(), 'b', now(183))!.bounds;
    expect(abv).toBeGreaterThan(4);
    expect(pressureBar).toBeGreaterThan(3);
    expect(ids(jar(), 183)).toContain('ALC-04');
    expect(asked(aBatch(heated), { type: 'tended', brewId: 'concentrate', task: 'shake' }, 20)).toMatch(
      /^stage-not-running/,
    );
  });
});
