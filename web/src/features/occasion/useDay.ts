import { useWorkerAnswer } from '@/shared/api/useWorkerAnswer';
import type { DayAnswer, DayQuestion } from './dayAnswer';
import { openDayWorker } from './openDayWorker';

/** The day of a question, worked out in a worker; the last stays until the next is there. */
export function useDay(question: DayQuestion | undefined): {
  answer: DayAnswer | undefined;
  working: boolean;
  failed: boolean;
} {
  const shown = useWorkerAnswer(openDayWorker, question, (api, q) => api.day(q) as Promise<DayAnswer>);
  return {
    answer: shown && !shown.failed ? shown.answer : undefined,
    working: question !== undefined && shown?.of !== question,
    failed: shown?.failed ?? false,
  };
}
