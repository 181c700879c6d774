import ICAL from 'ical.js';
import type { SheetLine } from '@steepsis/core';
import { dayCalendar } from './dayCalendar';

// On the last Sunday of March 2026 summer time begins at one o'clock UTC: the calendar tells moments, not hours of a clock.
const OCCASION = { id: 'open-day', name: 'Open day; all, welcome', readyBy: '2026-03-29T13:00:00.000Z' };
const line = (taskId: string, atMin: number, kind: SheetLine['kind'] = 'hands'): SheetLine => ({
  taskId,
  chainId: 'a',
  words: `Do ${taskId}`,
  kind,
  atMin,
  endMin: atMin + 6,
  begun: false,
});
const LINES = [line('a/weigh', -780), line('a/heat', -774, 'heat'), line('a/steep', -760, 'stand'), line('a/mix', -30)];

const read = (text: string): ICAL.Event[] =>
  new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
const startOf = (e: ICAL.Event): string => e.startDate.toJSDate().toISOString();

describe('the calendar of a day', () => {
  it('has what wants somebody, at its moment across a change to summer time, with an alarm', async () => {
    const text = await dayCalendar(OCCASION, LINES, Date.parse('2026-03-20T10:00:00Z'));
    const events = read(text);
    expect(events.map((e) => [e.summary, startOf(e)])).toEqual([
      ['Do a/weigh', '2026-03-29T00:00:00.000Z'],
      ['Do a/heat', '2026-03-29T00:06:00.000Z'],
      ['Do a/mix', '2026-03-29T12:30:00.000Z'],
    ]);
    expect(text).toMatch(/DTSTART:20260329T000000Z/);
    expect(text.match(/BEGIN:VALARM/g)).toHaveLength(3);
    // An hour of the wall in Berlin, where the clock went on in between: one and fourteen o'clock and a half.
    const there = (e: ICAL.Event): string =>
      new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Berlin', hour: '2-digit', minute: '2-digit' }).format(
        e.startDate.toJSDate(),
      );
    expect([there(events[0]!), there(events[2]!)]).toEqual(['01:00', '14:30']);
  });
  it('moves a task that is imported again, and does not double it', async () => {
    const [before, after] = await Promise.all([
      dayCalendar(OCCASION, LINES, 0),
      dayCalendar(
        OCCASION,
        LINES.map((l) => ({ ...l, atMin: l.atMin + 45 })),
        1,
      ),
    ]);
    expect(read(after).map((e) => e.uid)).toEqual(read(before).map((e) => e.uid));
    expect(startOf(read(after)[0]!)).not.toBe(startOf(read(before)[0]!));
  });
});
