import { expose } from 'comlink';
import { dayAnswer, type DayAnswer, type DayQuestion } from './dayAnswer';

/** A day takes some hundred milliseconds: off the main thread. */
const api = { day: (question: DayQuestion): DayAnswer => dayAnswer(question) };
export type DayApi = typeof api;

expose(api);
