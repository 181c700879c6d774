/** When nobody is up, by the clock of the house, h. House estimate until the kitchen tells its own: one sits up before guests. */
export const NIGHT = { fromH: 22.5, toH: 7 } as const;

/** Whether an hour of the day, 0 to below 24, is in the night. */
export const isNight = (hour: number): boolean => hour > NIGHT.fromH || hour < NIGHT.toH;
