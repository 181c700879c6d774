import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { afterStraining, type Drink, type Lid } from '../drink/drink';
import { planDrink, type Plan } from '../plan/planDrink';
import { writtenTarget } from '../plan/houseStandard';
import { mixJug, shortFall } from '../plan/mixJug';
import { colourIn } from '../liquid/colour';
import { shelfItemsOf } from '../keeping/shelf';
import { findingsOfBatch } from '../safety/gates';
import { callsAt } from '../stove/calls';
import { coolingAt } from '../stove/cooling';
import { endFiguresOf } from '../stove/endFigures';
import { forgottenAt } from '../stove/forgot';
import { layOutOf } from '../stove/layOut';
import { outlookAt } from '../stove/outlook';
import { massG, volumeMl } from '../liquid/liquid';
import { CARDS, drinkOf, part, water } from '../test/asMade';
import { aPlan, eventsOf, minutesIn, START, type Told } from '../test/aBatch';
import { batchAfter, concentrateOf, jugWantedOf, onHandOf, runOfBatch, tastedLiquid, type Batch } from './batch';
import { timedStages } from './brewState';
import { decide } from './decide';
import { curveOfBatch, expectedVolumeMl, progressesAt, troublesAt } from './progress';
import { liveJarAt } from './tendingOfBatch';

// What a kitchen forgets: every stage of every drink of the book, left for a minute, an hour, a day, a year.

const ms = (minutes: number): number => Date.parse(START) + minutes * 60_000;

/** Everything that a page asks of a batch; each figure a number, never NaN. */
function openEveryPage(batch: Batch, nowMs: number): void {
  const figures: unknown[] = [
    progressesAt(batch, nowMs),
    callsAt(batch, nowMs),
    findingsOfBatch(batch, nowMs),
    coolingAt(batch, nowMs),
    troublesAt(batch, nowMs),
    layOutOf(batch.plan),
    shelfItemsOf(batch, nowMs),
  ];
  for (const brew of batch.plan.brews) {
    const { brewId } = brew;
    figures.push(outlookAt(batch, brewId, nowMs), curveOfBatch(batch, brewId), expectedVolumeMl(batch, brewId));
    figures.push(liveJarAt(batch, brewId, nowMs));
    for (const stage of timedStages(brew)) figures.push(endFiguresOf(batch, brewId, stage.id));
    for (const i of brew.way.ingredients) figures.push(forgottenAt(batch, brewId, i.id, nowMs));
    const liquid = concentrateOf(batch, brewId);
    figures.push(massG(liquid), volumeMl(liquid), colourIn(liquid, { diameterCm: 12 }));
  }
  const onHand = onHandOf(batch);
  figures.push(mixJug(onHand, jugWantedOf(batch)).figures);
  figures.push(shortFall(onHand, jugWantedOf(batch))?.sugarToAddG);
  figures.push(tastedLiquid(batch, { state: 'iced', at: new Date(nowMs).toISOString() }).waterG);
  expect(JSON.stringify(figures, (_key, v: unknown) => (Number.isNaN(v) ? 'NOT A NUMBER' : v))).not.toContain(
    'NOT A NUMBER',
  );
}

const planOf = (drink: Drink, wayId?: string): Plan | undefined => {
  const way = drink.brews[0].ways.find((w) => w.id === wayId);
  const target = way ? { ...drink.defaults, wayId: way.id } : drink.defaults;
  const result = planDrink(drink, OTHERS.includes(drink) ? writtenTarget(drink) : target, DEFAULT_KITCHEN);
  return result.kind === 'plan' ? result.plan : undefined;
};

/** Makings of every other kind: only blended, over ice, boiled down with the plants in, of juice alone. */
const OTHERS: readonly Drink[] = [
  drinkOf('watermelon', { melon: CARDS.watermelon }, [part('melon')]),
  drinkOf(
    'shaken',
    {
      tea: {
        ...CARDS.shaken,
        stages: [
          ...CARDS.shaken.stages,
          { id: 'ice', kind: 'onto-ice', iceG: 150, ice: 'wet', lid: 'open', agitation: 'still' },
        ],
      },
    },
    [part('tea')],
  ),
  drinkOf('spice', { spice: CARDS.spiceSyrup }, [part('spice'), water(900)]),
  drinkOf('punch', { punch: CARDS.punch('closed') }, [part('punch')]),
];

const MAKINGS = [...BOOK, ...OTHERS].flatMap((drink) =>
  drink.brews[0].ways.flatMap((way) => {
    const plan = planOf(drink, way.id);
    return plan ? [[`${drink.name}, ${way.shortName}`, plan] as const] : [];
  }),
);

