/** When nobody is up, by the clock of the house, h. */
export type Night = { fromH: number; toH: number };

/** House estimate until the kitchen tells its own: one sits up before guests. */
export const NIGHT: Night = { fromH: 22.5, toH: 7 };

/** Accepted hours of a night: it goes over midnight. */
export const NIGHT_RANGES = {
  fromH: { unit: 'h', min: 18, max: 24 },
  toH: { unit: 'h', min: 3, max: 12 },
} as const;

/** Whether an hour of the day, 0 to below 24, is in the night. */
export const isNight = (hour: number, night: Night = NIGHT): boolean => hour > night.fromH || hour < night.toH;
