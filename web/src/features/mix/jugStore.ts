import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { isKept, type Audience, type MeasuredWith, type Pourable, type Shade } from '@steepsis/core';

/** Something that stands beside the jug. */
export type BenchLine = {
  id: string;
  name: string;
  from: Pourable;
  /** how much of it there is, for what does not stand on the shelf; as much as wanted if left out */
  haveMl?: number | undefined;
  setMl?: number | undefined;
  minMl?: number | undefined;
  maxMl?: number | undefined;
};

export type Wishes = {
  litres: number;
  strengthX: number | undefined;
  sweetGPerL: number | undefined;
  acidGPerL: number | undefined;
  shade: Shade | undefined;
};

export type JugBench = {
  name: string;
  lines: readonly BenchLine[];
  /** the line that was taken away last, to put back */
  taken: BenchLine | undefined;
  /** what is left of told liquids after a pour: it still stands there */
  rests: readonly BenchLine[];
  wishes: Wishes;
  /** the drink whose glass is ×1; a usual glass if none */
  likeDrinkId: string | undefined;
  vesselId: string | undefined;
  glassMl: number;
  iced: boolean;
  measuredWith: MeasuredWith;
  audience: Audience;
  /** what a fix may be made from besides the shelf, ml of each; 0 is not there */
  atHand: { syrupMl: number; syrupBrix: number; lemonMl: number; water: boolean };
};

type Actions = {
  set: (part: Partial<JugBench>) => void;
  wish: (part: Partial<Wishes>) => void;
  add: (line: Omit<BenchLine, 'id'>) => void;
  change: (id: string, part: Partial<BenchLine>) => void;
  take: (id: string) => void;
  putBack: () => void;
  /** after a pour: the bench is clear, and what is left of told liquids stands by */
  poured: (mix: Readonly<Record<string, number>>) => void;
  /** a fix was poured in from the rests */
  usedUp: (additionsMl: Readonly<Record<string, number>>) => void;
};

const EMPTY: JugBench = {
  name: '',
  lines: [{ id: 'water', name: 'Cold water', from: { kind: 'water', water: 'still' } }],
  taken: undefined,
  rests: [],
  wishes: { litres: 1, strengthX: 1, sweetGPerL: 60, acidGPerL: undefined, shade: undefined },
  likeDrinkId: undefined,
  vesselId: undefined,
  glassMl: 250,
  iced: true,
  measuredWith: 'ml',
  audience: [],
  atHand: { syrupMl: 300, syrupBrix: 50, lemonMl: 60, water: true },
};

/** The jug that is being worked out on this device. */
export const useJugBench = create<JugBench & Actions>()(
  persist(
    (set) => ({
      ...EMPTY,
      set: (part) => set(part),
      wish: (part) => set((s) => ({ wishes: { ...s.wishes, ...part } })),
      add: (line) => set((s) => ({ lines: [...s.lines, { ...line, id: freeIdOf(s.lines, line) }] })),
      change: (id, part) => set((s) => ({ lines: s.lines.map((l) => (l.id === id ? { ...l, ...part } : l)) })),
      take: (id) =>
        set((s) => ({ lines: s.lines.filter((l) => l.id !== id), taken: s.lines.find((l) => l.id === id) })),
      putBack: () => set((s) => (s.taken ? { lines: [...s.lines, s.taken], taken: undefined } : {})),
      poured: (mix) => set((s) => ({ name: '', lines: EMPTY.lines, taken: undefined, rests: lessBy(s.lines, mix) })),
      usedUp: (additionsMl) => set((s) => ({ rests: lessBy(s.rests, additionsMl) })),
    }),
    { name: 'steepsis.jug', version: 1 },
  ),
);

/** What is left of told liquids of which the cook said how much there is. */
const lessBy = (lines: readonly BenchLine[], mls: Readonly<Record<string, number>>): BenchLine[] =>
  lines.flatMap(({ id, name, from, haveMl }) => {
    const left = haveMl === undefined || isKept(from) ? 0 : Math.round(haveMl - (mls[id] ?? 0));
    return left >= 5 ? [{ id, name, from, haveMl: left }] : [];
  });

/** Ids name the liquids to the solver: by kind, numbered. */
function freeIdOf(lines: readonly BenchLine[], { from }: Pick<BenchLine, 'from'>): string {
  let n = 1;
  while (lines.some((l) => l.id === `${from.kind}-${n}`)) n++;
  return `${from.kind}-${n}`;
}
