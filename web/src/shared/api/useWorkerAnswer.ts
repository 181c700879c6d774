import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';

/** What a worker said of a question, or that it could not be worked out. */
export type Answered<Q, A> = { of: Q; failed: false; answer: A } | { of: Q; failed: true };

/**
 * Asks a worker whenever the question changes; the last answer stays until the next is there. A question that cannot be worked out
 * says so. `open` starts the worker and `ask` puts the question: both as they are at first.
 */
export function useWorkerAnswer<Api, Q, A>(
  open: () => { api: Remote<Api>; close: () => void },
  question: Q | undefined,
  ask: (api: Remote<Api>, question: Q) => Promise<A>,
): Answered<Q, A> | undefined {
  const worker = useRef<Remote<Api> | undefined>(undefined);
  const [shown, setShown] = useState<Answered<Q, A> | undefined>(undefined);
  const first = useRef({ open, ask });
  useEffect(() => {
    const own = first.current.open();
    worker.current = own.api;
    return () => {
      worker.current = undefined;
      own.close();
    };
  }, []);
  useEffect(() => {
    let wanted = true;
    const api = worker.current;
    const show = (answered: Answered<Q, A>): void => {
      if (wanted) setShown(answered);
    };
    if (api && question !== undefined)
      void first.current.ask(api, question).then(
        (answer) => show({ of: question, failed: false, answer }),
        () => show({ of: question, failed: true }),
      );
    return () => {
      wanted = false;
    };
  }, [question]);
  return shown;
}
