import { normalCdf } from '../quantity/normal';
import {
  drifted,
  forgotten,
  knows,
  merged,
  moved,
  ofSum,
  renewed,
  unknowns,
  withUnknown,
  type Gaussian,
  type Moments,
  type Sum,
} from './gaussian';

// Leaf and people apart: one joint Gaussian over what a drinker likes, what the lots of a plant give, and how a batch was made, moved by
// each verdict and each measurement (assumed-density filtering by moments). What is not known of the house itself (how far its lots differ,
// how unsure its tongues are) is a bank of such filters, weighted by how well each foresaw what was said. Natural logarithms throughout.

/** What the filter takes for granted. House estimates, tried on made-up houses; see decision 25. */
export const LEARNING = {
  /** what the lots of a plant give on the whole */
  muSd: 0.08,
  /** how far lots differ, and how likely each is */
  lotSd: [
    [0.05, 0.25],
    [0.18, 0.45],
    [0.35, 0.3],
  ],
  /** how a batch was really made against its record */
  makingSd: 0.03,
  /** a lot fades in its tin from one batch to the next */
  lotDrift: 0.01,
  /** noise of one word, ln: a step of 1.2 is about one just noticeable step of strength */
  noise: { strength: 0.18, harsh: 0.25, sweet: 0.2, tart: 0.35 },
  /** cuts between the five words of strength in units of its noise */
  cuts: [-1.5, -0.5, 0.5, 1.5],
  /** how much surer or less sure a taster, and a house, may be than that */
  tasters: [
    [0.8, 0.25],
    [1, 0.5],
    [1.25, 0.25],
  ],
  houses: [
    [0.65, 0.2],
    [1, 0.45],
    [1.5, 0.25],
    [2, 0.1],
  ],
  /** a word that slips out whatever was tasted */
  lapse: 0.04,
  /** a measured extract tells what the lot gave this well */
  extractSd: 0.08,
  /** where lots are not told, one was replaced by the next batch with a chance: a house whose glasses leap changes its leaf more often */
  replaced: [
    [0.1, 0],
    [0.2, 0.25],
  ],
} as const;

/**
 * What is learned, each by words of its own: the strength that is liked, ln ×; the harshness that is borne; the sugar that is liked against
 * the drink as written. A part of it is shared by all drinks of a kind, a part is a person's, a part the drink's own. House estimates.
 */
export const AXES = {
  strength: { kindSd: 0.15, personSd: 0.18, drinkSd: 0.09, drift: 0.02, lots: true },
  limit: { kindSd: 0.25, personSd: 0.28, drinkSd: 0.14, drift: 0.02, lots: false },
  sugar: { kindSd: 0.18, personSd: 0.21, drinkSd: 0.11, drift: 0.015, lots: false },
} as const;
/** One of {@link AXES}. */
export type Axis = keyof typeof AXES;

/** How unsure one is of what somebody likes in a drink, before anything was said of anything; ln. */
export const likingSd = (axis: Axis): number => {
  const { kindSd, personSd, drinkSd } = AXES[axis];
  return Math.hypot(kindSd, personSd, drinkSd);
};

/** What words are about. */
export type Sense = keyof typeof LEARNING.noise;

/**
 * What happened to one batch, in its order: words said of what was at `ln`, by the cook or by somebody else, which mean that it lay between
 * two cuts in units of their noise from what is liked; or an extract measured.
 */
export type Observed =
  | {
      kind: 'said';
      sense: Sense;
      ln: number;
      between: readonly [from: number, to: number];
      /** the chance that this word slips out whatever was tasted, and how many words there are */
      lapse: number;
      words: number;
      who?: string;
    }
  | { kind: 'extract'; lnRatio: number };
/** A batch as it is learned from: its drink, the plant that carries it and its lot where that is known, and what was observed of it. */
export type Observation = { drink?: string; plant?: string; lot: string | undefined; seen: readonly Observed[] };

