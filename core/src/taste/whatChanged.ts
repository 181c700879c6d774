import {
  brewLines,
  brewState,
  jugOfMix,
  runOfBatch,
  standardOf,
  tastedLiquid,
  type Batch,
  type Tasting,
} from '../batch/batch';
import type { BrewState } from '../batch/brewState';
import type { FrozenBrew } from '../batch/batchEvent';
import { volumeMl, type Liquid } from '../liquid/liquid';
import { timesStandard } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { remembering } from '../quantity/remembering';

// What changed in the glass from one making of a drink to another, cause by cause: the model's glass as a function of what was done, each
// cause exchanged in every order. A cause's share is the mean of what it moves over all orders (Shapley 1953), so that the shares add up
// to the whole and depend on no order.

/** What may differ between two makings. */
export const CAUSES = ['lot', 'dose', 'time', 'yield', 'mix', 'ice'] as const;
/** One of {@link CAUSES}, or what was poured into the jug afterwards. */
export type Cause = (typeof CAUSES)[number] | 'put-right';

/** What a cause moved: strength in ln ×, sugar in g/L as drunk. */
export type Share = { cause: Cause; strengthLn: number; sugarGPerL: number };

/** Two glasses, and what moved each figure from the one to the other, the largest first; shares add up to the whole. */
export type WhatChanged = {
  was: { strengthX: number; sugarGPerL: number };
  is: { strengthX: number; sugarGPerL: number };
  shares: readonly Share[];
};

/** A making, and the glass of it that is looked at. */
export type Making = { batch: Batch; tasted: Pick<Tasting, 'state' | 'at'> };

type Picked = Readonly<Record<(typeof CAUSES)[number], 'was' | 'is'>>;
type Figures = { strengthLn: number; sugarGPerL: number };

/** A difference of strength this small is nothing, ln; of sugar, g/L. */
const NOTHING = { strengthLn: 1e-4, sugarGPerL: 1e-2 };

/**
 * What changed from one making to another. Makings by another way, of other brews, are exchanged whole with their times: what was put
 * in at a stage that the other does not have has no place there.
 * @returns undefined where either glass has no strength to compare
 */
export function whatChanged(was: Making, is: Making): WhatChanged | undefined {
  const pair = { was, is };
  const causes = differing(pair);
  const known = new Map<string, Figures>();
  const glassBy = (pick: Picked): Figures => {
    const key = JSON.stringify(pick);
    const found = known.get(key);
    if (found) return found;
    const made = figuresOf(glassOf(pair, pick), was.batch);
    known.set(key, made);
    return made;
  };
  const [from, to] = [glassBy(allOf('was')), glassBy(allOf('is'))];
  if (!Number.isFinite(from.strengthLn) || !Number.isFinite(to.strengthLn)) return undefined;
  const shares = causes.map((cause): Share => ({ cause, ...shareOf(cause, causes, glassBy) }));
  // What was poured into the jug later is no part of how it was made.
  const really = {
    was: figuresOf(tastedLiquid(was.batch, was.tasted), was.batch),
    is: figuresOf(tastedLiquid(is.batch, is.tasted), was.batch),
  };
  const putRight: Share = {
    cause: 'put-right',
    strengthLn: really.is.strengthLn - to.strengthLn - (really.was.strengthLn - from.strengthLn),
    sugarGPerL: really.is.sugarGPerL - to.sugarGPerL - (really.was.sugarGPerL - from.sugarGPerL),
  };
  return {
    was: { strengthX: Math.exp(really.was.strengthLn), sugarGPerL: really.was.sugarGPerL },
    is: { strengthX: Math.exp(really.is.strengthLn), sugarGPerL: really.is.sugarGPerL },
    shares: [...shares, putRight]
      .filter((s) => Math.abs(s.strengthLn) > NOTHING.strengthLn || Math.abs(s.sugarGPerL) > NOTHING.sugarGPerL)
      .sort(
        (a, b) => Math.abs(b.strengthLn) - Math.abs(a.strengthLn) || Math.abs(b.sugarGPerL) - Math.abs(a.sugarGPerL),
      ),
  };
}

const allOf = (which: 'was' | 'is'): Picked => Object.fromEntries(CAUSES.map((c) => [c, which])) as Picked;

const figuresOf = (glass: Liquid, of: Batch): Figures => ({
  strengthLn: Math.log(timesStandard(glass, standardOf(of))),
  sugarGPerL: sweetGPerL(glass),
});

/** A cause's share: the mean over all orders of what its exchange moves, those that do not differ left out. */
function shareOf(
  cause: (typeof CAUSES)[number],
  causes: readonly (typeof CAUSES)[number][],
  glassBy: (pick: Picked) => Figures,
): Figures {
  const others = causes.filter((c) => c !== cause);
  const n = causes.length;
  let [strengthLn, sugarGPerL] = [0, 0];
  for (let set = 0; set < 1 << others.length; set++) {
    const before = { ...allOf('was') } as Record<(typeof CAUSES)[number], 'was' | 'is'>;
    let size = 0;
    others.forEach((c, i) => {
      if ((set >> i) & 1) {
        before[c] = 'is';
        size++;
      }
    });
    // So often a set of this size stands before the cause in an order.
    const weight = (factorial(size) * factorial(n - size - 1)) / factorial(n);
    const [without, with_] = [glassBy(before), glassBy({ ...before, [cause]: 'is' })];
    strengthLn += weight * (with_.strengthLn - without.strengthLn);
    sugarGPerL += weight * (with_.sugarGPerL - without.sugarGPerL);
  }
  return { strengthLn, sugarGPerL };
}

const factorial = (n: number): number => (n <= 1 ? 1 : n * factorial(n - 1));

