/** A figure as a sentence says it: to two decimals, and never in powers of ten. */
export const few = (figure: number): string => String(Math.round(figure * 100) / 100);