/** A word of strength: of a glass of ln ×. */
export function wordOfStrength(lnX: number, word: -2 | -1 | 0 | 1 | 2, who?: string): Observed & { kind: 'said' } {
  const { cuts, lapse } = LEARNING;
  const i = word + 2;
  const between = [i > 0 ? cuts[i - 1]! : -Infinity, i < cuts.length ? cuts[i]! : Infinity] as const;
  const words = cuts.length + 1;
  return { kind: 'said', sense: 'strength', ln: lnX, between, lapse: lapse / words, words, ...(who ? { who } : {}) };
}

/** How unsure a tongue is, times the book's noise, by what it tastes. */
export type OwnNoise = Readonly<Partial<Record<Sense, number>>>;

/** What is known of the house beforehand, where it is: one spread of lots, one noise of words of strength. For made-up houses. */
export type KnownHouse = { lotSd: number; noise: number };

/** The mean of something and its standard deviation. */
export type Belief = { mean: number; sd: number };

type Component = {
  logWeight: number;
  lotSd: number;
  /** how unsure the tongues of the house are, times the book's noise */
  house: number;
  /** how likely each of {@link LEARNING.tasters} is of each who spoke */
  tasters: Readonly<Record<string, readonly number[]>>;
  believed: Gaussian;
  /** the chance that the last batch was of another lot than the one before */
  replaced: number;
};
/** All that was learned along one axis: a bank of filters, and the lots in use where none are told. */
export type State = {
  axis: Axis;
  bank: readonly Component[];
  /** of the cook's own tongue, where a ladder has told it */
  own: OwnNoise;
  tasters: readonly (readonly [factor: number, chance: number])[];
  current: Readonly<Record<string, string>>;
};

/** What a batch, or the next one, is of: nothing said is the one drink, plant and cook that there is. */
export type About = { drink?: string; plant?: string; lot?: string; who?: string };

const KIND = 'kind';
const MAKING = 'making';
const UNTOLD = '?';
const lotName = (plant: string, lot: string): string => `lot ${plant}/${lot}`;
const muName = (plant: string): string => `lots of ${plant}`;
const drinkName = (drink: string): string => `drink ${drink}`;
const PERSON = 'person ';
const personName = (who: string): string => `${PERSON}${who}`;
/** The chance that a lot was replaced without a word, for lots that differ so far. */
const replacedBy = (lotSd: number): number =>
  LEARNING.replaced.reduce<number>((p, [q, from]) => (lotSd >= from ? q : p), 0);

/** Log chance against the best under which a filter is dropped. */
const UNHEARD = 6;

/**
 * Before anything was tasted.
 * @param own of the cook's tongue, where a ladder has told it: it takes the place of what houses are like
 */
export function freshState(
  axis: Axis = 'strength',
  { known, own = {} }: { known?: KnownHouse; own?: OwnNoise } = {},
): State {
  const spreads = known ? [[known.lotSd, 1] as const] : AXES[axis].lots ? LEARNING.lotSd : ([[0, 1]] as const);
  const houses = known ? [[known.noise / LEARNING.noise.strength, 1] as const] : LEARNING.houses;
  const bank = spreads.flatMap(([lotSd, p]) =>
    houses.map(([house, q]): Component => ({
      logWeight: Math.log(p * q),
      lotSd,
      house,
      tasters: {},
      believed: unknowns({ [KIND]: AXES[axis].kindSd, ...(AXES[axis].lots ? { [MAKING]: LEARNING.makingSd } : {}) }),
      replaced: 0,
    })),
  );
  return { axis, bank, own, tasters: known ? [[1, 1]] : LEARNING.tasters, current: {} };
}

