import type { NotebookBody, NotebookReport, NotebookThing, ReportLine } from '@steepsis/contract';
import { readDrink, type Drink } from '@steepsis/core';
import { idOf } from '../shared/idOf';

// What taking a notebook in would do to the one that is here. Nothing is overwritten: what clashes is kept apart, under a name of its own.

/** What is to be stored: exactly that, and nothing that is here is changed but by more events of the same thing. */
export type Merge = {
  drinks: NotebookBody['drinks'];
  putAway: NotebookBody['putAway'];
  house: NotebookBody['house'];
  /** events that come behind those that are here, or of a thing that is new */
  batches: NotebookBody['batches'];
  jugs: NotebookBody['jugs'];
  instruments: NotebookBody['instruments'];
  readings: NotebookBody['readings'];
  report: NotebookReport;
};

const same = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** Whatever the order of its fields, a document is the same. */
function sorted(x: unknown): unknown {
  if (Array.isArray(x)) return x.map(sorted);
  if (typeof x !== 'object' || x === null) return x;
  return Object.fromEntries(
    Object.entries(x)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, sorted(v)]),
  );
}

/** @param here what is in the notebook now; @param sent what is to be taken in */
export function mergeOf(here: NotebookBody, sent: NotebookBody): Merge {
  const lines: ReportLine[] = [];
  const tell = (what: ReportLine['what'], name: string, becomes: ReportLine['becomes']): void =>
    void lines.push({ what, name, becomes });
  const drinks = mergedDrinks(here, sent, tell);
  // What is of a drink or a batch that is kept apart goes with it.
  const ofDrinks = (x: object): object => withDrinks(x, drinks.moved);
  const batches = mergedThings(here.batches, sent.batches, ofDrinks, (t, b) => tell('batch', nameOfBatch(t), b));
  const ofBoth = (x: object): object => withIds(ofDrinks(x), batches.moved);
  const jugs = mergedThings(here.jugs, sent.jugs, ofBoth, (t, b) => tell('jug', nameOfJug(t), b));
  const house = mergedHouse(here, sent, ofBoth, tell);
  const known = new Set(here.instruments.map((i) => i.id));
  const instruments = sent.instruments.filter((i) => !known.has(i.id));
  for (const i of instruments) tell('instrument', i.name, 'new');
  const read = new Set(here.readings.map((r) => `${r.instrumentId} ${r.atMs}`));
  const readings = sent.readings
    .filter((r) => !read.has(`${r.instrumentId} ${r.atMs}`))
    .map((r) => ({ ...r, batchId: (r.batchId && batches.moved.get(r.batchId)) ?? r.batchId }));
  const away = new Set(here.putAway.map((p) => p.id));
  const count = (becomes: ReportLine['becomes']): number => lines.filter((l) => l.becomes === becomes).length;
  return {
    drinks: drinks.rows,
    putAway: sent.putAway.filter((p) => drinks.fresh.has(p.id) && !away.has(p.id)),
    house,
    batches: batches.things,
    jugs: jugs.things,
    instruments,
    readings,
    report: {
      added: count('new'),
      grown: count('more'),
      apart: count('apart'),
      kept: count('kept'),
      same: count('same'),
      readings: readings.length,
      lines: lines.filter((l) => l.becomes !== 'same').slice(0, MOST_LINES),
    },
  };
}

const MOST_LINES = 500;
type Tell = (what: ReportLine['what'], name: string, becomes: ReportLine['becomes']) => void;
const named = (body: object, otherwise: string): string => {
  const { name } = body as { name?: unknown };
  return typeof name === 'string' ? name : otherwise;
};

/** The id under which something is kept apart from what has its own: one that says the same there already, or the next that is free. */
function apartOf(id: string, taken: ReadonlySet<string>, saysSame: (apart: string) => boolean): string {
  for (let n = 2; ; n++) if (!taken.has(`${id}-${n}`) || saysSame(`${id}-${n}`)) return `${id}-${n}`;
}

