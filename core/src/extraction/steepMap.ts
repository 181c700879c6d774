import { requirePositive } from '../quantity/range';
import { coldness, energyPerGas, REFERENCE_C } from './arrhenius';
import { harshIndex } from '../liquid/harshness';
import {
  AGITATION,
  COOKING,
  EXTRACTION_CLASSES,
  HEAT_ONLY_EA,
  type Agitation,
  type ExtractionClass,
  type ExtractionClassName,
  type FamilyRate,
} from './extractionClass';

/** What a family of a plant counts of one harshness, when all of it is out: of which, how much, and the most that water takes up. */
export type MapLoad = { family: 'tongue' | 'oil' | 'cooked'; of: number; load: number; most?: number };

/** A harshness of one species: its sense (those of one sense pile up), and what is there already. */
export type MapHarshness = { sense: number; base: number };

/** One plant on the map, with what its body counts in the cup when all of it is out, and each harshness of it. */
export type MapPlant = {
  extractionClass: ExtractionClassName;
  /** how fast it opens, where it is fresh */
  opening?: FamilyRate;
  /** what the hands do to it by the strain: the share that a mash leaves closed, and the least that is open once it is pressed */
  worked?: { stillClosed: number; leastOpen: number };
  bodyFull: number;
  harsh: readonly MapLoad[];
  entersMin?: number;
  leavesMin?: number;
  /** factor on the rate: how it is cut */
  rateScale?: number;
};

/** Strength, in the map's own unit, and harshness of the cup over starting temperature (rows, from the hottest) and time (columns), row by row. */
export type SteepMap = {
  columns: number;
  rows: number;
  minutes: Float64Array;
  startC: Float64Array;
  body: Float64Array;
  harsh: Float64Array;
};

/** What a map of strength and harshness is drawn from; minutes across, °C up. */
export type SteepMapSetup = {
  plants: readonly MapPlant[];
  /** every harshness in the cup, sugar and acid as they are there and by what the house bears */
  harshnesses: readonly MapHarshness[];
  columns: number;
  rows: number;
  maxMinutes: number;
  startC: { low: number; high: number };
  /** the pot: every row cools as this pot does, so contours are true along its own path */
  ambientC: number;
  tauMin: number;
  agitation?: Agitation;
};

/**
 * The steep map: for each starting temperature the pot is followed once as it cools, and every clock runs along with it, so
 * the time grows with rows times columns times the distinct activation energies and with nothing else.
 */
export function steepMap({
  plants,
  harshnesses,
  columns,
  rows,
  maxMinutes,
  startC,
  ambientC,
  tauMin,
  agitation = 'stirred-now-and-then',
}: SteepMapSetup): SteepMap {
  requirePositive('steepMap', 'maxMinutes', maxMinutes, 'min');
  requirePositive('steepMap', 'tauMin', tauMin, 'min');
  const map: SteepMap = {
    columns,
    rows,
    minutes: Float64Array.from({ length: columns }, (_, c) => (maxMinutes * c) / (columns - 1)),
    startC: Float64Array.from({ length: rows }, (_, r) => startC.high + ((startC.low - startC.high) * r) / (rows - 1)),
    body: new Float64Array(rows * columns),
    harsh: new Float64Array(rows * columns),
  };
  const bodies = plants.filter((p) => !p.worked).flatMap((p) => termsOf(p, 'body', p.bodyFull, AGITATION[agitation]));
  const worked = plants.flatMap((p) =>
    p.worked ? [{ ...p.worked, full: p.bodyFull, terms: termsOf(p, 'body', 1, AGITATION[agitation]) }] : [],
  );
  // What a family gives is followed once, however many senses it is tasted by.
  const families = plants.flatMap((p) =>
    [...new Set(p.harsh.map((l) => l.family))].map((family) => ({
      loads: p.harsh.filter((l) => l.family === family),
      terms: termsOf(p, family, 1, AGITATION[agitation]),
    })),
  );
  const felt = harshnesses.map(() => new Float64Array(columns));
  const one = new Float64Array(columns);
  const terms = [...bodies, ...worked.flatMap((w) => w.terms), ...families.flatMap((f) => f.terms)];
  const energies = [...new Set(terms.map((t) => t.ea))];
  const clocks = energies.map(() => new Float64Array(columns));
  const [lowC, highC] = [Math.min(ambientC, startC.low), Math.max(ambientC, startC.high)];
  const tables = energies.map((ea) => rateTable(ea, lowC, highC));
  const cooling = Float64Array.from(map.minutes, (t) => Math.exp(-t / tauMin));
  const step = maxMinutes / (columns - 1);
  for (let r = 0; r < rows; r++) {
    const above = map.startC[r]! - ambientC;
    tables.forEach((table, e) => runClock(clocks[e]!, table, ambientC, above, cooling, step));
    const add = (values: Float64Array, term: Term): void =>
      addTerm(values, term, clocks[energies.indexOf(term.ea)]!, step);
    const row = (values: Float64Array): Float64Array => values.subarray(r * columns, (r + 1) * columns);
    const body = row(map.body);
    for (const term of bodies) add(body, term);
    for (const { stillClosed, leastOpen, full, terms: its } of worked) {
      one.fill(0);
      for (const term of its) add(one, term);
      for (let c = 0; c < columns; c++) body[c]! += full * Math.max(leastOpen, 1 - (1 - one[c]!) * stillClosed);
    }
    harshnesses.forEach((h, i) => felt[i]!.fill(h.base));
    for (const { terms: its, loads } of families) {
      one.fill(0);
      for (const term of its) add(one, term);
      for (const { of, load, most } of loads) {
        const into = felt[of]!;
        if (most === undefined) for (let c = 0; c < columns; c++) into[c]! += load * one[c]!;
        else for (let c = 0; c < columns; c++) into[c]! += most * (1 - Math.exp((-load * one[c]!) / most));
      }
    }
    joinHarshnesses(row(map.harsh), felt, harshnesses);
  }
  return map;
}