/** What was learned, after one more batch. */
export function afterBatch(state: State, { drink = '', plant = '', lot, seen }: Observation): State {
  const { lots, drift } = AXES[state.axis];
  const told = lot !== undefined || !lots;
  const current = lot ?? state.current[plant] ?? UNTOLD;
  const name = lotName(plant, current);
  const isNew = !state.bank.some((c) => knows(c.believed, name));
  const people = [...new Set(seen.flatMap((o) => (o.kind === 'said' ? [o.who ?? ''] : [])))];
  const bank = state.bank.map((c): Component => {
    let believed = withUnknown(c.believed, drinkName(drink), AXES[state.axis].drinkSd);
    for (const who of people) believed = withUnknown(believed, personName(who), AXES[state.axis].personSd);
    if (lots) {
      believed = withUnknown(believed, muName(plant), LEARNING.muSd);
      believed = withUnknown(believed, name, c.lotSd, muName(plant));
      believed = forgotten(believed, MAKING, LEARNING.makingSd);
    }
    believed = drifted(believed, { [KIND]: drift, ...(lots ? { [name]: LEARNING.lotDrift } : {}) });
    const before = { ...c, believed };
    const of = { drink, lot: lots ? name : undefined };
    const same = observed(before, state, of, seen);
    // The first batch has nothing that could have been replaced.
    if (told || isNew) return { ...same, replaced: 0 };
    const anew = { ...before, believed: renewed(before.believed, name, c.lotSd, muName(plant)) };
    const other = observed(anew, state, of, seen);
    const chance = replacedBy(c.lotSd);
    return together(
      { ...same, logWeight: same.logWeight + Math.log(1 - chance) },
      { ...other, logWeight: other.logWeight + Math.log(chance) },
    );
  });
  return {
    ...state,
    bank: normalised(bank),
    current: lots ? { ...state.current, [plant]: current } : state.current,
  };
}

/** The chance that the last batch was made of another lot than the one before it, where none was told; 0 where it was. */
export const replacedChance = ({ bank }: State): number =>
  bank.reduce((sum, c) => sum + Math.exp(c.logWeight) * c.replaced, 0);

/** What is foreseen of the next batch by one filter of the bank: where ln x of the reference leaf is liked, and how unsure its tongue is. */
export type Foreseen = { weight: number; mean: number; variance: number; noise: number };

/** What is foreseen if it is made of this lot; of the lot in use where none is told, which may have been replaced. */
export function foreseen(state: State, { drink = '', plant = '', lot, who = '' }: About = {}): readonly Foreseen[] {
  const { lots } = AXES[state.axis];
  const told = lot !== undefined;
  const current = lot ?? state.current[plant];
  const name = current === undefined ? undefined : lotName(plant, current);
  return state.bank.flatMap((c): Foreseen[] => {
    const known = name !== undefined && knows(c.believed, name);
    const of = (lotOf: string | undefined): Moments => likedIn(c, state.axis, { drink, who }, plant, lotOf);
    const ways: [chance: number, moments: Moments][] =
      !lots || !known
        ? [[1, of(undefined)]]
        : told
          ? [[1, of(name)]]
          : [
              [1 - replacedBy(c.lotSd), lessSure(of(name))],
              [replacedBy(c.lotSd), of(undefined)],
            ];
    return ways.flatMap(([chance, moments]) =>
      tongueOf(state, c, who, 'strength').map(([factor, likely]) => ({
        weight: Math.exp(c.logWeight) * chance * likely,
        noise: LEARNING.noise.strength * factor,
        ...moments,
      })),
    );
  });
}

/** Two ways it may have gone are kept as one where no lot is told: that knows a little less than it says. House choice, from made-up houses. */
const lessSure = ({ mean, variance }: Moments): Moments => ({ mean, variance: UNTOLD_VARIES * variance });
const UNTOLD_VARIES = 1.1;

/** Liking less what the leaf gives, of one filter: the lot's own, or that of one of which nothing is known. */
function likedIn(
  { believed, lotSd }: Component,
  axis: Axis,
  { drink, who }: Required<Pick<About, 'drink' | 'who'>>,
  plant: string,
  lot: string | undefined,
): Moments {
  const { personSd, drinkSd, lots } = AXES[axis];
  const leaf = !lots ? {} : { [lot ?? muName(plant)]: -1 };
  const { mean, variance } = ofSum(believed, { [KIND]: 1, [personName(who)]: 1, [drinkName(drink)]: 1, ...leaf });
  const unknown = [
    knows(believed, personName(who)) ? 0 : personSd,
    knows(believed, drinkName(drink)) ? 0 : drinkSd,
    !lots || lot !== undefined ? 0 : lotSd,
    !lots || lot !== undefined || knows(believed, muName(plant)) ? 0 : LEARNING.muSd,
  ];
  return { mean, variance: variance + unknown.reduce((sum, sd) => sum + sd ** 2, 0) };
}

