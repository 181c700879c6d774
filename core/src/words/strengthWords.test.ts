import fc from 'fast-check';
import { strengthInWords, sweetnessInWords } from './strengthWords';

describe('a strength in words', () => {
  it.each([
    [1, 'usual strength'],
    [0.97, 'usual strength'],
    [1.07, 'a little stronger than usual'],
    [0.8, 'weaker than usual'],
    [2.3, '2.3 times as strong'],
    [12.4, '12 times as strong'],
  ])('×%d is %s', (x, words) => expect(strengthInWords(x)).toBe(words));
  it('never calls the stronger of two the weaker', () => {
    const order = ['hardly', 'thin', 'weaker', 'a little weaker', 'usual', 'a little stronger', 'stronger', 'times'];
    const rank = (x: number): number => {
      const words = strengthInWords(x);
      const found = order.map((o, i) => (o === 'times' ? (words.includes(o) ? i : -1) : words.startsWith(o) ? i : -1));
      return Math.max(...found);
    };
    const x = fc.double({ min: 0, max: 20, noNaN: true });
    fc.assert(fc.property(x, x, (a, b) => expect(rank(Math.min(a, b))).toBeLessThanOrEqual(rank(Math.max(a, b)))));
  });
  it('has none below nothing', () => expect(() => strengthInWords(-1)).toThrow(/strengthX/));
});

describe('a sweetness in words', () => {
  it.each([
    [0, 'not sweetened'],
    [40, 'lightly sweet'],
    [75, 'sweet'],
    [140, 'as sweet as a cordial'],
    [700, 'a syrup'],
  ])('%d g/L is %s', (g, words) => expect(sweetnessInWords(g)).toBe(words));
});
