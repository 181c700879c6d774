import { clock, duration, exactMl, gPerL, grams, parseNumber, strength, volume } from './format';

describe('figures as a kitchen reads them', () => {
  it.each([
    [2398, '2.4 L'],
    [1135, '1.14 L'],
    [997, '1.0 L'],
    [312, '310 ml'],
  ])('%d ml is %s', (ml, text) => expect(volume(ml)).toBe(text));
  it('always carry a unit', () => {
    expect([
      exactMl(13.2),
      grams(7.26),
      grams(52.4),
      gPerL(2.74),
      gPerL(74.9),
      strength(1.077),
      strength(2.28),
    ]).toEqual(['13 ml', '7.3 g', '52 g', '2.7 g/L', '75 g/L', '×1.08', '×2.3']);
  });
  it.each([
    [7.4, '7.5 min'],
    [15.2, '15 min'],
    [600, '10 h'],
    [125, '2 h 5 min'],
  ])('%d min is %s', (minutes, text) => expect(duration(minutes)).toBe(text));
  it('run a clock down and on past nothing', () =>
    expect([clock(4.2), clock(-0.5), clock(209.83)]).toEqual(['4:12', '0:30', '3:29:50']));
});

describe('a number as typed', () => {
  it.each([
    ['2.4', 2.4],
    ['2,4', 2.4],
    [' 7 ', 7],
    ['1e9', 1e9],
    ['-3', -3],
    ['two', undefined],
    ['', undefined],
    ['1 2', undefined],
    ['Infinity', undefined],
  ])('%j is %p', (text, value) => expect(parseNumber(text)).toBe(value));
});