it('what finishes a brew is called for after the strain, goes in, and goes in also where its step is skipped', () => {
  const plan = MAKINGS.find(([name]) => name === 'spice, As made')![1];
  const ids = plan.brews[0].way.stages.map((s) => s.id);
  const ended = (stageId: string) => ({ type: 'stage-ended', brewId: 'spice', stageId }) as const;
  const told: Told[] = ids.slice(0, ids.indexOf('strain')).map((id, i) => [10 * (i + 1), ended(id)]);
  const now = 10 * (told.length + 1);
  const batch = batchAfter(eventsOf(told, plan));
  const called = callsAt(batch, ms(now)).flatMap((c) => (c.what.kind === 'put-in' ? [c.what.ingredientId] : []));
  // The salt was to go in before the strain and was never told: it is asked for.
  expect(called.sort()).toEqual(['lemon_juice', 'salt', 'vanilla_extract']);
  const put = { type: 'put-in', brewId: 'spice', ingredientId: 'lemon_juice' } as const;
  expect(decide(batch, put, minutesIn(now)).kind).toBe('accepted');
  expect(decide(batch, { ...put, ingredientId: 'fennel_seed' }, minutesIn(now)).kind).toBe('refused');
  const after = batchAfter(eventsOf([...told, [now, put]], plan));
  expect(callsAt(after, ms(now)).some((c) => c.what.kind === 'put-in' && c.what.ingredientId === 'lemon_juice')).toBe(
    false,
  );
  expect(volumeMl(concentrateOf(after, 'spice'))).toBeCloseTo(volumeMl(concentrateOf(batch, 'spice')), 3);
  const without = batchAfter(eventsOf([...told, [now, { ...put, type: 'left-out' }]], plan));
  expect(volumeMl(concentrateOf(without, 'spice'))).toBeLessThan(volumeMl(concentrateOf(batch, 'spice')) - 10);
  const skipped = batchAfter(
    eventsOf([...told, [now, { type: 'stage-skipped', brewId: 'spice', stageId: 'finish' }]], plan),
  );
  expect(volumeMl(concentrateOf(skipped, 'spice'))).toBeCloseTo(volumeMl(concentrateOf(batch, 'spice')), 0);
});

it('makings of every kind are among them', () => {
  for (const d of OTHERS) expect(MAKINGS.map(([name]) => name)).toContain(`${d.name}, As made`);
});

/** A minute, an hour, 150 minutes, a day, a month, a year. */
const LEFT = [1, 60, 150, 1440, 43_200, 525_600];

describe.each(MAKINGS)('%s, left alone', (_name, plan) => {
  const stagesOf = plan.brews.flatMap((b) =>
    b.way.stages.filter((s) => s.kind !== 'strain').map((s) => ({ brewId: b.brewId, stageId: s.id })),
  );
  it('opens, can be ended and can be undone at every stage, after a minute as after a year', () => {
    const told: Told[] = [];
    let minutes = 0;
    let now: string | undefined;
    for (const { brewId, stageId } of stagesOf) {
      if (brewId !== now && brewId !== plan.brews[0].brewId) told.push([minutes, { type: 'brew-started', brewId }]);
      now = brewId;
      for (const left of LEFT) {
        const batch = batchAfter(eventsOf(told, plan));
        const at = minutesIn(minutes + left);
        openEveryPage(batch, ms(minutes + left));
        const end = { type: 'stage-ended', brewId, stageId } as const;
        const decision = decide(batch, end, at);
        // A rule may stop it, in words; nothing else may.
        if (decision.kind === 'refused') expect(decision.reason).toBe('blocked');
        const ended = batchAfter(eventsOf([...told, [minutes + left, end]], plan));
        openEveryPage(ended, ms(minutes + left + 1));
        // The clock of the model is the clock on the wall.
        const time = runOfBatch(ended, brewId).stages.find((s) => s.stageId === stageId)!;
        expect([stageId, time.endMin - time.startMin]).toEqual([stageId, expect.closeTo(left, 3)]);
        const id = ended.events.at(-1)!.id;
        expect(decide(ended, { type: 'undone', eventId: id }, at).kind).toBe('accepted');
        expect(decide(ended, { type: 'discarded', why: 'forgotten' }, at).kind).toBe('accepted');
      }
      minutes += 10;
      told.push([minutes, { type: 'stage-ended', brewId, stageId }]);
    }
  });
});

