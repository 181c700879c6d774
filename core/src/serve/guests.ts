import { drinkGoals } from '../blend/goals';
import { solveBlend, type BlendLiquid } from '../blend/solveBlend';
import type { Audience } from '../drink/audience';
import type { Kitchen } from '../drink/drink';
import { portionOfVolume, pourTogether, spiritOf, volumeMl, type Liquid } from '../liquid/liquid';
import { requirePositive } from '../quantity/range';
import { toldFacts, toldLiquid } from '../jug/pourable';
import { findingsOfJug, type JugForRules } from '../jug/jugFacts';
import type { PouredPart } from '../jug/pouredPart';
import { qualitiesOf } from '../jug/qualities';
import { benchFigures, type BenchFigures } from '../jug/fillJug';
import { jugForGlass } from '../plan/glass';
import { MINUTES_TO_RIGHT, type GlassPour, type ServedAs } from './atGlass';
import type { Finding } from '../safety/evaluate';

/** One kind of drinker: how many, and how each wants the glass. */
export type Drinkers = {
  id: string;
  name: string;
  people: number;
  glassesEach: number;
  strengthX: number;
  sweetGPerL: number;
  /** lime or lemon squeezed in until it is so tart, g/L; none if left out */
  acidGPerL?: number;
  /** ml of spirit in each glass */
  spiritMl: number;
  /** how the glass is filled up and served */
  served: ServedAs;
  audience: Audience;
};

/** What all glasses are built from. */
export type GuestBase = {
  liquid: Liquid;
  standard: number;
  /** the base's own plants and age, for the rules */
  parts: JugForRules['parts'];
  glassMl: number;
  iceG: number;
  syrupBrix: number;
  abv: number;
};

/** One kind of drinker's glass: ml, g, and what it then is. */
export type GlassBuild = {
  drinkers: Drinkers;
  /** ml in each glass */
  pour: { base: number; water: number; syrup: number; lemon: number; spirit: number };
  iceG: number;
  /** as it is drunk */
  figures: BenchFigures;
  /** wishes that the base cannot meet, in words */
  missed: readonly string[];
  findings: readonly Finding[];
};

/** A glass for a kind of drinker from the one base: the same drink, let down, sweetened and sharpened at the glass. */
export function buildGlass(base: GuestBase, drinkers: Drinkers, kitchen: Kitchen, nowMs: number): GlassBuild {
  requirePositive('buildGlass', 'glassMl', base.glassMl, 'ml');
  const iceG = drinkers.served === 'iced' ? base.iceG : 0;
  const { thinning } = jugForGlass(
    {
      volumeMl: base.glassMl,
      glassMl: base.glassMl,
      iceG,
      strengthX: drinkers.strengthX,
      sugarGPerL: drinkers.sweetGPerL,
    },
    kitchen,
    MINUTES_TO_RIGHT,
  );
  const fill = base.glassMl - drinkers.spiritMl;
  // Spirit thins like water: what it takes up is asked of the rest.
  const wants = (x: number): number => (x * thinning * base.glassMl) / fill;
  const liquids = liquidsOf(base, drinkers, kitchen);
  const goals = drinkGoals({
    strength: wants(drinkers.strengthX),
    sugarGPerL: wants(drinkers.sweetGPerL),
    acidGPerL: drinkers.acidGPerL === undefined ? undefined : wants(drinkers.acidGPerL),
  });
  const solved = solveBlend({ liquids: liquids.map((l) => l.blend), goals, volumeMl: fill });
  if (solved.kind === 'no-blend') throw new Error(`buildGlass: ${solved.reason} with water at hand`);
  const ml = (id: string): number => Math.round(solved.volumesMl[id] ?? 0);
  const pour = { base: ml('base'), water: 0, syrup: ml('syrup'), lemon: ml('lemon'), spirit: drinkers.spiritMl };
  pour.water = Math.max(0, fill - pour.base - pour.syrup - pour.lemon);
  const { liquid, parts } = poured(base, pour, kitchen, nowMs);
  const melted: Liquid = { ...liquid, waterG: liquid.waterG + (thinning - 1) * base.glassMl };
  return {
    drinkers,
    pour,
    iceG,
    figures: benchFigures(melted, base.standard),
    missed: solved.missed.map((m) => MISSED_WORDS[m as keyof typeof MISSED_WORDS](drinkers)),
    findings: findingsOfJug({ liquid, parts, glassMl: base.glassMl, audience: drinkers.audience }, nowMs),
  };
}

