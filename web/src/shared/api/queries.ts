import { concerns, listen } from './oneStream';
import { PlainError } from '@/shared/ui/reasonOf';
import { paced } from './paced';
import {
  keepPreviousData,
  QueryClient,
  useMutation,
  useQueries,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import {
  batchAfter,
  EVENT_VERSION,
  FREE_JUG_EVENT_VERSION,
  freeJugAfter,
  measuresOf,
  soundPlants,
  type Batch,
  type BatchEvent,
  type BatchEventBody,
  type Drink,
  type FreeJug,
  type InputError,
  type Kitchen,
  type Occasion,
  type OwnPlant,
  type Plants,
  type PantryEntry,
  type Phase,
  type PlanTarget,
  type ShelfEventBody,
  type ShelfOwner,
} from '@steepsis/core';
import type {
  AskedPart,
  BatchList,
  BatchView,
  DrinkList,
  DrinkVersions,
  DrinkView,
  LotsSoFar,
  HouseView,
  JugList,
  Unread,
  JugSay,
  JugView,
  Kept,
  ShelfView,
  StartJug,
  SaidOfIt,
} from '@steepsis/contract';
import { setCurrency, setMeasures } from '@/shared/format/format';
import { serverNow } from './clock';
import { get, isAway, post, ProblemError, put, serverAway } from './client';
import { keepAnswer, keptAnswer, type Outgoing } from './device';
import { noteAway, noteHere, onStored, resume, sendOut, useOutbox, withdraw } from './outbox';

// Not part of the first page; fetched soon after it, because it is asked when the server can no longer give it.
const deciding = () => import('./deciding');
const MS_TO_DECIDING = 3_000;

function useDecidingHere(): void {
  useEffect(() => {
    const soon = setTimeout(() => void deciding().catch(() => undefined), MS_TO_DECIDING);
    return () => clearTimeout(soon);
  }, []);
}

export const queryClient = new QueryClient({
  // The server is often this machine: a browser that thinks it is offline still reaches it, or has what was kept.
  defaultOptions: {
    queries: { retry: 1, staleTime: 2_000, refetchOnWindowFocus: true, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

/** What the stove needs is kept on this device, and shown from there while the server is away. */
async function getKept<T>(path: string): Promise<T> {
  try {
    const answer = await get<T>(path);
    noteHere();
    void keepAnswer(path, answer);
    return answer;
  } catch (error) {
    if (!isAway(error)) throw error;
    const kept = await keptAnswer<T>(path);
    noteAway(kept?.keptAt);
    if (kept) return kept.body;
    throw error;
  }
}

export const useDrinks = (): UseQueryResult<DrinkList> =>
  useQuery({ queryKey: ['drinks'], queryFn: () => get<DrinkList>('/api/drinks') });

const drinkQuery = (id: string): { queryKey: [string, string]; queryFn: () => Promise<DrinkView> } => ({
  queryKey: ['drink', id],
  queryFn: () => get<DrinkView>(`/api/drinks/${encodeURIComponent(id)}`),
});

/** A drink, and where its next plan starts; for somebody beside the cook where a name is given. */
export const useDrink = (id: string, who?: string): UseQueryResult<DrinkView> =>
  useQuery<DrinkView>(
    who === undefined
      ? drinkQuery(id)
      : {
          queryKey: ['drink', id, 'for', who],
          queryFn: () => get<DrinkView>(`/api/drinks/${encodeURIComponent(id)}?for=${encodeURIComponent(who)}`),
          placeholderData: (before) => before,
        },
  );

/** What the lots give that were tasted. */
export const useLotsSoFar = (): UseQueryResult<LotsSoFar> =>
  useQuery({ queryKey: ['drink', 'lots-so-far'], queryFn: () => get<LotsSoFar>('/api/drinks/lots-so-far') });

/** Several drinks at once, by their ids; none until all of them have come. */
export type DrinksRead = {
  /** those that could be read, by id */
  data: Readonly<Record<string, DrinkView>>;
  error: Error | null;
  retry: () => void;
};

export const useDrinksBy = (ids: readonly string[]): DrinksRead =>
  useQueries({ queries: ids.map(drinkQuery), combine: allOfThem });

// By itself, so that what has not changed stays the same thing and a day is worked out once.
const allOfThem = (asked: readonly UseQueryResult<DrinkView>[]): DrinksRead => ({
  data: Object.fromEntries(asked.flatMap((q) => (q.data ? [[q.data.drink.id, q.data] as const] : []))),
  error: asked.find((q) => q.data === undefined)?.error ?? null,
  retry: () => void Promise.all(asked.filter((q) => q.isError).map((q) => q.refetch())),
});

/** What is looked for among what was made. */
export type BatchSearch = {
  find?: string;
  said?: SaidOfIt;
  drinkId?: string;
  /** plant and lot, as in the pantry */
  lot?: string;
  /** begun from this moment on, and before that one; UTC */
  after?: string;
  before?: string;
};

/** Batches off the stove that are like that, the latest first; the last list stays until the next is there. */
export const useBatchSearch = (search: BatchSearch): UseQueryResult<BatchList> =>
  useQuery({
    queryKey: ['batches', 'search', search],
    queryFn: () => {
      const of = new URLSearchParams({ phase: 'put-away', limit: '50', ...search });
      return getKept<BatchList>(`/api/batches?${of.toString()}`);
    },
    placeholderData: keepPreviousData,
  });

/** Whatever is open is asked for whole; of what is done the newest are enough. */
const batchesPath = (phase?: Phase | 'open'): string =>
  `/api/batches?limit=${phase === 'open' ? 200 : 50}${phase ? `&phase=${phase}` : ''}`;

export const useBatches = (phase?: Phase | 'open'): UseQueryResult<BatchList> =>
  useQuery({
    queryKey: ['batches', phase ?? 'all'],
    queryFn: () => getKept<BatchList>(batchesPath(phase)),
  });

const batchQuery = (id: string) => ({
  queryKey: ['batch', id],
  queryFn: async () => batchAfter((await getKept<BatchView>(`/api/batches/${encodeURIComponent(id)}`)).events),
});

/** A batch with what was said of it on this device, also where that has not been sent yet. */
export function useBatch(id: string): UseQueryResult<Batch> {
  const query = useQuery(batchQuery(id));
  const queue = useOutbox((s) => s.queue);
  const data = useMemo(() => query.data && withWaiting(query.data, queue), [query.data, queue]);
  return { ...query, data } as UseQueryResult<Batch>;
}

/** Something that could not be fetched or read, among others that were. */
export type Faulty = { id: string; error: Error; retry: () => void };

/** Several batches at once: those that are there, and those that could not be read. */
export function useBatchesById(ids: readonly string[]): { batches: readonly Batch[]; faulty: readonly Faulty[] } {
  const { found, failed } = useQueries({ queries: ids.map(batchQuery), combine: foundAndFailed });
  const queue = useOutbox((s) => s.queue);
  const batches = useMemo(() => found.map((b) => withWaiting(b, queue)), [found, queue]);
  const faulty = failed.map(({ at, error, retry }) => ({ id: ids[at]!, error, retry }));
  return { batches, faulty };
}

// The same batches are the same list from one time to the next: clocks tick without folding them anew.
const foundAndFailed = (queries: readonly UseQueryResult<Batch>[]) => ({
  found: queries.flatMap((q) => q.data ?? []),
  failed: queries.flatMap((q, at) =>
    q.isError && !q.data ? [{ at, error: q.error, retry: () => void q.refetch() }] : [],
  ),
});

function withWaiting(batch: Batch, queue: readonly Outgoing[]): Batch {
  const known = new Set(batch.events.map((e) => e.id));
  const waiting = queue.filter((o) => o.waits && o.batchId === batch.id && !known.has(o.event.id));
  if (waiting.length === 0) return batch;
  const later = waiting.map(({ event }, i): BatchEvent => ({
    ...event,
    batchId: batch.id,
    seq: batch.events.length + i,
    v: EVENT_VERSION,
  }));
  return batchAfter([...batch.events, ...later]);
}

/** What was read of a list, each by itself, and what of it could not be. */
type Read<T> = { items: readonly T[]; unread: readonly { id: string; name?: string; error: Error }[] };

async function eachAlone<V extends { id: string }, T>(
  views: readonly V[],
  read: (view: V) => T,
  atServer: readonly Unread[] = [],
): Promise<Read<T>> {
  const items: T[] = [];
  const unread: { id: string; name?: string; error: Error }[] = atServer.map(({ id, name, reason }) => ({
    id,
    name,
    error: new PlainError(reason),
  }));
  await paced(views, (view) => {
    try {
      items.push(read(view));
    } catch (error) {
      unread.push({ id: view.id, error: error instanceof Error ? error : new Error('unread') });
    }
  });
  return { items, unread };
}

export type Shelf = { batches: readonly Batch[]; unread: Read<Batch>['unread'] };

export const useShelf = (): UseQueryResult<Shelf> =>
  useQuery({
    queryKey: ['shelf'],
    queryFn: async () => {
      const shelf = await get<ShelfView>('/api/shelf');
      const { items, unread } = await eachAlone(shelf.batches, (b) => batchAfter(b.events), shelf.unread);
      return { batches: items, unread };
    },
  });

/** Starts a batch. The ids are made once a click, so a repeated send is stored once. */
export function useStartBatch(): UseMutationResult<
  Batch,
  Error,
  { drinkId: string; drinkVersion: number; target: PlanTarget; acknowledged: readonly string[]; layOut?: true }
> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (start) => {
      const body = {
        id: crypto.randomUUID(),
        eventId: crypto.randomUUID(),
        at: new Date(serverNow()).toISOString(),
        ...start,
      };
      return batchAfter((await post<BatchView>('/api/batches', body)).events);
    },
    onSuccess: (batch) => remember(client, batch),
  });
}

/** Keeps a changed recipe as the drink's next version. */
export function useSaveDrink(): UseMutationResult<DrinkView, Error, Drink> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (drink) => put<DrinkView>(`/api/drinks/${encodeURIComponent(drink.id)}`, drink),
    onSuccess: (view) => {
      client.setQueryData(['drink', view.drink.id], view);
      void client.invalidateQueries({ queryKey: ['drink', view.drink.id, 'for'] });
      void client.invalidateQueries({ queryKey: ['drinks'] });
    },
  });
}

