import {
  BOOK,
  batchAfter,
  callsAt,
  DEFAULT_KITCHEN,
  freezePlan,
  planDrink,
  type Batch,
  type BatchEventBody,
  type Outlook,
} from '@steepsis/core';
import { callWords, shortCall, togetherWith } from './callWords';
import { outlookWords } from './outlookWords';
import { doneOf, laterOf, skipOf } from './useStove';

const START = Date.parse('2026-07-05T09:00:00Z');

function batchOf(drinkId: string, told: readonly [number, BatchEventBody][] = [], layOut?: true): Batch {
  const drink = BOOK.find((d) => d.id === drinkId)!;
  const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  const all: [number, BatchEventBody][] = [
    [0, { type: 'started', plan: freezePlan(result.plan), ...(layOut ? { layOut } : {}) }],
    ...told,
  ];
  return batchAfter(
    all.map(([min, body], seq) => ({
      id: `e${seq}`,
      batchId: 'b',
      seq,
      at: new Date(START + min * 60_000).toISOString(),
      v: 2 as const,
      ...body,
    })),
  );
}
const at = (min: number): number => START + min * 60_000;
const heated: [number, BatchEventBody] = [10, { type: 'stage-ended', brewId: 'base', stageId: 'heat' }];
const words = (batch: Batch, min: number, id: string): ReturnType<typeof callWords> =>
  callWords(
    batch,
    callsAt(batch, at(min)).find((c) => c.id === id)!,
    at(min),
  );

describe('a call in words', () => {
  const pear = batchOf('hot-spiced-pear-rooibos', [heated]);

  it('says what goes in, how much, and in how long', () => {
    const w = words(pear, 12, 'base/in/rooibos');
    expect(w.what).toBe('Put in the rooibos in');
    expect(w.inMin).toBeCloseTo(4, 6);
    expect(w.figure).toMatch(/^\d+ g$/);
  });

  it('says two plants of one moment in one breath', () => {
    const tea = batchOf('black-tea-currant-leaf', [[8, { type: 'stage-ended', brewId: 'tea', stageId: 'heat' }]]);
    const all = callsAt(tea, at(9));
    const call = all.find((c) => c.what.kind === 'put-in')!;
    const others = togetherWith(call, all);
    expect(others).toHaveLength(1);
    const w = callWords(tea, call, at(9), others);
    expect(w.what).toMatch(/^Put in the \w+[\w ]* and [\w ]+ now$/);
    expect(w.done).toBe('They are in');
  });

  it('says how late it is', () => {
    const w = words(pear, 18.5, 'base/in/rooibos');
    expect(w.what).toBe('Put in the rooibos now');
    expect(w.note).toBe('2:30 late');
  });

  it('has a cue of the senses and a figure beside it for every stage that ends by feel', () => {
    const roots = batchOf('dandelion-burdock-syrup');
    const brewId = 'root-syrup';
    const say = (stageId: string): BatchEventBody => ({ type: 'stage-ended', brewId, stageId });
    let told: [number, BatchEventBody][] = [];
    for (const stage of roots.plan.brews[0].way.stages.filter((s) => s.kind !== 'strain')) {
      const now = batchOf('dandelion-burdock-syrup', told);
      const end = callsAt(now, at(told.length + 1)).find((c) => c.what.kind === 'end-stage')!;
      const w = callWords(now, end, at(told.length + 1));
      expect([stage.id, w.what.length > 3]).toEqual([stage.id, true]);
      if (['toast', 'heat', 'reduce', 'dissolve', 'cool'].includes(stage.kind)) {
        expect([stage.id, w.cue !== undefined, w.figure !== undefined]).toEqual([stage.id, true, true]);
      }
      if (stage.kind === 'reduce') expect(w.figure).toMatch(/the pan at \d+ g on the scale, \d+\.\d cm deep, 5\d °Bx/);
      told = [...told, [told.length + 1, say(stage.id)]];
    }
  });

  it('has a short name for every call', () => {
    for (const call of callsAt(pear, at(12))) expect(shortCall(pear, call)).toMatch(/^[a-z]/);
    expect(
      shortCall(
        batchOf('hot-spiced-pear-rooibos', [], true),
        callsAt(batchOf('hot-spiced-pear-rooibos', [], true), at(1))[0]!,
      ),
    ).toBe('lay out');
  });

  it('done, later and leave it out say what they mean', () => {
    const call = callsAt(pear, at(12)).find((c) => c.id === 'base/in/rooibos')!;
    expect(doneOf(call)).toEqual({ type: 'put-in', brewId: 'base', ingredientId: 'rooibos' });
    expect(skipOf(call)).toEqual({ type: 'left-out', brewId: 'base', ingredientId: 'rooibos' });
    expect(laterOf(call)).toEqual({ type: 'heard', call: 'base/in/rooibos', againMin: 3 });
    const end = callsAt(pear, at(12)).find((c) => c.what.kind === 'end-stage')!;
    expect(skipOf(end)).toBeUndefined();
  });
});

describe('what an event has moved, in one line', () => {
  const before: Outlook = {
    glassX: 1,
    volumeMl: 1100,
    brewX: 2.4,
    litres: 2.4,
    sweetenedG: 400,
    window: { fromMin: 12, toMin: 19 },
    readyMs: at(22),
  };
  it('names only what a cook would notice', () => {
    expect(outlookWords(before, { ...before })).toBe('Noted. It changes nothing that you would taste.');
    expect(outlookWords(before, { ...before, glassX: 1.08 })).toBe('The glass comes to ×1.08 instead of ×1.00.');
  });
  it('names the window, the sugar, the jug and the hour too', () => {
    const line = outlookWords(before, {
      ...before,
      volumeMl: 1000,
      litres: 2.2,
      sweetenedG: 360,
      window: { fromMin: 14, toMin: 21 },
      readyMs: at(25),
    });
    expect(line).toContain('1.0 L comes out instead of 1.1 L');
    expect(line).toContain('enough for 2.2 L of the jug instead of 2.4 L');
    expect(line).toContain('360 g of sugar instead of 400 g');
    expect(line).toContain('best pulled between 14 min and 21 min');
    expect(line).toMatch(/mixed by \d+:25 instead of \d+:22/);
  });
  it('says when no time is left at which it would be right', () =>
    expect(outlookWords(before, { ...before, window: undefined })).toContain('No time is left'));
});
