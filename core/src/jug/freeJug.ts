import type { Audience } from '../drink/audience';
import type { ServedState } from '../batch/batchEvent';
import { InputError } from '../quantity/errors';
import { pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import {
  afterOnShelf,
  JUG,
  refusedOnShelf,
  storedVessel,
  type ShelfEventBody,
  type StoredVessel,
} from '../keeping/storedVessel';
import type { GlassPour } from '../serve/atGlass';
import type { PouredPart } from './pouredPart';
import type { Taste } from './taste';

// A jug poured together from anything, without a recipe. Like a batch it is a fold over its events: what was poured stays
// poured, an undo is one more event, nothing reads a clock.

/** What happens to a jug that no batch stands behind. Events are facts: never edited, never removed. */
export type FreeJugEventBody =
  | {
      type: 'poured-together';
      name: string;
      capacityMl: number;
      glassMl: number;
      /** drunk over so much ice a glass, or without */
      iced: boolean;
      /** what ×1.0 is, as weighted strength, and whose glass that is */
      standard: number;
      likeName: string;
      /** the drink of the book whose glass that is; earlier releases kept its name alone */
      likeId?: string;
      /** × that the glass is to be */
      wantedX: number;
      audience: Audience;
      acknowledged: readonly string[];
      parts: readonly PouredPart[];
    }
  | { type: 'added'; parts: readonly PouredPart[]; after?: Taste }
  | { type: 'tasted'; taste: Taste; glass?: GlassPour }
  /** a glass of the jug, as earlier releases told it */
  | { type: 'poured-out'; ml: number }
  /** what happens to the jug, or to a bottle that was filled from it */
  | ShelfEventBody
  | { type: 'acknowledged'; rule: string }
  | { type: 'undone'; eventId: string }
  | { type: 'discarded'; why: string };

/** The same as it is stored; times are UTC, ISO 8601. */
export type FreeJugEvent = { id: string; jugId: string; seq: number; at: string; v: 1 } & FreeJugEventBody;

/** The shape that events of free jugs are stored in. */
export const FREE_JUG_EVENT_VERSION = 1;

type Start = Extract<FreeJugEventBody, { type: 'poured-together' }>;

/** A jug after its events: what went in, what is left, ml. */
export type FreeJug = Omit<Start, 'type' | 'parts'> & {
  id: string;
  pouredAt: string;
  /** all that ever went in */
  parts: readonly (PouredPart & { at: string })[];
  /** the jug itself and what was filled from it */
  vessels: readonly StoredVessel[];
  /** what is left in the jug */
  liquid: Liquid;
  tastings: readonly { eventId: string; at: string; taste: Taste; glass?: GlassPour }[];
  discarded: boolean;
  events: readonly FreeJugEvent[];
};

/** @throws InputError for a list without a first pour */
export function freeJugAfter(events: readonly FreeJugEvent[]): FreeJug {
  const undone = takenBackOfJug(events);
  const ordered = events
    .filter((e) => !undone.has(e.id) && e.type !== 'undone')
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || a.seq - b.seq);
  const first = ordered.find((e) => e.type === 'poured-together') ?? events.find((e) => e.type === 'poured-together');
  if (first?.type !== 'poured-together')
    throw new InputError('freeJugAfter', 'events', 'a list with a first pour', `${events.length} events`);
  const { id: _id, jugId, seq: _seq, at, v: _v, type: _type, parts, ...start } = first;
  const empty: FreeJug = {
    ...start,
    id: jugId,
    pouredAt: at,
    parts: [],
    vessels: [storedVessel(JUG, 'jug', pourTogether(), at)],
    liquid: pourTogether(),
    tastings: [],
    discarded: false,
    events,
  };
  // A first pour that was taken back leaves an empty jug, never a missing one.
  const poured = undone.has(first.id) ? { ...empty, discarded: true } : withParts(empty, parts, at);
  return ordered.reduce(applied, poured);
}

function applied(jug: FreeJug, e: FreeJugEvent): FreeJug {
  switch (e.type) {
    case 'poured-together':
    case 'undone':
      return jug;
    case 'added':
      return withParts(jug, e.parts, e.at);
    case 'tasted':
      return {
        ...jug,
        tastings: [
          ...jug.tastings,
          { eventId: e.id, at: e.at, taste: e.taste, ...(e.glass ? { glass: e.glass } : {}) },
        ],
      };
    case 'poured-out':
      return onShelf(jug, { type: 'poured', vesselId: JUG, ml: e.ml }, e.at);
    case 'acknowledged':
      return { ...jug, acknowledged: [...jug.acknowledged, e.rule] };
    case 'discarded':
      return {
        ...jug,
        vessels: jug.vessels.map((v) => ({ ...v, liquid: pourTogether() })),
        liquid: pourTogether(),
        discarded: true,
      };
    default:
      return onShelf(jug, e, e.at);
  }
}

/** The jug among its things; there always is one, empty or not. */
const inJugOf = (vessels: readonly StoredVessel[]): Liquid => vessels.find((v) => v.id === JUG)!.liquid;

function onShelf(jug: FreeJug, event: ShelfEventBody, at: string): FreeJug {
  const vessels = afterOnShelf(jug.vessels, event, at);
  return { ...jug, vessels, liquid: inJugOf(vessels) };
}

