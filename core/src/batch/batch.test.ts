import fc from 'fast-check';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { shelfItemsOf } from '../keeping/shelf';
import { cautionsOnShelf } from '../keeping/shelfCautions';
import { aBatch, aPlan, eventsOf, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { actualMinutes, batchAfter, concentrateOf, runningStage, runOfBatch } from './batch';
import type { BatchEventBody } from './batchEvent';
import { correctedTo, steamShare } from '../brew/correctForVolume';
import { standingEvents } from './restsOn';
import { decide } from './decide';
import { curveOfBatch, progressAt } from './progress';

const MIX: BatchEventBody = {
  type: 'mixed',
  mix: { concentrate: 1130, syrup: 310, water: 950 },
  hadMl: { syrup: 310 },
  sugarAddedG: 0,
};
const BREW = 'concentrate';
const at = (minutes: number): number => Date.parse(minutesIn(minutes));

describe('a batch as the fold of its events', () => {
  it('heats, steeps, is strained, measured, mixed', () => {
    expect(runningStage(aBatch(), BREW)?.stageId).toBe('heat');
    expect(runningStage(aBatch(MEASURED.slice(0, 1)), BREW)?.stageId).toBe('steep');
    expect(aBatch(MEASURED.slice(0, 2)).phase).toBe('strained');
    expect(aBatch(MEASURED).phase).toBe('measured');
    expect(aBatch([...MEASURED, [30, MIX]]).phase).toBe('put-away');
  });

  it('takes the times from the events, not from the plan', () =>
    expect(actualMinutes(aBatch(MEASURED), BREW)).toEqual({ heat: 7, steep: 15 }));

  it('is the same whatever order its events arrive in', () => {
    const events = eventsOf([...MEASURED, [30, MIX], [200, { type: 'poured', vesselId: 'jug', ml: 300 }]]);
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), (shuffled) => {
        const { events: _order, ...state } = batchAfter(shuffled);
        const { events: _other, ...expected } = batchAfter(events);
        expect(state).toEqual(expected);
      }),
      { seed: 31 },
    );
  });

  it('forgets what was undone', () => {
    const undone = aBatch([...MEASURED, [28, { type: 'undone', eventId: 'e3' }]]);
    expect(undone.phase).toBe('strained');
    expect(undone.brews[0]!.measuredVolumeMl).toBeUndefined();
  });

  it('has no state without a start', () => expect(() => batchAfter([])).toThrow('events must be a list with a start'));

  it('is stronger the later it is pulled', () => {
    const pulledAt = (minutes: number): number =>
      weightedStrength(
        runOfBatch(
          aBatch([
            [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }],
            [7 + minutes, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }],
          ]),
          BREW,
        ).concentrate,
      );
    expect(pulledAt(25)).toBeGreaterThan(pulledAt(15));
    expect(pulledAt(15)).toBeGreaterThan(pulledAt(5));
  });
});

describe('a measured volume', () => {
  const run = aPlan().brews[0].run;
  it('is what is on hand then', () => expect(volumeMl(concentrateOf(aBatch(MEASURED), BREW))).toBeCloseTo(1130, 3));
  it('a low one makes it a little stronger, for part of the gap is steam', () => {
    const [low, expected] = [correctedTo(run.concentrate, run.ledger, 1000), run.concentrate];
    expect(weightedStrength(low)).toBeGreaterThan(weightedStrength(expected));
    expect(weightedStrength(low) / weightedStrength(expected)).toBeLessThan(1.14);
    expect(steamShare(run.ledger)).toBeGreaterThan(0);
    expect(steamShare(run.ledger)).toBeLessThan(0.5);
  });
  it('a high one never holds more extract than was dissolved', () => {
    const high = correctedTo(run.concentrate, run.ledger, volumeMl(run.concentrate) + 40);
    expect(high.acidG).toBeLessThanOrEqual(run.at(run.endMin).liquor.acidG);
  });
});