/** Everybody whose words were heard beside the cook's. */
export const peopleOf = ({ bank }: Pick<State, 'bank'>): readonly string[] =>
  bank[0]!.believed.names.flatMap((n) => (n.startsWith(PERSON) && n !== PERSON ? [n.slice(PERSON.length)] : []));

/** How unsure somebody's tongue is, times the book's noise: the mean over all that is held possible. */
export const tongueSoFar = (state: State, who = '', sense: Sense = 'strength'): number =>
  state.bank.reduce(
    (sum, c) =>
      sum +
      Math.exp(c.logWeight) * tongueOf(state, c, who, sense).reduce((s, [factor, likely]) => s + factor * likely, 0),
    0,
  );

/** What it is the likeliest to be liked at, ln x of the reference leaf. */
export const wantedLnX = (parts: readonly Foreseen[]): Belief => mixture(parts);

/** What a lot gives against the reference, ln, and between what four times in five; what lots of the plant give where it is not known. */
export function lotLn({ bank }: Pick<State, 'bank'>, lot: string, plant = ''): Belief & { low: number; high: number } {
  const name = lotName(plant, lot);
  const parts = bank.map((c) => {
    const known = knows(c.believed, name);
    const { mean, variance } = ofSum(c.believed, { [known ? name : muName(plant)]: 1 });
    return { weight: Math.exp(c.logWeight), mean, variance: variance + (known ? 0 : c.lotSd ** 2) };
  });
  return { ...mixture(parts), ...fourInFive(parts) };
}

/** The chance that a glass of ln x is called right in strength. */
export function chanceRight(parts: readonly Foreseen[], lnX: number): number {
  const [, from, to] = LEARNING.cuts;
  return parts.reduce((sum, { weight, mean, variance, noise }) => {
    const wide = Math.hypot(noise, Math.sqrt(variance + LEARNING.makingSd ** 2));
    const off = lnX - mean;
    const right = normalCdf((to * noise - off) / wide) - normalCdf((from * noise - off) / wide);
    return sum + weight * ((1 - LEARNING.lapse) * right + LEARNING.lapse / (LEARNING.cuts.length + 1));
  }, 0);
}

/** A gain in squares under this is not worth a change: about 5 % in strength. House choice. */
const BOTHER = 0.003;
/** What takes the last change back is asked for when it wins so many times as much: advice that turns round is not followed. House choice. */
const TURNING = 5;

/** What a change has to win, in squares of ln, to be proposed. */
export const worthIt = (turnsRound: boolean): number => BOTHER * (turnsRound ? TURNING : 1);

