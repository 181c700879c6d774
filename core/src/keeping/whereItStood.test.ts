import { batchOf, DAY_MIN, JUG } from '../test/wholeThings';
import { minutesIn, type Told } from '../test/aBatch';
import { factsOfPour, keepingOfJug } from '../jug/jugFacts';
import { pourCountsFrom } from '../safety/factsOf';
import { shelfItemsOf } from './shelf';
import { cautionsOnShelf } from './shelfCautions';

// Days count where they were spent: in the fridge as they are, in a cupboard for more, in the freezer not at all.

const DAY_MS = 86_400_000;
const moved = (day: number, where: 'fridge' | 'freezer' | 'cupboard'): Told => [
  day * DAY_MIN,
  { type: 'moved', vesselId: JUG, where },
];
/** The jug of linden tea after some moves, on a day. */
function jugOn(day: number, moves: readonly Told[]) {
  const { batch, atMin } = batchOf({ plants: [['linden_dried', 8]] }, 'jug', moves);
  const nowMs = Date.parse(minutesIn(atMin + day * DAY_MIN));
  const item = shelfItemsOf(batch, nowMs).find((i) => i.vesselId === JUG)!;
  const stored = batch.vessels.find((v) => v.id === JUG)!;
  const daysLeft = (Date.parse(item.discardAfter) - nowMs) / DAY_MS;
  return { batch, stored, item, nowMs, daysLeft, ids: cautionsOnShelf(batch, JUG, nowMs).map((f) => f.id) };
}

describe('where it stood', () => {
  it('frozen days are none of the fridge: thawed after two months it is good for days, not over and not for months', () => {
    const thawed = jugOn(60, [moved(0.5, 'freezer'), moved(60, 'fridge')]);
    expect(thawed.daysLeft).toBeGreaterThan(1.5);
    expect(thawed.daysLeft).toBeLessThan(3);
    expect(thawed.ids).not.toContain('KEEP-01');
    expect(jugOn(64, [moved(0.5, 'freezer'), moved(60, 'fridge')]).ids).toContain('KEEP-01');
  });
  it('what was used up before the freezer stays used up, and thawing takes a day', () => {
    const early = jugOn(30, [moved(0, 'freezer'), moved(30, 'fridge')]);
    const late = jugOn(30, [moved(1.5, 'freezer'), moved(30, 'fridge')]);
    expect(early.daysLeft - late.daysLeft).toBeCloseTo(1.5, 1);
    expect(early.daysLeft).toBeCloseTo(jugOn(0, []).daysLeft - 1, 1);
  });
  it('a day in a cupboard costs that day its price, and none of the days before it', () => {
    const stayed = jugOn(2, []);
    const warm = jugOn(2, [moved(1.5, 'cupboard'), moved(2, 'fridge')]);
    expect(stayed.daysLeft - warm.daysLeft).toBeGreaterThan(0.5);
    expect(stayed.daysLeft - warm.daysLeft).toBeLessThan(3);
    // Put back at once it is as it was.
    expect(jugOn(2, [moved(2, 'cupboard'), moved(2, 'fridge')]).daysLeft).toBeCloseTo(stayed.daysLeft, 6);
  });
  it('a pour counts as the thing it came from does, thawed or not', () => {
    for (const moves of [[], [moved(0.5, 'freezer'), moved(1.5, 'fridge')]]) {
      const { batch, stored, nowMs, item } = jugOn(2, moves);
      const poured = keepingOfJug(
        {
          liquid: stored.liquid,
          parts: [
            { ml: 500, facts: factsOfPour(batch, stored, 500, nowMs), madeAt: pourCountsFrom(batch, stored, nowMs) },
          ],
          glassMl: 250,
          audience: [],
        },
        nowMs,
      );
      expect(Math.abs(Date.parse(poured.discardAfter) - Date.parse(item.discardAfter))).toBeLessThan(60_000);
    }
  });
});