describe('progress of a running batch', () => {
  it('counts up while it heats, by the clock it is given', () => {
    expect(progressAt(aBatch(), BREW, at(3))).toMatchObject({ stageId: 'heat', kind: 'heat', elapsedMin: 3 });
  });
  it('counts down to the pull and on past it', () => {
    const steeping = aBatch(MEASURED.slice(0, 1));
    expect(progressAt(steeping, BREW, at(17))).toMatchObject({ kind: 'steep', elapsedMin: 10, leftMin: 5 });
    const late = progressAt(steeping, BREW, at(40))!;
    expect(late.leftMin).toBeCloseTo(-18);
    expect(late.strengthX).toBeGreaterThan(late.plannedX);
  });
  it('would make the planned glass at its planned time', () => {
    const steeping = aBatch(MEASURED.slice(0, 1));
    expect(progressAt(steeping, BREW, at(22))!.strengthX).toBeCloseTo(1, 1);
    expect(curveOfBatch(steeping, BREW)!.window).toBeDefined();
  });
  it('has nothing to say when nothing runs', () => expect(progressAt(aBatch(MEASURED), BREW, at(60))).toBeUndefined());
});

describe('what may happen to a batch', () => {
  describe('before it was told of', () => {
    const laidOut = (told: readonly Told[] = []) =>
      batchAfter(eventsOf(told).map((e) => (e.type === 'started' ? { ...e, layOut: true as const } : e)));
    const say = (batch: ReturnType<typeof laidOut>, event: BatchEventBody, minutes: number): string => {
      const decision = decide(batch, event, minutesIn(minutes));
      return decision.kind === 'refused' ? decision.reason : decision.kind;
    };
    const on: BatchEventBody = { type: 'brew-started', brewId: 'concentrate' };
    const boils: BatchEventBody = { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' };
    it('a pot may have been on for as long as a jar stands', () => {
      expect(say(laidOut(), on, -30)).toBe('accepted');
      expect(say(laidOut(), on, -21 * 1440)).toBe('accepted');
      expect(say(laidOut(), on, -401 * 1440)).toBe('too-early');
    });
    it('and what came of it counts from there, and nothing sooner', () => {
      const begun = laidOut([[-30, on]]);
      expect(say(begun, boils, -23)).toBe('accepted');
      expect(say(begun, boils, -31)).toBe('too-early');
    });
  });

  const decided = (told: readonly Told[], event: BatchEventBody, minutes = 60): string => {
    const decision = decide(aBatch(told), event, minutesIn(minutes));
    return decision.kind === 'refused' ? `${decision.reason}: ${decision.message}` : 'accepted';
  };

  it('refuses a pull before its stage', () => {
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'steep' })).toBe(
      'stage-not-running: That step is not running, so it cannot end. What runs now is heating.',
    );
  });
  it('refuses a second start, an unknown stage, and a time before the start', () => {
    expect(decided([], { type: 'started', plan: aBatch().plan })).toBe(
      'already-started: This batch has been started already.',
    );
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'fly' })).toBe(
      'unknown-stage: This brew has no such step. Open its page again and end the one that runs.',
    );
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'heat' }, -5)).toBe(
      'too-early: That is 5 min before the batch was started. Say a later moment.',
    );
  });
  it('refuses to measure, mix or taste too soon', () => {
    expect(decided([], { type: 'measured', what: 'volume', brewId: BREW, value: 1000, method: 'jug' })).toContain(
      'not-strained-yet',
    );
    expect(decided(MEASURED.slice(0, 2), MIX)).toContain('not-measured-yet');
    expect(
      decided([], { type: 'tasted', state: 'iced', verdict: { strength: 0, harsh: 0, sweet: 0, tart: 0 } }),
    ).toContain('nothing-to-taste');
  });
  it('refuses more than went in, and more than there is', () => {
    expect(
      decided(MEASURED.slice(0, 2), { type: 'measured', what: 'volume', brewId: BREW, value: 5000, method: 'jug' }),
    ).toBe('unbelievable-volume: 5000 ml is more than went into the pot. Up to 1430 ml is accepted.');
    expect(decided(MEASURED, { ...MIX, mix: { concentrate: 1200, syrup: 310, water: 900 } })).toBe(
      'more-than-there-is: Up to 1130 ml of concentrate is there, not 1200 ml.',
    );
    expect(decided([...MEASURED, [30, MIX]], { type: 'poured', vesselId: 'jug', ml: 9000 })).toContain(
      'more-than-there-is: Up to 2',
    );
  });
  it('undoes any of it with what rests on it, but never the start', () => {
    expect(decided(MEASURED, { type: 'undone', eventId: 'e0' })).toContain('cannot-undo-the-start');
    expect(decided(MEASURED, { type: 'undone', eventId: 'e1' })).toBe('accepted');
    // The boil is taken back: with it the strain, and what was measured.
    const back = aBatch([...MEASURED, [28, { type: 'undone', eventId: 'e1' }]]);
    expect(standingEvents(back).map((e) => e.id)).toEqual(['e0']);
    expect(decide(back, { type: 'undone', eventId: 'e3' }, minutesIn(29))).toMatchObject({ reason: 'already-undone' });
    expect(decided(MEASURED, { type: 'undone', eventId: 'e3' })).toBe('accepted');
    expect(
      decided([...MEASURED, [28, { type: 'undone', eventId: 'e3' }]], { type: 'undone', eventId: 'e3' }),
    ).toContain('already-undone');
    expect(decided(MEASURED, { type: 'undone', eventId: 'nope' })).toContain('unknown-event');
  });
  it('lets nothing happen to what was thrown away, except taking that back', () => {
    const gone: Told[] = [...MEASURED, [40, { type: 'discarded', why: 'left out' }]];
    expect(decided(gone, MIX)).toContain('discarded');
    expect(decided(gone, { type: 'undone', eventId: 'e4' })).toBe('accepted');
  });
});

