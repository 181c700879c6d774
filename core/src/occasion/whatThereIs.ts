import { ICE_MAKING } from '../drink/defaultKitchen';
import type { FridgeRoom, Kitchen } from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { NIGHT } from '../quantity/night';
import type { DayKitchen, KitchenUse } from './kitchenDay';

// What a kitchen has for a day of it.

/** A kitchen as it is used. */
export const kitchenAs = (kitchen: Kitchen, { watts, without = [] }: KitchenUse): Kitchen => ({
  ...kitchen,
  ...(watts === undefined ? {} : { burner: { ...kitchen.burner, watts } }),
  vessels: kitchen.vessels.filter((v) => !without.includes(v.id)),
});

/** The rings of a kitchen by their watts, the strongest first. */
export const ringsOf = ({
  rings,
  burners = 2,
  burner,
}: Pick<Kitchen, 'rings' | 'burners' | 'burner'>): readonly number[] =>
  rings && rings.length > 0 ? [...rings].sort((a, b) => b - a) : Array.from({ length: burners }, () => burner.watts);

/**
 * House estimate until the kitchen tells its own. 40 W: a compressor that moves a hundred or so, less what the walls let in.
 */
export const FRIDGE_ROOM: FridgeRoom = { litres: 12, watts: 40 };

/** Accepted figures of what there is. */
export const THERE_RANGES = {
  ringW: { unit: 'W', min: 200, max: 10_000 },
  litres: { unit: 'L', min: 0.5, max: 500 },
  watts: { unit: 'W', min: 5, max: 1000 },
  trayG: { unit: 'g', min: 0, max: 20_000 },
  hours: { unit: 'h', min: 0.5, max: 24 },
  storeG: { unit: 'g', min: 0, max: 100_000 },
} as const;

/** The name of a ring, a vessel, in what is taken. */
export const RING = (i: number): string => `ring:${i}`;
/** See {@link RING}. */
export const VESSEL = (id: string): string => `vessel:${id}`;

/** As far back as a day may begin, days: a live jar takes weeks. */
const DAYS_BACK = 30;

/**
 * What a kitchen has for a day of it.
 * @param localHour the hour of the day at a moment, 0 to below 24, where the kitchen is
 */
export function kitchenOfDay(
  kitchen: Kitchen,
  { hands, servedHours, readyBy }: { hands: number; servedHours: number; readyBy: string },
  localHour: (ms: number) => number,
): DayKitchen {
  const { litres, watts } = kitchen.fridgeRoom ?? FRIDGE_ROOM;
  const have: Record<string, number> = { hands, bath: 1, fridge: litres, cold: watts };
  ringsOf(kitchen).forEach((_, i) => (have[RING(i)] = 1));
  for (const v of kitchen.vessels) have[VESSEL(v.id)] = 1;
  return { have, closed: { hands: nights(kitchen, Date.parse(readyBy), localHour) }, servedMin: servedHours * 60 };
}

/**
 * The nights before a moment and the one after it, min against it. Each is asked for by its own morning, so that a night in which the
 * clocks are changed is as long as it is.
 */
function nights(
  { night = NIGHT }: Pick<Kitchen, 'night'>,
  readyMs: number,
  localHour: (ms: number) => number,
): readonly (readonly [number, number])[] {
  return Array.from({ length: DAYS_BACK + 2 }, (_, i): readonly [number, number] => {
    const about = readyMs - 86_400_000 * (i - 1);
    const wakes = momentOf(about, night.toH, localHour);
    const goes = momentOf(about - 86_400_000, night.fromH % 24, localHour, night.fromH >= 24 ? 86_400_000 : 0);
    return [(goes - readyMs) / 60_000, (wakes - readyMs) / 60_000];
  });
}

/** The moment at which it is an hour of the day on the day of a moment, ms. */
function momentOf(ms: number, hour: number, localHour: (ms: number) => number, more = 0): number {
  const about = ms + more + (hour - localHour(ms + more)) * 3_600_000;
  // Where the clocks were changed in between, it is off by what they were changed by.
  const off = hour - localHour(about);
  return about + (Math.abs(off) < 3 ? off : 0) * 3_600_000;
}

/** The vessels in which a drink stands until it is served: which, and how much in each, L. */
export type StandsIn = readonly { vesselId: string; litres: number }[];

/** Kinds of vessels that drinks stand in, those made for it first. */
const STANDS_IN: readonly Vessel['kind'][] = ['jug', 'bottle', 'jar'];

/**
 * Shares the jugs, bottles and jars of a house out over drinks that all stand until they are served: the largest drink first, each into
 * the smallest single vessel that holds it, else into the largest there are. Undefined for a drink for which there are not enough.
 */
export function sharedJugs(
  kitchen: Pick<Kitchen, 'vessels'>,
  drinks: readonly { id: string; litres: number }[],
): Readonly<Record<string, StandsIn | undefined>> {
  const free = kitchen.vessels
    .filter((v) => STANDS_IN.includes(v.kind))
    .sort((a, b) => STANDS_IN.indexOf(a.kind) - STANDS_IN.indexOf(b.kind) || a.capacityMl - b.capacityMl);
  const of: Record<string, StandsIn | undefined> = {};
  for (const { id, litres } of [...drinks].sort((a, b) => b.litres - a.litres)) of[id] = take(free, litres);
  return of;
}

/** What is left over in so little is poured into the last glass, L. */
const DROP_L = 0.02;

function take(free: Vessel[], litres: number): StandsIn | undefined {
  if (litres <= DROP_L) return [];
  const single = free.find((v) => v.capacityMl / 1000 >= litres - DROP_L);
  if (single) {
    free.splice(free.indexOf(single), 1);
    return [{ vesselId: single.id, litres }];
  }
  const chosen: Vessel[] = [];
  let left = litres;
  while (left > DROP_L) {
    const rest = free.filter((v) => !chosen.includes(v));
    // The last of it goes into the smallest that takes it.
    const next =
      rest.find((v) => v.capacityMl / 1000 >= left - DROP_L) ??
      rest.reduce<Vessel | undefined>((a, b) => (!a || b.capacityMl > a.capacityMl ? b : a), undefined);
    if (!next) return undefined;
    chosen.push(next);
    left -= next.capacityMl / 1000;
  }
  let pour = litres;
  return chosen.map((v) => {
    free.splice(free.indexOf(v), 1);
    const own = Math.min(pour, v.capacityMl / 1000);
    pour -= own;
    return { vesselId: v.id, litres: own };
  });
}

/** Ice for a day: how often the trays are filled, what they give, and what is bought, g. */
export function iceFor(
  kitchen: Pick<Kitchen, 'ice'>,
  neededG: number,
  hoursAhead: number,
): { goes: number; madeG: number; boughtG: number } {
  const { trayG, hours, storeG } = kitchen.ice ?? ICE_MAKING;
  const wanted = trayG > 0 ? Math.ceil(Math.min(neededG, storeG) / trayG - 1e-9) : 0;
  const goes = Math.max(0, Math.min(wanted, Math.floor(hoursAhead / hours)));
  const madeG = Math.min(neededG, goes * trayG, storeG);
  return { goes, madeG, boughtG: Math.max(0, neededG - madeG) };
}
