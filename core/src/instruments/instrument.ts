// Instruments that speak to the server, real or simulated. A reading is a number at a moment; what it means, its kind says.

/** Instruments that send readings by themselves. */
export const INSTRUMENT_KINDS = ['probe', 'scale', 'refractometer'] as const;
/** One of {@link INSTRUMENT_KINDS}. */
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** Unit and span of what an instrument of a kind can say. What lies outside is a fault of the instrument, and is kept as one. */
export const READING_RANGES: Record<InstrumentKind, { unit: string; min: number; max: number }> = {
  probe: { unit: '°C', min: -25, max: 130 },
  scale: { unit: 'g', min: -50, max: 30_000 },
  refractometer: { unit: '°Bx', min: 0, max: 85 },
};

/** One reading: ms since 1970 UTC, and °C, g or °Bx by the instrument. */
export type Reading = { atMs: number; value: number };

/** The pot that an instrument reads. */
export type Attached = { batchId: string; brewId: string };
