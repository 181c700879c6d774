import { tendingTimes, liveJarAt, type Batch, type TendingTask } from '@steepsis/core';

const WORDS: Readonly<Record<TendingTask, string>> = {
  shake: 'Shake',
  vent: 'Let the gas out of',
  look: 'Look at and smell',
  taste: 'Taste',
};

/** How far a jar is tended ahead, days. */
const AHEAD_DAYS = 14;
const MINUTES = 10;

/**
 * What a live jar wants in the next two weeks, as a calendar: times in UTC, each with an alarm. A second import moves what was there: a
 * task of a day keeps its mark.
 */
export async function jarCalendar(batch: Batch, nowMs: number, zone: string): Promise<string> {
  const { default: ical, ICalAlarmType } = await import('ical-generator');
  const calendar = ical({
    name: `Jar: ${batch.plan.drink.name}`,
    prodId: { company: 'Steepsis', product: 'Steepsis', language: 'EN' },
  });
  const local = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    day: '2-digit',
    month: '2-digit',
    year: 'numeric',
  });
  const partsOf = (ms: number): Record<string, string> =>
    Object.fromEntries(local.formatToParts(ms).map((p) => [p.type, p.value]));
  const hourOf = (ms: number): number => {
    const { hour, minute } = partsOf(ms);
    return Number(hour) + Number(minute) / 60;
  };
  const told = new Map<string, number>();
  for (const { brewId } of batch.plan.brews) {
    const live = liveJarAt(batch, brewId, nowMs);
    for (const { task, atMs } of live
      ? tendingTimes(live.tasks, nowMs, AHEAD_DAYS, hourOf, batch.plan.kitchen.night)
      : []) {
      const { year, month, day } = partsOf(atMs);
      const key = `${batch.id}-${brewId}-${task}-${year}${month}${day}`;
      const nth = (told.get(key) ?? 0) + 1;
      told.set(key, nth);
      const event = calendar.createEvent({
        id: `${key}-${nth}@steepsis`,
        start: new Date(atMs),
        end: new Date(atMs + MINUTES * 60_000),
        stamp: new Date(nowMs),
        summary: `${WORDS[task]} ${batch.plan.drink.name}`,
        description: task === 'vent' ? 'In the sink, a cloth over the lid, slowly.' : '',
      });
      event.createAlarm({ type: ICalAlarmType.display, trigger: 0 });
    }
  }
  return calendar.toString();
}