/** In today's shape, whatever release wrote it: the same drink is the same. */
const drinkOf = ({ body }: { body: object }): object => readDrink(body as Drink);

/** Versions of a drink that go on from those here are added; ones that say something else of a version become a drink of their own. */
function mergedDrinks(
  here: NotebookBody,
  sent: NotebookBody,
  tell: Tell,
): { rows: NotebookBody['drinks']; fresh: Set<string>; moved: Moved } {
  type Rows = NotebookBody['drinks'][number][];
  const rows: Rows = [];
  const fresh = new Set<string>();
  const moved = new Map<string, string>();
  const taken = new Set([...here.drinks, ...sent.drinks].map((d) => d.id));
  const versionsOf = (body: NotebookBody, id: string): Rows => body.drinks.filter((d) => d.id === id);
  const clashes = (mine: Rows, theirs: Rows): boolean =>
    theirs.some((t) => mine.some((m) => m.version === t.version && !same(drinkOf(m), drinkOf(t))));
  for (const id of new Set(sent.drinks.map((d) => d.id))) {
    const theirs = versionsOf(sent, id);
    const as = (other: string): Rows => theirs.map((t) => ({ ...t, id: other, body: { ...t.body, id: other } }));
    const name = named(theirs.at(-1)!.body, id);
    let [mine, coming] = [versionsOf(here, id), theirs];
    if (clashes(mine, theirs)) {
      const apart = apartOf(id, taken, (other) => {
        const there = versionsOf(here, other);
        return there.length > 0 && !clashes(there, as(other));
      });
      taken.add(apart);
      moved.set(id, apart);
      [mine, coming] = [versionsOf(here, apart), as(apart)];
    }
    const more = coming.filter((t) => !mine.some((m) => m.version === t.version));
    rows.push(...more);
    if (mine.length > 0) tell('drink', name, more.length > 0 ? 'more' : 'same');
    else tell('drink', name, moved.has(id) ? 'apart' : 'new');
    if (mine.length === 0 && !moved.has(id)) fresh.add(id);
  }
  return { rows, fresh, moved };
}

/** What is not here comes in; what differs here stays as it is, and an occasion of the same id becomes another one. */
function mergedHouse(
  here: NotebookBody,
  sent: NotebookBody,
  moves: (x: object) => object,
  tell: Tell,
): NotebookBody['house'] {
  type Document = NotebookBody['house'][number];
  const taken = new Set([...here.house, ...sent.house].map((h) => h.id));
  const thatOf = ({ kind }: Document, id: string): Document | undefined =>
    here.house.find((m) => m.kind === kind && m.id === id);
  return sent.house.flatMap((h): Document[] => {
    const mine = thatOf(h, h.id);
    const name = named(h.body, h.id.replaceAll(/[-_]/g, ' '));
    const body = h.kind === 'occasions' ? moves(h.body) : h.body;
    if (!mine) {
      tell(h.kind, name, 'new');
      return [{ ...h, body }];
    }
    if (same(mine.body, h.body) || same(mine.body, body)) {
      tell(h.kind, name, 'same');
      return [];
    }
    if (h.kind !== 'occasions') {
      tell(h.kind, name, 'kept');
      return [];
    }
    const id = apartOf(h.id, taken, (other) => same(thatOf(h, other)?.body, { ...body, id: other }));
    const there = thatOf(h, id) !== undefined;
    taken.add(id);
    tell(h.kind, name, there ? 'same' : 'apart');
    return there ? [] : [{ ...h, id, body: { ...body, id } }];
  });
}

/** From which id to which something was moved. */
type Moved = ReadonlyMap<string, string>;

