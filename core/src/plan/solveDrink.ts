import { BOILS_DRY, HELD_BY_PLANTS, type BrewFactors } from '../brew/brewRun';
import { InputError } from '../quantity/errors';
import {
  choiceFor,
  isSweetened,
  isSyrup,
  sweeter,
  TARGET_RANGES,
  withSteep,
  writtenMinutes,
  type Brew,
  type BrewWay,
  type Drink,
  type Kitchen,
  type MixLine,
  type PlanTarget,
  provenanceKey,
} from '../drink/drink';
import { TOO_LITTLE_HEAT } from '../heat/heating';
import type { Vessel } from '../heat/vessel';
import { acidGPerL, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { timesStandard } from '../liquid/strength';
import { iceFor, jugForGlass } from './glass';
import { atGlassOf, bookOf, canSweeten, fixedPerLitreMl, glassLinesShare, type Book } from './houseStandard';
import { botanicalIfKnown } from '../reference/botanicals';
import { plantsOf } from '../reference/plants';
import { liquorRatioOf } from '../brew/contents';
import { few } from '../quantity/few';
import { isEndless, lineLiquid } from './mixLines';
import type { JugWanted, OnHand } from './mixJug';
import { planBrews, type BrewsPlan, type GivenLiquid, type PlannedJug } from './planBrews';
import type { NoPlan } from './planTypes';
import { scaledWay } from './rounding';

/** A brew of a drink with the way and the pots it is made in. */
export type SolvedBrew = { brew: Brew; lineId: string; way: BrewWay; pots: number; vessel: Vessel };
/** How a drink can be made for a target. */
export type Solved = { kind: 'solved'; brews: readonly SolvedBrew[] };

type Attempt = Solved | NoPlan | { kind: 'too-weak' | 'too-strong' } | { kind: 'cannot-be-brewed'; why: NoPlan };

/**
 * Finds the size of every brew of a drink and, if the mix needs it, how densely they are brewed.
 * A brew that ends as a syrup sweetens: its volume follows the sugar, and its flavour is met by how densely it is brewed.
 */
export class DrinkSolver {
  readonly book: Book;
  readonly standard: number;
  readonly iceG: number;
  readonly jugWanted: JugWanted;
  /** brews that go into the jug, with the part each one is poured as */
  private readonly brews: readonly { brew: Brew; lineId: string; way: BrewWay }[];

  constructor(
    readonly drink: Drink,
    readonly target: PlanTarget,
    readonly kitchen: Kitchen,
    readonly factors: BrewFactors,
  ) {
    this.book = bookOf(drink);
    this.standard = this.book.standard;
    this.iceG = iceFor(drink.serve, target.glassMl, target.iced);
    // In the drink's own order, however the mix is written: the first one carries it.
    this.brews = drink.brews.flatMap((brew) => {
      const lines = drink.mix.filter((l) => l.from.kind === 'brew' && l.from.brewId === brew.id);
      const { wayId, steepMin } = choiceFor(drink, target, brew.id);
      const way = brew.ways.find((w) => w.id === wayId) ?? brew.ways[0]!;
      return lines.map((l) => ({
        brew,
        lineId: l.id,
        way: withLots(decafOf(withSteep(way, steepMin), brew.id, target), target.potency),
      }));
    });
    this.jugWanted = this.wantedInJug();
  }

  solve(): Solved | NoPlan {
    return this.answering(() => this.sized());
  }

  /**
   * Only a trial run tells that a pot boils dry or that its plants hold all of its water; what to ask for instead is then an
   * answer like any other.
   */
  answering<T>(run: () => T): T | NoPlan {
    try {
      return run();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      if (error.field === TOO_LITTLE_HEAT) return this.neverBoils();
      if (error.where !== 'runBrew') throw error;
      if (error.field === BOILS_DRY) return this.boilsDry();
      if (error.field === HELD_BY_PLANTS) return this.allHeld();
      throw error;
    }
  }

  private neverBoils(): NoPlan {
    const { watts } = this.kitchen.burner;
    return {
      kind: 'no-plan',
      limit: 'burner',
      message: `A burner of ${few(watts)} W loses as much heat as it gives before so much is hot enough.`,
      nearest: undefined,
    };
  }

  private allHeld(): NoPlan {
    return {
      kind: 'no-plan',
      limit: 'liquor-ratio',
      message: 'So little of it would all stay in the plants: nothing would come out.',
      nearest: undefined,
    };
  }

  private boilsDry(): NoPlan {
    const { drink, target } = this;
    const way = drink.brews[0].ways.find((w) => w.id === target.wayId)!;
    const steepMin = writtenMinutes(way);
    return {
      kind: 'no-plan',
      limit: 'boils-dry',
      message:
        drink.brews.length === 1 && target.steepMin > steepMin
          ? `It would boil dry: ${few(target.steepMin)} minutes steam off nearly all of its water.`
          : 'It would boil dry: of so little of it nearly all is steam.',
      nearest: steepMin < target.steepMin ? { ...target, steepMin } : undefined,
    };
  }

  private sized(): Solved | NoPlan {
    const asWritten = this.attempt(1);
    if (asWritten.kind === 'solved' || asWritten.kind === 'no-plan') return asWritten;
    if (asWritten.kind === 'cannot-be-brewed') return asWritten.why;
    // Nothing in it can be brewed more densely to make room.
    if (this.standard === 0) return this.noRoomForSugar();
    return asWritten.kind === 'too-weak'
      ? this.towards(this.densest, 'too-weak')
      : this.towards(this.thinnest, 'too-strong');
  }

  /** The jug from the glass: what ice thins and what each glass gets beside the jug is counted in. */
  private wantedInJug(): JugWanted {
    const { drink, target, kitchen, standard } = this;
    const share = glassLinesShare(drink);
    const beside = atGlassOf(drink, target.glassMl);
    const besideMl = volumeMl(beside);
    const per = (figure: number): number => (figure * besideMl) / target.glassMl;
    const wanted = { ...target, volumeMl: target.litres * 1000, iceG: this.iceG };
    const inGlass = jugForGlass(wanted, kitchen, drink.serve.rightAtMin);
    const whole = 1 - share;
    const acid = target.acidGPerL;
    return {
      volumeMl: inGlass.volumeMl * whole,
      strengthX: standard === 0 ? 0 : Math.max(0, inGlass.strengthX - per(timesStandard(beside, standard))) / whole,
      sugarGPerL: Math.max(0, inGlass.sugarGPerL - per(sweetGPerL(beside))) / whole,
      ...(acid === undefined
        ? {}
        : { acidGPerL: Math.max(0, acid * inGlass.thinning - per(acidGPerL(beside))) / whole }),
      standard,
      ...this.parts(inGlass.strengthX / whole),
    };
  }

  /** Several brews that are no syrups keep the balance of the drink as written. */
  private parts(jugX: number): Pick<JugWanted, 'parts'> {
    const steeped = this.brews.filter((b) => !isSyrup(b.way));
    if (steeped.length < 2 || this.standard === 0) return {};
    return { parts: Object.fromEntries(steeped.map((b) => [b.lineId, this.book.shares[b.lineId]! * jugX])) };
  }

  private noRoomForSugar(): NoPlan {
    return {
      kind: 'no-plan',
      limit: 'sweetener',
      message: `Beside what this drink is made of there is no room for ${few(this.target.sugarGPerL)} g/L of sugar.`,
      nearest: undefined,
    };
  }

  private get densest(): number {
    return Math.max(1, ...this.steeped.map((way) => way.liquorRatio.max / ratioOf(way)));
  }
  private get thinnest(): number {
    return Math.max(THINNEST, Math.min(1, ...this.steeped.map((way) => way.liquorRatio.min / ratioOf(way))));
  }

  /** Ways with something in them that can be more or less densely brewed: juice alone cannot. */
  private get steeped(): readonly BrewWay[] {
    return this.brews.map((b) => b.way).filter((way) => ratioOf(way) > 0);
  }

  /** The least change of how densely it is brewed with which everything fits, up to a limit of the recipe. */
  private towards(limit: number, why: 'too-weak' | 'too-strong'): Solved | NoPlan {
    const atLimit = this.attempt(limit);
    if (atLimit.kind === why) return this.outOfReach(limit, why);
    let [near, far]: [number, number] = [1, limit];
    let best = atLimit.kind === 'solved' ? atLimit : undefined;
    // A brew at the limit may fit no pot, or not come out, where a little towards it does both: it is only too far.
    let stopped = atLimit.kind === 'no-plan' ? atLimit : atLimit.kind === 'cannot-be-brewed' ? atLimit.why : undefined;
    // By halves of the factor, to half a hundredth: nobody weighs nearer, however wide a range the recipe allows.
    while (Math.abs(Math.log(far / near)) > 0.005) {
      const middle = Math.sqrt(near * far);
      const attempt = this.attempt(middle);
      if (attempt.kind === 'solved') best = attempt;
      // What stops it on the way is what is named, where nothing in between comes out.
      if (attempt.kind === 'cannot-be-brewed') stopped = attempt.why;
      if (attempt.kind === 'no-plan') stopped = attempt;
      if (attempt.kind === why) near = middle;
      else far = middle;
    }
    return best ?? stopped ?? this.outOfReach(limit, why);
  }

  private outOfReach(limit: number, why: 'too-weak' | 'too-strong'): NoPlan {
    const { target } = this;
    const works = (strengthX: number): boolean =>
      new DrinkSolver(this.drink, { ...target, strengthX }, this.kitchen, this.factors).attempt(limit).kind !== why;
    const { min, max } = TARGET_RANGES.strengthX;
    let [good, bad]: [number, number] = [why === 'too-weak' ? min : max, target.strengthX];
    if (!works(good)) {
      return {
        kind: 'no-plan',
        limit: 'liquor-ratio',
        message: `No strength leaves room for ${few(target.sugarGPerL)} g/L of sugar from what sweetens this drink.`,
        nearest: undefined,
      };
    }
    for (let i = 0; i < 12; i++) {
      const middle = (good + bad) / 2;
      if (works(middle)) good = middle;
      else bad = middle;
    }
    const nearestX = why === 'too-weak' ? Math.floor(good * 20) / 20 : Math.ceil(good * 20) / 20;
    const { way } = this.brews[0]!;
    const message =
      why === 'too-weak'
        ? `×${few(target.strengthX)} with ${few(target.sugarGPerL)} g/L of sugar needs more than ${few(way.liquorRatio.max)} g of leaf in a litre of water, the most this recipe allows.`
        : `${few(target.sugarGPerL)} g/L of sugar brings more flavour than ×${few(target.strengthX)} even with ${few(way.liquorRatio.min)} g of leaf in a litre of water, the least this recipe allows.`;
    return { kind: 'no-plan', limit: 'liquor-ratio', message, nearest: { ...target, strengthX: nearestX } };
  }

  /** All brews at the size at which their yield is just what the jug takes, brewed so many times as densely as written. */
  private attempt(density: number): Attempt {
    try {
      return this.sweetened ? this.sweetenedTo(density) : this.attemptWith(density, 1);
    } catch (error) {
      // As written it has to come out, and says why it does not; more densely it is only no way.
      if (density === 1 || !(error instanceof InputError) || ![BOILS_DRY, HELD_BY_PLANTS].includes(error.field))
        throw error;
      return { kind: 'cannot-be-brewed', why: error.field === BOILS_DRY ? this.boilsDry() : this.allHeld() };
    }
  }

  /** Whether the sugar of this drink is an amount in a brew, and nothing else follows the wish for it. */
  private get sweetened(): boolean {
    return (
      !this.flavouredSyrup &&
      this.brews.some((b) => isSweetened(b.way)) &&
      !this.drink.mix.some((l) => l.at === 'jug' && l.from.kind === 'syrup')
    );
  }

  /** Finds how many times the written amounts of sugar make the jug as sweet as it is wanted. */
  private sweetenedTo(density: number): Attempt {
    const wanted = this.jugWanted.sugarGPerL;
    const within = (times: number): number => Math.min(MOST_SWEETER, Math.max(0, times));
    const sweetWith = (times: number): { times: number; attempt: Attempt; sweet: number } => {
      let sweet = NaN;
      const attempt = this.attemptWith(density, times, (g) => (sweet = g));
      return { times, attempt, sweet };
    };
    // From where the last density ended: the more thinly it is brewed, the more sugar goes to a gram of leaf.
    let last = sweetWith(within((this.sweetAt.times * this.sweetAt.density) / density));
    let now = last;
    for (let i = 0; i < 8 && !Number.isNaN(now.sweet) && Math.abs(now.sweet - wanted) >= SWEET_ENOUGH; i++) {
      const slope =
        now === last ? now.sweet / Math.max(0.01, now.times) : (now.sweet - last.sweet) / (now.times - last.times);
      // What the plants bring alone may be more than is wanted.
      if (!(slope > 0)) break;
      const next = within(now.times + (wanted - now.sweet) / slope);
      if (next === now.times) break;
      [last, now] = [now, sweetWith(next)];
    }
    this.sweetAt = { times: now.times, density };
    return now.attempt;
  }
  private sweetAt = { times: 1, density: 1 };

  private attemptWith(density: number, times: number, tellSweet: (gPerL: number) => void = () => undefined): Attempt {
    const ways = this.brews.map((b) => ({ ...b, way: sweeter(denser(b.way, density), times) }));
    const result = planBrews({
      brews: ways.map((b) => ({ id: b.lineId, way: b.way, plants: plantsOf(this.drink), factors: this.factors })),
      liquids: [
        ...this.drink.mix.filter((l) => l.at === 'jug' && l.from.kind !== 'brew').map((l) => this.given(l)),
        ...(this.target.second ? [{ id: SECOND_WATER, liquid: waterOf(this.target.second.litres * 1000) }] : []),
      ],
      jugs: [this.jugGoal(), ...this.secondGoal()],
      kitchen: this.kitchen,
    });
    if (result.kind === 'no-brews') return this.refused(result);
    const jug = result.jugs[0]!;
    tellSweet(sweetGPerL(jug.liquid));
    if (result.jugs[1]?.missed.length) return this.secondTooStrong();
    const off = this.offTarget(jug);
    if (off) return off;
    return {
      kind: 'solved',
      brews: ways.map((b, i) => ({
        brew: b.brew,
        lineId: b.lineId,
        way: scaledWay(b.way, result.brews[i]!.scale),
        pots: result.brews[i]!.pots,
        vessel: result.brews[i]!.vessel,
      })),
    };
  }

  /** Which way a jug misses its wishes; undefined if it meets them. */
  private offTarget({ liquid, missed, volumesMl }: PlannedJug): Exclude<Attempt, Solved> | undefined {
    const { strengthX, sugarGPerL: sugar } = this.jugWanted;
    const tooSweet = sweetGPerL(liquid) > sugar;
    if (missed.includes('sugar')) {
      if (!canSweeten(this.drink, this.target)) return tooSweet ? undefined : this.unsweetened();
      // Where a flavoured syrup sweetens, too little sugar for its flavour means that it is too strong, unless the jug is full.
      if (this.flavouredSyrup) return { kind: tooSweet || !this.hasRoom(volumesMl) ? 'too-weak' : 'too-strong' };
      // What the plants bring of sugar may be more than is wanted; less than wanted means there was no room.
      if (!tooSweet) return { kind: 'too-weak' };
    }
    if (!missed.includes('strength')) return undefined;
    return { kind: timesStandard(liquid, this.standard) < strengthX ? 'too-weak' : 'too-strong' };
  }

  /** Whether what sweetens the drink carries its flavour. */
  private get flavouredSyrup(): boolean {
    return this.brews.some((b) => isSyrup(b.way));
  }

  private hasRoom(volumesMl: Readonly<Record<string, number>>): boolean {
    return this.drink.mix.some((l) => l.book === 'rest' && (volumesMl[l.id] ?? 0) > 1);
  }

  private jugGoal(): Parameters<typeof planBrews>[0]['jugs'][number] {
    const { volumeMl: jugMl, strengthX, sugarGPerL: sugar, acidGPerL: acid, parts } = this.jugWanted;
    return {
      id: 'jug',
      volumeMl: jugMl,
      from: this.drink.mix.filter((l) => l.at === 'jug').map((l) => l.id),
      strength: strengthX * this.standard,
      // Amounts in a brew are found from outside: see sweetenedTo.
      ...(this.sweetened ? {} : { sugarGPerL: sugar }),
      ...(acid === undefined ? {} : { acidGPerL: acid }),
      ...(this.standard > 0 ? {} : { fixedMl: this.fixedBrews() }),
      ...(parts ? { brews: Object.fromEntries(Object.entries(parts).map(([id, x]) => [id, x * this.standard])) } : {}),
    };
  }

  /** What each brew keeps of the jug where none of them carries a strength, ml. */
  private fixedBrews(): Record<string, number> {
    return Object.fromEntries(
      this.brews.map(({ lineId }) => {
        const line = this.drink.mix.find((l) => l.id === lineId)!;
        return [lineId, ((fixedPerLitreMl(this.drink, this.target, line) ?? 0) * this.jugWanted.volumeMl) / 1000];
      }),
    );
  }

  /** The second drink: the first brew and water. */
  private secondGoal(): Parameters<typeof planBrews>[0]['jugs'] {
    const { second } = this.target;
    const base = this.brews.find((b) => b.brew === this.drink.brews[0]);
    if (!second || !base) return [];
    return [
      {
        id: 'second',
        volumeMl: second.litres * 1000,
        from: [base.lineId, SECOND_WATER],
        strength: second.strengthX * this.standard,
      },
    ];
  }

  private secondTooStrong(): NoPlan {
    const { second, ...rest } = this.target;
    return {
      kind: 'no-plan',
      limit: 'liquor-ratio',
      message: `The base alone is weaker than the ×${few(second!.strengthX)} that is wanted of ${second!.name}.`,
      nearest: rest,
    };
  }

  private given(line: MixLine): GivenLiquid {
    const plentyMl = this.jugWanted.volumeMl * 2;
    const liquid = lineLiquid(line.from, plentyMl, plantsOf(this.drink));
    const perLitreMl = fixedPerLitreMl(this.drink, this.target, line);
    if (perLitreMl === undefined) return { id: line.id, liquid };
    const ml = (perLitreMl * this.jugWanted.volumeMl) / 1000;
    return { id: line.id, liquid, minMl: ml, maxMl: ml };
  }

  private unsweetened(): NoPlan {
    return {
      kind: 'no-plan',
      limit: 'sweetener',
      message: `Nothing in this drink sweetens it to ${few(this.target.sugarGPerL)} g/L.`,
      nearest: { ...this.target, sugarGPerL: 0 },
    };
  }

  private refused(result: Extract<BrewsPlan, { kind: 'no-brews' }>): NoPlan {
    if (result.limit === 'jug') {
      return {
        kind: 'no-plan',
        limit: 'parts',
        message: 'What goes into the jug in fixed amounts is more than the jug takes, or too little to fill it.',
        nearest: undefined,
      };
    }
    const kind = this.brews.find((b) => b.lineId === result.id)!.way.vesselKind;
    const largest = Math.max(0, ...this.kitchen.vessels.filter((v) => v.kind === kind).map((v) => v.capacityMl));
    return {
      kind: 'no-plan',
      limit: 'vessel',
      message: `The largest ${kind} holds ${few(largest / 1000)} L, too little for this much even in four at once.`,
      nearest: undefined,
    };
  }
}

/** Parts of the mix as they stand ready: brews as they come out, the rest as much as may be wanted. */
export function onHandFor(solver: DrinkSolver, brewed: (lineId: string) => Liquid): OnHand {
  const plentyMl = solver.jugWanted.volumeMl * 1.5;
  const plants = plantsOf(solver.drink);
  return solver.drink.mix
    .filter((l) => l.at === 'jug')
    .map((line) => {
      const perLitreMl = fixedPerLitreMl(solver.drink, solver.target, line);
      return {
        id: line.id,
        liquid: line.from.kind === 'brew' ? brewed(line.id) : lineLiquid(line.from, plentyMl, plants),
        ...(isEndless(line) ? { endless: true } : {}),
        ...(perLitreMl === undefined ? {} : { perLitreMl }),
      };
    });
}

/** Dry plant to water as written, g/L. */
export const ratioOf = liquorRatioOf;

/** A recipe that allows no leaf at all is thinned no further than this. */
const THINNEST = 0.001;

/** Near enough to the sweetness that is wanted, g/L; and the most that written sugar is multiplied by. */
const SWEET_ENOUGH = 1;
const MOST_SWEETER = 20;

/** The water of the second drink. */
const SECOND_WATER = 'second:water';

/** What is told of a lot that changes what it gives: its leaf has no caffeine. */
export const decafOf = (way: BrewWay, brewId: string, { provenance }: Pick<PlanTarget, 'provenance'>): BrewWay => ({
  ...way,
  ingredients: way.ingredients.map((i) =>
    provenance?.[provenanceKey(brewId, i.id)]?.decaf ? { ...i, decaf: true as const } : i,
  ),
});

/** A weak lot is weighed out more of, so that the brew gives what the recipe means. */
const withLots = (way: BrewWay, potency: PlanTarget['potency'] = {}): BrewWay => ({
  ...way,
  ingredients: way.ingredients.map((i) => {
    const gives = potency[i.plant];
    return gives === undefined || gives === 1 ? i : { ...i, grams: i.grams / gives, potency: gives };
  }),
});

/** Less water on the same leaf, within what the recipe allows. */
function denser(way: BrewWay, density: number): BrewWay {
  if (density === 1) return way;
  const written = ratioOf(way);
  if (written === 0) return way;
  const within = Math.min(way.liquorRatio.max / written, Math.max(way.liquorRatio.min / written, density));
  // What is poured in to brew with is thinned or thickened as the water is.
  const ingredients = way.ingredients.map((i) =>
    botanicalIfKnown(i.plant)?.extractionClass === 'stirred_in' ? { ...i, grams: i.grams / within } : i,
  );
  return { ...way, waterMl: way.waterMl / within, ingredients };
}
