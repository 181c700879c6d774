import {
  FREE_GLASS,
  isKept,
  volumeMl,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Kitchen,
  type Liquid,
  type Vessel,
} from '@steepsis/core';
import type { BenchLine, Wishes } from './jugStore';
import { liquidFrom, type Standing } from './usePourables';

// From what the cook has put down to what the solver is asked.

export const ICE_PER_GLASS = FREE_GLASS.iceGPerMl;
export const RIGHT_AFTER_MIN = FREE_GLASS.rightAfterMin;

export const JUG_KINDS = ['jug', 'jar', 'bottle'] as const;

/** The one that was chosen, or the first that holds it. */
export const vesselFor = (jugs: readonly Vessel[], id: string | undefined, ml: number): Vessel | undefined =>
  jugs.find((v) => v.id === id) ?? jugs.find((v) => v.capacityMl >= ml) ?? jugs[0];

/** Amounts are poured as a jug reads them, to a millilitre. */
export const roundedMl = (ml: number): number => Math.max(1, Math.round(ml * 10) / 10);

export function partsOf(lines: readonly BenchLine[], standing: readonly Standing[], kitchen: Kitchen): BenchPart[] {
  return lines.flatMap((l): BenchPart[] => {
    const endless = !isKept(l.from) && l.haveMl === undefined;
    const liquid: Liquid | undefined = liquidFrom(l.from, l.haveMl ?? 1000, standing, kitchen);
    if (!liquid || volumeMl(liquid) < 1) return [];
    const { id, name, setMl, minMl, maxMl } = l;
    return [
      {
        id,
        name,
        liquid,
        ...(endless ? { endless } : {}),
        ...(setMl === undefined ? {} : { setMl }),
        ...(minMl === undefined ? {} : { minMl }),
        ...(maxMl === undefined ? {} : { maxMl }),
      },
    ];
  });
}

export function wishOf(w: Wishes, capacityMl: number, standard: number, thinning: number): BenchWish {
  return {
    volumeMl: 1000 * w.litres,
    capacityMl,
    standard,
    ...(w.strengthX === undefined ? {} : { strengthX: w.strengthX * thinning }),
    ...(w.sweetGPerL === undefined ? {} : { sweetGPerL: w.sweetGPerL * thinning }),
    ...(w.acidGPerL === undefined ? {} : { acidGPerL: w.acidGPerL * thinning }),
    ...(w.shade === undefined ? {} : { shade: w.shade }),
  };
}

/** Whole glasses; one that is short by a fiftieth counts. */
export function glassesOf(ml: number, glassMl: number): string {
  const n = Math.floor(ml / glassMl + 0.02);
  return n === 1 ? '1 glass' : `${n} glasses`;
}

/** What it tastes of most, as its name. */
export function nameFrom(lines: readonly BenchLine[], filled: Extract<Filled, { kind: 'filled' }>): string {
  const named = lines.filter((l) => l.from.kind !== 'water' && (filled.mix[l.id] ?? 0) >= 1);
  return named[0] ? `Jug with ${named[0].name}`.slice(0, 80) : 'Jug';
}
