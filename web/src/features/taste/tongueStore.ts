import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Setting, TongueSense, TongueTest } from '@steepsis/core';

/** What is done: glasses of one ratio again and again, or a ladder to one's own smallest step. */
export type TongueKind = TongueTest | 'ladder';

/** One answered go: how far apart the glasses were, and whether it was right. */
export type TongueGo = { ratio: number; right: boolean };

type TongueState = {
  kind: TongueKind;
  sense: TongueSense;
  /** what the jug has, g/L: by how much is stirred in */
  sweetGPerL: number;
  acidGPerL: number;
  /** who pours: another one, or oneself with the marks under the glasses */
  alone: boolean;
  ratio: number;
  glassMl: number;
  goes: readonly TongueGo[];
  /** the order that stands, drawn and not told */
  setting: Setting | undefined;
  set: (part: Partial<Omit<TongueState, 'set'>>) => void;
};

/** A tasting on this device: it survives a reload, and goes when it is begun anew. */
export const useTongue = create<TongueState>()(
  persist(
    (set) => ({
      kind: 'pair',
      sense: 'strength',
      sweetGPerL: 60,
      acidGPerL: 4,
      alone: false,
      ratio: 1.2,
      glassMl: 60,
      goes: [],
      setting: undefined,
      set: (part) => set(part),
    }),
    {
      name: 'steepsis.tongue',
      version: 2,
      // Its one jug was of strength; an order that stood then is drawn anew.
      migrate: (before) => ({ ...(before as TongueState), setting: undefined }),
    },
  ),
);
