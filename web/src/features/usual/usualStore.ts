import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { freeId, type UsualAmount, type UsualPlant, type UsualRecord, type UsualTap } from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';

export const EMPTY_USUAL: UsualRecord = {
  name: '',
  vesselKind: 'pot',
  plants: [],
  water: undefined,
  out: undefined,
  jugMl: undefined,
  sugar: undefined,
  pressed: false,
  through: 'sieve',
  taps: [],
  glassMl: 300,
  iced: true,
};

type Usual = {
  record: UsualRecord;
  change: (part: Partial<UsualRecord>) => void;
  addPlant: (plant: string) => void;
  setAmount: (id: string, amount: UsualAmount | undefined) => void;
  removePlant: (id: string) => void;
  tap: (tap: UsualTap, plantId?: string) => void;
  untap: () => void;
  begin: () => void;
};

/** A making that is watched, kept on this device from the first tap: a reload loses nothing. */
export const useUsual = create<Usual>()(
  persist(
    (set) => {
      const change = (part: (r: UsualRecord) => Partial<UsualRecord>): void => {
        set((s) => ({ record: { ...s.record, ...part(s.record) } }));
      };
      const plants = (of: (all: readonly UsualPlant[]) => readonly UsualPlant[]): void =>
        change((r) => ({ plants: of(r.plants) }));
      return {
        record: EMPTY_USUAL,
        change: (part) => change(() => part),
        addPlant: (plant) =>
          plants((all) => [
            ...all,
            {
              id: freeId(
                plant.replaceAll('_', '-'),
                all.map((p) => p.id),
              ),
              plant,
              amount: undefined,
            },
          ]),
        setAmount: (id, amount) => plants((all) => all.map((p) => (p.id === id ? { ...p, amount } : p))),
        removePlant: (id) =>
          change((r) => ({
            plants: r.plants.filter((p) => p.id !== id),
            taps: r.taps.filter((t) => t.plantId !== id),
          })),
        tap: (tap, plantId) =>
          change((r) => ({
            taps: [...r.taps, { at: new Date(serverNow()).toISOString(), tap, ...(plantId ? { plantId } : {}) }],
          })),
        untap: () => change((r) => ({ taps: r.taps.slice(0, -1) })),
        begin: () => set({ record: EMPTY_USUAL }),
      };
    },
    { name: 'steepsis-as-usual', version: 1, partialize: ({ record }) => ({ record }) },
  ),
);
