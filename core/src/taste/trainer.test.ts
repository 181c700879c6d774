import {
  advisedX,
  COURSE_GLASSES,
  LEVELS,
  newBagTold,
  nextLevel,
  offOf,
  resultOf,
  saidOf,
  houseTruth,
  type Course,
} from './trainer';

const course = (seed: number, level: Course['level'] = 2, pouredX: readonly number[] = []): Course => ({
  seed,
  level,
  pouredX,
});

describe('the trainer', () => {
  it('has the same truth and the same words for the same house, and others for another', () => {
    expect(houseTruth(course(5))).toEqual(houseTruth(course(5)));
    expect(saidOf(course(5), 2, 1.2)).toBe(saidOf(course(5), 2, 1.2));
    expect(houseTruth(course(5)).likedX).not.toBe(houseTruth(course(6)).likedX);
  });
  it('says weak of what is far too weak and strong of what is far too strong, in most houses', () => {
    const words = (x: number): number =>
      Array.from({ length: 40 }, (_, s) => saidOf(course(s), 0, x)).reduce<number>((a, b) => a + b, 0);
    expect(words(0.3)).toBeLessThan(-50);
    expect(words(3)).toBeGreaterThan(50);
  });
  it('changes the bag half way from the third level on, and tells of it on the third alone', () => {
    for (const level of LEVELS) {
      expect(houseTruth(course(1, level)).bagsX[1] !== undefined).toBe(level >= 3);
      expect(newBagTold(level, 3)).toBe(level === 3);
    }
    const moved = Math.abs(offOf(course(1, 3), 3, 1) - offOf(course(1, 3), 2, 1));
    expect(moved).toBeGreaterThan(0.001);
  });
  it('advice leads nearer than standing still, over many houses', () => {
    for (const level of LEVELS) {
      const all = Array.from({ length: 60 }, (_, s) => {
        const still = resultOf(
          course(
            s,
            level,
            Array.from({ length: COURSE_GLASSES }, () => 1),
          ),
        );
        return [still.ownMean, still.advisedMean] as const;
      });
      const sum = (k: 0 | 1): number => all.reduce((a, b) => a + b[k], 0);
      expect(sum(1)).toBeLessThan(0.85 * sum(0));
    }
    expect(advisedX(course(1))).toHaveLength(COURSE_GLASSES);
  });
  it('gets harder for who is good and easier for who is lost, and stays within its levels', () => {
    const went = (ownMean: number) => ({ own: [], advised: [], ownMean, advisedMean: 0.1 });
    expect(nextLevel(2, went(0.1))).toBe(3);
    expect(nextLevel(2, went(0.15))).toBe(2);
    expect(nextLevel(2, went(0.3))).toBe(1);
    expect(nextLevel(4, went(0.05))).toBe(4);
    expect(nextLevel(1, went(0.9))).toBe(1);
  });
});
