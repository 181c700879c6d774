import ICAL from 'ical.js';
import { BOOK, chainsOf, DEFAULT_KITCHEN, planDrink, scheduleDay, type Occasion } from '@steepsis/core';
import { dayCalendar } from './dayCalendar';

const KITCHEN = { have: { hands: 1, burner: 2, bath: 1, fridge: 12, jugs: 12 }, closed: {}, servedMin: 180 };

/** The cooler's day, ready at a moment. */
async function eventsAt(readyBy: string): Promise<ICAL.Component[]> {
  const drink = BOOK.find((d) => d.id === 'roselle-rose-hip-cooler')!;
  const planned = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
  if (planned.kind !== 'plan') throw new Error('a plan');
  const chains = chainsOf('cooler.0', planned.plan);
  const pots = Object.fromEntries(DEFAULT_KITCHEN.vessels.map((v) => [`${v.kind}:${v.id}`, 1]));
  const day = scheduleDay(chains, { ...KITCHEN, have: { ...KITCHEN.have, ...pots } });
  if (day.kind !== 'day') throw new Error(`no place: ${day.binds}`);
  const occasion: Pick<Occasion, 'id' | 'name' | 'readyBy'> = { id: 'open-day', name: 'Open <day>', readyBy };
  const text = await dayCalendar(occasion, { chains, starts: day.starts }, Date.parse('2026-03-01T00:00:00Z'));
  return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
}
const startOf = (e: ICAL.Component): Date => (e.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate();
const uidsOf = (events: readonly ICAL.Component[]): unknown[] => events.map((e) => e.getFirstPropertyValue('uid'));

describe('a day, for a calendar', () => {
  it('has what the hands do, in UTC, each with an alarm, before all is ready', async () => {
    const events = await eventsAt('2026-07-05T13:00:00.000Z');
    expect(events.length).toBeGreaterThanOrEqual(4);
    for (const e of events) {
      expect(startOf(e).getTime()).toBeLessThan(Date.parse('2026-07-05T13:00:00.000Z'));
      expect(e.getFirstProperty('dtstart')!.toICALString()).toMatch(/Z$/);
      expect(e.getAllSubcomponents('valarm')).toHaveLength(1);
    }
    expect(new Set(uidsOf(events)).size).toBe(events.length);
  });
  it('is right across a change to summer time: so many minutes before, whatever the clocks say', async () => {
    const plain = await eventsAt('2026-07-05T13:00:00.000Z');
    const across = await eventsAt('2026-03-29T01:20:00.000Z');
    const before = (events: readonly ICAL.Component[], readyBy: string): number[] =>
      events.map((e) => Date.parse(readyBy) - startOf(e).getTime());
    expect(before(across, '2026-03-29T01:20:00.000Z')).toEqual(before(plain, '2026-07-05T13:00:00.000Z'));
  });
  it('keeps the marks of its tasks when it is moved, so that a second import moves them', async () => {
    expect(uidsOf(await eventsAt('2026-07-05T15:00:00.000Z'))).toEqual(
      uidsOf(await eventsAt('2026-07-05T13:00:00.000Z')),
    );
  });
});