/** What is poured in goes into the jug; what was filled from it before stays as it was, and its label with it. */
function withParts(jug: FreeJug, parts: readonly PouredPart[], at: string): FreeJug {
  const liquid = pourTogether(jug.liquid, ...parts.map((p) => p.liquid));
  const vessels = jug.vessels.map(({ labelledAt, ...v }) =>
    v.id === JUG ? { ...v, liquid } : { ...v, ...(labelledAt ? { labelledAt } : {}) },
  );
  return { ...jug, vessels, liquid, parts: [...jug.parts, ...parts.map((p) => ({ ...p, at }))] };
}

/** Why something may not happen to a jug, by its field. */
export type JugRefusal = { kind: 'refused'; reason: string; field: string; message: string };

/** Whether an event may follow; a refusal names what is wrong and what would be accepted. */
export function decideFreeJug(jug: FreeJug, e: FreeJugEventBody, at: string): { kind: 'accepted' } | JugRefusal {
  const refused = (reason: string, field: string, message: string): JugRefusal => ({
    kind: 'refused',
    reason,
    field,
    message,
  });
  if (e.type === 'undone') return decideUndo(jug, e.eventId, refused);
  if (jug.discarded) return refused('discarded', 'type', 'This jug was emptied; nothing more happens to it.');
  if (Date.parse(at) < Date.parse(jug.pouredAt))
    return refused('too-early', 'at', 'That is before the jug was poured together. Say a later moment.');
  const left = volumeMl(jug.liquid);
  switch (e.type) {
    case 'poured-together':
      return refused('already-started', 'type', 'This jug has been poured already.');
    case 'added': {
      const after = left + e.parts.reduce((sum, p) => sum + volumeMl(p.liquid), 0);
      return after > jug.capacityMl + 1
        ? refused(
            'over-full',
            'parts',
            `Up to ${Math.max(0, Math.floor(jug.capacityMl - left))} ml more goes into this jug, not ${Math.round(after - left)} ml.`,
          )
        : { kind: 'accepted' };
    }
    case 'tasted':
    case 'acknowledged':
    case 'discarded':
      return { kind: 'accepted' };
    case 'poured-out':
      return decideOnShelf(jug, { type: 'poured', vesselId: JUG, ml: e.ml }, at);
    default:
      return decideOnShelf(jug, e, at);
  }
}

function decideOnShelf(jug: FreeJug, event: ShelfEventBody, at: string): { kind: 'accepted' } | JugRefusal {
  const stored = jug.vessels.find((v) => v.id === event.vesselId);
  if (!stored)
    return {
      kind: 'refused',
      reason: 'more-than-there-is',
      field: 'vesselId',
      message: 'Nothing like that of this jug stands on the shelf any more.',
    };
  // A bottle is not, before it was filled.
  if (Date.parse(at) < Date.parse(stored.filledAt))
    return {
      kind: 'refused',
      reason: 'too-early',
      field: 'at',
      message: 'That is before it was filled. Say a later moment.',
    };
  const not = refusedOnShelf(jug.vessels, stored, event);
  return not ? { kind: 'refused', ...not } : { kind: 'accepted' };
}

function decideUndo(
  jug: FreeJug,
  eventId: string,
  refused: (reason: string, field: string, message: string) => JugRefusal,
): { kind: 'accepted' } | JugRefusal {
  const event = jug.events.find((e) => e.id === eventId);
  if (!event || event.type === 'undone')
    return refused('unknown-event', 'eventId', 'Nothing like that of this jug can be undone.');
  return takenBackOfJug(jug.events).has(eventId)
    ? refused('already-undone', 'eventId', 'This has been undone already.')
    : { kind: 'accepted' };
}

/**
 * What goes along when something of a jug is taken back, the latest first: what was poured in made all that came after what it is; what was
 * filled from it is not before it was. A taste and a pour stand by themselves.
 */
export function goesAlongInJug(standing: readonly FreeJugEvent[], event: FreeJugEvent): readonly FreeJugEvent[] {
  const later = standing.filter((e) => e.seq > event.seq && e.type !== 'tasted').sort((a, b) => b.seq - a.seq);
  if (event.type === 'added' || event.type === 'poured-together') return later;
  if (event.type !== 'filled') return [];
  return later.filter((e) => 'vesselId' in e && event.into.some((f) => f.id === e.vesselId));
}

/** Ids of what does not count any more in a jug: taken back, and what went along with it then. */
export function takenBackOfJug(events: readonly FreeJugEvent[]): ReadonlySet<string> {
  const gone = new Set<string>();
  for (const undo of events.filter((e) => e.type === 'undone')) {
    const event = events.find((e) => e.id === undo.eventId);
    const then = events.filter((e) => e.seq < undo.seq && e.type !== 'undone' && !gone.has(e.id));
    gone.add(undo.eventId);
    if (event) for (const e of goesAlongInJug(then, event)) gone.add(e.id);
  }
  return gone;
}

/** What the jug still takes, ml. */
export const roomMl = (jug: Pick<FreeJug, 'capacityMl' | 'liquid'>): number =>
  Math.max(0, jug.capacityMl - volumeMl(jug.liquid));

/** How it is drunk. */
export const drunkState = ({ iced }: Pick<FreeJug, 'iced'>): ServedState => (iced ? 'iced' : 'chilled');
