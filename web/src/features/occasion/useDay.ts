import { useEffect, useState } from 'react';
import type { DayAnswer, DayQuestion, DayWayOut } from '@steepsis/core';
import { useWorkerAnswer } from '@/shared/api/useWorkerAnswer';
import { openDayWorker } from './openDayWorker';

export type Asked = { question: DayQuestion; /** something of it is being moved by hand */ moving: boolean };

/** The day of a question, worked out in a worker; the last stays until the next is there. */
export function useDay(asked: Asked | undefined): {
  answer: DayAnswer | undefined;
  /** what the answer is of */
  of: DayQuestion | undefined;
  working: boolean;
  failed: boolean;
} {
  const shown = useWorkerAnswer(openDayWorker, asked, (api, a) => api.day(a.question, a.moving) as Promise<DayAnswer>);
  return {
    answer: shown && !shown.failed ? shown.answer : undefined,
    of: shown?.of.question,
    working: asked !== undefined && shown?.of !== asked,
    failed: shown?.failed ?? false,
  };
}

/** What was tried for a day that cannot be, or is late; undefined while it is being tried. In a worker of its own, for it takes longer. */
export function useWays(question: DayQuestion | undefined): readonly DayWayOut[] | undefined {
  const [found, setFound] = useState<{ of: DayQuestion; ways: readonly DayWayOut[] } | undefined>(undefined);
  useEffect(() => {
    if (!question) return undefined;
    let worker: ReturnType<typeof openDayWorker> | undefined;
    // What is still being changed is not tried.
    const timer = setTimeout(() => {
      worker = openDayWorker();
      void (worker.api.ways(question) as Promise<readonly DayWayOut[]>).then(
        (ways) => setFound({ of: question, ways }),
        () => setFound({ of: question, ways: [] }),
      );
    }, 400);
    return () => {
      clearTimeout(timer);
      worker?.close();
    };
  }, [question]);
  return found && found.of === question ? found.ways : undefined;
}