/** Causes by which two makings can be told apart; doses and times go together where they were made by different ways. */
function differing({ was, is }: { was: Making; is: Making }): readonly (typeof CAUSES)[number][] {
  return sameWays(was.batch, is.batch) ? CAUSES : CAUSES.filter((c) => c !== 'lot' && c !== 'time');
}

/** Whether two makings have the same brews by the same stages, so that a time of the one has its place in the other. */
const sameWays = (a: Batch, b: Batch): boolean =>
  a.plan.brews.length === b.plan.brews.length &&
  a.plan.brews.every((brew, i) => {
    const other = b.plan.brews[i]!;
    const stages = (x: FrozenBrew): string => x.way.stages.map((s) => s.id).join();
    return brew.brewId === other.brewId && stages(brew) === stages(other);
  });

/** The glass of a making that takes some things from the one and some from the other. */
function glassOf(pair: { was: Making; is: Making }, pick: Picked): Liquid {
  const same = sameWays(pair.was.batch, pair.is.batch);
  const by = (cause: keyof Picked): Batch => pair[pick[cause]].batch;
  const dosed = by('dose');
  const timed = same ? by('time') : dosed;
  const plan = {
    ...dosed.plan,
    brews: dosed.plan.brews.map((brew, i): FrozenBrew => {
      const lotted = same ? by('lot').plan.brews[i]! : brew;
      const potency = new Map(lotted.way.ingredients.map((x) => [x.plant, x.potency]));
      return {
        ...brew,
        way: {
          ...brew.way,
          stages: same ? timed.plan.brews[i]!.way.stages : brew.way.stages,
          ingredients: brew.way.ingredients.map(({ potency: own, ...x }) => {
            const given = potency.has(x.plant) ? potency.get(x.plant) : own;
            return given === undefined ? x : { ...x, potency: given };
          }),
        },
      };
    }) as unknown as Batch['plan']['brews'],
  };
  // How it went on the heat is of the times; what it came to is told apart from it, as a share of what was to be expected.
  const unmeasured: Batch = {
    ...timed,
    plan,
    brews: plan.brews.map((b, i): BrewState => {
      const state = timed.brews[i] ?? brewState(timed, b.brewId);
      return {
        ...state,
        ...UNMEASURED,
        brewId: b.brewId,
        changes: { ...state.changes, put: same ? dosedPut(dosed, timed, b.brewId) : state.changes.put },
      };
    }),
  };
  const measured = by('yield');
  const made: Batch = {
    ...unmeasured,
    brews: unmeasured.brews.map((state) => {
      const share = cameOutShare(measured, state.brewId);
      if (share === undefined) return state;
      const expected =
        volumeMl(runOfBatch(unmeasured, state.brewId).concentrate) * frozenPots(unmeasured, state.brewId);
      const own = measured.brews.find((b) => b.brewId === state.brewId);
      return { ...state, measuredVolumeMl: share * expected, ...(own?.brix === undefined ? {} : { brix: own.brix }) };
    }),
  };
  const mixed = by('mix');
  const iced = pair[pick.ice];
  // As large a jug for what came out as the one that it is mixed like.
  const liquid = jugOfMix(made, mixed, scaleOf(made, mixed));
  return tastedLiquid({ ...made, jug: liquid, jugSince: [] }, iced.tasted);
}

const frozenPots = ({ plan }: Batch, brewId: string): number => plan.brews.find((b) => b.brewId === brewId)!.pots;

/** What was put in by other amounts than planned goes with the doses; its moments are of the times. */
const dosedPut = (dosed: Batch, timed: Batch, brewId: string): BrewState['changes']['put'] => {
  const amounts = brewState(dosed, brewId).changes.put;
  return amounts.length > 0 ? amounts : brewState(timed, brewId).changes.put.map((p) => ({ ...p, grams: undefined }));
};

/** A brew of which nobody measured anything. */
const UNMEASURED = {
  measuredVolumeMl: undefined,
  strainedVolumeMl: undefined,
  panWeightG: undefined,
  brix: undefined,
} as const;

/** What came out of a brew against what was to be expected of how it went; undefined where nobody measured. */
const cameOutShare = (batch: Batch, brewId: string): number | undefined =>
  sharesKnown(batch, brewId, () => cameOutShareAnew(batch, brewId));
// It is asked for in every order of exchange, and is the same in all of them.
const sharesKnown = remembering<Batch, number | undefined>();

function cameOutShareAnew(batch: Batch, brewId: string): number | undefined {
  const state = batch.brews.find((b) => b.brewId === brewId);
  if (state?.measuredVolumeMl === undefined) return undefined;
  const bare: Batch = { ...batch, brews: batch.brews.map((b) => ({ ...b, ...UNMEASURED })) };
  const expected = volumeMl(runOfBatch(bare, brewId).concentrate) * frozenPots(batch, brewId);
  return expected > 0 ? state.measuredVolumeMl / expected : undefined;
}

/** How many times as much comes out of one making as out of another: their mixes are alike by their shares. */
function scaleOf(made: Batch, like: Batch): number {
  const ml = (b: Batch): number => brewLines(b.plan).reduce((sum, { brewId }) => sum + (outMl(b, brewId) ?? 0), 0);
  const [a, b] = [ml(made), ml(like)];
  return b > 0 ? a / b : 1;
}

const outMl = (batch: Batch, brewId: string): number | undefined => {
  const state = batch.brews.find((b) => b.brewId === brewId);
  if (!state) return undefined;
  return state.measuredVolumeMl ?? volumeMl(runOfBatch(batch, brewId).concentrate) * frozenPots(batch, brewId);
};
