import {
  QueryClient,
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { useEffect } from 'react';
import {
  batchAfter,
  EVENT_VERSION,
  FREE_JUG_EVENT_VERSION,
  freeJugAfter,
  knowPlants,
  measuresOf,
  type Batch,
  type BatchEventBody,
  type Drink,
  type FreeJug,
  type Kitchen,
  type OwnPlant,
  type PantryEntry,
  type Phase,
  type PlanTarget,
} from '@steepsis/core';
import type {
  AskedPart,
  BatchList,
  BatchView,
  DrinkList,
  DrinkVersions,
  DrinkView,
  HouseView,
  JugList,
  JugSay,
  JugView,
  Kept,
  ShelfView,
  StartJug,
} from '@steepsis/contract';
import { setMeasures } from '@/shared/format/format';
import { serverNow } from './clock';
import { get, post, put } from './client';

export const queryClient = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 2_000, refetchOnWindowFocus: true } },
});

export const useDrinks = (): UseQueryResult<DrinkList> =>
  useQuery({ queryKey: ['drinks'], queryFn: () => get<DrinkList>('/api/drinks') });

export const useDrink = (id: string): UseQueryResult<DrinkView> =>
  useQuery({ queryKey: ['drink', id], queryFn: () => get<DrinkView>(`/api/drinks/${encodeURIComponent(id)}`) });

export const useBatches = (phase?: Phase): UseQueryResult<BatchList> =>
  useQuery({
    queryKey: ['batches', phase ?? 'all'],
    queryFn: () => get<BatchList>(`/api/batches?limit=50${phase ? `&phase=${phase}` : ''}`),
  });

export const useBatch = (id: string): UseQueryResult<Batch> =>
  useQuery({
    queryKey: ['batch', id],
    queryFn: async () => batchAfter((await get<BatchView>(`/api/batches/${encodeURIComponent(id)}`)).events),
  });

export type Shelf = { batches: readonly Batch[] };

export const useShelf = (): UseQueryResult<Shelf> =>
  useQuery({
    queryKey: ['shelf'],
    queryFn: async () => ({ batches: (await get<ShelfView>('/api/shelf')).batches.map((b) => batchAfter(b.events)) }),
  });

/** Starts a batch. The ids are made once a click, so a repeated send is stored once. */
export function useStartBatch(): UseMutationResult<
  Batch,
  Error,
  { drinkId: string; drinkVersion: number; target: PlanTarget; acknowledged: readonly string[] }
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
  entries: readonly PantryEntry[];
  forPlans: Kitchen;
};

export const useHouse = (): UseQueryResult<House> => useQuery({ queryKey: ['house'], queryFn: fetchHouse });

async function fetchHouse(): Promise<House> {
  const view = await get<HouseView>('/api/house');
  knowPlants(view.plants.map((p) => p.body));
  setMeasures(view.kitchen.body.units);
  const entries = view.pantry.map((p) => p.body);
  return { ...view, entries, forPlans: { ...view.kitchen.body, measures: measuresOf(entries) } };
}

type HousePart =
  | { kind: 'kitchen'; version: number; body: Kitchen }
  | { kind: 'pantry'; version: number; body: PantryEntry }
  | { kind: 'plants'; version: number; body: OwnPlant };

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

/** Says that something happened to a batch; it shows as stored when the server has stored it. */
export function useSay(batchId: string): UseMutationResult<Batch, Error, BatchEventBody> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (event) => {
      const body = { id: crypto.randomUUID(), at: new Date(serverNow()).toISOString(), v: EVENT_VERSION, ...event };
      return batchAfter((await post<BatchView>(`/api/batches/${encodeURIComponent(batchId)}/events`, body)).events);
    },
    onSuccess: (batch) => remember(client, batch),
  });
}

/** Brews that are made now: running, strained or measured, none of them bottled yet. */
export const useBrewing = (): UseQueryResult<readonly Batch[]> =>
  useQuery({
    queryKey: ['batches', 'brewing'],
    queryFn: async () => {
      const { batches } = await get<BatchList>('/api/batches?limit=50');
      const open = batches.filter((b) => b.phase !== 'put-away' && b.phase !== 'discarded');
      const views = await Promise.all(open.map((b) => get<BatchView>(`/api/batches/${encodeURIComponent(b.id)}`)));
      return views.map((v) => batchAfter(v.events));
    },
  });

export const useJugs = (): UseQueryResult<readonly FreeJug[]> =>
  useQuery({
    queryKey: ['jugs'],
    queryFn: async () => (await get<JugList>('/api/jugs')).jugs.map((j) => freeJugAfter(j.events)),
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
    mutationFn: async (event) => {
      const at = new Date(serverNow()).toISOString();
      const body = { id: crypto.randomUUID(), at, v: FREE_JUG_EVENT_VERSION, ...event };
      return freeJugAfter((await post<JugView>(`/api/jugs/${encodeURIComponent(jugId)}/events`, body)).events);
    },
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

function remember(client: QueryClient, batch: Batch): void {
  client.setQueryData(['batch', batch.id], batch);
  for (const key of ['batches', 'shelf', 'drinks', 'drink']) void client.invalidateQueries({ queryKey: [key] });
}

/** Keeps every open page up to date with what other tabs and devices do. */
export function useLiveUpdates(): void {
  const client = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/stream');
    stream.onmessage = () => void client.invalidateQueries();
    // The browser reconnects by itself; what happened meanwhile is asked for then.
    stream.onopen = () => void client.invalidateQueries();
    return () => stream.close();
  }, [client]);
}
