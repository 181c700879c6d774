import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import type { Drink } from '@steepsis/core';

/** A recipe being written: what it was made from, and every step, so that all of it can be taken back. */
export type Draft = {
  /** the version it was made from; 0 for a new drink */
  base: number;
  present: Drink;
  past: readonly Drink[];
  future: readonly Drink[];
  /** what the last step changed: more of the same is one step */
  last: string | undefined;
};

type Recipes = {
  drafts: Readonly<Record<string, Draft>>;
  begin: (key: string, drink: Drink, base: number) => void;
  edit: (key: string, from: Drink, to: Drink, what: string) => void;
  undo: (key: string) => void;
  redo: (key: string) => void;
  /** the same words on top of a version that was kept meanwhile */
  rebase: (key: string, base: number) => void;
  drop: (key: string) => void;
};

/** More steps than this are forgotten, the oldest first. */
const STEPS_KEPT = 100;

const change =
  (key: string, how: (draft: Draft) => Draft) =>
  (s: Recipes): Partial<Recipes> =>
    s.drafts[key] ? { drafts: { ...s.drafts, [key]: how(s.drafts[key]) } } : {};

/**
 * Recipes as they are being written in this tab. They survive a reload; another tab has its own, so neither writes over the
 * other: whoever keeps second is told.
 */
export const useRecipes = create<Recipes>()(
  persist(
    (set) => ({
      drafts: {},
      begin: (key, drink, base) =>
        set((s) => ({
          drafts: { ...s.drafts, [key]: { base, present: drink, past: [], future: [], last: undefined } },
        })),
      edit: (key, from, to, what) =>
        set((s) => {
          const draft = s.drafts[key] ?? { base: from.version, present: from, past: [], future: [], last: undefined };
          const past = draft.last === what ? draft.past : [...draft.past, draft.present].slice(-STEPS_KEPT);
          return { drafts: { ...s.drafts, [key]: { ...draft, present: to, past, future: [], last: what } } };
        }),
      undo: (key) =>
        set(
          change(key, (d) =>
            d.past.length === 0
              ? d
              : {
                  ...d,
                  present: d.past.at(-1)!,
                  past: d.past.slice(0, -1),
                  future: [d.present, ...d.future],
                  last: undefined,
                },
          ),
        ),
      redo: (key) =>
        set(
          change(key, (d) =>
            d.future.length === 0
              ? d
              : {
                  ...d,
                  present: d.future[0]!,
                  past: [...d.past, d.present],
                  future: d.future.slice(1),
                  last: undefined,
                },
          ),
        ),
      rebase: (key, base) => set(change(key, (d) => ({ ...d, base }))),
      drop: (key) => set((s) => ({ drafts: Object.fromEntries(Object.entries(s.drafts).filter(([k]) => k !== key)) })),
    }),
    { name: 'steepsis.recipes', version: 1, storage: createJSONStorage(() => sessionStorage) },
  ),
);

/** The draft of a drink that is not in the book yet. */
export const NEW = 'new';

/** Begins a new recipe from another one; a new one that was being written goes back one step. */
export function beginCopy(drink: Drink): void {
  const { drafts, begin, edit } = useRecipes.getState();
  const copy = { ...drink, id: NEW, version: 1 };
  const before = drafts[NEW]?.present;
  if (before) edit(NEW, before, copy, 'copy');
  else begin(NEW, copy, 0);
}
