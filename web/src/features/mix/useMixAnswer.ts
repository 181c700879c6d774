import { useEffect, useRef, useState } from 'react';
import type { MixApi } from './mixAnswers';
import { PlainError } from '@/shared/ui/reasonOf';
import { openMixWorker } from './openMixWorker';

/** An answer with the question it was given to: what is on the page may have changed meanwhile. */
type Answer<Q, T> = { of: Q | undefined; value: T | undefined; working: boolean; fault: Error | undefined };

/**
 * Asks the worker whenever the question changes. While it works only the latest question waits, so that a drag never queues up;
 * the last answer stays until the next one is there.
 */
export function useMixAnswer<K extends keyof MixApi>(
  what: K,
  question: Parameters<MixApi[K]>[0] | undefined,
): Answer<Parameters<MixApi[K]>[0], ReturnType<MixApi[K]>> {
  const [answer, setAnswer] = useState<Answer<Parameters<MixApi[K]>[0], ReturnType<MixApi[K]>>>({
    of: undefined,
    value: undefined,
    working: true,
    fault: undefined,
  });
  const asker = useRef<Asker | undefined>(undefined);
  useEffect(() => {
    const opened = new Asker();
    asker.current = opened;
    return () => opened.close();
  }, []);
  useEffect(() => {
    if (question === undefined) return;
    asker.current?.ask(
      (api) => (api[what] as unknown as (q: typeof question) => Promise<ReturnType<MixApi[K]>>)(question),
      (value) => setAnswer({ of: question, value, working: false, fault: undefined }),
      (fault) => setAnswer((was) => ({ ...was, working: false, fault })),
    );
  }, [what, question]);
  return answer;
}

/** One question at a time, and the latest of those that came meanwhile. */
class Asker {
  private readonly worker = openMixWorker();
  private busy = false;
  private closed = false;
  private next: (() => Promise<void>) | undefined;

  ask<T>(
    question: (api: ReturnType<typeof openMixWorker>['api']) => Promise<T>,
    onAnswer: (value: T) => void,
    onFault: (fault: Error) => void,
  ): void {
    this.next = async () => {
      try {
        const value = await question(this.worker.api);
        if (!this.closed) onAnswer(value);
      } catch (error) {
        if (!this.closed) onFault(new PlainError(error instanceof Error ? error.message : 'The solver stopped.'));
      }
    };
    void this.run();
  }

  private async run(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    while (this.next && !this.closed) {
      const ask = this.next;
      this.next = undefined;
      await ask();
    }
    this.busy = false;
  }

  close(): void {
    this.closed = true;
    this.worker.close();
  }
}
