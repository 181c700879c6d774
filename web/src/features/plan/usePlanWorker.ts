import type { Remote } from 'comlink';
import type { Drink, Kitchen, PlannedSteepMap, PlanTarget, SteepMap, WayOut } from '@steepsis/core';
import { useWorkerAnswer } from '@/shared/api/useWorkerAnswer';
import type { BackwardsAnswer, BackwardsQuestion } from './backwardsAnswer';
import { openPlanWorker } from './openPlanWorker';
import type { WaysQuestion } from './waysOutAnswer';
import type { PlanApi } from './plan.worker';

/** The last answer that there was: what cannot be worked out shows what the page has without it. */
function useAnswer<Q, A>(
  question: Q,
  ask: (api: Remote<PlanApi>, question: Q) => Promise<A>,
): { of: Q; answer: A } | undefined {
  const shown = useWorkerAnswer(openPlanWorker, question, ask);
  return !shown || shown.failed ? undefined : { of: shown.of, answer: shown.answer };
}

/** The map of a plan, worked out in a worker. */
export function useSteepMap(planned: PlannedSteepMap): { planned: PlannedSteepMap; map: SteepMap } | undefined {
  const shown = useAnswer(planned, (api, p) => api.map(p.setup));
  return shown && { planned: shown.of, map: shown.answer };
}

/** A plan worked out backwards; undefined while it is being worked out. */
export function useBackwards(question: BackwardsQuestion): BackwardsAnswer | undefined {
  const shown = useAnswer(question, (api, q) => api.backwards(q) as Promise<BackwardsAnswer>);
  return shown?.of === question ? shown.answer : undefined;
}

export type Impossible = { drink: Drink; target: PlanTarget; kitchen: Kitchen };

/** The nearest target that works, for one that does not: undefined while it is looked for, null if there is none. */
export function useNearest(wish: Impossible): PlanTarget | null | undefined {
  const shown = useAnswer(
    wish,
    (api, w) => api.nearest(w.drink, w.target, w.kitchen) as Promise<PlanTarget | undefined>,
  );
  return shown?.of === wish ? (shown.answer ?? null) : undefined;
}

/** Changes that would clear each finding of a plan; none while they are worked out. */
export function useWaysOut(question: WaysQuestion): Readonly<Record<string, readonly WayOut[]>> {
  const shown = useAnswer(question, (api, q) => api.waysOut(q) as Promise<Record<string, readonly WayOut[]>>);
  return shown?.of === question ? shown.answer : NO_WAYS;
}
const NO_WAYS: Readonly<Record<string, readonly WayOut[]>> = {};
