/**
 * How fast a kind of plant material gives: first-order rate at 95 °C (1/min, with its range), activation energy (kJ/mol)
 * and the share that also comes out cold (the rest waits for heat). All house estimates of order of magnitude, from published
 * ranges where there are any: tea after Spiro & Siddique 1981, roselle after Cisse et al. 2012 by way of Crank 1975.
 * How much there is to give is a matter of the plant, not of its class: see botanicals.
 */
export type FamilyRate = { k95PerMin: number; low: number; high: number; eaKJPerMol: number; coldShare: number };
/** How a kind of plant gives what is in it: rates per min at 95 °C, activation energies in kJ/mol. */
export type ExtractionClass = {
  body: FamilyRate;
  /** what is bitter and puckering */
  tongue: FamilyRate;
  /** what is smelt: perfume, medicine, resin */
  oil: FamilyRate;
  /** minutes before dry material is wet through, hot and cold */
  wetOutMin: { hot: number; cold: number };
};

const rate = (k95PerMin: number, low: number, high: number, eaKJPerMol: number, coldShare: number): FamilyRate => ({
  k95PerMin,
  low,
  high,
  eaKJPerMol,
  coldShare,
});
const third = (k: number, ea: number, coldShare: number): FamilyRate => rate(k, k / 3, k * 3, ea, coldShare);
const dry = { hot: 0.3, cold: 3 };
const instant = { hot: 0, cold: 0 };

/** The classes; each plant of the table is of one. Rates per min at 95 °C, kJ/mol, min. Fitted to published steep series where there are some, else house estimates. */
export const EXTRACTION_CLASSES = {
  powder: { body: rate(5, 2, 10, 25, 1), tongue: third(3, 45, 0.5), oil: third(3, 35, 0.8), wetOutMin: instant },
  broken_leaf: {
    body: rate(1, 0.5, 2, 45, 0.9),
    tongue: third(0.45, 50, 0.5),
    oil: third(0.45, 40, 0.5),
    wetOutMin: dry,
  },
  fast_leaf: {
    body: rate(0.5, 0.25, 0.9, 40, 0.9),
    tongue: third(0.2, 50, 0.5),
    oil: third(0.3, 40, 0.5),
    wetOutMin: dry,
  },
  whole_leaf: {
    body: rate(0.25, 0.12, 0.4, 40, 0.9),
    tongue: third(0.11, 50, 0.5),
    oil: third(0.25, 40, 0.5),
    wetOutMin: dry,
  },
  rooibos: {
    body: rate(0.2, 0.1, 0.4, 40, 0.8),
    tongue: third(0.06, 55, 0.5),
    oil: third(0.2, 40, 0.5),
    wetOutMin: dry,
  },
  calyx_petal: {
    body: rate(0.2, 0.08, 0.4, 20, 1),
    tongue: third(0.06, 30, 0.6),
    oil: third(0.2, 30, 0.6),
    wetOutMin: dry,
  },
  cut_calyx: {
    body: rate(0.5, 0.25, 0.9, 20, 1),
    tongue: third(0.15, 30, 0.6),
    oil: third(0.4, 30, 0.6),
    wetOutMin: dry,
  },
  dried_flower: { body: third(0.3, 30, 0.9), tongue: third(0.1, 50, 0.4), oil: third(0.25, 35, 0.6), wetOutMin: dry },
  dried_herb: { body: third(0.45, 35, 0.9), tongue: third(0.12, 55, 0.4), oil: third(0.3, 40, 0.5), wetOutMin: dry },
  fresh_herb: {
    body: third(0.35, 30, 0.9),
    tongue: third(0.08, 55, 0.3),
    oil: third(0.2, 40, 0.4),
    wetOutMin: instant,
  },
  hard_spice: {
    body: rate(0.035, 0.01, 0.08, 40, 0.7),
    tongue: third(0.015, 50, 0.4),
    oil: third(0.03, 45, 0.3),
    wetOutMin: dry,
  },
  dried_berry: {
    body: rate(0.06, 0.02, 0.15, 30, 1),
    tongue: third(0.02, 45, 0.5),
    oil: third(0.05, 40, 0.5),
    wetOutMin: dry,
  },
  fresh_root: {
    body: third(0.08, 35, 0.9),
    tongue: third(0.03, 45, 0.5),
    oil: third(0.08, 35, 0.6),
    wetOutMin: instant,
  },
  fresh_peel: { body: third(0.25, 30, 1), tongue: third(0.06, 45, 0.5), oil: third(0.2, 35, 0.7), wetOutMin: instant },
  fresh_fruit: {
    body: third(0.05, 30, 1),
    tongue: third(0.02, 40, 0.5),
    oil: third(0.05, 35, 0.7),
    wetOutMin: instant,
  },
} as const satisfies Record<string, ExtractionClass>;

/** The names of the classes. */
export type ExtractionClassName = keyof typeof EXTRACTION_CLASSES;

/** What cooks to hay or compote: only heat does it, whatever the plant is and however it is moved. House estimate. */
export const COOKING: FamilyRate = { k95PerMin: 0.01, low: 0.006, high: 0.016, eaKJPerMol: 85, coldShare: 0 };

/** What needs heat to come out has at least this activation energy, kJ/mol. */
export const HEAT_ONLY_EA = 70;

/** How often the material is moved, as a factor on the rate. House estimates. */
export const AGITATION = { still: 0.6, 'stirred-now-and-then': 1, 'stirred-all-the-time': 1.15, boiling: 1.3 } as const;
/** How a liquor moves, from standing still to a rolling boil. */
export type Agitation = keyof typeof AGITATION;