/** The harshness of each column from its parts, by the law of harshness.ts, in place because it is half a million parts a map. */
function joinHarshnesses(row: Float64Array, felt: readonly Float64Array[], of: readonly MapHarshness[]): void {
  const senses = [...new Set(of.map((h) => h.sense))].map((sense) => felt.filter((_, i) => of[i]!.sense === sense));
  for (let c = 0; c < row.length; c++) {
    let squares = 0;
    for (const parts of senses) {
      if (parts.length === 1) squares += parts[0]![c]! ** 2;
      else {
        let sum = 0;
        for (const part of parts) sum += part[c]! * Math.sqrt(part[c]!);
        squares += Math.cbrt(sum) ** 4;
      }
    }
    row[c] = harshIndex(Math.sqrt(squares));
  }
}

/** exp(-x) from a table: within 2e-6, and some times as fast as the function, which is called half a million times a map. */
const DECAY_STEPS = 256;
const DECAY_MAX = 24;
const DECAY = Float64Array.from({ length: DECAY_STEPS * DECAY_MAX + 2 }, (_, i) => Math.exp(-i / DECAY_STEPS));

/** Rates by temperature for one activation energy, every tenth of a degree: within 2e-5 between the points. */
type RateTable = { lowC: number; values: Float64Array };
const RATE_STEPS_PER_K = 10;

function rateTable(ea: number, lowC: number, highC: number): RateTable {
  const n = Math.ceil((highC - lowC) * RATE_STEPS_PER_K) + 2;
  const energy = energyPerGas(ea);
  const reference = coldness(REFERENCE_C);
  return {
    lowC,
    values: Float64Array.from({ length: n }, (_, i) =>
      Math.exp(energy * (coldness(lowC + i / RATE_STEPS_PER_K) - reference)),
    ),
  };
}

function rateFrom({ lowC, values }: RateTable, tempC: number): number {
  const at = (tempC - lowC) * RATE_STEPS_PER_K;
  const i = at | 0;
  const below = values[i]!;
  return below + (values[i + 1]! - below) * (at - i);
}

/** Trapezoids on the map's own columns: the rate is smooth along a cooling pot. */
function runClock(
  clock: Float64Array,
  rates: RateTable,
  ambientC: number,
  aboveC: number,
  cooling: Float64Array,
  step: number,
): void {
  let last = rateFrom(rates, ambientC + aboveC);
  clock[0] = 0;
  for (let c = 1; c < clock.length; c++) {
    const rate = rateFrom(rates, ambientC + aboveC * cooling[c]!);
    clock[c] = clock[c - 1]! + ((last + rate) / 2) * step;
    last = rate;
  }
}

type Family = 'body' | MapLoad['family'];
type Term = {
  ea: number;
  k: number;
  full: number;
  entersMin: number;
  leavesMin: number;
};

/** A family is two first-order parts: one on its own clock, one that waits for heat. */
function termsOf(plant: MapPlant, family: Family, full: number, agitation: number): Term[] {
  const { extractionClass, entersMin = 0, leavesMin = Infinity, rateScale = 1 } = plant;
  const { k95PerMin, eaKJPerMol, coldShare } =
    family === 'cooked'
      ? COOKING
      : family === 'body' && plant.opening
        ? plant.opening
        : (EXTRACTION_CLASSES[extractionClass] as ExtractionClass)[family];
  // What cooks cooks alike however it is moved or cut.
  const k = k95PerMin * (family === 'cooked' ? 1 : agitation * rateScale);
  const part = (ea: number, share: number): Term[] =>
    share > 0 ? [{ ea, k, full: full * share, entersMin, leavesMin }] : [];
  return [...part(eaKJPerMol, coldShare), ...part(Math.max(HEAT_ONLY_EA, eaKJPerMol), 1 - coldShare)];
}

/** Adds one term to one row. The decay is read in place: this loop is nearly all of a map's time. */
function addTerm(
  values: Float64Array,
  { k, full, entersMin, leavesMin }: Term,
  clock: Float64Array,
  step: number,
): void {
  const columns = values.length;
  const from = Math.ceil(entersMin / step - 1e-9);
  const perMinute = k * DECAY_STEPS;
  const already = clock[Math.min(from, columns - 1)]!;
  const end = DECAY_STEPS * DECAY_MAX;
  // What is taken out gives no more: its clock stops there.
  const out = leavesMin < Infinity ? Math.min(columns - 1, Math.max(from, Math.round(leavesMin / step))) : columns - 1;
  for (let c = from; c < columns; c++) {
    const at = perMinute * (clock[c < out ? c : out]! - already);
    if (at >= end) {
      values[c]! += full;
      continue;
    }
    const i = at | 0;
    const left = DECAY[i]!;
    values[c]! += full * (1 - left - (DECAY[i + 1]! - left) * (at - i));
  }
}
