import {
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import type { Attached, InstrumentKind, Misbehaviour } from '@steepsis/core';
import type { BatchReadings, InstrumentList, InstrumentView, LanView } from '@steepsis/contract';
import { get, post, put, remove } from './client';

const at = (id: string): string => `/api/instruments/${encodeURIComponent(id)}`;

/** Instruments, as fresh as a second or two: what is shown beside a pot is looked at while it changes. */
export const useInstruments = (): UseQueryResult<InstrumentList> =>
  useQuery({
    queryKey: ['instruments'],
    queryFn: () => get<InstrumentList>('/api/instruments'),
    refetchInterval: 2000,
  });

export const useReadings = (batchId: string, live: boolean): UseQueryResult<BatchReadings> =>
  useQuery({
    queryKey: ['readings', batchId],
    queryFn: () => get<BatchReadings>(`/api/batches/${encodeURIComponent(batchId)}/readings`),
    refetchInterval: live ? 5000 : false,
  });

function useInstrumentChange<T>(change: (what: T) => Promise<unknown>): UseMutationResult<unknown, Error, T> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all(['instruments', 'readings'].map((kind) => client.invalidateQueries({ queryKey: [kind] }))),
  });
}

/** Puts an instrument into a pot, or takes it out. */
export const useAttach = (): UseMutationResult<unknown, Error, { id: string; attached: Attached | undefined }> =>
  useInstrumentChange(({ id, attached }) => put<InstrumentView>(`${at(id)}/attached`, attached ?? {}));

export const useSimulate = (): UseMutationResult<unknown, Error, InstrumentKind> =>
  useInstrumentChange((kind) => post<InstrumentView>('/api/instruments/simulated', { kind }));

export const useForgetSimulated = (): UseMutationResult<unknown, Error, string> =>
  useInstrumentChange((id) => remove<InstrumentList>(at(id)));

export const useMisbehave = (): UseMutationResult<unknown, Error, { id: string; misbehaves: Misbehaviour }> =>
  useInstrumentChange(({ id, misbehaves }) => put<InstrumentView>(`${at(id)}/misbehaves`, { misbehaves }));

/** A file of another logger: an instrument of its own, put into a pot, with all its readings. */
export type LoggerFile = {
  id: string;
  name: string;
  kind: InstrumentKind;
  attached: Attached;
  readings: readonly { at: string; value: number }[];
};

const AT_ONCE = 2000;

export const useImportLogger = (onProgress: (share: number) => void): UseMutationResult<unknown, Error, LoggerFile> =>
  useInstrumentChange(async ({ id, name, kind, attached, readings }) => {
    await put(at(id), { name, kind });
    await put(`${at(id)}/attached`, attached);
    for (let i = 0; i < readings.length; i += AT_ONCE) {
      await post(`${at(id)}/readings`, { readings: readings.slice(i, i + AT_ONCE) });
      onProgress(Math.min(1, (i + AT_ONCE) / readings.length));
    }
    // It has said all that it has to say.
    await put(`${at(id)}/attached`, {});
  });

export const useLan = (): UseQueryResult<LanView> =>
  useQuery({ queryKey: ['lan'], queryFn: () => get<LanView>('/api/lan'), retry: false, refetchInterval: 10_000 });

export function useLanChange(): UseMutationResult<LanView, Error, { kind: 'code' } | { kind: 'revoke'; id: string }> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (what) =>
      what.kind === 'code'
        ? post<LanView>('/api/lan/code', {})
        : remove<LanView>(`/api/lan/devices/${encodeURIComponent(what.id)}`),
    onSuccess: (view) => client.setQueryData(['lan'], view),
  });
}
