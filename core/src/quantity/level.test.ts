import { leftAtShareMl, liquidToLineMl } from './level';

describe('amounts by a level', () => {
  it('to a line with solids in it is the line less the solids', () =>
    expect(liquidToLineMl({ lineMl: 2000, solidsG: 400 })).toBe(1600));
  it('half left with the fruit still in is less than half the liquid', () =>
    expect(leftAtShareMl({ liquidMl: 1000, solidsG: 400, share: 0.5 })).toBe(300));
  it('refuse a line below the solids', () =>
    expect(() => liquidToLineMl({ lineMl: 300, solidsG: 400 })).toThrow('lineMl must be a number, 400 to'));
});
