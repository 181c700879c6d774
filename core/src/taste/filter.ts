import { Matrix } from 'ml-matrix';
import { normalCdf } from '../quantity/normal';

// Leaf and people apart: one joint Gaussian over what a drinker likes, what the lots of a plant give, and how a batch was made, moved by
// each verdict and each measurement (assumed-density filtering by moments). What is not known of the house itself (how far its lots differ,
// how unsure its tongues are) is a bank of such filters, weighted by how well each foresaw what was said. Natural logarithms throughout.

/** What the filter takes for granted. House estimates, tried on made-up houses; see decision 25. */
export const LEARNING = {
  /** what a drinker likes in a drink against the drink as written; what the lots of a plant give on the whole */
  likingSd: 0.25,
  /** how far what one person likes lies from what is liked here on the whole */
  personSd: 0.18,
  muSd: 0.08,
  /** how far lots differ, and how likely each is */
  lotSd: [
    [0.05, 0.25],
    [0.18, 0.45],
    [0.33, 0.3],
  ],
  /** how a batch was really made against its record */
  makingSd: 0.03,
  /** drifts from one batch to the next: liking; a lot fades in its tin */
  likingDrift: 0.02,
  lotDrift: 0.01,
  /** noise of a word of strength, and the cuts between the five words in units of it */
  noise: 0.18,
  cuts: [-1.5, -0.5, 0.5, 1.5],
  /** how much surer or less sure a taster, and a house, may be than that */
  tasters: [
    [0.8, 0.25],
    [1, 0.5],
    [1.25, 0.25],
  ],
  houses: [
    [0.65, 0.2],
    [1, 0.4],
    [1.5, 0.25],
    [2, 0.15],
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

/** What happened to one batch, in its order: words of strength at ln x, of the cook or of somebody else; or an extract measured. */
export type Observed =
  { kind: 'word'; lnX: number; word: -2 | -1 | 0 | 1 | 2; who?: string } | { kind: 'extract'; lnRatio: number };
/** A batch as it is learned from: its lot where that is known, and what was observed of it. */
export type Observation = { lot: string | undefined; seen: readonly Observed[] };

/** What is known of the house beforehand, where it is: one spread of lots, one noise. For made-up houses. */
export type KnownHouse = { lotSd: number; noise: number };

/** The mean of something and its standard deviation. */
export type Belief = { mean: number; sd: number };

type Component = {
  logWeight: number;
  lotSd: number;
  noise: number;
  /** liking, mu, then what {@link State.names} says: a lot, or how far a person's liking lies from the house's */
  mean: Matrix;
  cov: Matrix;
};
/** All that was learned of one drink: a bank of filters, and which lots they know. */
export type State = {
  bank: readonly Component[];
  names: readonly string[];
  /** the lot in use where none is told */
  current: string | undefined;
};

const [LIKING, MU, FIRST] = [0, 1, 2];
const lotName = (lot: string): string => `lot ${lot}`;
const personName = (who: string): string => `person ${who}`;
/** Where a state is; -1 where it is not known yet. */
const placeOf = ({ names }: Pick<State, 'names'>, name: string | undefined): number => {
  const i = name === undefined ? -1 : names.indexOf(name);
  return i < 0 ? -1 : FIRST + i;
};
const UNTOLD = '?';
/** The chance that a lot was replaced without a word, for lots that differ so far. */
const replacedBy = (lotSd: number): number =>
  LEARNING.replaced.reduce<number>((p, [q, from]) => (lotSd >= from ? q : p), 0);

/** Log chance against the best under which a filter is dropped. */
const UNHEARD = 6;

/**
 * Before anything was tasted.
 * @param ownNoise of the one who tastes, where a ladder has told it: it takes the place of what houses are like
 */
export function freshState(known?: KnownHouse, ownNoise?: number): State {
  const spreads = known ? [[known.lotSd, 1] as const] : LEARNING.lotSd;
  const noises = known
    ? [[known.noise, 1] as const]
    : LEARNING.tasters.flatMap(([t, a]) =>
        ownNoise === undefined
          ? LEARNING.houses.map(([h, b]) => [t * h * LEARNING.noise, a * b] as const)
          : [[t * ownNoise, a] as const],
      );
  const bank = spreads.flatMap(([lotSd, p]) =>
    noises.map(([noise, q]): Component => ({
      logWeight: Math.log(p * q),
      lotSd,
      noise,
      mean: Matrix.zeros(2, 1),
      cov: Matrix.diag([LEARNING.likingSd ** 2, LEARNING.muSd ** 2]),
    })),
  );
  return { bank, names: [], current: undefined };
}

/** What was learned, after one more batch. */
export function afterBatch(state: State, { lot, seen }: Observation): State {
  const told = lot !== undefined;
  const current = lot ?? state.current ?? UNTOLD;
  const isNew = !state.names.includes(lotName(current));
  const people = [
    ...new Set(seen.flatMap((o) => (o.kind === 'word' && o.who !== undefined ? [personName(o.who)] : []))),
  ];
  const strangers = people.filter((p) => !state.names.includes(p));
  const names = [...state.names, ...(isNew ? [lotName(current)] : []), ...strangers];
  const at = placeOf({ names }, lotName(current));
  const personAt = (who: string): number => placeOf({ names }, personName(who));
  const bank = state.bank.map((c): Component => {
    const withNew = strangers.reduce(withPerson, isNew ? withLot(c) : c);
    const drifted = withDrift(withNew, at);
    const same = observed(drifted, at, personAt, seen);
    // The first batch has nothing that could have been replaced.
    if (told || isNew) return same;
    const other = observed(renewed(drifted, at), at, personAt, seen);
    return merged(
      { ...same, logWeight: same.logWeight + Math.log(1 - replacedBy(c.lotSd)) },
      { ...other, logWeight: other.logWeight + Math.log(replacedBy(c.lotSd)) },
    );
  });
  return { bank: normalised(bank), names, current };
}

/** What is foreseen of the next batch by one filter of the bank: where ln x of the reference leaf is liked, and how unsure its tongue is. */
export type Foreseen = { weight: number; mean: number; variance: number; noise: number };

/**
 * What is foreseen if it is made of this lot; of the lot in use where none is told, which may have been replaced.
 * @param who for whom it is; the house where left out
 */
export function foreseen(state: State, lot?: string, who?: string): readonly Foreseen[] {
  const told = lot !== undefined;
  const name = lot ?? state.current;
  const at = placeOf(state, name === undefined ? undefined : lotName(name));
  const person = who === undefined ? undefined : placeOf(state, personName(who));
  return state.bank.flatMap((c): Foreseen[] => {
    const [weight, { noise }] = [Math.exp(c.logWeight), c];
    const fresh = { weight, noise, ...differenceOf(c, MU, person, c.lotSd ** 2) };
    if (at < 0) return [fresh];
    const own = { weight, noise, ...differenceOf(c, at, person, 0) };
    if (told) return [own];
    const replaced = replacedBy(c.lotSd);
    return [
      { ...own, weight: weight * (1 - replaced) },
      { ...fresh, weight: weight * replaced },
    ];
  });
}

/** Everybody whose words were heard beside the cook's. */
export const peopleOf = ({ names }: Pick<State, 'names'>): readonly string[] =>
  names.flatMap((n) => (n.startsWith(personName('')) ? [n.slice(personName('').length)] : []));

/** What it is the likeliest to be liked at, ln x of the reference leaf. */
export const wantedLnX = (parts: readonly Foreseen[]): Belief => mixture(parts);

/** What a lot gives against the reference, ln; what lots of the plant give on the whole where it is not known. */
export function lotLn(state: State, lot: string): Belief {
  const at = placeOf(state, lotName(lot));
  return mixture(
    state.bank.map((c) => {
      const own = at < 0 ? MU : at;
      return {
        weight: Math.exp(c.logWeight),
        mean: c.mean.get(own, 0),
        variance: c.cov.get(own, own) + (at < 0 ? c.lotSd ** 2 : 0),
      };
    }),
  );
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
const TURNING = 4;

/** What a change has to win, in squares of ln, to be proposed. */
export const worthIt = (turnsRound: boolean): number => BOTHER * (turnsRound ? TURNING : 1);

/** Liking less what the leaf gives, of one filter; of a person whose own part is there, of a stranger (-1), or of the house. */
function differenceOf(
  { mean, cov }: Component,
  at: number,
  person: number | undefined,
  more: number,
): { mean: number; variance: number } {
  const h = Matrix.zeros(mean.rows, 1);
  h.set(LIKING, 0, 1);
  h.set(at, 0, -1);
  if (person !== undefined && person >= 0) h.set(person, 0, 1);
  const stranger = person === -1 ? LEARNING.personSd ** 2 : 0;
  return { mean: h.dot(mean), variance: h.dot(cov.mmul(h)) + more + stranger };
}

function mixture(parts: readonly { weight: number; mean: number; variance: number }[]): Belief {
  const all = parts.reduce((sum, p) => sum + p.weight, 0);
  const mean = parts.reduce((sum, p) => sum + p.weight * p.mean, 0) / all;
  const variance = parts.reduce((sum, p) => sum + p.weight * (p.variance + (p.mean - mean) ** 2), 0) / all;
  return { mean, sd: Math.sqrt(variance) };
}

/** With one more state: so much of another one, and so unsure besides. */
function withState(c: Component, like: number | undefined, variance: number): Component {
  const n = c.mean.rows;
  const mean = new Matrix([...c.mean.to1DArray(), like === undefined ? 0 : c.mean.get(like, 0)].map((x) => [x]));
  const cov = Matrix.zeros(n + 1, n + 1);
  cov.setSubMatrix(c.cov, 0, 0);
  if (like !== undefined)
    for (let i = 0; i < n; i++) {
      cov.set(n, i, c.cov.get(like, i));
      cov.set(i, n, c.cov.get(like, i));
    }
  cov.set(n, n, variance + (like === undefined ? 0 : c.cov.get(like, like)));
  return { ...c, mean, cov };
}

/** With one more lot, which is as the plant's lots are and its own besides. */
const withLot = (c: Component): Component => withState(c, MU, c.lotSd ** 2);
/** With one more person, who likes what is liked here, and their own besides. */
const withPerson = (c: Component): Component => withState(c, undefined, LEARNING.personSd ** 2);

/** The same filter where the lot at a place was replaced by another one of the plant. */
function renewed(c: Component, at: number): Component {
  const mean = c.mean.clone().set(at, 0, c.mean.get(MU, 0));
  const cov = c.cov.clone();
  for (let i = 0; i < cov.rows; i++) {
    cov.set(at, i, c.cov.get(MU, i === at ? MU : i));
    cov.set(i, at, c.cov.get(MU, i === at ? MU : i));
  }
  cov.set(at, at, c.cov.get(MU, MU) + c.lotSd ** 2);
  return { ...c, mean, cov };
}

function withDrift(c: Component, at: number): Component {
  const cov = c.cov.clone();
  cov.set(LIKING, LIKING, cov.get(LIKING, LIKING) + LEARNING.likingDrift ** 2);
  cov.set(at, at, cov.get(at, at) + LEARNING.lotDrift ** 2);
  return { ...c, cov };
}

/** After all that was observed of one batch; how it was made is a state of its own meanwhile. */
function observed(c: Component, at: number, personAt: (who: string) => number, seen: readonly Observed[]): Component {
  const n = c.mean.rows;
  let mean = new Matrix([...c.mean.to1DArray(), 0].map((x) => [x]));
  let cov = Matrix.zeros(n + 1, n + 1);
  cov.setSubMatrix(c.cov, 0, 0);
  cov.set(n, n, LEARNING.makingSd ** 2);
  let { logWeight } = c;
  for (const o of seen) {
    const h = Matrix.zeros(n + 1, 1);
    h.set(at, 0, 1);
    h.set(n, 0, 1);
    if (o.kind === 'word') h.set(LIKING, 0, -1);
    if (o.kind === 'word' && o.who !== undefined) h.set(personAt(o.who), 0, -1);
    const withF = cov.mmul(h);
    const v = h.dot(withF);
    const m = h.dot(mean) + (o.kind === 'word' ? o.lnX : 0);
    const { by, shrink, logZ } =
      o.kind === 'word' ? wordMoments(m, v, o.word, c.noise) : extractMoments(m, v, o.lnRatio);
    mean = Matrix.add(mean, Matrix.mul(withF, by));
    cov = Matrix.add(cov, Matrix.mul(withF.mmul(withF.transpose()), shrink));
    logWeight += logZ;
  }
  return { ...c, logWeight, mean: mean.subMatrix(0, n - 1, 0, 0), cov: cov.subMatrix(0, n - 1, 0, n - 1) };
}

const density = (z: number): number => (Number.isFinite(z) ? Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI) : 0);
const timesDensity = (z: number): number => (Number.isFinite(z) ? z * density(z) : 0);

/** How far a word moves what it is about, and how much surer it makes it; the log chance of the word. */
function wordMoments(m: number, v: number, word: number, noise: number): { by: number; shrink: number; logZ: number } {
  const { cuts, lapse } = LEARNING;
  const i = word + 2;
  const s = Math.sqrt(noise ** 2 + v);
  const a = i > 0 ? (cuts[i - 1]! * noise - m) / s : -Infinity;
  const b = i < cuts.length ? (cuts[i]! * noise - m) / s : Infinity;
  const z = (1 - lapse) * (normalCdf(b) - normalCdf(a)) + lapse / (cuts.length + 1);
  const first = ((1 - lapse) * (density(a) - density(b))) / s;
  const second = ((1 - lapse) * (timesDensity(a) - timesDensity(b))) / s ** 2;
  const g = first / z;
  return { by: g, shrink: second / z - g ** 2, logZ: Math.log(z) };
}

function extractMoments(m: number, v: number, seen: number): { by: number; shrink: number; logZ: number } {
  const s2 = v + LEARNING.extractSd ** 2;
  const off = seen - m;
  return { by: off / s2, shrink: -1 / s2, logZ: -(off ** 2) / (2 * s2) - Math.log(s2) / 2 };
}

/** Two filters as one with their moments. */
function merged(a: Component, b: Component): Component {
  const most = Math.max(a.logWeight, b.logWeight);
  const [p, q] = [Math.exp(a.logWeight - most), Math.exp(b.logWeight - most)];
  const [wa, wb] = [p / (p + q), q / (p + q)];
  const mean = Matrix.add(Matrix.mul(a.mean, wa), Matrix.mul(b.mean, wb));
  const spread = (c: Component): Matrix => {
    const d = Matrix.sub(c.mean, mean);
    return Matrix.add(c.cov, d.mmul(d.transpose()));
  };
  return {
    ...a,
    logWeight: most + Math.log(p + q),
    mean,
    cov: Matrix.add(Matrix.mul(spread(a), wa), Matrix.mul(spread(b), wb)),
  };
}

function normalised(bank: readonly Component[]): readonly Component[] {
  const most = Math.max(...bank.map((c) => c.logWeight));
  // What foresaw next to nothing of what was said is heard no more.
  const heard = bank.filter((c) => c.logWeight > most - UNHEARD);
  const all = most + Math.log(heard.reduce((sum, c) => sum + Math.exp(c.logWeight - most), 0));
  return heard.map((c) => ({ ...c, logWeight: c.logWeight - all }));
}
