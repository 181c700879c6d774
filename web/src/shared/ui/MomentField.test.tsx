import { timeIn } from './MomentField';

describe('a time of the day, as it is typed', () => {
  it.each([
    ['15:00', 15, 0],
    ['9.30', 9, 30],
    ['1500', 15, 0],
    ['930', 9, 30],
    ['8', 8, 0],
    ['0:05', 0, 5],
  ])('%s', (text, hours, minutes) => expect(timeIn(text)).toEqual({ hours, minutes }));
  it.each(['', 'noon', '24:00', '12:60', '3:5', '-1:00', '15:00:00'])('“%s” is none', (text) =>
    expect(timeIn(text)).toBeUndefined(),
  );
});
