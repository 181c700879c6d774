import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Audience, PlanTarget } from '@steepsis/core';

type Targets = {
  /** who drinks and what for, set once for an occasion and remembered for every drink; undefined before it was ever set */
  occasion: Audience | undefined;
  setOccasion: (audience: Audience) => void;
  /** what the cook has changed of a drink's target and not made yet, by drink */
  drafts: Readonly<Record<string, Partial<PlanTarget>>>;
  change: (drinkId: string, change: Partial<PlanTarget>) => void;
  forget: (drinkId: string) => void;
};

/** Changes to targets on this device: they survive a reload and go when the drink is made or put back. */
export const useTargets = create<Targets>()(
  persist(
    (set) => ({
      drafts: {},
      occasion: undefined,
      setOccasion: (occasion) => set({ occasion }),
      change: (drinkId, change) =>
        set((s) => ({ drafts: { ...s.drafts, [drinkId]: { ...s.drafts[drinkId], ...change } } })),
      forget: (drinkId) =>
        set((s) => ({ drafts: Object.fromEntries(Object.entries(s.drafts).filter(([id]) => id !== drinkId)) })),
    }),
    { name: 'steepsis.targets', version: 1 },
  ),
);
