import { paced } from './paced';

describe('a long list, in short goes', () => {
  it('is worked through whole and in order, and others come in between', async () => {
    const done: number[] = [];
    let between = 0;
    const other = setInterval(() => between++, 1);
    await paced([1, 2, 3, 4, 5, 6], (x) => {
      const until = performance.now() + 8;
      while (performance.now() < until);
      done.push(x);
    });
    clearInterval(other);
    expect(done).toEqual([1, 2, 3, 4, 5, 6]);
    expect(between).toBeGreaterThan(1);
  });
  it('ends where it is no longer wanted', async () => {
    const done: number[] = [];
    await paced(
      [1, 2, 3],
      (x) => void done.push(x),
      () => done.length === 2,
    );
    expect(done).toEqual([1, 2]);
  });
});
