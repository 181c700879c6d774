import { addMinutes } from 'date-fns';
import type { Occasion, SheetLine } from '@steepsis/core';

/**
 * What the hands do, as a calendar: times in UTC, an alarm at each, and a mark that a task keeps, so that a second import moves it and
 * does not double it.
 */
export async function dayCalendar(
  occasion: Pick<Occasion, 'id' | 'name' | 'readyBy'>,
  lines: readonly SheetLine[],
  nowMs: number,
): Promise<string> {
  const { default: ical, ICalAlarmType } = await import('ical-generator');
  const calendar = ical({
    name: occasion.name,
    prodId: { company: 'Steepsis', product: 'Steepsis', language: 'EN' },
  });
  const ready = new Date(occasion.readyBy);
  for (const line of lines) {
    if (line.kind === 'stand') continue;
    const start = addMinutes(ready, Math.round(line.atMin));
    calendar
      .createEvent({
        id: `${occasion.id}-${line.taskId.replaceAll('/', '-')}@steepsis`,
        start,
        // What the hands put there stands by itself: they are wanted for its beginning.
        end: addMinutes(start, line.kind === 'hands' ? Math.max(1, Math.round(line.endMin - line.atMin)) : 5),
        stamp: new Date(nowMs),
        summary: line.words,
        description: occasion.name,
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  return calendar.toString();
}
