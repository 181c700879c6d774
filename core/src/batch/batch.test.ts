import fc from 'fast-check';
import { volumeMl } from '../liquid/liquid';
import { weightedStrength } from '../liquid/strength';
import { shelfItemsOf } from '../keeping/shelf';
import { aBatch, aPlan, eventsOf, MEASURED, minutesIn, START, type Told } from '../test/aBatch';
import { actualMinutes, batchAfter, concentrateOf, runningStage, runOfBatch } from './batch';
import type { BatchEventBody } from './batchEvent';
import { correctedTo, steamShare } from '../brew/correctForVolume';
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
  const decided = (told: readonly Told[], event: BatchEventBody, minutes = 60): string => {
    const decision = decide(aBatch(told), event, minutesIn(minutes));
    return decision.kind === 'refused' ? `${decision.reason}: ${decision.message}` : 'accepted';
  };

  it('refuses a pull before its stage', () => {
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'steep' })).toBe(
      'stage-not-running: steep is not running, so it cannot end. The stage that runs is heat.',
    );
  });
  it('refuses a second start, an unknown stage, and a time before the start', () => {
    expect(decided([], { type: 'started', plan: aBatch().plan })).toBe(
      'already-started: This batch has been started already.',
    );
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'fly' })).toBe(
      'unknown-stage: One of heat, steep is accepted, not "fly".',
    );
    expect(decided([], { type: 'stage-ended', brewId: BREW, stageId: 'heat' }, -5)).toBe(
      `too-early: A time at or after the start, ${START}, is accepted.`,
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
  it('undoes step by step, latest first, but never the start', () => {
    expect(decided(MEASURED, { type: 'undone', eventId: 'e0' })).toContain('cannot-undo-the-start');
    expect(decided(MEASURED, { type: 'undone', eventId: 'e1' })).toBe(
      'undo-later-things-first: Something that came later rests on this. Undo that first.',
    );
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

describe('the shelf', () => {
  const mixed: Told[] = [...MEASURED, [30, { ...MIX, mix: { concentrate: 1000, syrup: 280, water: 850 } }]];

  it('holds the jug and what was left of the concentrate, which says how to dilute it', () => {
    const items = shelfItemsOf(aBatch(mixed), at(60));
    expect(items.map((i) => [i.vesselId, Math.round(i.volumeMl / 10) * 10])).toEqual([
      ['jug', 2130],
      ['concentrate', 130],
    ]);
    expect(items[0]!.dilution).toBeUndefined();
    expect(items[1]!.dilution!.waterPerPart).toBeCloseTo(items[1]!.figures.strengthX / items[1]!.dilution!.toX - 1, 6);
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
    const late = shelfItemsOf(aBatch(mixed), at(5 * 1440))[0]!;
    expect(late.findings.map((f) => f.id)).toContain('KEEP-01');
  });
});
