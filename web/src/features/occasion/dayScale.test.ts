import type { PlacedChain } from '@steepsis/core';
import { dayScale } from './dayScale';

const chain = (
  id: string,
  ...at: [start: number, minutes: number, of: string][]
): Pick<PlacedChain, 'tasks' | 'starts'> => ({
  tasks: at.map(([, minutes, of], i) => ({
    id: `${id}${i}`,
    name: '',
    kind: 'hands',
    minutes,
    slackMin: 0,
    litres: 1,
    needs: of ? [{ of, amount: 1 }] : [],
  })),
  starts: at.map(([start]) => start),
});

describe('the scale of a day', () => {
  const scale = dayScale([chain('a', [-1200, 10, 'hands'], [-1190, 700, ''], [-60, 5, 'hands'])], 30, 1000);
  it('gives work its room and what stands over night hardly any', () => {
    expect(scale.fromMin).toBe(-1215);
    expect(scale.skipped.length).toBe(1);
    const [[from, to]] = scale.skipped as [[number, number]];
    expect(scale.x(to) - scale.x(from)).toBeLessThan(1000 / 2);
    expect(scale.x(30)).toBeCloseTo(1000, 6);
  });
  it('goes on to the last that is late', () => {
    const late = dayScale([chain('a', [-60, 5, 'hands'], [90, 20, 'hands'])], 30, 1000);
    expect(late.toMin).toBe(125);
    expect(late.x(125)).toBeCloseTo(1000, 6);
  });
  it('leads back from a place to its moment, inside what is skipped too', () => {
    for (const min of [-1215, -1200, -1100, -600, -75, -60, 0, 29]) expect(scale.min(scale.x(min))).toBeCloseTo(min, 6);
  });
});
