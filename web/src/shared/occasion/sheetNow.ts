import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** The next thing of a begun day that no stove tells of: a drink to be started, trays to be filled. */
export type SheetNext = {
  key: string;
  occasionId: string;
  occasionName: string;
  words: string;
  dueMs: number;
  /** the drink that is started with it, where it is its first thing */
  starts: boolean;
};

/** Set by the keeper of the day, read by the bench, the stove and what rings. */
export const useSheetNow = create<{ next: SheetNext | undefined; set: (next: SheetNext | undefined) => void }>(
  (set) => ({
    next: undefined,
    set: (next) => set({ next }),
  }),
);

/** What was heard on this device, and when it rings again, ms. */
export const useSheetHeard = create<{
  heard: Readonly<Record<string, number>>;
  hear: (key: string, againMs: number) => void;
}>()(
  persist((set) => ({ heard: {}, hear: (key, againMs) => set({ heard: { [key]: againMs } }) }), {
    name: 'steepsis.sheet-heard',
    version: 1,
  }),
);

/** When the next thing of the sheet rings, ms. */
export const ringsAtMs = (next: SheetNext, heard: Readonly<Record<string, number>>): number =>
  Math.max(next.dueMs, heard[next.key] ?? 0);