export const useVersions = (id: string): UseQueryResult<DrinkVersions> =>
  useQuery({
    queryKey: ['versions', id],
    queryFn: () => get<DrinkVersions>(`/api/drinks/${encodeURIComponent(id)}/versions`),
  });

/** Puts a drink away, or takes it back into the book. */
export function useArchive(): UseMutationResult<unknown, Error, { id: string; archived: boolean }> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, archived }) => put(`/api/drinks/${encodeURIComponent(id)}/archived`, { archived }),
    onSuccess: () => void client.invalidateQueries({ queryKey: ['drinks'] }),
  });
}

/** The house as it is kept, and its kitchen as plans are worked out for. */
export type House = Omit<HouseView, 'pantry' | 'plants'> & {
  pantry: readonly Kept<PantryEntry>[];
  plants: readonly Kept<OwnPlant>[];
  /** the house's own plants, with their figures */
  ownPlants: Plants;
  /** those of them that cannot be worked out, and why */
  plantFaults: Readonly<Record<string, InputError>>;
  entries: readonly PantryEntry[];
  forPlans: Kitchen;
};

export const useHouse = (): UseQueryResult<House> => useQuery({ queryKey: ['house'], queryFn: fetchHouse });

async function fetchHouse(): Promise<House> {
  const view = await getKept<HouseView>('/api/house');
  setMeasures(view.kitchen.body.units);
  setCurrency(view.kitchen.body.currency);
  const entries = view.pantry.map((p) => p.body);
  const { plants: ownPlants, faults: plantFaults } = soundPlants(view.plants.map((p) => p.body));
  return {
    ...view,
    ownPlants,
    plantFaults,
    entries,
    forPlans: { ...view.kitchen.body, measures: measuresOf(entries) },
  };
}

