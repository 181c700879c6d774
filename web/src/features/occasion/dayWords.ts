import { addMinutes, format as formatDate, isSameDay } from 'date-fns';
import { BINDS, shortName, type Changed, type DayAnswer, type DayDrink, type Kitchen } from '@steepsis/core';
import * as f from '@/shared/format/format';

// What is said of a day, in one place: the page, the paper and the message say the same.

/** A moment of a day as it is told: its hour, and its day where that is not the one of the occasion. */
export function momentWords(readyBy: string, min: number): string {
  const ready = new Date(readyBy);
  const at = addMinutes(ready, min);
  return formatDate(at, isSameDay(at, ready) ? 'H:mm' : 'EEEE H:mm');
}

const BOUND: Readonly<Record<string, string>> = {
  hands: 'the hands are taken, or it would have to be done at night',
  bath: 'the ice bath is taken',
  fridge: 'the fridge has no room for it',
  cold: 'the fridge has too much to cool already',
  jugs: 'there are not jugs, bottles and jars enough for it to stand in until it is served',
  trays: 'the ice trays are taken',
  [BINDS.time]: 'there is no time left for it',
  [BINDS.put]: 'something of it was put where it cannot be',
  [BINDS.keeps]: 'it would not keep until it is served',
};

/** What is in the way of a drink, in words. */
export function bindsWords(of: string | undefined, { vessels }: Pick<Kitchen, 'vessels'>): string {
  if (of === undefined) return 'it would have to be begun more than a month before';
  if (of.startsWith('ring:')) return 'the rings are taken';
  const vessel = of.startsWith('vessel:') && vessels.find((v) => `vessel:${v.id}` === of);
  if (vessel) return `the ${vessel.name} is taken, or is wanted more than once`;
  return BOUND[of] ?? 'something that it needs is taken';
}

/** What has become of a day, in one line; undefined where all goes as it was begun. */
export function changedWords(changed: Changed, readyBy: string, sureMin: number): string | undefined {
  const { first, moved, late } = changed;
  if (!first && moved === 0 && late.length === 0) return undefined;
  const by = first && Math.round(Math.abs(first.byMin));
  const said = first ? `“${first.words}” was ${f.duration(by!)} ${first.byMin > 0 ? 'late' : 'early'}` : 'It has moved';
  const then = moved > 0 ? `${moved} ${moved === 1 ? 'thing moves' : 'things move'}` : 'nothing else moves';
  const end =
    late.length > 0
      ? late
          .map(
            (l) =>
              `${shortName(l.name)} is ready at ${momentWords(readyBy, l.readyMin)}, ${f.duration(l.lateMin)} late`,
          )
          .join('; ')
      : `all is ready by ${momentWords(readyBy, Math.max(0, sureMin))} still`;
  return `${said}: ${then}, and ${end}.`;
}

/** How a drink stands on the table: glasses, what stands already, what is made or came out. */
export function tableWords(d: DayDrink): string {
  const glasses = `${Math.round(d.glasses)} glasses`;
  const second = d.second ? `, and ${Math.round(d.second.glasses)} of ${d.second.name}` : '';
  const stood =
    d.standing > 0 ? `, ${Math.min(Math.round(d.standing), Math.round(d.glasses))} of them stand already` : '';
  if (d.begun) {
    const short = d.litres - d.begun.cameOutL;
    return `${glasses}${second}${stood}, ${f.volume(d.begun.cameOutL * 1000)}${short > 0.05 ? ` came out for ${f.volume(d.litres * 1000)}: ${glassesShort(short, d.glassMl)}` : ''}`;
  }
  return `${glasses}${second}${stood}${d.litres >= 0.2 ? `, ${f.volume(d.litres * 1000)} to make` : ', none to make'}`;
}

const glassesShort = (litres: number, glassMl: number): string => {
  const n = Math.round((litres * 1000) / glassMl);
  return n < 1 ? 'hardly less' : `${n} ${n === 1 ? 'glass' : 'glasses'} fewer`;
};

/** What of a drink stands where, by the names of the house. */
export const standsWords = (d: DayDrink, { vessels }: Pick<Kitchen, 'vessels'>): string =>
  d.standsIn.map((s) => vessels.find((v) => v.id === s.vesselId)?.name ?? 'a jug').join(' and ');

/** The ice of a day: out of the trays, and to buy. */
export function iceWords({ neededG, goes, madeG, boughtG }: DayAnswer['ice']): string | undefined {
  if (neededG < 1) return undefined;
  const made = goes > 0 ? `${f.weight(madeG)} out of your trays, filled ${f.times(goes)}` : '';
  const bought = boughtG >= 50 ? `${f.weight(Math.ceil(boughtG / 100) * 100)} to buy` : '';
  return `${f.weight(neededG)} for glasses, jugs and the bath${made || bought ? `: ${[made, bought].filter(Boolean).join(', ')}` : ''}`;
}
