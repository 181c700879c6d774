import { addMinutes } from 'date-fns';
import type { Occasion } from '@steepsis/core';
import type { DayAnswer } from './dayAnswer';

/**
 * What the hands do, as a calendar: times in UTC, an alarm at each, and a mark that a task keeps, so that a second import moves it and
 * does not double it.
 */
export async function dayCalendar(
  occasion: Pick<Occasion, 'id' | 'name' | 'readyBy'>,
  { chains, starts }: Pick<Extract<DayAnswer, { kind: 'day' }>, 'chains' | 'starts'>,
  nowMs: number,
): Promise<string> {
  const { default: ical, ICalAlarmType } = await import('ical-generator');
  const calendar = ical({
    name: occasion.name,
    prodId: { company: 'Steepsis', product: 'Steepsis', language: 'EN' },
  });
  const ready = new Date(occasion.readyBy);
  for (const chain of chains)
    chain.tasks.forEach((task, i) => {
      if (!task.needs.some((n) => n.of === 'hands')) return;
      const start = addMinutes(ready, starts[chain.id]![i]!);
      calendar
        .createEvent({
          id: `${occasion.id}-${task.id.replaceAll('/', '-')}@steepsis`,
          start,
          end: addMinutes(start, task.minutes),
          stamp: new Date(nowMs),
          summary: `${task.name[0]!.toUpperCase()}${task.name.slice(1)}`,
          description: chain.name,
        })
        .createAlarm({ type: ICalAlarmType.display, trigger: 0 });
    });
  return calendar.toString();
}
