import { concentrateOf, brewLines, JUG, type Batch, type StoredVessel } from '../batch/batch';
import type { Audience } from '../drink/audience';
import { windowOf } from '../safety/derive';
import { abvOf, apparentBrix, massG, volumeMl, type Liquid } from '../liquid/liquid';
import { sharedFacts } from '../safety/drinkFacts';
import { factsOfStored } from '../safety/factsOf';
import { findingsOf, type Finding } from '../safety/evaluate';
import type { Facts, IngredientFact } from '../safety/facts';
import { THAW_DAYS } from '../keeping/keepingClock';
import type { KeepingWindow } from '../keeping/keepingWindow';
import type { PouredPart } from './pouredPart';
import { isSweet } from './qualities';

// What the rules are told of a jug that was poured together: every part by itself, so that a hot brew never excuses a cold one,
// and all of it together, for doses and drinkers.

/** Facts of what is poured from a jug or bottle of the shelf, with the amounts that are poured. */
export function factsOfPour(batch: Batch, stored: StoredVessel, ml: number, nowMs: number): readonly Facts[] {
  const share = ml / Math.max(1, filledMl(batch, stored));
  return factsOfStored(batch, stored, nowMs).map((f) => ({
    ...f,
    ingredients: scaled(f.ingredients, share),
    additions: {
      ...f.additions,
      ...(f.additions?.alcohol_ml === undefined ? {} : { alcohol_ml: f.additions.alcohol_ml * share }),
    },
  }));
}

/** What it held when it was filled: its plants are counted against that. */
function filledMl(batch: Batch, stored: StoredVessel): number {
  if (stored.id === JUG) return batch.jug ? volumeMl(batch.jug) : volumeMl(stored.liquid);
  const line = brewLines(batch.plan).find((l) => l.lineId === stored.id);
  return line ? volumeMl(concentrateOf(batch, line.brewId)) : volumeMl(stored.liquid);
}

const scaled = (ingredients: readonly IngredientFact[] | undefined, share: number): readonly IngredientFact[] =>
  (ingredients ?? []).map((i) => ({ ...i, g: i.g * share }));

/** A jug, as far as rules ask. */
export type JugForRules = {
  liquid: Liquid;
  /** all that went in, ml as poured */
  parts: readonly Pick<PouredPart, 'ml' | 'facts' | 'madeAt'>[];
  glassMl: number;
  audience: Audience;
  /** when it was poured together; now where it is only looked at */
  pouredAt?: string;
};

const DAY_MS = 86_400_000;

/** Facts of a jug at a moment: its oldest part decides how long it keeps. */
export function factsOfJug(jug: JugForRules, nowMs: number, altitudeM = 0): readonly Facts[] {
  const litres = Math.max(0.001, volumeMl(jug.liquid) / 1000);
  const pouredL = Math.max(0.001, jug.parts.reduce((sum, p) => sum + p.ml, 0) / 1000);
  const shared = sharedFacts(
    { litres: pouredL, glassMl: jug.glassMl, sugarGPerL: 0, audience: jug.audience },
    altitudeM,
  );
  const pouredAtMs = jug.pouredAt === undefined ? nowMs : Date.parse(jug.pouredAt);
  const own = jug.parts.flatMap((p) =>
    p.facts.map((f): Facts => ({
      ...shared,
      ...pickOwn(f),
      // Doses count against the whole jug, alcohol in all of it below.
      ingredients: f.ingredients ?? [],
      ...(f.ingredients?.length || f.storage
        ? { storage: { ...inJug(f, jug), days: ageOf(countsFrom(f, p.madeAt, pouredAtMs), nowMs) } }
        : {}),
    })),
  );
  const whole: Facts = {
    ...shared,
    ingredients: jug.parts.flatMap((p) => p.facts.at(-1)?.ingredients ?? []),
    additions: {
      sugar: isSweet(jug.liquid) || Object.keys(jug.liquid.sugarG).some((k) => !k.startsWith('own:')),
      honey: (jug.liquid.sugarG['honey'] ?? 0) > 0,
      ...(jug.liquid.ethanolG > 0
        ? { alcohol_ml: (abvOf(jug.liquid) / 100) * litres * 1000, abv: abvOf(jug.liquid), alcohol_type: 'bought' }
        : {}),
    },
    storage: {
      where: 'fridge',
      days: 0,
      abv: massG(jug.liquid) === 0 ? 0 : abvOf(jug.liquid),
      brix: apparentBrix(jug.liquid),
    },
  };
  return [...own, whole];
}

