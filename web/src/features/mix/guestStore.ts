import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Drinkers, HowMade, Kept } from '@steepsis/core';

export type GuestForm = {
  /** what all glasses are built from: something in the house, or told by how it was made */
  base: Kept | undefined;
  made: HowMade;
  glassMl: number;
  iceG: number;
  syrupBrix: number;
  abv: number;
  kinds: readonly Drinkers[];
};

const kind = (id: string, name: string, more: Partial<Drinkers>): Drinkers => ({
  id,
  name,
  people: 4,
  glassesEach: 2,
  strengthX: 1,
  sweetGPerL: 60,
  spiritMl: 0,
  served: 'iced',
  audience: [],
  ...more,
});

/** The guest list of this device. */
export const useGuests = create<
  GuestForm & {
    set: (part: Partial<GuestForm>) => void;
    change: (id: string, part: Partial<Drinkers>) => void;
    add: () => void;
    take: (id: string) => void;
  }
>()(
  persist(
    (set) => ({
      base: undefined,
      made: { plant: 'rooibos_cut', grams: 60, waterMl: 1000, minutes: 10, place: 'off-heat' },
      glassMl: 250,
      iceG: 90,
      syrupBrix: 50,
      abv: 40,
      kinds: [
        kind('k1', 'Most guests', {}),
        kind('k2', 'Children', {
          people: 3,
          glassesEach: 1,
          strengthX: 0.6,
          sweetGPerL: 40,
          served: 'chilled',
          audience: ['child'],
        }),
        kind('k3', 'With a shot', { people: 2, glassesEach: 1, spiritMl: 30 }),
      ],
      set: (part) => set(part),
      change: (id, part) => set((s) => ({ kinds: s.kinds.map((k) => (k.id === id ? { ...k, ...part } : k)) })),
      add: () =>
        set((s) => {
          let n = s.kinds.length + 1;
          while (s.kinds.some((k) => k.id === `k${n}`)) n++;
          return { kinds: [...s.kinds, kind(`k${n}`, `Guests ${n}`, { people: 1 })] };
        }),
      take: (id) => set((s) => ({ kinds: s.kinds.filter((k) => k.id !== id) })),
    }),
    { name: 'steepsis.guests', version: 1 },
  ),
);
