import { randomUUID } from 'node:crypto';
import type { NotebookBody, NotebookReport, NotebookThing, ReportLine } from '@steepsis/contract';

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

const freeOf = (id: string, taken: ReadonlySet<string>): string => {
  let n = 2;
  while (taken.has(`${id}-${n}`)) n++;
  return `${id}-${n}`;
};

/** @param here what is in the notebook now; @param sent what is to be taken in */
export function mergeOf(here: NotebookBody, sent: NotebookBody): Merge {
  const lines: ReportLine[] = [];
  const tell = (what: ReportLine['what'], name: string, becomes: ReportLine['becomes']): void =>
    void lines.push({ what, name, becomes });
  const drinks = mergedDrinks(here, sent, tell);
  const house = mergedHouse(here, sent, tell);
  const batches = mergedThings(here.batches, sent.batches, (t) => tell('batch', nameOfBatch(t), t.becomes));
  const jugs = mergedThings(here.jugs, sent.jugs, (t) => tell('jug', nameOfJug(t), t.becomes));
  const known = new Set(here.instruments.map((i) => i.id));
  const instruments = sent.instruments.filter((i) => !known.has(i.id));
  for (const i of instruments) tell('instrument', i.name, 'new');
  const read = new Set(here.readings.map((r) => `${r.instrumentId} ${r.atMs}`));
  const moved = new Map(batches.moved);
  const readings = sent.readings
    .filter((r) => !read.has(`${r.instrumentId} ${r.atMs}`))
    .map((r) => (r.batchId && moved.has(r.batchId) ? { ...r, batchId: moved.get(r.batchId)! } : r));
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

/** Versions of a drink that go on from those here are added; ones that say something else of a version become a drink of their own. */
function mergedDrinks(
  here: NotebookBody,
  sent: NotebookBody,
  tell: Tell,
): { rows: NotebookBody['drinks']; fresh: Set<string> } {
  const rows: NotebookBody['drinks'][number][] = [];
  const fresh = new Set<string>();
  const taken = new Set([...here.drinks, ...sent.drinks].map((d) => d.id));
  for (const id of new Set(sent.drinks.map((d) => d.id))) {
    const [mine, theirs] = [here, sent].map((b) => b.drinks.filter((d) => d.id === id)) as [typeof rows, typeof rows];
    const name = named(theirs.at(-1)!.body, id);
    const clash = theirs.some((t) => mine.some((m) => m.version === t.version && !same(m.body, t.body)));
    const more = theirs.filter((t) => !mine.some((m) => m.version === t.version));
    if (mine.length === 0) {
      rows.push(...theirs);
      fresh.add(id);
      tell('drink', name, 'new');
    } else if (clash) {
      const apart = freeOf(id, taken);
      taken.add(apart);
      rows.push(...theirs.map((t) => ({ ...t, id: apart, body: { ...t.body, id: apart } })));
      tell('drink', name, 'apart');
    } else {
      rows.push(...more);
      tell('drink', name, more.length > 0 ? 'more' : 'same');
    }
  }
  return { rows, fresh };
}

/** What is not here comes in; what differs here stays as it is, and an occasion of the same id becomes another one. */
function mergedHouse(here: NotebookBody, sent: NotebookBody, tell: Tell): NotebookBody['house'] {
  const taken = new Set([...here.house, ...sent.house].map((h) => h.id));
  return sent.house.flatMap((h): NotebookBody['house'][number][] => {
    const mine = here.house.find((m) => m.kind === h.kind && m.id === h.id);
    const name = named(h.body, h.id.replaceAll(/[-_]/g, ' '));
    if (!mine) {
      tell(h.kind, name, 'new');
      return [h];
    }
    if (same(mine.body, h.body)) {
      tell(h.kind, name, 'same');
      return [];
    }
    if (h.kind !== 'occasions') {
      tell(h.kind, name, 'kept');
      return [];
    }
    const id = freeOf(h.id, taken);
    taken.add(id);
    tell(h.kind, name, 'apart');
    return [{ ...h, id, body: { ...h.body, id } }];
  });
}

type Merged = { things: NotebookThing[]; moved: [string, string][] };

/** Events are never changed: a thing whose events go on from those here grows, one that says something else becomes another thing. */
function mergedThings(
  here: readonly NotebookThing[],
  sent: readonly NotebookThing[],
  tell: (thing: NotebookThing & { becomes: ReportLine['becomes'] }) => void,
): Merged {
  const moved: [string, string][] = [];
  const byId = new Map(here.map((t) => [t.id, t]));
  const events = new Map(here.flatMap((t) => t.events.map((e) => [e.id, t.id] as const)));
  const things = sent.flatMap((t): NotebookThing[] => {
    const mine = byId.get(t.id);
    const foreign = t.events.some((e) => events.has(e.id) && events.get(e.id) !== t.id);
    const told = (x: NotebookThing): string[] =>
      x.events.map((e) => JSON.stringify(sorted([e.id, e.seq, e.at, e.body])));
    if (!mine && !foreign) {
      tell({ ...t, becomes: 'new' });
      return [t];
    }
    const [ours, theirs] = [mine ? told(mine) : [], told(t)];
    const common = Math.min(ours.length, theirs.length);
    const goesOn = !foreign && ours.slice(0, common).every((e, i) => e === theirs[i]);
    if (goesOn) {
      const more = t.events.slice(ours.length);
      tell({ ...t, becomes: more.length > 0 ? 'more' : 'same' });
      return more.length > 0 ? [{ id: t.id, events: more }] : [];
    }
    const apart = underNewIds(t);
    moved.push([t.id, apart.id]);
    tell({ ...t, becomes: 'apart' });
    return [apart];
  });
  return { things, moved };
}

/** The same thing under ids of its own, also where its events name each other. */
function underNewIds(thing: NotebookThing): NotebookThing {
  const ids = new Map([thing.id, ...thing.events.map((e) => e.id)].map((id) => [id, randomUUID()]));
  const renamed = JSON.stringify(thing).replace(/"([0-9a-f-]{36})"/g, (all, id: string) => {
    const now = ids.get(id);
    return now ? `"${now}"` : all;
  });
  return JSON.parse(renamed) as NotebookThing;
}

const firstOf = (t: NotebookThing): Record<string, unknown> => (t.events[0]?.body ?? {}) as Record<string, unknown>;
const nameOfJug = (t: NotebookThing): string => named(firstOf(t), 'a jug');
function nameOfBatch(t: NotebookThing): string {
  const plan = firstOf(t)['plan'] as { drink?: object } | undefined;
  return `${named(plan?.drink ?? {}, 'a batch')}, ${t.events[0]?.at.slice(0, 10) ?? ''}`;
}
