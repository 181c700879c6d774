import { expose } from 'comlink';
import {
  dayOfOccasion,
  planFromLots,
  waysOutOfDay,
  type DayAnswer,
  type DayMeans,
  type DayQuestion,
  type DayWayOut,
  type FromLots,
} from '@steepsis/core';

// A day takes some hundred milliseconds: off the main thread. What was planned for it is kept while nothing of it changes.

/** Local hour of a moment, where this runs. */
const localHour = (ms: number): number => {
  const at = new Date(ms);
  return at.getHours() + at.getMinutes() / 60;
};

const MOST_PLANS = 200;
const plans = new Map<string, FromLots>();

const planned: typeof planFromLots = (pantry, asked) => {
  const key = JSON.stringify([asked, pantry]);
  const known = plans.get(key);
  if (known) return known;
  if (plans.size >= MOST_PLANS) plans.clear();
  const made = planFromLots(pantry, asked);
  plans.set(key, made);
  return made;
};

const MEANS: DayMeans = { localHour, planned };
/** While something is moved, the answer is to be there with the next picture: fewer orders are tried. */
const WHILE_MOVED = { ...MEANS, tries: 8 };

const api = {
  day: (question: DayQuestion, moving: boolean): DayAnswer => dayOfOccasion(question, moving ? WHILE_MOVED : MEANS),
  ways: (question: DayQuestion): readonly DayWayOut[] => waysOutOfDay(question, dayOfOccasion(question, MEANS), MEANS),
};
export type DayApi = typeof api;

expose(api);
