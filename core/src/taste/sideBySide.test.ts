import { aBatch, type Told } from '../test/aBatch';
import { sideBySide, type SideBySide } from './sideBySide';

const BREW = 'concentrate';
const made = (steepMin: number, ml: number, base: number, more: readonly Told[] = []) =>
  aBatch([
    [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }],
    ...more,
    [7 + steepMin, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }],
    [40, { type: 'measured', what: 'volume', brewId: BREW, value: ml, method: 'jug' }],
    [
      45,
      {
        type: 'mixed',
        mix: { concentrate: base, syrup: 310, water: 2395 - 310 - base },
        hadMl: { syrup: 310 },
        sugarAddedG: 0,
      },
    ],
  ]);
const differing = (s: SideBySide): string[] =>
  s.figures.filter((f) => f.differs).map(({ figure: f }) => (f.what === 'plant' ? f.of : f.what));
const figure = (s: SideBySide, what: string) => s.figures.find((f) => f.figure.what === what)!;

describe('two makings side by side', () => {
  it('are the same where the same was done', () => {
    const same = sideBySide(made(15, 1130, 1130), made(15, 1130, 1130));
    expect(differing(same)).toEqual([]);
    expect(same.lid.differs).toBe(false);
  });
  it('tell the longer steep, and that it came out stronger', () => {
    const longer = sideBySide(made(15, 1130, 1130), made(25, 1130, 1130));
    expect(figure(longer, 'steep')).toMatchObject({ was: 15, is: 25, differs: true });
    expect(figure(longer, 'strength').is!).toBeGreaterThan(figure(longer, 'strength').was!);
    expect(differing(longer)).not.toContain('water');
  });
  it('tell more leaf to a litre, and a lid that was off', () => {
    const other = sideBySide(
      made(15, 1130, 1130),
      made(15, 1130, 1130, [
        [8, { type: 'put-in', brewId: BREW, ingredientId: 'roselle', grams: 20, more: true }],
        [9, { type: 'lid-set', brewId: BREW, lid: 'open' }],
      ]),
    );
    expect(differing(other)).toContain('roselle_dried_whole');
    expect(other.lid).toMatchObject({ is: 'open', differs: true });
  });
  it('tell what came out and how much of it went in', () => {
    const less = sideBySide(made(15, 1130, 1130), made(15, 920, 920));
    expect(figure(less, 'came-out').is! / figure(less, 'came-out').was!).toBeCloseTo(920 / 1130, 1);
    expect(differing(less)).toEqual(expect.arrayContaining(['came-out', 'base-share']));
  });
});
