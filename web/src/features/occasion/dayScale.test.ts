import type { Chain } from '@steepsis/core';
import { dayScale } from './dayScale';

const hands = [{ of: 'hands', amount: 1 }];
const chain = (id: string): Chain => ({
  id,
  name: id,
  restMin: 0,
  tasks: [
    { id: `${id}1`, name: 'weigh', minutes: 10, slackMin: 0, needs: hands },
    { id: `${id}2`, name: 'strain', minutes: 10, slackMin: 0, needs: hands },
  ],
  gaps: [{ minMin: 0, maxMin: 2000 }],
  holds: [],
});

describe('the scale of a day', () => {
  const scale = dayScale([chain('a')], { a: [-900, -60] }, 60, 900);
  it('runs from the first work to the end of what is shown, never back', () => {
    expect(scale.x(scale.fromMin)).toBeCloseTo(0, 6);
    expect(scale.x(60)).toBeCloseTo(900, 6);
    let last = -1;
    for (let m = scale.fromMin; m <= 60; m += 7) {
      expect(scale.x(m)).toBeGreaterThan(last);
      last = scale.x(m);
    }
  });
  it('gives a night without work little room', () => {
    expect(scale.skipped).toHaveLength(1);
    const [from, to] = scale.skipped[0]!;
    expect(to - from).toBeGreaterThan(700);
    expect(scale.x(to) - scale.x(from)).toBeLessThan(0.4 * 900);
  });
});
