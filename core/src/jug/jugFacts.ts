import type { Batch } from '../batch/batch';
import { rootMlOf } from '../batch/filledMl';
import type { StoredVessel } from '../keeping/storedVessel';
import type { Audience } from '../drink/audience';
import { vulnerableDrinker, windowOf } from '../safety/derive';
import { abvOf, apparentBrix, massG, volumeMl, type Liquid } from '../liquid/liquid';
import { sharedFacts } from '../safety/drinkFacts';
import { factsOfStored } from '../safety/factsOf';
import { findingsOf, type Finding } from '../safety/evaluate';
import type { Facts, IngredientFact } from '../safety/facts';
import { ageDays, RULES_FRIDGE_C, THAW_DAYS, windowEndMs, type KeptAt } from '../keeping/keepingClock';
import type { KeepingWindow } from '../keeping/keepingWindow';
import { keptSince, storageFacts, type KeptOf } from '../safety/storageFacts';
import type { PouredPart } from './pouredPart';
import { isSweet } from './qualities';

// What the rules are told of a jug that was poured together: every part by itself, so that a hot brew never excuses a cold one,
// and all of it together, for doses and drinkers.

/** Facts of what is poured from a jug or bottle of the shelf, with the amounts that are poured. */
export function factsOfPour(batch: Batch, stored: StoredVessel, ml: number, nowMs: number): readonly Facts[] {
  const share = ml / Math.max(1, rootMlOf(batch, stored));
  return factsOfStored(batch, stored, nowMs).map((f) => ({
    ...f,
    ingredients: scaled(f.ingredients, share),
    additions: {
      ...f.additions,
      ...(f.additions?.alcohol_ml === undefined ? {} : { alcohol_ml: f.additions.alcohol_ml * share }),
    },
  }));
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
  /** how the jug, or a bottle that was filled from it, has been kept since; as a jug in the fridge where it is only looked at */
  kept?: { stored: StoredVessel; kitchen: KeptOf['kitchen'] };
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
  const signs = jug.kept?.stored.signs ?? [];
  const seen = Object.fromEntries(signs.map((s) => [s, true]));
  const own = jug.parts.flatMap((p) =>
    p.facts.map((f): Facts => ({
      ...shared,
      ...pickOwn(f),
      // Doses count against the whole jug, alcohol in all of it below.
      ingredients: f.ingredients ?? [],
      ...(f.ingredients?.length || f.storage
        ? { storage: storageOfPart(f, countsFrom(f, p.madeAt, pouredAtMs), jug, nowMs) }
        : {}),
      ...(signs.length > 0 ? { observations: { ...f.observations, ...seen } } : {}),
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
    // What is only water and sugar has no part of its own: what was seen of it is told with the whole.
    ...(signs.length > 0 ? { observations: seen } : {}),
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

/** A part in a jug that has been kept: where that stood since, what it stood in, what was read of it. */
function storageOfPart(f: Facts, madeMs: number, jug: JugForRules, nowMs: number): NonNullable<Facts['storage']> {
  const own = inJug(f, jug);
  if (!jug.kept) return { ...own, days: ageOf(madeMs, nowMs) };
  const { stored, kitchen } = jug.kept;
  const kept = storageFacts(stored, { kitchen, madeAt: new Date(madeMs).toISOString() }, nowMs);
  const out = (own.room_hold_min ?? 0) + (kept.room_hold_min ?? 0);
  return {
    ...own,
    ...kept,
    ...(out > 0 ? { room_hold_min: out, ambient_c: Math.max(own.ambient_c ?? 22, kept.ambient_c ?? 22) } : {}),
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

/**
 * Until when a jug keeps: its shortest part decides, counted from when that was made and by how the jug was kept since. Water and sugar
 * bring no end of their own.
 */
export function keepingOfJug(jug: JugForRules, pouredAtMs: number): JugKeeping {
  const since = (madeMs: number): KeptAt =>
    jug.kept
      ? keptSince(jug.kept.stored, { kitchen: jug.kept.kitchen, madeAt: new Date(madeMs).toISOString() })
      : { stands: [{ fromMs: madeMs, tempC: RULES_FRIDGE_C, frozen: false }], out: [] };
  const ends = (endsOf(jug, pouredAtMs) ?? [sugarAlone(jug, pouredAtMs)]).map(({ window, madeMs }) => ({
    window,
    useByMs: windowEndMs(since(madeMs), window.targetDays),
    endMs: windowEndMs(since(madeMs), window.hardDays),
  }));
  const first = ends.reduce((a, b) => (b.endMs < a.endMs ? b : a));
  const strict = vulnerableDrinker(
    sharedFacts({ litres: 1, glassMl: jug.glassMl, sugarGPerL: 0, audience: jug.audience }, 0),
  );
  return {
    useBy: new Date(first.useByMs).toISOString(),
    discardAfter: new Date(strict ? first.useByMs : first.endMs).toISOString(),
    window: first.window,
  };
}

/** What is told of a pour out of a jug, or of a bottle filled from it: each part as it has been kept, and the oldest's moment. */
export function pourOfJug(
  jug: JugForRules & { pouredAt: string },
  ml: number,
  nowMs: number,
): { facts: readonly Facts[]; madeAt: string } {
  const pouredMs = Date.parse(jug.pouredAt);
  const share =
    ml /
    Math.max(
      1,
      jug.parts.reduce((sum, p) => sum + p.ml, 0),
    );
  const parts = jug.parts.flatMap((p) =>
    p.facts.map((f) => {
      const madeMs = countsFrom(f, p.madeAt, pouredMs);
      const storage = f.ingredients?.length || f.storage ? { storage: storageOfPart(f, madeMs, jug, nowMs) } : {};
      return { facts: { ...f, ingredients: scaled(f.ingredients, share), ...storage }, madeMs };
    }),
  );
  const countsMs = (madeMs: number): number =>
    jug.kept && jug.kept.stored.where !== 'freezer'
      ? nowMs -
        DAY_MS *
          ageDays(
            keptSince(jug.kept.stored, { kitchen: jug.kept.kitchen, madeAt: new Date(madeMs).toISOString() }),
            nowMs,
          )
      : madeMs;
  const oldest = Math.min(pouredMs, ...parts.map((p) => countsMs(p.madeMs)));
  return { facts: parts.map((p) => p.facts), madeAt: new Date(Math.round(oldest)).toISOString() };
}

type PartEnd = { window: KeepingWindow; madeMs: number };

function endsOf(jug: JugForRules, pouredAtMs: number): readonly PartEnd[] | undefined {
  const own = jug.parts.flatMap((p) =>
    p.facts
      .filter((f) => f.ingredients?.some((i) => i.slug !== 'honey'))
      .map((f): PartEnd => {
        const madeMs = countsFrom(f, p.madeAt, pouredAtMs);
        return { window: windowOf({ ...f, storage: storageOfPart(f, madeMs, jug, madeMs) }), madeMs };
      }),
  );
  return own.length > 0 ? own : undefined;
}

const sugarAlone = (jug: JugForRules, madeMs: number): PartEnd => ({
  window: windowOf({ storage: { brix: Math.max(20, apparentBrix(jug.liquid)) } }),
  madeMs,
});