/** Between what something lies four times in five, by all that is foreseen of it: a mixture has longer tails than its spread tells. */
export function fourInFive(parts: readonly Weighed[]): { low: number; high: number } {
  const all = parts.reduce((sum, p) => sum + p.weight, 0);
  const { mean, sd } = mixture(parts);
  const below = (x: number): number =>
    parts.reduce((sum, p) => sum + p.weight * normalCdf((x - p.mean) / Math.sqrt(p.variance)), 0) / all;
  const at = (share: number): number => {
    let [low, high] = [mean - REACH * sd, mean + REACH * sd];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (low + high) / 2;
      if (below(middle) < share) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return { low: mean + WIDENED * (at(0.1) - mean), high: mean + WIDENED * (at(0.9) - mean) };
}

/** Moments know a little less than they say where a house has many faults at once. House choice, from made-up houses. */
const WIDENED = 1.02;

/** A tenth of anything lies within so many of its spreads; and so many halvings find it to a thousandth of one. */
const REACH = 4;
const HALVINGS = 13;

type Weighed = { weight: number; mean: number; variance: number };

function mixture(parts: readonly Weighed[]): Belief {
  const all = parts.reduce((sum, p) => sum + p.weight, 0);
  const mean = parts.reduce((sum, p) => sum + p.weight * p.mean, 0) / all;
  const variance = parts.reduce((sum, p) => sum + p.weight * (p.variance + (p.mean - mean) ** 2), 0) / all;
  return { mean, sd: Math.sqrt(variance) };
}

/** How unsure somebody's tongue may be, times the book's noise, and how likely each is: the cook's by the ladder where there was one. */
function tongueOf(
  state: State,
  c: Component,
  who: string,
  sense: Sense,
): readonly (readonly [factor: number, likely: number])[] {
  const base = (who === '' ? state.own[sense] : undefined) ?? c.house;
  const heard = c.tasters[who];
  return state.tasters.map(([factor, likely], i) => [factor * base, heard?.[i] ?? likely]);
}

/** After all that was observed of one batch; how it was made is an unknown of its own, and of no other batch. */
function observed(
  c: Component,
  state: State,
  { drink, lot }: { drink: string; lot: string | undefined },
  seen: readonly Observed[],
): Component {
  const leaf: Sum = lot === undefined ? {} : { [lot]: 1, [MAKING]: 1 };
  let { believed } = c;
  let { logWeight, tasters } = c;
  for (const o of seen) {
    if (o.kind === 'extract') {
      const { mean, variance } = ofSum(believed, leaf);
      const s2 = variance + LEARNING.extractSd ** 2;
      const off = o.lnRatio - mean;
      believed = moved(believed, leaf, off / s2, -1 / s2);
      logWeight -= off ** 2 / (2 * s2) + Math.log(s2) / 2;
      continue;
    }
    const who = o.who ?? '';
    const sum: Sum = { ...leaf, [KIND]: -1, [personName(who)]: -1, [drinkName(drink)]: -1 };
    const { mean, variance } = ofSum(believed, sum);
    const heard = tongueOf(state, c, who, o.sense).map(([factor, likely]) => ({
      likely,
      ...wordMoments(o.ln + mean, variance, o, factor * LEARNING.noise[o.sense]),
    }));
    const z = heard.reduce((all, h) => all + h.likely * h.z, 0);
    const g = heard.reduce((all, h) => all + h.likely * h.first, 0) / z;
    const bend = heard.reduce((all, h) => all + h.likely * h.second, 0) / z;
    believed = moved(believed, sum, g, bend - g ** 2);
    tasters = { ...tasters, [who]: heard.map((h) => (h.likely * h.z) / z) };
    logWeight += Math.log(z);
  }
  return { ...c, logWeight, tasters, believed };
}

const density = (z: number): number => (Number.isFinite(z) ? Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI) : 0);
const timesDensity = (z: number): number => (Number.isFinite(z) ? z * density(z) : 0);

/** The chance of a word of what lies at m, unsure by v, for a tongue of such a noise; and its first and second derivative by m. */
function wordMoments(
  m: number,
  v: number,
  { between: [from, to], lapse, words }: Pick<Observed & { kind: 'said' }, 'between' | 'lapse' | 'words'>,
  noise: number,
): { z: number; first: number; second: number } {
  const s = Math.sqrt(noise ** 2 + v);
  const [a, b] = [(from * noise - m) / s, (to * noise - m) / s];
  const clear = 1 - lapse * words;
  return {
    z: clear * (normalCdf(b) - normalCdf(a)) + lapse,
    first: (clear * (density(a) - density(b))) / s,
    second: (clear * (timesDensity(a) - timesDensity(b))) / s ** 2,
  };
}

/** Two filters as one with their moments. */
function together(a: Component, b: Component): Component {
  const most = Math.max(a.logWeight, b.logWeight);
  const [p, q] = [Math.exp(a.logWeight - most), Math.exp(b.logWeight - most)];
  const shareOfA = p / (p + q);
  const tasters = Object.fromEntries(
    Object.entries(a.tasters).map(([who, likely]) => [
      who,
      likely.map((l, i) => shareOfA * l + (1 - shareOfA) * b.tasters[who]![i]!),
    ]),
  );
  return {
    ...a,
    logWeight: most + Math.log(p + q),
    tasters,
    believed: merged(a.believed, b.believed, shareOfA),
    replaced: 1 - shareOfA,
  };
}

function normalised(bank: readonly Component[]): readonly Component[] {
  const most = Math.max(...bank.map((c) => c.logWeight));
  const heard = bank.filter((c) => c.logWeight > most - UNHEARD);
  const log = most + Math.log(heard.reduce((sum, c) => sum + Math.exp(c.logWeight - most), 0));
  return heard.map((c) => ({ ...c, logWeight: c.logWeight - log }));
}