type HousePart =
  | { kind: 'kitchen'; version: number; body: Kitchen }
  | { kind: 'pantry'; version: number; body: PantryEntry }
  | { kind: 'plants'; version: number; body: OwnPlant }
  | { kind: 'occasions'; version: number; body: Occasion };

/** Keeps a part of the house; refused if it was changed meanwhile, and then what is kept is shown. */
export function useSaveHouse(): UseMutationResult<unknown, Error, HousePart> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ kind, version, body }) => {
      const id = kind === 'kitchen' ? 'kitchen' : kind === 'pantry' ? body.plant : body.id;
      return put(`/api/house/${kind}/${encodeURIComponent(id)}`, { version, body });
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['house'] }),
  });
}

/** What happened, and when if that was not just now. */
export type Said = BatchEventBody & { at?: string };

/**
 * Says that something happened to a batch. It is kept on this device, then sent; with the server away it counts here as if it
 * had been stored, unless it could not have happened.
 */
export function useSayTo(): UseMutationResult<Batch, Error, { batchId: string; event: Said }> {
  const client = useQueryClient();
  useDecidingHere();
  return useMutation({
    mutationFn: ({ batchId, event }) => sayOf(client, batchId, event),
    onSuccess: (batch) => remember(client, batch),
  });
}

/** The same, of one batch. */
export function useSay(batchId: string): UseMutationResult<Batch, Error, Said> {
  const client = useQueryClient();
  useDecidingHere();
  return useMutation({
    mutationFn: (event) => sayOf(client, batchId, event),
    onSuccess: (batch) => remember(client, batch),
  });
}

