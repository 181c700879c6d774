import { EXTRACTION_CLASSES } from '../extraction/extractionClass';
import { extent } from '../extraction/extract';
import { rateFactor } from '../extraction/arrhenius';
import { steamGPerMin } from '../heat/steam';
import { openingM2, type Vessel } from '../heat/vessel';
import { InputError } from '../quantity/errors';
import { requireInRange, requirePositive } from '../quantity/range';
import { botanicalBySlug } from '../reference/botanicals';

/** A pot kept hot for guests. */
export type HotHolding = {
  vessel: Vessel;
  volumeMl: number;
  holdC: number;
  hours: number;
  lid: 'open' | 'closed';
  roomC: number;
  /** poured out an hour, ml */
  servedMlPerHour: number;
  /** a spice that is still in it, and how long it has steeped already, min at the boil */
  spice?: { plant: string; alreadyMin: number };
};

/** A pot that is kept hot, at the end of an hour. */
export type HeldHour = {
  hour: number;
  /** what is left, without topping up */
  volumeMl: number;
  /** how many times as strong as at the start */
  thicker: number;
  /** water that brings it back, ml */
  topUpMl: number;
  /** how many times as much of the spice is in it as at the start, steam left out; undefined without one */
  spiceTimes: number | undefined;
};

/** Hot food is held at this or above. @source FDA Food Code: 57 °C; the home figure is the stricter 60 */
export const HOLD_AT_LEAST_C = 60;

/** Spice is out of hand once it is this much above what was right. House estimate: one just noticeable step. */
const SPICE_STEP = 1.2;

/**
 * What standing hot does to a drink: steam makes it stronger, spice that is left in goes on giving.
 * @throws InputError outside 40 to 99 °C or 0.5 to 12 h, and for a plant that is not steeped
 */
export function holdHot(h: HotHolding): { hours: HeldHour[]; takeOutAfterMin: number | undefined; safe: boolean } {
  requirePositive('holdHot', 'volumeMl', h.volumeMl, 'ml');
  requireInRange('holdHot', 'holdC', h.holdC, { unit: '°C', min: 40, max: 99 });
  requireInRange('holdHot', 'hours', h.hours, { unit: 'h', min: 0.5, max: 12 });
  const steamGPerHour = steamAt(h);
  const spice = h.spice && spiceClock(h.spice, h.holdC);
  const hours = Array.from({ length: Math.ceil(h.hours) + 1 }, (_, i) => Math.min(i, h.hours)).map((hour) =>
    heldAt(hour, h, steamGPerHour, spice),
  );
  return {
    hours,
    takeOutAfterMin: spice && minutesUntil(spice, SPICE_STEP, h.hours * 60),
    safe: h.holdC >= HOLD_AT_LEAST_C,
  };
}

function steamAt({ vessel, holdC, lid, roomC }: HotHolding): number {
  return 60 * steamGPerMin({ tempC: holdC, boilsAtC: 100, roomC, surfaceM2: openingM2(vessel), lid });
}

/** Served and steamed at steady rates: the volume falls in a line, and what is dissolved leaves only with what is served. */
function heldAt(
  hour: number,
  { volumeMl, servedMlPerHour }: HotHolding,
  steam: number,
  spice: ((min: number) => number) | undefined,
): HeldHour {
  const left = Math.max(0, volumeMl - hour * (steam + servedMlPerHour));
  const shareLost = servedMlPerHour / Math.max(1e-9, steam + servedMlPerHour);
  const solute = left === 0 ? 0 : (left / volumeMl) ** shareLost;
  const thicker = left === 0 ? 1 : solute / (left / volumeMl);
  return {
    hour,
    volumeMl: left,
    thicker,
    topUpMl: left * (thicker - 1),
    spiceTimes: spice?.(hour * 60),
  };
}

function spiceClock(
  { plant, alreadyMin }: { plant: string; alreadyMin: number },
  holdC: number,
): (min: number) => number {
  const { extractionClass } = botanicalBySlug(plant);
  if (extractionClass === 'stirred_in') throw new InputError('holdHot', 'plant', 'a plant that is steeped', plant);
  const { body } = EXTRACTION_CLASSES[extractionClass];
  const rate = rateFactor(body.eaKJPerMol, holdC);
  const given = (min: number): number => extent(body, min, min);
  const start = given(requirePositive('holdHot', 'alreadyMin', alreadyMin, 'min'));
  return (min) => given(alreadyMin + min * rate) / start;
}

function minutesUntil(clock: (min: number) => number, times: number, most: number): number | undefined {
  if (clock(most) < times) return undefined;
  let [lo, hi] = [0, most];
  while (hi - lo > 0.5) {
    const middle = (lo + hi) / 2;
    if (clock(middle) < times) lo = middle;
    else hi = middle;
  }
  return hi;
}
