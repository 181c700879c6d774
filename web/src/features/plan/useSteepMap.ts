import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PlannedSteepMap, SteepMap } from '@steepsis/core';
import type { SteepMapApi } from './steepMap.worker';

/** The map of a plan, worked out in a worker; the last one stays until the next is there. */
export function useSteepMap(planned: PlannedSteepMap): { planned: PlannedSteepMap; map: SteepMap } | undefined {
  const worker = useRef<{ worker: Worker; api: Remote<SteepMapApi> } | undefined>(undefined);
  const [shown, setShown] = useState<{ planned: PlannedSteepMap; map: SteepMap } | undefined>(undefined);
  useEffect(() => {
    const own = new Worker(new URL('./steepMap.worker.ts', import.meta.url), { type: 'module' });
    worker.current = { worker: own, api: wrap<SteepMapApi>(own) };
    return () => {
      worker.current = undefined;
      own.terminate();
    };
  }, []);
  useEffect(() => {
    let wanted = true;
    void worker.current?.api.map(planned.setup).then((map) => {
      if (wanted) setShown({ planned, map });
    });
    return () => {
      wanted = false;
    };
  }, [planned]);
  return shown;
}
