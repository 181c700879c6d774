import { standingMinutesTo } from './standing';
import fc from 'fast-check';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { twoStepCooling } from './cooling';
import {
  coolingTauMin,
  evaporatedKg,
  heatingSegment,
  newtonMinutes,
  newtonTempC,
  openCooling,
  secondsToHeat,
  type Load,
} from './heating';
import { ambientMeltG, flashChill, glassOverIce, iceInDrink } from './ice';
import { firstReaches, followedBy, tempAt, temperatureHistory } from './temperatureHistory';
import { closedLossWPerK } from './vessel';

const within = (value: number, expected: number, tolerance: number): void =>
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(tolerance);
const water = (massKg: number, vesselJPerK: number, lossWPerK: number, ambientC: number): Load => ({
  massKg,
  cpKJPerKgK: 4.186,
  vesselJPerK,
  lossWPerK,
  ambientC,
});

describe('heating and cooling (reference points)', () => {
  it('3 kg of water from 18 to 96 °C on 1800 W of gas takes 22.7 min without losses, 30.7 with them', () => {
    const args = { fromC: 18, toC: 96, powerIntoPotW: 720 };
    within(secondsToHeat({ ...args, load: water(3, 0, 0, 20) }) / 60, 22.7, 0.23);
    within(secondsToHeat({ ...args, load: water(3, 600, 4, 20) }) / 60, 30.7, 0.31);
  });

  it('2 kg in a pot cools from 90 to 30 °C in 266.7 min, 248.8 without the pot', () => {
    const minutes = (vessel: number): number =>
      newtonMinutes({ fromC: 90, toC: 30, ambientC: 22, tauMin: coolingTauMin(water(2, vessel, 1.2, 22)) });
    within(minutes(600), 266.7, 2.7);
    within(minutes(0), 248.8, 2.5);
  });

  it('takes 65.9 min from 57 to 21 °C and 131.8 on to 5 with a time constant of an hour in 3 °C', () => {
    within(newtonMinutes({ fromC: 57, toC: 21, ambientC: 3, tauMin: 60 }), 65.9, 0.7);
    within(newtonMinutes({ fromC: 21, toC: 5, ambientC: 3, tauMin: 60 }), 131.8, 1.4);
  });

  it('never reaches what its surroundings do not', () => {
    expect(newtonMinutes({ fromC: 57, toC: 3, ambientC: 4, tauMin: 60 })).toBe(Infinity);
    expect(() => secondsToHeat({ load: water(5, 0, 20, 20), fromC: 20, toC: 100, powerIntoPotW: 500 })).toThrow(
      'this settles at 45.0 °C',
    );
  });

  it('800 W boils away 0.425 kg in 20 min', () => within(evaporatedKg({ netPowerW: 800, minutes: 20 }), 0.425, 0.0043));

  it('an open pot cools faster than its lid would let it, and loses water', () => {
    const load = water(2, 600, 1.2, 22);
    const open = openCooling({ load, surfaceM2: 0.03, fromC: 90, minutes: 20, boilsAtC: 100 });
    const history = temperatureHistory(open.segments);
    expect(tempAt(history, 20)).toBeLessThan(
      newtonTempC({ fromC: 90, ambientC: 22, tauMin: coolingTauMin(load), minutes: 20 }) - 5,
    );
    expect(open.steamKg).toBeGreaterThan(0.02);
  });

  it('a 2 L pot on the counter loses about 1.2 W/K', () => {
    const pot = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-2')!;
    within(closedLossWPerK(pot, 2000, 'counter'), 1.2, 0.25);
  });
});

describe('a temperature history', () => {
  const boilThenCool = temperatureHistory([
    heatingSegment({ load: water(1.3, 400, 1, 22), fromC: 12, toC: 99, powerIntoPotW: 1500 }),
    { kind: 'newton', minutes: 60, fromC: 99, towardsC: 22, tauMin: 90 },
  ]);

  it('starts cold, peaks at the boil, and cools', () => {
    const boil = firstReaches(boilThenCool, 98.9)!;
    expect(tempAt(boilThenCool, 0)).toBeCloseTo(12);
    expect(tempAt(boilThenCool, boil)).toBeCloseTo(98.9, 3);
    expect(tempAt(boilThenCool, boilThenCool.minutes)).toBeCloseTo(22 + 77 * Math.exp(-60 / 90), 6);
  });

  it('grows by segments without changing what was before', () => {
    const longer = followedBy(boilThenCool, { kind: 'hold', minutes: 10, tempC: 5 });
    expect(tempAt(longer, 3)).toBe(tempAt(boilThenCool, 3));
    expect(longer.minutes).toBe(boilThenCool.minutes + 10);
  });

  it('refuses a segment of no length or of no temperature', () => {
    expect(() => temperatureHistory([{ kind: 'hold', minutes: 0, tempC: 20 }])).toThrow(
      'minutes must be above 0 min and finite, got 0',
    );
    expect(() => temperatureHistory([{ kind: 'hold', minutes: 1, tempC: NaN }])).toThrow('temperature');
  });
});

