import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Course, CourseLevel, JugCourse, PotCourse } from '@steepsis/core';

/** What is trained: one glass from the last, a pot that is pulled, a jug that is put right. */
export type Room = 'glass' | 'pot' | 'jug';

/** A course that is over: its level, and how far off it was, ln, one's own and the best answer (of glasses, the advice's). */
export type Past = { room: Room; level: CourseLevel; own: number; best: number };

type Trainer = {
  room: Room;
  glass: Course | undefined;
  pot: PotCourse | undefined;
  jug: JugCourse | undefined;
  past: readonly Past[];
  enter: (room: Room) => void;
  /** another one of the room, at a level */
  begin: (room: Room, level: CourseLevel) => void;
  pourGlass: (x: number) => void;
  change: (part: { pot?: PotCourse; jug?: JugCourse }) => void;
  end: (past: Past, next: CourseLevel) => void;
};

const anew: Readonly<Record<Room, (level: CourseLevel) => Partial<Trainer>>> = {
  glass: (level) => ({ glass: { seed: drawnSeed(), level, pouredX: [] } }),
  pot: (level) => ({ pot: { seed: drawnSeed(), level, sipsMin: [] } }),
  jug: (level) => ({ jug: { seed: drawnSeed(), level, goes: [] } }),
};
const drawnSeed = (): number => Math.floor(Math.random() * 1_000_000);

/** What an earlier release kept: glasses alone. */
type Before = { course?: Course; past?: readonly { level: CourseLevel; own: number; advised: number }[] };

/** One's courses on this device: they survive a reload. */
export const useTrainer = create<Trainer>()(
  persist(
    (set) => ({
      room: 'glass',
      glass: undefined,
      pot: undefined,
      jug: undefined,
      past: [],
      enter: (room) => set({ room }),
      begin: (room, level) => set(anew[room](level)),
      pourGlass: (x) => set((s) => (s.glass ? { glass: { ...s.glass, pouredX: [...s.glass.pouredX, x] } } : s)),
      change: (part) => set(part),
      end: (past, level) => set((s) => ({ past: [...s.past, past].slice(-30), ...anew[past.room](level) })),
    }),
    {
      name: 'steepsis.trainer',
      version: 2,
      migrate: (before) => {
        const { course, past = [] } = before as Before;
        const kept: Partial<Trainer> = {
          glass: course,
          past: past.map(({ level, own, advised }): Past => ({ room: 'glass', level, own, best: advised })),
        };
        // What was not there yet is as at the first start: it is laid over that.
        return kept as Trainer;
      },
    },
  ),
);
