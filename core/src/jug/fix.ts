import { addOnlyFix } from '../blend/addOnlyFix';
import type { BlendGoal, BlendLiquid } from '../blend/solveBlend';
import { portionOfVolume, pourTogether, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { harshLoad, harshTangent } from '../liquid/harshness';
import { strengthShares } from '../liquid/strength';
import { juiceOf } from '../liquid/stirredIn';
import { botanicalBySlug } from '../reference/botanicals';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { benchFigures, stepMl, type BenchFigures, type BenchPart, type MeasuredWith } from './fillJug';
import { isSweet, qualitiesOf } from './qualities';
import { goalsAfter, type Taste, type TasteGoal, type ToBeDrunk } from './taste';

// After a taste: what to add, and only add. A fix is offered when every liquid of it is there, the vessel holds it, and it can
// be measured. The next verdict starts from the jug as it is then.

/** One way to put a jug right, with what it is then. */
export type Fix = {
  /** ml by liquid, in measures the cook owns */
  additionsMl: Readonly<Record<string, number>>;
  after: { liquid: Liquid; figures: BenchFigures };
  /** more drink than before, ml */
  addedMl: number;
  /** how it differs from the first fix, in words; empty for the first */
  differs: readonly string[];
  /** what is still off, in words */
  stillOff: readonly string[];
  /** liquids that bring another taste, by id */
  brings: readonly string[];
  /** the same in a glass of 100 ml of the jug, ml by liquid */
  inGlassMl: Readonly<Record<string, number>>;
  /** sweetener goes in by parts: taste after each, and stop here at the latest, ml */
  byParts: { id: string; partsMl: readonly number[]; stopMl: number } | undefined;
};

/** Ways to put a jug right, the smallest first; or why there is none. */
export type Fixes =
  | { kind: 'right' }
  | { kind: 'fixes'; fixes: readonly Fix[] }
  /** the jug takes nothing more: the same stirred into each glass, as much as `inGlassMl` of 100 ml */
  | { kind: 'at-glass'; why: string; fixes: readonly Fix[] }
  /** why nothing on hand does it, and what would */
  | { kind: 'none'; why: string; would: readonly string[] };

/** A jug that was tasted, and what is at hand. */
export type FixSetup = {
  jug: Liquid;
  /** what the vessel still takes, ml */
  roomMl: number;
  onHand: readonly BenchPart[];
  taste: Taste;
  drunk: ToBeDrunk;
  standard: number;
  measuredWith?: MeasuredWith;
  /** drinks of another taste may go in too, where nothing of the same kind does it; left out, they stay what they are */
  otherDrinks?: boolean;
};

/** The glass in which a fix is tried first, ml. */
export const TRIAL_GLASS_ML = 100;

/**
 * Up to three ways to put a jug right, the smallest first; the others differ in how much drink comes of it, in what they use up,
 * or in what they leave a little off.
 * @throws InputError for an empty jug or a negative room
 */
export function fixesFor(asked: FixSetup): Fixes {
  // Nobody thins a drink with spirit unless it has some already.
  const setup = { ...asked, onHand: asked.onHand.filter((p) => p.liquid.ethanolG === 0 || asked.jug.ethanolG > 0) };
  const { jug, roomMl, onHand, taste, drunk, standard } = setup;
  requirePositive('fixesFor', 'jug', volumeMl(jug), 'ml');
  requireNotNegative('fixesFor', 'roomMl', roomMl, 'ml');
  const goals = goalsAfter(jug, standard, taste, drunk);
  if (!goals.some((g) => offBy(g, g.now) > 1)) return { kind: 'right' };
  // The sour of a plant comes with its strength: where it cannot be taken down, sugar balances it.
  const aims =
    taste.tart > 0 && taste.sweet <= 0 ? [goals, goalsAfter(jug, standard, taste, drunk, 'balanced')] : [goals];
  const among = (liquids: readonly BenchPart[]): Candidate[] => aimed({ ...setup, onHand: liquids }, aims);
  // What brings another taste is only reached for where that was asked for, and nothing of the same kind does.
  const kin = onHand.filter((p) => isKin(p, jug));
  const found = among(kin);
  const chosen = found.length === 0 && setup.otherDrinks ? among(onHand) : found;
  if (chosen.length > 0) return { kind: 'fixes', fixes: smallestFirst(chosen, setup) };
  const inGlass = { ...setup, onHand: setup.otherDrinks ? onHand : kin };
  const atGlass = roomMl < NO_ROOM_ML ? aimed({ ...inGlass, roomMl: volumeMl(jug) }, aims) : [];
  if (atGlass.length > 0) return { kind: 'at-glass', why: FULL, fixes: smallestFirst(atGlass, setup) };
  const none = whyNone(inGlass, goals);
  // It is not reached for unasked, but it is no secret either.
  const others = !setup.otherDrinks && among(onHand).length > 0 ? [OTHERS_WOULD] : [];
  return { kind: 'none', why: none.why, would: [...others, ...none.would] };
}

const OTHERS_WOULD = 'Another drink of the house would do it: say so under what else is at hand.';

const aimed = (setup: FixSetup, aims: readonly (readonly TasteGoal[])[]): Candidate[] =>
  aims.flatMap((aim) => candidates(setup, aim));

/** Less room than this is none, ml: a splash on the table. House choice. */
const NO_ROOM_ML = 20;
const FULL = 'The jug is full: there is no room to add anything.';

/** The smallest step that does it comes first: little of one thing before more of two; each other way says how it differs. */
function smallestFirst(found: readonly Candidate[], setup: FixSetup): Fix[] {
  const bit = isABit(setup.taste);
  const size = ({ additionsMl, left, cost }: Candidate): number => {
    const poured = Object.values(additionsMl);
    const ml = poured.reduce((sum, each) => sum + each, 0);
    return bit ? ml + EACH_ML * poured.length + MISS_ML * left : ml + MISS_ML * cost;
  };
  const ways = distinct([...found].sort((a, b) => size(a) - size(b)));
  return ways
    .map((f, i) => asFix(f, ways[0]!, i, setup))
    .filter((fix, i) => i === 0 || fix.differs.length > 0)
    .slice(0, MOST_FIXES);
}

/** Of which goals only a bit was said. */
const isHalf = ({ sweet, tart }: Taste): Readonly<Record<string, true>> => ({
  ...(Math.abs(sweet) === 0.5 ? { sugar: true } : {}),
  ...(Math.abs(tart) === 0.5 ? { acid: true } : {}),
});

/** Only halves were said: something is a bit off, and the rest is right. */
const isABit = ({ strength, sweet, tart, harsh, flavour }: Taste): boolean =>
  strength === 0 && harsh < 2 && !flavour && Math.abs(sweet) < 1 && Math.abs(tart) < 1;

/** What one more thing to fetch and measure is worth of pouring, and what a goal missed by its tolerance, ml. House choices. */
const [EACH_ML, MISS_ML] = [60, 40];

/** Tastes of nothing that the jug does not taste of: at least half of its strength comes from plants that are there already. */
function isKin({ liquid }: BenchPart, jug: Liquid): boolean {
  const shares = strengthShares(liquid);
  const known = Object.keys(shares).filter((plant) => (jug.bodyG[plant] ?? 0) > 0);
  const strong = Object.values(shares).some((s) => s > 0);
  return !strong || known.reduce((sum, plant) => sum + shares[plant]!, 0) >= 0.5;
}

/** How far a goal is missed, in its tolerances. */
function offBy({ target, tolerance, kind }: BlendGoal, reached: number): number {
  const off = reached - target;
  const counts = kind === 'at-most' ? Math.max(0, off) : kind === 'at-least' ? Math.max(0, -off) : Math.abs(off);
  return counts / tolerance;
}

const flavourOf = (goals: readonly TasteGoal[]): string[] =>
  goals.flatMap((g) => (g.id.startsWith('flavour:') ? [g.id.slice(8)] : []));

type Candidate = {
  additionsMl: Record<string, number>;
  after: Liquid;
  addedMl: number;
  cost: number;
  /** what is still felt of it, in tolerances: what was said counts no more once nobody tastes it */
  left: number;
  goals: readonly TasteGoal[];
};

const MOST_FIXES = 3;

const distinct = (all: readonly Candidate[]): Candidate[] =>
  all.filter((c, i) => all.findIndex((d) => alike(c, d)) === i);

/** The best fix, the best without each liquid it takes, the best that takes the last of one, and of each alone: rounded, checked. */
function candidates(setup: FixSetup, goals: readonly TasteGoal[]): Candidate[] {
  // For a bit just enough is the smallest step: to the near edge of what nobody tastes any more.
  const half = isHalf(setup.taste);
  const near = goals.map((g) => (half[g.id] ? justEnough(g) : g));
  const enough = [...(Object.keys(half).length > 0 ? [setup.onHand] : []), ...setup.onHand.map((p) => [p])].flatMap(
    (liquids) => rounded(setup, goals, liquids, undefined, near) ?? [],
  );
  const first = rounded(setup, goals, setup.onHand);
  if (!first) return enough;
  const others = setup.onHand
    .filter((p) => (first.additionsMl[p.id] ?? 0) > 0)
    .flatMap((p) => [
      rounded(
        setup,
        goals,
        setup.onHand.filter((x) => x !== p),
      ),
      ...(usesUpNearly(p, first.additionsMl[p.id]!) ? [rounded(setup, goals, setup.onHand, p)] : []),
    ])
    .filter((c): c is Candidate => c !== undefined);
  return [first, ...others.sort((a, b) => a.cost - b.cost || a.addedMl - b.addedMl), ...enough];
}

/** So near the edge is aimed, because what is poured is rounded to measures. */
const NEARLY = 0.85;

const justEnough = (g: TasteGoal): TasteGoal => ({
  ...g,
  target:
    g.why === 'said' && g.kind === undefined ? g.target + Math.sign(g.now - g.target) * NEARLY * g.tolerance : g.target,
});

/** A bottle with little left in it may as well be finished. */
const usesUpNearly = (p: BenchPart, ml: number): boolean =>
  !p.endless && volumeMl(p.liquid) > ml + 1 && volumeMl(p.liquid) - ml < Math.max(60, 0.5 * ml);

/** The same liquids, none of them by more than a fifth and a small measure apart; or others that make the same drink. */
function alike(a: Candidate, b: Candidate): boolean {
  if (sameDrink(a, b)) return true;
  const ids = new Set([...Object.keys(a.additionsMl), ...Object.keys(b.additionsMl)]);
  return [...ids].every((id) => {
    const [x, y] = [a.additionsMl[id] ?? 0, b.additionsMl[id] ?? 0];
    return Math.abs(x - y) <= Math.max(5, 0.2 * Math.max(x, y));
  });
}

/** Nobody could tell the jugs apart, by eye or by tongue. */
const sameDrink = (a: Candidate, b: Candidate): boolean =>
  Object.keys(a.additionsMl).length === Object.keys(b.additionsMl).length &&
  Math.abs(a.addedMl - b.addedMl) <= 10 &&
  a.goals.every((g) => {
    const [x, y] = [a, b].map((c) => qualitiesOf(c.after, 1, flavourOf(a.goals), harshLoad)[g.id] ?? 0);
    return Math.abs(x! - y!) <= 0.02 * Math.max(x!, y!);
  });

/**
 * The smallest fix from some liquids, in the cook's measures.
 * @param finish poured to the last drop first
 * @returns undefined where nothing comes of it that a drinker would notice, or what was said stays as it is
 */
function rounded(
  setup: FixSetup,
  goals: readonly TasteGoal[],
  liquids: readonly BenchPart[],
  finish?: BenchPart,
  aim: readonly TasteGoal[] = goals,
): Candidate | undefined {
  const { jug, roomMl, measuredWith = 'ml' } = setup;
  const finishMl = finish ? volumeMl(finish.liquid) : 0;
  if (finishMl > roomMl) return undefined;
  const start = finish ? pourTogether(jug, finish.liquid) : jug;
  const rest = finish ? liquids.filter((p) => p !== finish) : liquids;
  const solved = addOnlyFix({
    have: qualitiesOf(start, setup.standard, flavourOf(goals), harshTangent(jug)),
    volumeMl: volumeMl(start),
    roomMl: roomMl - finishMl,
    liquids: rest.map((p) => fixLiquid(p, setup, goals)),
    goals: aim,
  });
  const additionsMl: Record<string, number> = finish ? { [finish.id]: finishMl } : {};
  let room = roomMl - finishMl;
  for (const p of rest) {
    const exact = solved.additionsMl[p.id] ?? 0;
    const step = stepMl(measuredWith === 'ml' && exact < 20 ? 'cups' : measuredWith, exact);
    const most = Math.min(room, p.endless ? Infinity : volumeMl(p.liquid));
    const ml = Math.min(Math.round(exact / step) * step, Math.floor(most / step + 1e-9) * step);
    if (ml > 0) {
      additionsMl[p.id] = ml;
      room -= ml;
    }
  }
  return checked(setup, goals, additionsMl);
}

const fixLiquid = (p: BenchPart, setup: FixSetup, goals: readonly TasteGoal[]): BlendLiquid => ({
  id: p.id,
  ...(p.endless ? {} : { maxMl: volumeMl(p.liquid) }),
  // How harsh a blend is does not add; near the jug as it is it nearly does, and what comes of it is judged by the whole law.
  perLitre: qualitiesOf(p.liquid, setup.standard, flavourOf(goals), harshTangent(setup.jug)),
});

/** What is said to be off must be put right, or nearly so; what was right may suffer a little. */
function checked(
  { jug, onHand, standard }: FixSetup,
  goals: readonly TasteGoal[],
  additionsMl: Record<string, number>,
): Candidate | undefined {
  const added = Object.entries(additionsMl).map(([id, ml]) =>
    portionOfVolume(onHand.find((p) => p.id === id)!.liquid, ml),
  );
  if (added.length === 0) return undefined;
  const after = pourTogether(jug, ...added);
  const reached = qualitiesOf(after, standard, flavourOf(goals), harshLoad);
  const cost = costOf(goals, (g) => reached[g.id] ?? 0);
  const before = costOf(goals, (g) => g.now);
  const mends = goals.every((g) => {
    const was = offBy(g, g.now);
    return was <= 1 || offBy(g, reached[g.id] ?? 0) <= Math.max(1 + 1e-6, 0.45 * was);
  });
  const spoils = goals.some((g) => offBy(g, reached[g.id] ?? 0) > Math.max(2.5, offBy(g, g.now)));
  const left = goals.reduce((sum, g) => {
    const off = offBy(g, reached[g.id] ?? 0);
    return sum + (g.why === 'said' && off <= 1 + 1e-6 ? 0 : (g.weight ?? 1) * off);
  }, 0);
  if (!mends || spoils || left > 0.7 * before) return undefined;
  return { additionsMl, after, addedMl: volumeMl(after) - volumeMl(jug), cost, left, goals };
}

const costOf = (goals: readonly TasteGoal[], reached: (g: TasteGoal) => number): number =>
  goals.reduce((sum, g) => sum + (g.weight ?? 1) * offBy(g, reached(g)), 0);

function asFix(c: Candidate, first: Candidate, index: number, { jug, onHand, standard }: FixSetup): Fix {
  const { goals } = c;
  const reached = qualitiesOf(c.after, standard, flavourOf(goals), harshLoad);
  const scale = TRIAL_GLASS_ML / volumeMl(jug);
  const name = (id: string): string => onHand.find((p) => p.id === id)!.name.toLowerCase();
  const differs =
    index === 0
      ? []
      : [
          ...(c.addedMl > first.addedMl * 1.15 + 20 ? [`${Math.round(c.addedMl - first.addedMl)} ml more drink`] : []),
          ...(c.addedMl < first.addedMl * 0.85 - 20 ? [`${Math.round(first.addedMl - c.addedMl)} ml less drink`] : []),
          ...onHand
            .filter((p) => !p.endless && (c.additionsMl[p.id] ?? 0) >= volumeMl(p.liquid) - 1)
            .map((p) => `uses the last of the ${name(p.id)}`),
          ...Object.keys(first.additionsMl)
            .filter((id) => !c.additionsMl[id])
            .map((id) => `without ${name(id)}`),
        ];
  return {
    additionsMl: c.additionsMl,
    after: { liquid: c.after, figures: benchFigures(c.after, standard) },
    addedMl: c.addedMl,
    differs,
    stillOff: goals.flatMap((g) => (offBy(g, reached[g.id] ?? 0) > 1 ? [stillOffWord(g, reached[g.id] ?? 0)] : [])),
    brings: onHand.filter((p) => c.additionsMl[p.id] && !isKin(p, jug)).map((p) => p.id),
    inGlassMl: Object.fromEntries(Object.entries(c.additionsMl).map(([id, ml]) => [id, ml * scale])),
    byParts: sweetByParts(c, goals, { jug, onHand, standard }),
  };
}

const LESS_MORE: Readonly<Record<string, readonly [string, string]>> = {
  strength: ['a little weak', 'a little strong'],
  sugar: ['a little less sweet', 'a little sweet'],
  acid: ['a little flat', 'a little sharp'],
  harsh: ['', 'still a little harsh'],
};

const stillOffWord = (g: TasteGoal, reached: number): string =>
  LESS_MORE[g.id]?.[reached < g.target ? 0 : 1] ?? 'that flavour only part of the way';

/** Half, then two quarters; past the stop it is sweeter than was asked for. */
function sweetByParts(
  { additionsMl }: Candidate,
  goals: readonly TasteGoal[],
  { jug, onHand, standard }: Pick<FixSetup, 'jug' | 'onHand' | 'standard'>,
): Fix['byParts'] {
  const sweet = onHand.find((p) => isSweet(p.liquid) && (additionsMl[p.id] ?? 0) >= 10);
  const goal = goals.find((g) => g.id === 'sugar');
  if (!sweet || !goal || goal.target <= goal.now) return undefined;
  const all = additionsMl[sweet.id]!;
  const half = Math.round(all / 2 / 2.5) * 2.5;
  const quarter = Math.round((all - half) / 2 / 2.5) * 2.5;
  const others = pourTogether(
    jug,
    ...Object.entries(additionsMl)
      .filter(([id]) => id !== sweet.id)
      .map(([id, ml]) => portionOfVolume(onHand.find((p) => p.id === id)!.liquid, ml)),
  );
  const before = qualitiesOf(others, standard)['sugar'] ?? 0;
  const per = qualitiesOf(sweet.liquid, standard)['sugar'] ?? 0;
  const limit = goal.target + goal.tolerance;
  const stopMl = per > limit ? (volumeMl(others) * (limit - before)) / (per - limit) : all;
  return { id: sweet.id, partsMl: [half, quarter, all - half - quarter], stopMl: Math.max(all, stopMl) };
}

/** Things a kitchen could have, to say what would help, ml and made-up liquids of ordinary strength. */
function whyNone(setup: FixSetup, goals: readonly TasteGoal[]): { why: string; would: readonly string[] } {
  const would: string[] = [];
  const plenty: FixSetup = {
    ...setup,
    onHand: setup.onHand.map((p) => ({ ...p, endless: true })),
  };
  const more = rounded(plenty, goals, plenty.onHand);
  if (more) {
    for (const p of setup.onHand) {
      const short = p.endless ? 0 : (more.additionsMl[p.id] ?? 0) - volumeMl(p.liquid);
      if (short > 1) would.push(`${Math.ceil(short / 5) * 5} ml more of the ${p.name.toLowerCase()} would do it.`);
    }
  }
  for (const missing of couldHave(setup, goals)) {
    const parts = [...setup.onHand, missing];
    const found = rounded({ ...setup, onHand: parts }, goals, parts);
    const ml = found?.additionsMl[missing.id] ?? 0;
    if (found && ml > 0) would.push(`About ${ml < 20 ? ml : Math.ceil(ml / 5) * 5} ml of ${missing.name} would do it.`);
  }
  // Pouring off is for where nothing else does.
  const pourOffMl = would.length > 0 ? undefined : pourOffThatHelps(setup, goals);
  if (pourOffMl !== undefined)
    would.push(`Pour off ${Math.ceil(pourOffMl / 10) * 10} ml first, to keep or to drink; then it can be put right.`);
  return { why: reason(setup, goals, would.length > 0), would };
}

function pourOffThatHelps(setup: FixSetup, goals: readonly TasteGoal[]): number | undefined {
  const all = volumeMl(setup.jug);
  for (const share of [0.1, 0.2, 0.3, 0.4, 0.5]) {
    const off = all * share;
    const jug = portionOfVolume(setup.jug, all - off);
    if (rounded({ ...setup, jug, roomMl: setup.roomMl + off }, goals, setup.onHand)) return off;
  }
  return undefined;
}

/** A strong concentrate of the same, a syrup and lemon juice, where what is said asks for them. */
function couldHave({ jug }: FixSetup, goals: readonly TasteGoal[]): BenchPart[] {
  const wants = (id: string): boolean => goals.some((g) => g.id === id && offBy(g, g.now) > 1 && g.target > g.now);
  const bare: Liquid = { ...jug, sugarG: {}, ethanolG: 0 };
  const triple: Liquid = { ...bare, waterG: jug.waterG / 3 };
  const flavour = goals.find((g) => g.id.startsWith('flavour:') && g.kind === 'at-least');
  return [
    ...(wants('strength') || flavour
      ? [{ id: '?concentrate', name: 'a concentrate three times as strong', liquid: triple, endless: true }]
      : []),
    ...(wants('sugar') ? [{ id: '?syrup', name: 'syrup of 50 °Bx', liquid: SYRUP_50, endless: true }] : []),
    ...(wants('acid') ? [{ id: '?lemon', name: 'lemon juice', liquid: LEMON, endless: true }] : []),
    { id: '?water', name: 'water', liquid: WATER, endless: true },
  ];
}

const WATER: Liquid = waterOf(1000);
/** A litre of each, by the tables of syrups and juices. */
const SYRUP_50: Liquid = { ...WATER, waterG: 615, sugarG: { white_sugar: 615 } };
const LEMON: Liquid = juiceOf(botanicalBySlug('lemon_juice'), 1000);

function reason({ roomMl, onHand }: FixSetup, goals: readonly TasteGoal[], helps: boolean): string {
  const off = goals.filter((g) => offBy(g, g.now) > 1);
  const up = off.filter((g) => g.target > g.now && g.kind !== 'at-most').map((g) => g.id.split(':')[0]!);
  if (roomMl < NO_ROOM_ML) return FULL;
  if (onHand.length === 0) return 'Nothing stands beside the jug.';
  if (up.includes('strength') && off.some((g) => g.id === 'harsh'))
    return 'Weak and harsh at once: more of it would only be harsher. A smoother concentrate, or sugar, is what it wants.';
  if (up.includes('strength')) return 'Nothing on hand is enough stronger than the jug, or there is too little of it.';
  if (up.includes('sugar')) return 'Nothing on hand sweetens it enough.';
  if (up.includes('acid')) return 'Nothing on hand is tart enough.';
  if (up.includes('flavour')) return 'Nothing on hand has enough of that flavour.';
  return helps
    ? 'It cannot be taken out, only thinned, and the rest would not keep up.'
    : 'It cannot be taken out, only thinned, and there is too little room or too little to keep up the rest. Serve it over more ice, or use it as a base next time.';
}