describe('a pot left on an open boil', () => {
  const plan = aPlan();
  const [brew] = plan.brews;
  const open: Told[] = [
    [1, { type: 'lid-set', brewId: brew.brewId, lid: 'open' as Lid }],
    [7, { type: 'stage-ended', brewId: brew.brewId, stageId: 'heat' }],
  ];
  // The same with its steep kept at the boil.
  const boiled: Plan = {
    ...plan,
    brews: [
      {
        ...brew,
        way: {
          ...brew.way,
          stages: brew.way.stages.map((s) =>
            s.id === 'steep' ? { id: 'steep', kind: 'hold', minutes: 15, lid: 'open', agitation: 'boiling' } : s,
          ),
        },
      },
    ],
  };
  const batch = batchAfter(eventsOf(open, boiled));
  const dryMs = progressesAt(batch, ms(7 + 150))[0]!.dryMs!;
  it('has boiled dry after 150 minutes, and says since when', () => {
    expect(troublesAt(batch, ms(7 + 150))).toEqual([{ brewId: brew.brewId, how: 'boiled-dry', sinceMs: dryMs }]);
    expect(dryMs).toBeGreaterThan(ms(7 + 30));
    expect(dryMs).toBeLessThan(ms(7 + 150));
    expect(troublesAt(batch, dryMs - 60_000)).toEqual([]);
  });
  it('calls for one thing, since it is dry: no spice goes before that', () => {
    const [call, ...others] = callsAt(batch, ms(7 + 150));
    expect(others).toEqual([]);
    expect(call!.what).toMatchObject({ kind: 'end-stage', brewId: brew.brewId });
    expect(call!.dueMs).toBeLessThanOrEqual(dryMs);
    expect(call!.ringsMs).toBe(call!.dueMs);
  });
  it('gives nothing when it is strained, and each way on is open', () => {
    const strained = batchAfter(
      eventsOf([...open, [157, { type: 'stage-ended', brewId: brew.brewId, stageId: 'steep' }]], boiled),
    );
    expect(volumeMl(concentrateOf(strained, brew.brewId))).toBe(0);
    expect(troublesAt(strained, ms(160)).map((t) => t.how)).toEqual(['boiled-dry']);
    const measured = { type: 'measured', what: 'volume', brewId: brew.brewId, value: 640, method: 'jug' } as const;
    expect(decide(strained, measured, minutesIn(160)).kind).toBe('accepted');
    const told = eventsOf(
      [...open, [157, { type: 'stage-ended', brewId: brew.brewId, stageId: 'steep' }], [160, measured]],
      boiled,
    );
    // It had not boiled dry after all: what was measured is there, with what the plants gave.
    const after = batchAfter(told);
    expect(volumeMl(concentrateOf(after, brew.brewId))).toBeCloseTo(640, 0);
    expect(troublesAt(after, ms(161))).toEqual([]);
    openEveryPage(after, ms(161));
  });
  it('has not boiled dry once it was topped up or its lid is said to have been on', () => {
    for (const said of [
      { type: 'topped-up', brewId: brew.brewId, ml: 2500, tempC: 20 },
      { type: 'lid-set', brewId: brew.brewId, lid: 'closed' as Lid },
    ] as const) {
      const mended = batchAfter(eventsOf([...open, [30, said]], boiled));
      expect(troublesAt(mended, ms(60))).toEqual([]);
    }
  });
});

describe('an event that cannot be worked out', () => {
  const told: Told[] = [
    [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
    // As a notebook may hold it that was written by hand.
    [30, { type: 'mixed', mix: { concentrate: 1130, syrup: -5 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
    [40, { type: 'acknowledged', rule: 'DATE-01' }],
  ];
  const batch = batchAfter(eventsOf(told));
  it('does not count, says so, and is in the way of nothing', () => {
    expect(batch.unworked.map((u) => u.event.type)).toEqual(['mixed']);
    expect(batch.phase).toBe('measured');
    expect(batch.acknowledged).toContain('DATE-01');
    openEveryPage(batch, ms(60));
  });
  it('can be undone, and the batch thrown away', () => {
    const { id } = batch.unworked[0]!.event;
    expect(decide(batch, { type: 'undone', eventId: id }, minutesIn(60)).kind).toBe('accepted');
    expect(decide(batch, { type: 'discarded', why: 'x' }, minutesIn(60)).kind).toBe('accepted');
    expect(
      batchAfter([...eventsOf(told), { ...eventsOf([])[0]!, id: 'u', seq: 9, type: 'undone', eventId: id } as never])
        .unworked,
    ).toEqual([]);
  });
});

it('the drinks of the book between them have every kind of stage that time can be lost at', () => {
  const kinds = new Set(
    BOOK.flatMap((d) => d.brews.flatMap((b) => b.ways.flatMap((w) => w.stages.map((s) => s.kind)))),
  );
  for (const kind of ['heat', 'hold', 'steep', 'cool', 'ferment', 'reduce', 'dissolve'])
    expect([...kinds]).toContain(kind);
  expect(BOOK.some((d) => d.brews.some((b) => b.ways.some((w) => afterStraining(w).length > 0)))).toBe(true);
  expect(BOOK).toContain(ROSELLE_COOLER);
});
