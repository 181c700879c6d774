import { endOf, isIce, keyOfChain, type PlacedChain } from '@steepsis/core';

// Where each liquor of a day stands and when, and how it is poured from one place to the next: what the picture draws.

/** A place of the kitchen as the picture has it: a ring, what stands beside it, the bath, the fridge. */
export type Place = `ring:${number}` | 'pots' | 'bath' | 'fridge';

/** A liquor in one place: what put it there, so much of it, and when it wants heat, cold or hands and when it stands by itself. */
export type Stay = {
  key: string;
  taskId: string;
  words: string;
  drinkKey: string;
  place: Place;
  from: number;
  to: number;
  litres: number;
  parts: readonly { from: number; to: number; works: boolean }[];
};

/** From one place to the next. */
export type Pour = { key: string; drinkKey: string; from: Stay; to: Stay; atMin: number };

/** Work of the hands, and the place that it is done at. */
export type Hand = {
  key: string;
  taskId: string;
  words: string;
  drinkKey: string;
  from: number;
  to: number;
  at: Stay | undefined;
};

export type Stations = { stays: readonly Stay[]; pours: readonly Pour[]; hands: readonly Hand[] };

type Task = PlacedChain['tasks'][number];

function placeOf({ kind, needs }: Task): Place | undefined {
  const ring = needs.find((n) => n.of.startsWith('ring:'));
  if (ring) return ring.of as Place;
  if (kind === 'bath') return 'bath';
  if (kind === 'fridge') return 'fridge';
  return 'pots';
}

/** All of a day that has a place in the picture, minutes against ready. */
export function stationsOf(placed: readonly PlacedChain[], servedMin: number): Stations {
  const stays: Stay[] = [];
  const pours: Pour[] = [];
  const hands: Hand[] = [];
  const mixOf = new Map<string, Stay>();
  const own = placed.filter((p) => !isIce(p.id));
  const mains = own.filter((p) => p.id === keyOfChain(p.id));
  for (const p of [...mains, ...own.filter((o) => !mains.includes(o))]) {
    const drinkKey = keyOfChain(p.id);
    const main = mains.includes(p);
    let mine: Stay[] = [];
    p.tasks.forEach((t, i) => {
      // What is weighed is dry, and stands nowhere yet.
      if (t.litres <= 0) return;
      const from = p.starts[i]!;
      const end = from + t.minutes;
      const next = p.starts[i + 1] ?? end;
      const place = placeOf(t)!;
      const parts = [
        { from, to: end, works: t.kind !== 'stand' && t.kind !== 'fridge' },
        ...(next > end + 0.5 ? [{ from: end, to: next, works: false }] : []),
      ];
      const last = mine.at(-1);
      const mixes = t.id === `${drinkKey}/mix`;
      if (last && last.place === place && !mixes) {
        mine = [...mine.slice(0, -1), { ...last, to: next, parts: [...last.parts, ...parts] }];
        return;
      }
      mine.push({ key: t.id, taskId: t.id, words: t.name, drinkKey, place, from, to: next, litres: t.litres, parts });
    });
    const last = mine.at(-1);
    if (last) {
      // A drink stands until it is served, what goes into it until it is mixed.
      const until = main ? servedMin : (mixOf.get(drinkKey)?.from ?? endOf(p));
      if (until > last.to)
        mine[mine.length - 1] = {
          ...last,
          to: until,
          parts: [...last.parts, { from: last.to, to: until, works: false }],
        };
    }
    mine.forEach((s, i) => {
      const to = mine[i + 1] ?? (main ? undefined : mixOf.get(drinkKey));
      if (to) pours.push({ key: `${s.key}>${to.key}`, drinkKey, from: s, to, atMin: to.from });
    });
    stays.push(...mine);
    const mix = mine.find((s) => s.taskId === `${drinkKey}/mix`);
    if (main && mix) mixOf.set(drinkKey, mix);
  }
  for (const p of placed)
    p.tasks.forEach((t, i) => {
      if (!t.needs.some((n) => n.of === 'hands')) return;
      const [from, to] = [p.starts[i]!, p.starts[i]! + t.minutes];
      const drinkKey = keyOfChain(p.id);
      const at =
        stays.find((s) => s.drinkKey === drinkKey && Math.abs(s.from - to) < 12 && s.key.startsWith(p.id)) ??
        stays.find((s) => s.drinkKey === drinkKey && s.from <= from + 0.5 && s.to >= to - 0.5);
      hands.push({ key: t.id, taskId: t.id, words: t.name, drinkKey, from, to, at });
    });
  return { stays, pours, hands };
}

/** What stands in the same place at the same time stands in lanes, one under the other; each as high as its highest. */
export function lanesOf(
  stays: readonly Stay[],
  heightOf: (s: Stay) => number,
): { lane: Map<string, number>; heights: readonly number[] } {
  const lane = new Map<string, number>();
  const ends: number[] = [];
  const heights: number[] = [];
  for (const s of [...stays].sort((a, b) => a.from - b.from)) {
    const free = ends.findIndex((e) => e <= s.from + 1e-6);
    const at = free < 0 ? ends.length : free;
    ends[at] = s.to;
    heights[at] = Math.max(heights[at] ?? 0, heightOf(s));
    lane.set(s.key, at);
  }
  return { lane, heights };
}
