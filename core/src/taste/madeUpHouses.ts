import { normalDraw, seededRandom, type Random } from '../uncertainty/random';
import {
  afterBatch,
  chanceRight,
  foreseen,
  fourInFive,
  freshState,
  LEARNING,
  likingSd,
  wantedLnX,
  wordOfStrength,
  worthIt,
  type KnownHouse,
  type Observed,
  type State,
} from './filter';

// Made-up houses whose truth is known: what advice leads to in them, against what a cook does in the head.

/** A world of made-up houses: how its lots differ, how sure its tongues are, what its cooks do. */
export type World = {
  name: string;
  lotSd: number;
  /** a new lot each so many batches; none where left out */
  lotEvery?: number;
  /** whether a new lot is told of */
  told: boolean;
  /** times the book's noise */
  noiseTimes?: number;
  /** how far a liking drifts from one batch to the next */
  drift?: number;
  /** how far a batch is made off its record */
  making?: number;
  /** the extract is measured before the jug is mixed */
  measured?: boolean;
};

/** The worlds that advice has to win in. */
export const WORLDS: readonly World[] = [
  { name: 'lots of 20 %', lotSd: 0.2, lotEvery: 3, told: true },
  { name: 'lots of 20 %, not told', lotSd: 0.2, lotEvery: 3, told: false },
  { name: 'one lot', lotSd: 0.2, told: true },
  { name: 'lots of 35 %', lotSd: 0.35, lotEvery: 3, told: true },
  { name: 'lots of 35 %, not told', lotSd: 0.35, lotEvery: 3, told: false },
  { name: 'noise half as large again', lotSd: 0.2, lotEvery: 3, told: true, noiseTimes: 1.5 },
  { name: 'a liking that drifts', lotSd: 0.2, lotEvery: 3, told: true, drift: 0.05 },
  { name: 'careless making', lotSd: 0.2, lotEvery: 3, told: true, making: 0.1 },
];

/** What is done with what was said: nothing, fifteen per cent, the filter, or the filter that knows its world. */
export type Advisor = 'none' | 'fifteen' | 'filter' | 'knowing';

/** How far off the glass after so many batches is, and how often the filter was as sure as it said. */
export type Outcome = {
  /** median of the error of strength after 1, 2, ... batches, ln */
  medianError: readonly number[];
  /** share of the truth within the interval that holds four in five */
  covered: number;
  /** how often "nothing to change" was said to be right, and how often it was */
  closeEnough: { said: number; was: number; count: number };
  /** times that the direction of a change turned round within a lot, of those that could */
  turned: number;
};

const WORDS = [-2, -1, 0, 1, 2] as const;

/** What a taster says of a glass that is so far from what is liked, ln. */
export function wordFor(off: number, noise: number, random: Random): -2 | -1 | 0 | 1 | 2 {
  const felt = (off + normalDraw(random) * noise) / noise;
  return random() < LEARNING.lapse
    ? WORDS[Math.floor(random() * WORDS.length)]!
    : WORDS[LEARNING.cuts.filter((c) => felt > c).length]!;
}

/** What an advisor leads to in so many houses of a world, the same for the same seed. */
export function livedThrough(
  world: World,
  advisor: Advisor,
  { houses, batches, seed = 1 }: { houses: number; batches: number; seed?: number },
): Outcome {
  const errors: number[][] = Array.from({ length: batches }, () => []);
  const tally = { covered: 0, asked: 0, said: 0, was: 0, close: 0, turned: 0, turns: 0 };
  for (let h = 0; h < houses; h++) {
    // Every advisor meets the same houses, lots and tongues.
    const random = seededRandom(seed * 1_000_003 + h);
    oneHouse(world, advisor, batches, random, errors, tally);
  }
  return {
    medianError: errors.map(median),
    covered: tally.asked > 0 ? tally.covered / tally.asked : NaN,
    closeEnough: {
      said: tally.said / Math.max(1, tally.close),
      was: tally.was / Math.max(1, tally.close),
      count: tally.close,
    },
    turned: tally.turned / Math.max(1, tally.turns),
  };
}

function oneHouse(
  world: World,
  advisor: Advisor,
  batches: number,
  random: Random,
  errors: number[][],
  tally: { covered: number; asked: number; said: number; was: number; close: number; turned: number; turns: number },
): void {
  const noise = LEARNING.noise.strength * (world.noiseTimes ?? 1);
  const known: KnownHouse | undefined = advisor === 'knowing' ? { lotSd: world.lotSd, noise } : undefined;
  const learns = advisor === 'filter' || advisor === 'knowing';
  let liking = normalDraw(random) * likingSd('strength');
  let lot = normalDraw(random) * world.lotSd;
  let lotNo = 0;
  let state: State | undefined = learns ? freshState('strength', known ? { known } : {}) : undefined;
  let lnX = 0;
  let lastMove = 0;
  let firstOfLot = true;
  for (let n = 0; n < batches; n++) {
    const madeOff = normalDraw(random) * (world.making ?? LEARNING.makingSd);
    const measuredOff = normalDraw(random) * LEARNING.extractSd;
    const off = lnX + lot + madeOff - liking;
    const word = wordFor(off, noise, random);
    const seen: Observed[] = [
      ...(world.measured ? [{ kind: 'extract', lnRatio: lot + madeOff + measuredOff } as const] : []),
      wordOfStrength(lnX, word),
    ];
    const before = lnX;
    const wasLot = lotNo;
    if (state) state = afterBatch(state, { lot: world.told ? String(lotNo) : undefined, seen });
    // What changes by itself before the next one.
    liking += normalDraw(random) * (world.drift ?? 0);
    const fresh = normalDraw(random) * world.lotSd;
    if (world.lotEvery && (n + 1) % world.lotEvery === 0) [lot, lotNo] = [fresh, lotNo + 1];
    if (advisor === 'fifteen' && word !== 0) lnX += Math.log(word < 0 ? 1.15 : 0.85);
    if (state) {
      const nextLot = world.told ? String(lotNo) : undefined;
      const parts = foreseen(state, nextLot === undefined ? {} : { lot: nextLot });
      const { mean } = wantedLnX(parts);
      const { low, high } = fourInFive(parts);
      // Of a lot that came without a word nobody can be sure.
      const foretold = world.told || wasLot === lotNo;
      if (foretold) {
        if (liking - lot >= low && liking - lot <= high) tally.covered++;
        tally.asked++;
      }
      const turns = wasLot === lotNo && lastMove !== 0 && Math.sign(mean - lnX) !== lastMove;
      if ((lnX - mean) ** 2 >= worthIt(turns)) lnX = mean;
      else {
        const then = lnX + lot + normalDraw(random) * (world.making ?? LEARNING.makingSd) - liking;
        const right = wordFor(then, noise, random) === 0;
        if (foretold) {
          tally.close++;
          tally.said += chanceRight(parts, lnX);
          if (right) tally.was++;
        }
      }
    }
    // A change that turns the last one of the lot round, of all batches of it after its first.
    const move = Math.sign(lnX - before);
    if (wasLot === lotNo) {
      if (firstOfLot) firstOfLot = false;
      else tally.turns++;
      if (move !== 0 && lastMove !== 0 && move !== lastMove) tally.turned++;
      if (move !== 0) lastMove = move;
    } else [lastMove, firstOfLot] = [0, true];
    errors[n]!.push(Math.abs(lnX + lot - liking));
  }
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