const MISSED_WORDS = {
  strength: (d: Drinkers): string => `the base is not strong enough for ×${d.strengthX}`,
  sugar: (d: Drinkers): string =>
    `the base is sweeter than ${d.sweetGPerL} g/L at this strength: keep the base unsweetened`,
  acid: (d: Drinkers): string => `the base is tarter than ${d.acidGPerL} g/L at this strength`,
} as const;

type AtGlass = { blend: BlendLiquid };

function liquidsOf(base: GuestBase, { acidGPerL }: Drinkers, kitchen: Kitchen): AtGlass[] {
  const at = (id: string, l: Liquid, maxMl?: number): AtGlass => ({
    blend: { id, ...(maxMl === undefined ? {} : { maxMl }), perLitre: qualitiesOf(l, base.standard) },
  });
  return [
    at('base', base.liquid),
    at('water', toldLiquid({ kind: 'water', water: 'still' }, 1000, kitchen)),
    at('syrup', toldLiquid({ kind: 'syrup', brix: base.syrupBrix, sweetener: 'white_sugar' }, 1000, kitchen)),
    at('lemon', toldLiquid({ kind: 'juice', juice: 'lemon' }, 1000, kitchen), acidGPerL === undefined ? 0 : undefined),
  ];
}

function poured(
  base: GuestBase,
  pour: GlassBuild['pour'],
  kitchen: Kitchen,
  nowMs: number,
): { liquid: Liquid; parts: Pick<PouredPart, 'ml' | 'facts' | 'madeAt'>[] } {
  const madeAt = new Date(nowMs).toISOString();
  const told = (
    from: Parameters<typeof toldLiquid>[0],
    ml: number,
  ): { liquid: Liquid; part: (typeof parts)[number] } => ({
    liquid: toldLiquid(from, ml, kitchen),
    part: { ml, facts: [toldFacts(from, ml)], madeAt },
  });
  const parts: Pick<PouredPart, 'ml' | 'facts' | 'madeAt'>[] = [];
  const share = pour.base / Math.max(1, volumeMl(base.liquid));
  const extras = [
    told({ kind: 'water', water: 'still' }, pour.water),
    told({ kind: 'syrup', brix: base.syrupBrix, sweetener: 'white_sugar' }, pour.syrup),
    told({ kind: 'juice', juice: 'lemon' }, pour.lemon),
  ];
  parts.push(
    ...base.parts.map((p) => ({
      ...p,
      ml: p.ml * share,
      facts: p.facts.map((f) => ({ ...f, ingredients: (f.ingredients ?? []).map((i) => ({ ...i, g: i.g * share })) })),
    })),
    ...extras.filter((e) => e.part.ml > 0).map((e) => e.part),
  );
  return {
    liquid: pourTogether(
      portionOfVolume(base.liquid, pour.base),
      ...extras.map((e) => e.liquid),
      ...(pour.spirit > 0 ? [spiritOf(pour.spirit, base.abv)] : []),
    ),
    parts,
  };
}

/** What was poured into a glass that was built so, as it is told with what is said of it. */
export const pourOf = ({ pour, iceG, drinkers }: GlassBuild, { syrupBrix, abv }: GuestBase): GlassPour => ({
  served: drinkers.served,
  baseMl: pour.base,
  waterMl: pour.water,
  syrupMl: pour.syrup,
  syrupBrix,
  lemonMl: pour.lemon,
  spiritMl: pour.spirit,
  abv,
  iceG,
});

/** All glasses of a table together: ml, g. */
export type GuestTotals = {
  glasses: number;
  /** of everything, ml */
  pour: GlassBuild['pour'];
  iceG: number;
  jugs: number;
};

/** What the whole table takes. */
export function guestTotals(builds: readonly GlassBuild[], jugMl: number): GuestTotals {
  const count = (b: GlassBuild): number => b.drinkers.people * b.drinkers.glassesEach;
  const sum = (f: (b: GlassBuild) => number): number => builds.reduce((all, b) => all + count(b) * f(b), 0);
  const base = sum((b) => b.pour.base);
  return {
    glasses: sum(() => 1),
    pour: {
      base,
      water: sum((b) => b.pour.water),
      syrup: sum((b) => b.pour.syrup),
      lemon: sum((b) => b.pour.lemon),
      spirit: sum((b) => b.pour.spirit),
    },
    iceG: sum((b) => b.iceG),
    jugs: base === 0 ? 0 : Math.ceil(base / requirePositive('guestTotals', 'jugMl', jugMl, 'ml') - 1e-9),
  };
}
