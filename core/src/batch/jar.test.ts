import fc from 'fast-check';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink } from '../plan/planDrink';
import { tendingTimes } from '../ferment/schedule';
import { NIGHT } from '../quantity/night';
import { aBatch, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { decide } from './decide';
import { jarExpected } from './jarExpected';
import { poursOf } from './poursOf';
import { liveJarAt } from './tendingOfBatch';
import { glassColourOf } from './glassColour';

const SODA = BOOK.find((d) => d.id === 'spruce-tip-soda')!;
const DAY = 1440;

/** The soda up to the jar that works, and what is told of it since; minutes. */
function jar(told: readonly Told[] = []) {
  const result = planDrink(SODA, SODA.defaults, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error('the soda is planned');
  const [{ brewId, way }] = result.plan.brews;
  const before = way.stages
    .slice(
      0,
      way.stages.findIndex((s) => s.kind === 'ferment'),
    )
    .filter((s) => s.kind !== 'strain');
  const ends = before.map((s, i): Told => [10 * (i + 1), { type: 'stage-ended', brewId, stageId: s.id }]);
  const from = 10 * (before.length + 1);
  const batch = aBatch([...ends, ...told.map(([m, body]): Told => [from + m, body])], result.plan);
  const at = (minutes: number): number => Date.parse(minutesIn(from + minutes));
  return { batch, brewId, at };
}

describe('a live jar', () => {
  it('has the sugar that was stirred in after the strain: it is bounded by that', () => {
    const { batch, brewId, at } = jar();
    const { bounds } = liveJarAt(batch, brewId, at(60))!;
    expect(bounds.abv).toBeGreaterThan(1.5);
    expect(bounds.pressureBar).toBeGreaterThan(3);
    expect(jarExpected(batch, brewId, at(60)).startGPerL).toBeGreaterThan(30);
  });
  it('spends its sugar, never gets any back, and its alcohol stays under the bound', () => {
    const { batch, brewId, at } = jar();
    const days = [0, 1, 2, 5, 14].map((d) => jarExpected(batch, brewId, at(d * DAY)));
    const { bounds } = liveJarAt(batch, brewId, at(0))!;
    days.forEach((d, i) => {
      expect(d.sugarGPerL.low).toBeLessThanOrEqual(d.sugarGPerL.high);
      expect(d.abv.high).toBeLessThanOrEqual(bounds.abv + 1e-9);
      expect(d.pressureBar.high).toBeLessThanOrEqual(bounds.pressureBar * 1.001);
      if (i > 0) expect(d.sugarGPerL.high).toBeLessThan(days[i - 1]!.sugarGPerL.high);
    });
    expect(days[4]!.day).toBeCloseTo(14, 1);
  });
  it('is measured while it works, and a reading that nothing in it makes is doubted', () => {
    const { batch } = jar();
    const read = (value: number) =>
      decide(batch, { type: 'measured', what: 'ph', value, method: 'meter' }, minutesIn(200));
    expect(read(4).kind).toBe('accepted');
    expect(read(12)).toMatchObject({ reason: 'unbelievable-ph' });
  });
  it('is none once nothing works any more', () => {
    expect(() => jarExpected(aBatch(MEASURED), 'concentrate', Date.parse(minutesIn(40)))).toThrow('works in a jar');
  });
});

describe('its times', () => {
  const hourOf = (ms: number): number => (ms / 3_600_000) % 24;
  const noon = Date.UTC(2026, 6, 5, 12);
  const tasks = [
    { task: 'shake', inMin: 30, everyMin: 720 },
    { task: 'vent', inMin: 780, everyMin: 720 },
    { task: 'look', inMin: -60, everyMin: 1440 },
  ] as const;
  it('suit the house: nobody gets up for them, and what is overdue is now', () => {
    const times = tendingTimes(tasks, noon, 14, hourOf);
    expect(times.every((t) => hourOf(t.atMs) >= NIGHT.toH && hourOf(t.atMs) <= NIGHT.fromH)).toBe(true);
    expect(times[0]).toEqual({ task: 'look', atMs: noon });
    expect(times.every((t, i) => i === 0 || t.atMs >= times[i - 1]!.atMs)).toBe(true);
  });
  it('let gas out before the night, and do the rest after it', () => {
    const times = tendingTimes(tasks, noon, 2, hourOf);
    // Due at one in the night: the gas goes out the evening before.
    expect(times.find((t) => t.task === 'vent')!.atMs).toBe(Date.UTC(2026, 6, 5, 22, 30));
    const shakes = times.filter((t) => t.task === 'shake').map((t) => new Date(t.atMs).toISOString().slice(8, 16));
    expect(shakes.slice(0, 2)).toEqual(['05T12:30', '06T07:00']);
  });
  it('come to an end for any rhythm, each task once at a time', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3000 }),
        fc.integer({ min: -4000, max: 4000 }),
        fc.integer({ min: 0, max: 23 }),
        (everyMin, inMin, hour) => {
          const now = noon + hour * 3_600_000;
          const times = tendingTimes([{ task: 'vent', inMin, everyMin }], now, 7, hourOf);
          expect(times.length).toBeLessThan(200);
          expect(new Set(times.map((t) => t.atMs)).size).toBe(times.length);
          expect(times.every((t) => t.atMs >= now)).toBe(true);
        },
      ),
    );
  });
  it('come at least as often as the jar wants them, but for the night', () => {
    const vents = tendingTimes(tasks, noon, 14, hourOf).filter((t) => t.task === 'vent');
    for (let i = 1; i < vents.length; i++)
      expect((vents[i]!.atMs - vents[i - 1]!.atMs) / 3_600_000).toBeLessThanOrEqual(12);
  });
});

describe('what was poured of a batch', () => {
  const MIXED: readonly Told[] = [
    ...MEASURED,
    [30, { type: 'mixed', mix: { concentrate: 1000, syrup: 280, water: 850 }, hadMl: {}, sugarAddedG: 0 }],
  ];
  const glasses = (...told: Told[]): number[] => poursOf(aBatch([...MIXED, ...told]).events).map((p) => p.glasses);
  it('is told in glasses; of a concentrate in those that it is let down to', () => {
    expect(glasses([60, { type: 'poured', vesselId: 'jug', ml: 300 }])).toEqual([1]);
    expect(glasses([60, { type: 'poured', vesselId: 'concentrate', ml: 100 }])[0]).toBeGreaterThan(0.6);
  });
  it('counts what was poured of a bottle as of its jug, and nothing that was taken back or poured away', () => {
    const bottle = {
      id: 'a',
      name: 'bottle',
      shape: { kind: 'bottle', capacityMl: 500 },
      ml: 480,
      where: 'fridge',
    } as const;
    expect(
      glasses(
        [50, { type: 'filled', vesselId: 'jug', into: [bottle] }],
        [60, { type: 'poured', vesselId: 'a', ml: 150 }],
        [70, { type: 'poured-away', vesselId: 'jug', why: 'over' }],
      ),
    ).toEqual([0.5]);
    const batch = aBatch([...MIXED, [60, { type: 'poured', vesselId: 'jug', ml: 300 }]]);
    const pour = batch.events.at(-1)!;
    expect(
      poursOf([...batch.events, { ...pour, id: 'u', seq: 99, type: 'undone', eventId: pour.id } as never]),
    ).toEqual([]);
  });
  it('has the colour of its drink in a glass', () => {
    expect(glassColourOf(aBatch(MIXED))).toMatch(/^#[0-9a-f]{6}$/);
    expect(ROSELLE_COOLER.id).toBe(aBatch(MIXED).plan.drink.id);
  });
});