/** Events are never changed: a thing whose events go on from those here grows, one that says something else becomes another thing. */
function mergedThings(
  here: readonly NotebookThing[],
  sent: readonly NotebookThing[],
  moves: (x: object) => object,
  tell: (thing: NotebookThing, becomes: ReportLine['becomes']) => void,
): { things: NotebookThing[]; moved: Moved } {
  const moved = new Map<string, string>();
  const byId = new Map(here.map((t) => [t.id, t]));
  const events = new Map(here.flatMap((t) => t.events.map((e) => [e.id, t.id] as const)));
  /** What is to be added of a thing to the one of its id; undefined where that says something else. */
  const goingOn = (t: NotebookThing): NotebookThing | undefined => {
    if (t.events.some((e) => (events.get(e.id) ?? t.id) !== t.id)) return undefined;
    const ours = byId.get(t.id)?.events ?? [];
    const differs = t.events.slice(0, ours.length).some((e, i) => toldOf(e) !== toldOf(ours[i]!));
    return differs ? undefined : { id: t.id, events: t.events.slice(ours.length) };
  };
  const things = sent.flatMap((t): NotebookThing[] => {
    const renamed = moves(t) as NotebookThing;
    let added = (byId.has(t.id) ? goingOn(t) : undefined) ?? goingOn(renamed);
    let apart = false;
    if (!added) {
      // By what it says: taken in again, it is known again.
      const other = underOwnIds(renamed, byId.get(t.id));
      moved.set(t.id, other.id);
      added = goingOn(other) ?? other;
      apart = !byId.has(other.id);
    }
    const isNew = !byId.has(added.id);
    tell(t, apart ? 'apart' : isNew ? 'new' : added.events.length > 0 ? 'more' : 'same');
    return added.events.length > 0 ? [added] : [];
  });
  return { things, moved };
}

const toldOf = (e: NotebookThing['events'][number]): string => JSON.stringify(sorted([e.id, e.seq, e.at, e.body]));

/** A thing under ids of its own, made of the first that it says otherwise than the one here: the same thing gets the same ids again. */
function underOwnIds(thing: NotebookThing, here: NotebookThing | undefined): NotebookThing {
  const otherwise =
    thing.events.find((e, i) => !here?.events[i] || toldOf(e) !== toldOf(here.events[i])) ?? thing.events[0]!;
  const anew = (id: string): string => idOf(`${id} ${toldOf(otherwise)}`);
  return withIds(thing, new Map([thing.id, ...thing.events.map((e) => e.id)].map((id) => [id, anew(id)])));
}

/** The same with ids that were moved named anew, wherever they stand. */
function withIds<T extends object>(x: T, moved: Moved): T {
  if (moved.size === 0) return x;
  const text = JSON.stringify(x).replace(/"([0-9a-f-]{36})"/g, (all, id: string) => {
    const now = moved.get(id);
    return now ? `"${now}"` : all;
  });
  return JSON.parse(text) as T;
}

/** The same with drinks that were moved named anew: in plans, in what a jug is like, in what an occasion asks for. */
function withDrinks(x: object, moved: Moved): object {
  if (moved.size === 0) return x;
  return JSON.parse(JSON.stringify(x), (key, value: unknown) => {
    if ((key === 'drinkId' || key === 'likeId') && typeof value === 'string') return moved.get(value) ?? value;
    const drink = key === 'plan' ? (value as { drink?: { id?: unknown } } | null)?.drink : undefined;
    if (drink && typeof drink.id === 'string') drink.id = moved.get(drink.id) ?? drink.id;
    return value;
  }) as object;
}

const firstOf = (t: NotebookThing): Record<string, unknown> => (t.events[0]?.body ?? {}) as Record<string, unknown>;
const nameOfJug = (t: NotebookThing): string => named(firstOf(t), 'a jug');
function nameOfBatch(t: NotebookThing): string {
  const plan = firstOf(t)['plan'] as { drink?: object } | undefined;
  return `${named(plan?.drink ?? {}, 'a batch')}, ${t.events[0]?.at.slice(0, 10) ?? ''}`;
}
