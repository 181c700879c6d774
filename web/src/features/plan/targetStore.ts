import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Audience, PlanTarget, TargetChange } from '@steepsis/core';

/** What was changed; null stands for a wish that was left out, so that it stays out after a reload. */
export type TargetDraft = { readonly [K in keyof PlanTarget]?: PlanTarget[K] | null };

type Targets = {
  /** who drinks and what for, set once for an occasion and remembered for every drink; undefined before it was ever set */
  occasion: Audience | undefined;
  setOccasion: (audience: Audience) => void;
  /** what the cook has changed of a drink's target and not made yet, by drink */
  drafts: Readonly<Record<string, TargetDraft>>;
  change: (drinkId: string, change: TargetChange) => void;
  forget: (drinkId: string) => void;
  /** for whose liking it is; how strong and how sweet is theirs again */
  forWhom: (drinkId: string, drinker: string | undefined) => void;
};

const leftOutAsNull = (change: TargetChange): TargetDraft =>
  Object.fromEntries(Object.entries(change).map(([k, v]) => [k, v === undefined ? null : v]));

/** A target with what was changed of it. */
export const withDraft = (target: PlanTarget, draft: TargetDraft): PlanTarget =>
  Object.fromEntries(Object.entries({ ...target, ...draft }).filter(([, v]) => v !== null)) as PlanTarget;

/** Changes to targets on this device: they survive a reload and go when the drink is made or put back. */
export const useTargets = create<Targets>()(
  persist(
    (set) => ({
      drafts: {},
      occasion: undefined,
      setOccasion: (occasion) => set({ occasion }),
      change: (drinkId, change) =>
        set((s) => ({ drafts: { ...s.drafts, [drinkId]: { ...s.drafts[drinkId], ...leftOutAsNull(change) } } })),
      forget: (drinkId) =>
        set((s) => ({ drafts: Object.fromEntries(Object.entries(s.drafts).filter(([id]) => id !== drinkId)) })),
      forWhom: (drinkId, drinker) =>
        set((s) => {
          const { strengthX: _x, sugarGPerL: _sugar, asWritten: _card, ...kept } = s.drafts[drinkId] ?? {};
          return { drafts: { ...s.drafts, [drinkId]: { ...kept, ...leftOutAsNull({ drinker }) } } };
        }),
    }),
    { name: 'steepsis.targets', version: 1 },
  ),
);

/** Whether the pull is shown on the map or over time, remembered on this device. */
export const usePullView = create<{ view: 'map' | 'curve'; setView: (view: 'map' | 'curve') => void }>()(
  persist((set) => ({ view: 'map', setView: (view) => set({ view }) }), { name: 'steepsis.pull', version: 1 }),
);