async function sayOf(client: QueryClient, batchId: string, { at, ...said }: Said): Promise<Batch> {
  const moment = at ?? new Date(serverNow()).toISOString();
  const event = { id: crypto.randomUUID(), at: moment, v: EVENT_VERSION, ...said } as Outgoing['event'];
  const before = client.getQueryData<Batch>(['batch', batchId]);
  const shown = before && withWaiting(before, useOutbox.getState().queue);
  const outcome = await sendOut(batchId, event);
  if (outcome.kind === 'stored') return batchAfter(outcome.view.events);
  if (outcome.kind === 'refused') throw new ProblemError(outcome.problem);
  const waiting = useOutbox.getState().queue.find((o) => o.event.id === event.id);
  const decision = shown && (await deciding()).decide(shown, event, event.at);
  if (!before || !waiting || decision?.kind !== 'accepted') {
    if (waiting) await withdraw(waiting);
    if (decision?.kind !== 'refused') throw serverAway();
    const { reason, message } = decision;
    throw new ProblemError({ type: reason, title: 'Not now', status: 409, detail: message });
  }
  return withWaiting(before, useOutbox.getState().queue);
}

/** Batches that the stove still has something to do with, with what each of them is. */
export function useAtStove(): {
  query: UseQueryResult<BatchList>;
  batches: readonly Batch[];
  faulty: readonly (Faulty & { name: string })[];
} {
  const query = useBatches('open');
  const ids = (query.data?.batches ?? []).map((b) => b.id);
  const { batches, faulty } = useBatchesById(ids);
  const nameOf = (id: string): string => query.data?.batches.find((b) => b.id === id)?.drinkName ?? 'A batch';
  return { query, batches, faulty: faulty.map((x) => ({ ...x, name: nameOf(x.id) })) };
}

/** Brews that are made now: running, strained or measured, none of them bottled yet. */
export const useBrewing = (): UseQueryResult<readonly Batch[]> =>
  useQuery({
    queryKey: ['batches', 'brewing'],
    queryFn: async () => {
      const { batches: open } = await get<BatchList>(batchesPath('open'));
      const views = await Promise.allSettled(
        open.map((b) => get<BatchView>(`/api/batches/${encodeURIComponent(b.id)}`)),
      );
      const { items } = await eachAlone(
        views.flatMap((v) => (v.status === 'fulfilled' ? [v.value] : [])),
        (v) => batchAfter(v.events),
      );
      return items;
    },
  });

export type JugsRead = Read<FreeJug>;

export const useJugs = (): UseQueryResult<JugsRead> =>
  useQuery({
    queryKey: ['jugs'],
    queryFn: async () => {
      const { jugs, unread } = await get<JugList>('/api/jugs');
      return eachAlone(jugs, (j) => freeJugAfter(j.events), unread);
    },
  });

export const useJug = (id: string): UseQueryResult<FreeJug> =>
  useQuery({
    queryKey: ['jug', id],
    queryFn: async () => freeJugAfter((await get<JugView>(`/api/jugs/${encodeURIComponent(id)}`)).events),
  });

