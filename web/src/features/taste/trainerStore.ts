import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Course, CourseLevel } from '@steepsis/core';

/** A course that is over: its level, and how far off the glasses were on the mean, ln, one's own and the advised. */
export type Past = { level: CourseLevel; own: number; advised: number };

/** One's course on this device: it survives a reload. */
export const useTrainer = create<{
  course: Course | undefined;
  past: readonly Past[];
  begin: (level: CourseLevel) => void;
  pour: (x: number) => void;
  end: (past: Past, next: CourseLevel) => void;
}>()(
  persist(
    (set) => ({
      course: undefined,
      past: [],
      begin: (level) => set({ course: { seed: Math.floor(Math.random() * 1_000_000), level, pouredX: [] } }),
      pour: (x) => set((s) => (s.course ? { course: { ...s.course, pouredX: [...s.course.pouredX, x] } } : s)),
      end: (past, level) =>
        set((s) => ({
          past: [...s.past, past].slice(-20),
          course: { seed: Math.floor(Math.random() * 1_000_000), level, pouredX: [] },
        })),
    }),
    { name: 'steepsis.trainer', version: 1 },
  ),
);