describe('what is poured', () => {
  const mixed: Told[] = [...MEASURED, [30, { ...MIX, mix: { concentrate: 1000, syrup: 280, water: 850 } }]];
  const litre: Told = [40, { type: 'poured', vesselId: 'jug', ml: 1000 }];
  const decided = (told: readonly Told[], event: BatchEventBody, minutes = 60): string => {
    const decision = decide(aBatch(told), event, minutesIn(minutes));
    return decision.kind === 'refused' ? decision.reason : 'accepted';
  };
  it('goes back with its jug: a mix takes its pour along, what was measured its mix', () => {
    const [measured, mix, pour] = ['e3', 'e4', 'e5'];
    const standing = (eventId: string): string[] =>
      standingEvents(aBatch([...mixed, litre, [60, { type: 'undone', eventId }]])).map((e) => e.id);
    expect(standing(mix)).toEqual(['e0', 'e1', 'e2', measured]);
    expect(standing(measured)).toEqual(['e0', 'e1', 'e2']);
    expect(standing(pour)).toEqual(['e0', 'e1', 'e2', measured, mix]);
    expect(decided([...mixed, litre], { type: 'undone', eventId: pour })).toBe('accepted');
    expect(decided([...mixed, litre, [50, { type: 'undone', eventId: pour }]], { type: 'undone', eventId: mix })).toBe(
      'accepted',
    );
    expect(decided(mixed, { type: 'undone', eventId: measured })).toBe('accepted');
  });
  it('is the same told again as if it had never been taken back', () => {
    const again = [...mixed, litre].slice(3);
    const back: Told[] = [...mixed, litre, [60, { type: 'undone', eventId: 'e4' }], ...again];
    const [once, twice] = [aBatch([...mixed, litre]), aBatch(back)];
    expect(twice.vessels).toEqual(once.vessels);
    expect(twice.phase).toBe(once.phase);
  });
  it('comes after its mix, and a mix after what came out was measured', () => {
    expect(decided(mixed, litre[1], 29)).toBe('too-early');
    expect(decided(mixed, litre[1], 30)).toBe('accepted');
    expect(decided(MEASURED, mixed[3]![1], 26)).toBe('too-early');
    expect(decided(MEASURED, { type: 'bottled' }, 26)).toBe('too-early');
    expect(decided(mixed, { type: 'moved', vesselId: 'jug', where: 'freezer' }, 29)).toBe('too-early');
    expect(
      decided(mixed, { type: 'tasted', state: 'iced', verdict: { strength: 0, harsh: 0, sweet: 0, tart: 0 } }, 5),
    ).toBe('too-early');
  });
  it('is never invented, whatever is mixed, poured and taken back in whatever order', () => {
    const steps = fc.array(
      fc.record({
        what: fc.constantFrom('mix', 'pour', 'bottle', 'undo', 'measure', 'brix'),
        at: fc.integer({ min: 0, max: 40 }),
        size: fc.double({ min: 0.05, max: 1.2, noNaN: true }),
      }),
      { minLength: 4, maxLength: 14 },
    );
    fc.assert(
      fc.property(steps, (all) => {
        const told: Told[] = [...MEASURED];
        for (const [i, { what, at: minutes, size }] of all.entries()) {
          const events = aBatch(told).events;
          const event: BatchEventBody =
            what === 'mix'
              ? { ...MIX, mix: { concentrate: 1000 * size, syrup: 280, water: 850 } }
              : what === 'pour'
                ? { type: 'poured', vesselId: i % 3 === 0 ? 'concentrate' : 'jug', ml: 1500 * size }
                : what === 'bottle'
                  ? { type: 'bottled' }
                  : what === 'measure'
                    ? { type: 'measured', what: 'volume', brewId: BREW, value: 1100 * size, method: 'jug' }
                    : what === 'brix'
                      ? { type: 'measured', what: 'brix', brewId: BREW, value: 4 * size, method: 'refractometer' }
                      : { type: 'undone', eventId: events[Math.floor(size * 0.8 * events.length)]!.id };
          // Sometimes it is said of a moment that is past.
          const moment = 30 + i * 10 - minutes;
          if (decide(aBatch(told), event, minutesIn(moment)).kind === 'accepted') told.push([moment, event]);
        }
        const batch = aBatch(told);
        const counts = standingEvents(batch);
        const poured = counts.reduce((sum, e) => sum + (e.type === 'poured' ? e.ml : 0), 0);
        const left = batch.vessels.reduce((sum, v) => sum + volumeMl(v.liquid), 0);
        const mix = counts.filter((e) => e.type === 'mixed').at(-1);
        const fromElsewhere = mix?.type === 'mixed' ? (mix.mix['syrup'] ?? 0) + (mix.mix['water'] ?? 0) : 0;
        const measured = batch.brews[0]!.measuredVolumeMl ?? 0;
        expect(batch.unworked).toEqual([]);
        // Sugar takes less room in the jug than by itself; beyond that nothing comes from nowhere.
        expect(poured + left).toBeLessThanOrEqual(measured + fromElsewhere + 5);
      }),
      { numRuns: 50, seed: 11 },
    );
  });
});

