/** A function that remembers its last few answers. */
export type Recall<T> = (x: number) => T;

const REMEMBERED = 4;

/**
 * Remembers the last four answers of a costly function of one number. A handful of slots serves callers that come back to
 * the same few moments, and is far cheaper than a map of numbers.
 */
export function lastAsked<T>(f: (x: number) => T): Recall<T> {
  const asked: number[] = [NaN, NaN, NaN, NaN];
  const answers: T[] = [];
  let next = 0;
  return (x) => {
    for (let i = 0; i < REMEMBERED; i++) if (asked[i] === x) return answers[i]!;
    const answer = f(x);
    asked[next] = x;
    answers[next] = answer;
    next = (next + 1) % REMEMBERED;
    return answer;
  };
}
