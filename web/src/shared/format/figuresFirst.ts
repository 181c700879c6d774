import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Whether figures stand before words on this device, for those who like them so. */
export const useFiguresFirst = create<{ figuresFirst: boolean; set: (figuresFirst: boolean) => void }>()(
  persist((set) => ({ figuresFirst: false, set: (figuresFirst) => set({ figuresFirst }) }), {
    name: 'steepsis.figures-first',
    version: 1,
  }),
);