describe('the shelf', () => {
  const mixed: Told[] = [...MEASURED, [30, { ...MIX, mix: { concentrate: 1000, syrup: 280, water: 850 } }]];

  it('holds the jug and what was left of the concentrate, which says how to dilute it', () => {
    const items = shelfItemsOf(aBatch(mixed), at(60));
    expect(items.map((i) => [i.vesselId, Math.round(i.volumeMl / 10) * 10])).toEqual([
      ['jug', 2130],
      ['concentrate', 130],
    ]);
    expect(items[0]!.dilution).toBeUndefined();
    const { toX } = items[1]!.dilution as { toX: number };
    expect(items[1]!.dilution!.waterPerPart).toBeCloseTo(items[1]!.figures.strengthX / toX - 1, 6);
  });
  it('is drawn down by pours and empties', () => {
    expect(
      shelfItemsOf(aBatch([...mixed, [90, { type: 'poured', vesselId: 'jug', ml: 600 }]]), at(100))[0]!.volumeMl,
    ).toBeCloseTo(1530, -1);
    const volume = shelfItemsOf(aBatch(mixed), at(60))[0]!.volumeMl;
    expect(
      shelfItemsOf(aBatch([...mixed, [90, { type: 'poured', vesselId: 'jug', ml: volume }]]), at(100)),
    ).toHaveLength(1);
  });
  it('keeps 3 days by home rule, 5 with a measured pH, counted from the brew', () => {
    const useBy = (told: readonly Told[]): string => shelfItemsOf(aBatch(told), at(60))[0]!.useBy;
    expect(useBy(mixed)).toBe('2026-07-08T09:00:00.000Z');
    expect(useBy([...mixed, [40, { type: 'measured', what: 'ph', value: 2.8, method: 'meter' }]])).toBe(
      '2026-07-10T09:00:00.000Z',
    );
    expect(useBy([...mixed, [40, { type: 'measured', what: 'ph', value: 4, method: 'strip' }]])).toBe(
      '2026-07-08T09:00:00.000Z',
    );
  });
  it('blocks what is past its last day', () => {
    const late = cautionsOnShelf(aBatch(mixed), 'jug', at(5 * 1440));
    expect(late.map((f) => f.id)).toContain('KEEP-01');
  });
});
