import {
  batchAfter,
  freezePlan,
  planDrink,
  DEFAULT_KITCHEN,
  ROSELLE_COOLER,
  type BatchEvent,
  type BatchEventBody,
} from '@steepsis/core';
import { lastUndoable } from './undo';

const result = planDrink(ROSELLE_COOLER, ROSELLE_COOLER.defaults, DEFAULT_KITCHEN);
if (result.kind !== 'plan') throw new Error(result.message);
const start: BatchEventBody = { type: 'started', plan: freezePlan(result.plan) };
const told = (...bodies: BatchEventBody[]): BatchEvent[] =>
  [start, ...bodies].map((body, seq) => ({
    id: `e${seq}`,
    batchId: 'b',
    seq,
    at: new Date(Date.UTC(2026, 6, 5, 9, seq * 10)).toISOString(),
    v: 2,
    ...body,
  }));
const undo = (...bodies: BatchEventBody[]): string | undefined => lastUndoable(batchAfter(told(...bodies)))?.label;

describe('what can be taken back', () => {
  const heat: BatchEventBody = { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' };
  const steep: BatchEventBody = { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' };
  it('is nothing at the start', () => expect(undo()).toBeUndefined());
  it('is the last step, then the one before', () => {
    expect(undo(heat, steep)).toBe('the last step');
    expect(lastUndoable(batchAfter(told(heat, steep, { type: 'undone', eventId: 'e2' })))?.id).toBe('e1');
  });
  it('is the measurement after it was entered, but not a pH', () => {
    expect(
      undo(heat, steep, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 900, method: 'jug' }),
    ).toBe('the measurement');
    expect(undo(heat, steep, { type: 'measured', what: 'ph', value: 3, method: 'meter' })).toBe('the last step');
  });
});
