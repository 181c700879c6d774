import type { CourseLevel } from '@steepsis/core';

/** How far off, as one says it: ln as a share. */
export const offBy = (ln: number): string => `${Math.round(100 * (Math.exp(Math.abs(ln)) - 1))} %`;

/** "Another pot, harder". */
export const anotherWords = (what: string, was: CourseLevel, next: CourseLevel): string =>
  `Another ${what}${next > was ? ', harder' : next < was ? ', easier' : ''}`;
