import { READING_RANGES, type InstrumentKind } from '@steepsis/core';

/** "91.3 °C", "2314 g", "12.0 °Bx": as an instrument of that kind shows it. */
export const reading = (kind: InstrumentKind, value: number): string =>
  `${value.toFixed(kind === 'scale' ? 0 : 1)} ${READING_RANGES[kind].unit}`;
