import type { KeptIn, KeptWhere, MeasuredBy, Sign } from './kept';
import type { PouredPart } from '../jug/pouredPart';
import { portionOf, portionOfVolume, volumeMl, type Liquid } from '../liquid/liquid';
import type { PhReading } from './keepingWindow';

// What stands in the house and what happens to it, whether a batch filled it or it was poured together: a jug, bottles of it, a tray of
// cubes. The same events, the same rules, one fold.

/** The jug's id among the things that are kept of a making. */
export const JUG = 'jug';

/** What a thing may be kept in. `tray` is of cubes, `moulds` of pops. */
export const KEPT_VESSELS = ['jug', 'bottle', 'jar', 'tray', 'moulds', 'bag'] as const;

/** What a thing is kept in: all of it holds `capacityMl`; cubes and pops are so many pieces. */
export type KeptShape = { kind: (typeof KEPT_VESSELS)[number]; capacityMl: number; pieces?: number };

/** One thing that is filled from another, ml at 20 °C; its id is made by the sender. */
export type FilledVessel = {
  id: string;
  name: string;
  shape: KeptShape;
  ml: number;
  where: KeptWhere;
  keptIn?: KeptIn;
};

/** The jug, a brew that was bottled or left over, by the part of the mix it is; or what was filled from one of them. */
export type StoredVessel = {
  id: string;
  /** the jug or the part of the mix that is in it; its own id unless it was filled from another */
  root: string;
  name: string;
  liquid: Liquid;
  filledAt: string;
  where: KeptWhere;
  /** when it was last put where it is, and where it stood before that, the oldest first */
  movedAt: string;
  earlier: readonly { where: KeptWhere; from: string }[];
  /** spells out of the fridge */
  out: readonly { minutes: number; ambientC: number }[];
  /** poured in later, to put it right */
  added: readonly PouredPart[];
  /** what it is in, where that was told */
  shape?: KeptShape;
  keptIn?: KeptIn;
  /** its own reading, and signs of its own */
  ph?: PhReading;
  signs?: readonly Sign[];
  /** when its label was made; what is in it is still what that says */
  labelledAt?: string;
};

/** What happens to a thing that is kept. */
export type ShelfEventBody =
  | { type: 'poured'; vesselId: string; ml: number }
  /** into bottles, cubes or moulds, each a thing of its own from then on */
  | { type: 'filled'; vesselId: string; into: readonly FilledVessel[] }
  /** all of it, down the drain */
  | { type: 'poured-away'; vesselId: string; why: string }
  /** seen or smelled of what is kept */
  | { type: 'observed'; sign: Sign; vesselId: string }
  /** stood out of the fridge, all told since it was last noted */
  | { type: 'stood-out'; vesselId: string; minutes: number; ambientC: number }
  | { type: 'moved'; vesselId: string; where: KeptWhere }
  /** what it was put into, how that is closed, and whether it is filled to the top */
  | ({ type: 'kept-in'; vesselId: string } & KeptIn)
  | { type: 'measured'; what: 'ph'; value: number; method: MeasuredBy; vesselId: string }
  /** its label was made */
  | { type: 'labelled'; vesselId: string };

/** A thing as it is first filled; it stands in the fridge. */
export const storedVessel = (id: string, name: string, liquid: Liquid, filledAt: string): StoredVessel => ({
  id,
  root: id,
  name,
  liquid,
  filledAt,
  where: 'fridge',
  movedAt: filledAt,
  earlier: [],
  out: [],
  added: [],
});

/** What stands after something happened to one of it. Things that are empty keep their place, so that it can be taken back. */
export function afterOnShelf(
  vessels: readonly StoredVessel[],
  event: ShelfEventBody,
  at: string,
): readonly StoredVessel[] {
  const change = (to: (v: StoredVessel) => StoredVessel): readonly StoredVessel[] =>
    vessels.map((v) => (v.id === event.vesselId ? to(v) : v));
  switch (event.type) {
    case 'poured':
      return change((v) => without(v, event.ml));
    case 'poured-away':
      return change((v) => ({ ...v, liquid: portionOf(v.liquid, 0) }));
    case 'filled':
      return vessels.flatMap((v) => (v.id === event.vesselId ? filledFrom(v, event.into, at) : [v]));
    case 'observed':
      return change((v) => ({ ...v, signs: [...(v.signs ?? []), event.sign] }));
    case 'stood-out':
      return change((v) => ({ ...v, out: [...v.out, { minutes: event.minutes, ambientC: event.ambientC }] }));
    case 'moved':
      return change((v) => movedTo(v, event.where, at));
    case 'kept-in': {
      const { container, closure, full } = event;
      return change((v) => ({ ...v, keptIn: { container, closure, full } }));
    }
    case 'measured': {
      const method = event.method === 'meter' || event.method === 'strip' ? event.method : 'estimate';
      return change((v) => ({ ...v, ph: { ph: event.value, method } }));
    }
    case 'labelled':
      return change((v) => ({ ...v, labelledAt: at }));
  }
}