/**
 * A part in its jug keeps as the jug does: let down it has the jug's sugar and alcohol and not its bottle's, its measured pH is no
 * longer what was measured, and what was thawed is frozen no more.
 */
function inJug({ storage = {} }: Facts, { liquid, parts }: JugForRules): NonNullable<Facts['storage']> {
  const { ph, ph_method, room_hold_min, ambient_c } = storage;
  const alone = parts.length === 1 && ph !== undefined;
  return {
    // Minutes out of the fridge travel with a pour; what it stood in, and where, does not.
    ...(room_hold_min === undefined ? {} : { room_hold_min }),
    ...(ambient_c === undefined ? {} : { ambient_c }),
    ...(alone ? { ph, ...(ph_method ? { ph_method } : {}) } : {}),
    where: 'fridge',
    brix: massG(liquid) === 0 ? 0 : apparentBrix(liquid),
    abv: massG(liquid) === 0 ? 0 : abvOf(liquid),
  };
}

/** Of a part: how it was made and kept. Who drinks it, and how much of it, is the jug's affair. */
const pickOwn = (f: Facts): Facts => ({
  ...(f.stages ? { stages: f.stages } : {}),
  ...(f.equipment ? { equipment: f.equipment } : {}),
  ...(f.cooling ? { cooling: f.cooling } : {}),
  ...(f.observations ? { observations: f.observations } : {}),
  is_concentrate: false,
});

const ageOf = (fromMs: number, nowMs: number): number => Math.max(0, (nowMs - fromMs) / DAY_MS);

/** What the rules say of a jug at a moment, at its pouring and on the shelf. */
export const findingsOfJug = (jug: JugForRules, nowMs: number, altitudeM = 0): readonly Finding[] =>
  findingsOf(...factsOfJug(jug, nowMs, altitudeM));

/** Findings that stop a jug from being poured or served; a label can still be written. */
export const blocksOfJug = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((f) => f.level === 'block' && f.places.some((p) => p !== 'label'));

/** Warnings that are read before the jug is poured. */
export const warningsOfJug = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter((f) => f.level === 'warn' && f.places.some((p) => p === 'plan' || p === 'picker' || p === 'shelf'));

/** What stood in the freezer stood still: it is as old as thawing makes it when it is poured. */
const countsFrom = (f: Facts, madeAt: string, pouredAtMs: number): number =>
  f.storage?.where === 'freezer' ? Math.max(Date.parse(madeAt), pouredAtMs - THAW_DAYS * DAY_MS) : Date.parse(madeAt);

/** How long a jug keeps: ISO dates, and the window they come from. */
export type JugKeeping = { useBy: string; discardAfter: string; window: KeepingWindow };

/** Until when a jug keeps: its shortest part decides, counted from when that was made. Water and sugar bring no end of their own. */
export function keepingOfJug(jug: JugForRules, pouredAtMs: number): JugKeeping {
  const own = jug.parts.flatMap((p) =>
    p.facts
      .filter((f) => f.ingredients?.some((i) => i.slug !== 'honey'))
      .map((f) => ({
        window: windowOf({ ...f, storage: inJug(f, jug) }),
        madeMs: countsFrom(f, p.madeAt, pouredAtMs),
      })),
  );
  const sugarAlone = {
    window: windowOf({ storage: { brix: Math.max(20, apparentBrix(jug.liquid)) } }),
    madeMs: pouredAtMs,
  };
  const ends = own.length > 0 ? own : [sugarAlone];
  const endMs = ({ window, madeMs }: (typeof ends)[number]): number => madeMs + window.hardDays * DAY_MS;
  const first = ends.reduce((a, b) => (endMs(b) < endMs(a) ? b : a));
  return {
    useBy: new Date(first.madeMs + first.window.targetDays * DAY_MS).toISOString(),
    discardAfter: new Date(endMs(first)).toISOString(),
    window: first.window,
  };
}
