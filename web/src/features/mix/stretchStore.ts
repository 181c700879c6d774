import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { HowMade } from '@steepsis/core';

export type StretchForm = {
  ml: number;
  how: 'felt' | 'made';
  felt: number;
  made: HowMade;
  wantedX: number;
  sugarGPerL: number;
  brix: number;
  glassMl: number;
  iced: boolean;
  iceG: number;
};

/** What was last stretched on this device. */
export const useStretch = create<StretchForm & { set: (part: Partial<StretchForm>) => void }>()(
  persist(
    (set) => ({
      ml: 500,
      how: 'felt',
      felt: 3,
      made: { plant: 'black_tea_leaf', grams: 24, waterMl: 1000, minutes: 5, place: 'off-heat' },
      wantedX: 1,
      sugarGPerL: 0,
      brix: 50,
      glassMl: 250,
      iced: false,
      iceG: 90,
      set: (part) => set(part),
    }),
    { name: 'steepsis.stretch', version: 1 },
  ),
);