const movedTo = (v: StoredVessel, where: KeptWhere, at: string): StoredVessel =>
  v.where === where ? v : { ...v, where, movedAt: at, earlier: [...v.earlier, { where: v.where, from: v.movedAt }] };

function without(v: StoredVessel, ml: number): StoredVessel {
  const all = volumeMl(v.liquid);
  return all === 0 ? v : { ...v, liquid: portionOf(v.liquid, Math.max(0, 1 - ml / all)) };
}

/** What is left where it was, and each new thing with all that it was through: its days, its warm spells, its reading. */
function filledFrom(v: StoredVessel, into: readonly FilledVessel[], at: string): readonly StoredVessel[] {
  const { keptIn: _was, shape: _shape, labelledAt: _label, ...past } = v;
  const all = into.reduce((sum, f) => sum + f.ml, 0);
  return [
    without(v, all),
    ...into.map(({ id, name, shape, ml, where, keptIn }) =>
      movedTo(
        {
          ...past,
          id,
          name,
          shape,
          liquid: portionOfVolume(v.liquid, Math.min(ml, volumeMl(v.liquid))),
          filledAt: at,
          ...(keptIn ? { keptIn } : {}),
        },
        where,
        at,
      ),
    ),
  ];
}

/** Whole pieces of cubes or pops that are left; undefined for what is poured. */
export const piecesLeft = (
  { shape, liquid }: Pick<StoredVessel, 'shape' | 'liquid'>,
  filledMl: number,
): number | undefined =>
  shape?.pieces === undefined || filledMl <= 0
    ? undefined
    : Math.max(0, Math.round((volumeMl(liquid) / filledMl) * shape.pieces));

/** Why something may not happen to a thing that is kept: by its field, with what would be accepted. */
export type ShelfRefusal = {
  reason: 'more-than-there-is' | 'over-full' | 'already-filled';
  field: string;
  message: string;
};

/** Millilitres by which a thing may hold less than was said of it: what is poured is never measured finer. */
const SLACK_ML = 1;

/** Whether what is told of a thing that stands can have happened to it; undefined where it can. */
export function refusedOnShelf(
  vessels: readonly StoredVessel[],
  v: StoredVessel,
  event: ShelfEventBody,
): ShelfRefusal | undefined {
  const have = volumeMl(v.liquid);
  const more = (field: string, ml: number): ShelfRefusal | undefined =>
    ml > have + SLACK_ML
      ? {
          reason: 'more-than-there-is',
          field,
          message: `Up to ${Math.floor(have + 0.01)} ml is left, not ${Math.round(ml)} ml.`,
        }
      : undefined;
  if (event.type === 'poured') return more('ml', event.ml);
  if (event.type !== 'filled') return undefined;
  const ids = event.into.map((f) => f.id);
  if (new Set(ids).size < ids.length || ids.some((id) => vessels.some((other) => other.id === id)))
    return {
      reason: 'already-filled',
      field: 'into',
      message: 'Each bottle or tray is a new thing with an id of its own.',
    };
  const over = event.into.findIndex((f) => f.ml > f.shape.capacityMl + SLACK_ML);
  if (over >= 0) {
    const { name, shape, ml } = event.into[over]!;
    return {
      reason: 'over-full',
      field: `into.${over}.ml`,
      message: `The ${name} holds ${Math.round(shape.capacityMl)} ml, not ${Math.round(ml)} ml.`,
    };
  }
  return more(
    'into',
    event.into.reduce((sum, f) => sum + f.ml, 0),
  );
}
