import type { ReactNode } from 'react';
import { FRIDGE_ROOM, ICE_MAKING, NIGHT, NIGHT_RANGES, ringsOf, THERE_RANGES, type Kitchen } from '@steepsis/core';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';

const hourWords = (h: number): string => `${Math.floor(h) % 24}:${h % 1 ? '30' : '00'}`;
const halfHours = ({ min, max }: { min: number; max: number }): { value: string; label: string }[] =>
  Array.from({ length: (max - min) * 2 + 1 }, (_, i) => min + i / 2).map((h) => ({
    value: String(h),
    label: hourWords(h),
  }));

type Part = { kitchen: Kitchen; change: (part: Partial<Kitchen>) => void };

/** The rings of a kitchen with their watts; the burner that plans reckon with is the strongest of them. */
export function Rings({ kitchen, change }: Part): ReactNode {
  const rings = ringsOf(kitchen);
  const set = (next: readonly number[]): void =>
    change({
      rings: [...next],
      burners: next.length,
      burner: { ...kitchen.burner, watts: Math.max(...next) },
    });
  return (
    <>
      {figure(
        'Burners',
        rings.length,
        { unit: 'burners', min: 1, max: 12, step: 1, shown: rings.length === 1 ? 'ring' : 'rings' },
        (n) => set(Array.from({ length: n }, (_, i) => rings[i] ?? rings.at(-1)!)),
      )}{' '}
      of{' '}
      {rings.map((w, i) => (
        <span key={i}>
          {i > 0 && (i === rings.length - 1 ? ' and ' : ', ')}
          {figure(
            i === 0 ? 'Power' : `Power of ring ${i + 1}`,
            w,
            { ...THERE_RANGES.ringW, step: 100, ...(i === rings.length - 1 ? { shown: true } : {}) },
            (watts) => set(rings.map((x, k) => (k === i ? watts : x))),
          )}
        </span>
      ))}
    </>
  );
}

/** What a kitchen has room for: the fridge, ice, and when somebody is up. House estimates until it is told. */
export function KitchenRoom({ kitchen, change }: Part): ReactNode {
  const room = kitchen.fridgeRoom ?? FRIDGE_ROOM;
  const ice = kitchen.ice ?? ICE_MAKING;
  const night = kitchen.night ?? NIGHT;
  return (
    <>
      Its fridge has room for{' '}
      {figure(
        'Room in the fridge',
        room.litres,
        { ...THERE_RANGES.litres, step: 1, digits: 1, shown: true },
        (litres) => change({ fridgeRoom: { ...room, litres } }),
      )}{' '}
      of drinks and takes{' '}
      {figure('Heat the fridge takes', room.watts, { ...THERE_RANGES.watts, step: 5, shown: true }, (watts) =>
        change({ fridgeRoom: { ...room, watts } }),
      )}{' '}
      out of what is warm; its trays give{' '}
      {figure('Ice a go', ice.trayG, { ...THERE_RANGES.trayG, step: 50, shown: true }, (trayG) =>
        change({ ice: { ...ice, trayG } }),
      )}{' '}
      of ice in{' '}
      {figure('Ice takes', ice.hours, { ...THERE_RANGES.hours, step: 0.5, digits: 1, shown: true }, (hours) =>
        change({ ice: { ...ice, hours } }),
      )}
      , and the freezer keeps{' '}
      {figure('Ice kept', ice.storeG, { ...THERE_RANGES.storeG, step: 100, shown: true }, (storeG) =>
        change({ ice: { ...ice, storeG } }),
      )}{' '}
      of it. Nobody is up from{' '}
      <InlineChoice
        label="Nobody is up from"
        value={String(night.fromH)}
        choices={halfHours(NIGHT_RANGES.fromH)}
        onValue={(h) => change({ night: { ...night, fromH: Number(h) } })}
      />{' '}
      to{' '}
      <InlineChoice
        label="Nobody is up until"
        value={String(night.toH)}
        choices={halfHours(NIGHT_RANGES.toH)}
        onValue={(h) => change({ night: { ...night, toH: Number(h) } })}
      />
      {!kitchen.fridgeRoom && !kitchen.ice && !kitchen.night && ' (house estimates until you tell)'}.
    </>
  );
}