describe('two-step cooling', () => {
  const cooling = (ambientC: number, tauMin: number): ReturnType<typeof twoStepCooling> =>
    twoStepCooling(temperatureHistory([{ kind: 'newton', minutes: 1500, fromC: 90, towardsC: ambientC, tauMin }]));

  it('passes a quick chill', () => expect(cooling(1, 40)).toEqual(expect.objectContaining({ passes: true })));
  it('fails a big pot in the fridge on the first leg', () => {
    const legs = cooling(4, 300);
    expect(legs.passes).toBe(false);
    expect(legs.min60To21).toBeCloseTo(300 * Math.log(56 / 17), 3);
  });
  it('fails a fridge that is not cold enough to finish', () =>
    expect(cooling(6, 20)).toEqual({ min60To21: expect.any(Number) as number, min21To5: undefined, passes: false }));
  it('counts the second leg until the drink stays cold, not until it first was', () => {
    const legs = twoStepCooling(
      temperatureHistory([
        { kind: 'ramp', minutes: 10, fromC: 90, toC: 4 },
        { kind: 'ramp', minutes: 2, fromC: 4, toC: 12 },
        { kind: 'ramp', minutes: 300, fromC: 12, toC: 4 },
      ]),
    );
    expect(legs.min21To5).toBeGreaterThan(240);
    expect(legs.passes).toBe(false);
  });
  it('gives a drink that was never hot four hours to get cold', () => {
    const slow = temperatureHistory([{ kind: 'ramp', minutes: 300, fromC: 20, toC: 4 }]);
    expect(twoStepCooling(slow).passes).toBe(false);
  });
});

describe('ice (reference points)', () => {
  it('250 g at 60 °C melts all of 150 g and ends at 4.25 °C, 6.57 with the glass', () => {
    const pour = { drinkG: 250, drinkC: 60, iceG: 150, iceC: -18 };
    within(iceInDrink(pour).finalC, 4.25, 0.2);
    expect(iceInDrink(pour).iceLeftG).toBe(0);
    within(iceInDrink({ ...pour, glassG: 300, glassC: 22 }).finalC, 6.57, 0.2);
  });

  it('250 g at 20 °C melts 45.8 g of 150 g and stands at 0 °C', () => {
    const result = iceInDrink({ drinkG: 250, drinkC: 20, iceG: 150, iceC: -18 });
    within(result.meltedG, 45.8, 0.9);
    within(result.finalC, 0, 0.05);
  });

  it('needs 0.959 of ice to end at 0 °C from 85 °C, 0.854 to end at 5 °C', () => {
    within(flashChill({ hotC: 85, iceC: -18, finalC: 0, targetX: 1 }).icePerHot, 0.959, 0.0096);
    within(flashChill({ hotC: 85, iceC: -18, finalC: 5, targetX: 1 }).icePerHot, 0.854, 0.0086);
  });

  it('melts 1.8 g a minute in a room of 25 °C', () => within(ambientMeltG({ minutes: 1, ambientC: 25 }), 1.8, 0.02));

  it('never melts more than there is, and never less with time', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 90, noNaN: true }),
        fc.double({ min: 1, max: 400, noNaN: true }),
        (drinkC, iceG) => {
          const glass = glassOverIce({ drinkG: 300, drinkC, iceG, iceC: -18 }, 24);
          const melts = [0, 5, 15, 60, 600].map((m) => glass.meltedG(m));
          for (const [i, m] of melts.entries()) {
            expect(m).toBeLessThanOrEqual(iceG + 1e-9);
            if (i > 0) expect(m).toBeGreaterThanOrEqual(melts[i - 1]!);
          }
        },
      ),
      { seed: 14 },
    );
  });

  it('refuses ice that is warm', () =>
    expect(() => iceInDrink({ drinkG: 1, drinkC: 1, iceG: 1, iceC: 2 })).toThrow('iceC must be 0 °C or below, got 2'));
});

describe('standing until it is cool enough', () => {
  const vessel = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-2')!;
  const pot = { vessel, volumeMl: 1500, fromC: 95, toC: 40, lid: 'closed', roomC: 22 } as const;
  it('takes hours under a lid, and less uncovered', () => {
    const lidded = standingMinutesTo(pot)!;
    expect(lidded).toBeGreaterThan(100);
    expect(standingMinutesTo({ ...pot, lid: 'open' })!).toBeLessThan(0.7 * lidded);
  });
  it('is nothing when it is there, and never in a warmer room', () => {
    expect(standingMinutesTo({ ...pot, fromC: 38 })).toBe(0);
    expect(standingMinutesTo({ ...pot, roomC: 41 })).toBeUndefined();
  });
});
