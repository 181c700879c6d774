import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** A jug that was mixed here, to be tasted once it is cold and has come together. */
export type ToTaste = { kind: 'batch' | 'jug'; id: string; name: string; mixedMs: number };

/** So long after it was mixed a jug is asked about, and so long at most, ms. House choices. */
export const ASKED_AFTER_MS = 3_600_000;
export const ASKED_UNTIL_MS = 24 * 3_600_000;

type Later = {
  waiting: readonly ToTaste[];
  mixed: (jug: ToTaste) => void;
  done: (id: string) => void;
};

/** Jugs that are asked about on this device: the one that mixed them. */
export const useTasteLater = create<Later>()(
  persist(
    (set) => ({
      waiting: [],
      mixed: (jug) => set((s) => ({ waiting: [...s.waiting.filter((w) => w.id !== jug.id), jug].slice(-10) })),
      done: (id) => set((s) => ({ waiting: s.waiting.filter((w) => w.id !== id) })),
    }),
    { name: 'steepsis.taste-later', version: 1 },
  ),
);

/** The one that is asked about now: the longest mixed of those that are due and not too old. */
export const dueToTaste = (waiting: readonly ToTaste[], nowMs: number): ToTaste | undefined =>
  waiting
    .filter((w) => nowMs >= w.mixedMs + ASKED_AFTER_MS && nowMs < w.mixedMs + ASKED_UNTIL_MS)
    .sort((a, b) => a.mixedMs - b.mixedMs)[0];