/** Pours a jug together. */
export function usePourJug(): UseMutationResult<FreeJug, Error, Omit<StartJug, 'id' | 'eventId' | 'at'>> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (start) => {
      const at = new Date(serverNow()).toISOString();
      const body = { id: crypto.randomUUID(), eventId: crypto.randomUUID(), at, ...start };
      return freeJugAfter((await post<JugView>('/api/jugs', body)).events);
    },
    onSuccess: (jug) => rememberJug(client, jug),
  });
}

/** Says that something happened to a jug that was poured together. */
export function useSayJug(jugId: string): UseMutationResult<FreeJug, Error, JugSay> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (event) => sayOfJug(jugId, event),
    onSuccess: (jug) => rememberJug(client, jug),
  });
}

/** Pours something into what a batch has on the shelf. */
export function useAddToBatch(
  batchId: string,
): UseMutationResult<Batch, Error, { vesselId: string; parts: readonly AskedPart[] }> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (addition) => {
      const body = { id: crypto.randomUUID(), at: new Date(serverNow()).toISOString(), ...addition };
      return batchAfter((await post<BatchView>(`/api/batches/${encodeURIComponent(batchId)}/additions`, body)).events);
    },
    onSuccess: (batch) => remember(client, batch),
  });
}

function rememberJug(client: QueryClient, jug: FreeJug): void {
  client.setQueryData(['jug', jug.id], jug);
  for (const key of ['jugs', 'shelf', 'batches']) void client.invalidateQueries({ queryKey: [key] });
}

/** What waits is no part of what the server has: it is laid over it when it is shown. */
function remember(client: QueryClient, batch: Batch): void {
  const waiting = new Set(useOutbox.getState().queue.map((o) => o.event.id));
  if (!batch.events.some((e) => waiting.has(e.id))) client.setQueryData(['batch', batch.id], batch);
  for (const key of ['batches', 'shelf', 'drinks', 'drink']) void client.invalidateQueries({ queryKey: [key] });
}

/** Keeps every open page up to date with what other tabs and devices do. */
export function useLiveUpdates(): void {
  const client = useQueryClient();
  useEffect(() => {
    // What waited when this page was last closed counts from the first moment, with the server or without.
    void resume();
    // The browser reconnects by itself; what happened meanwhile is asked for then, and what waited is sent.
    const back = (): void => {
      void client.invalidateQueries();
      void resume();
    };
    const stop = listen((heard) => {
      if (heard.kind === 'open') return back();
      for (const queryKey of concerns(heard.message)) void client.invalidateQueries({ queryKey });
    });
    window.addEventListener('online', back);
    const forget = onStored((view) => remember(client, batchAfter(view.events)));
    return () => {
      stop();
      window.removeEventListener('online', back);
      forget();
    };
  }, [client]);
}

/** What is said of a thing that is kept, whatever filled it. */
export type ShelfSay =
  | Exclude<ShelfEventBody, { type: 'measured' }>
  | (Extract<ShelfEventBody, { type: 'measured' }> & { vesselId: string })
  | { type: 'undone'; eventId: string }
  | { type: 'acknowledged'; rule: string };

/** Says that something happened to a thing that is kept; answers with the event it was stored as, by which it is taken back. */
export function useSayOfThing(): UseMutationResult<
  { owner: ShelfOwner; eventId: string | undefined },
  Error,
  { owner: ShelfOwner; event: ShelfSay }
> {
  const client = useQueryClient();
  useDecidingHere();
  return useMutation({
    mutationFn: async ({ owner, event }) => {
      if (owner.kind === 'batch') {
        const batch = await sayOf(client, owner.id, event);
        remember(client, batch);
        return { owner, eventId: batch.events.at(-1)?.id };
      }
      const jug = await sayOfJug(owner.id, event);
      rememberJug(client, jug);
      return { owner, eventId: jug.events.at(-1)?.id };
    },
  });
}

async function sayOfJug(jugId: string, event: JugSay): Promise<FreeJug> {
  const at = new Date(serverNow()).toISOString();
  const body = { id: crypto.randomUUID(), at, v: FREE_JUG_EVENT_VERSION, ...event };
  return freeJugAfter((await post<JugView>(`/api/jugs/${encodeURIComponent(jugId)}/events`, body)).events);
}
