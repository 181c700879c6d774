import fc from 'fast-check';
import { brewLine, DEFAULT_KITCHEN, planOrWhy, ROSELLE_COOLER, type BrewLine, type BrewWay } from '@steepsis/core';
import { entryAt, entryMoved } from './lineWords';
import { stageLasting, timeStep } from './StageEnd';

const way: BrewWay = ROSELLE_COOLER.brews[0].ways[0]!;
const line: BrewLine = (() => {
  const result = planOrWhy(ROSELLE_COOLER, { ...ROSELLE_COOLER.defaults, asWritten: true }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return brewLine(result.plan.brews[0]);
})();
const id = way.ingredients[0]!.id;
const steep = way.stages.find((s) => s.kind === 'steep')!;
const enters = (w: BrewWay | undefined) => w?.ingredients.find((i) => i.id === id)?.enters;

describe('a plant on the line', () => {
  it('goes in where it is put down, and never past the end of what it goes into', () => {
    const { startMin, endMin } = line.stages.find((s) => s.stageId === steep.id)!;
    expect(enters(entryAt(way, line, id, startMin + 4))).toEqual({ stageId: steep.id, atMin: 4 });
    expect(enters(entryAt(way, line, id, 10_000))).toEqual({ stageId: steep.id, atMin: Math.round(endMin - startMin) });
    expect(enters(entryAt(way, line, id, -50))!.stageId).toBe(line.stages[0]!.stageId);
  });
  it('is moved there and back by the keys', () => {
    const there = entryMoved(way, line, id, 1)!;
    expect(enters(there)).not.toEqual(way.ingredients[0]!.enters);
    expect(entryMoved(way, line, 'nothing', 1)).toBeUndefined();
  });
  it('stands in a stage of the way, at a minute of it, wherever it is drawn to', () => {
    fc.assert(
      fc.property(fc.double({ min: -100, max: 5000, noNaN: true }), (minute) => {
        const { stageId, atMin } = enters(entryAt(way, line, id, minute))!;
        const stage = way.stages.find((s) => s.id === stageId)!;
        expect(atMin).toBeGreaterThanOrEqual(0);
        expect(atMin).toBeLessThanOrEqual('minutes' in stage ? stage.minutes : 0);
      }),
      { seed: 3 },
    );
  });
});

describe('the end of a stage', () => {
  it('is drawn to a step that a cook keeps, within what may be written', () => {
    fc.assert(
      fc.property(fc.double({ min: -500, max: 20_000, noNaN: true }), (minutes) => {
        const stage = stageLasting(way, steep, minutes)!.stages.find((s) => s.id === steep.id) as { minutes: number };
        expect(stage.minutes).toBeGreaterThanOrEqual(0.5);
        expect(stage.minutes).toBeLessThanOrEqual(72 * 60);
        expect((stage.minutes / timeStep(minutes)) % 1).toBeCloseTo(0, 6);
      }),
      { seed: 4 },
    );
  });
  it('what ends by itself has none', () =>
    expect(
      stageLasting(
        way,
        way.stages.find((s) => s.kind === 'heat')!,
        20,
      ),
    ).toBeUndefined());
});
