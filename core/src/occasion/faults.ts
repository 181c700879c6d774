import { endOf, takenBy, type Chain, type DayKitchen, type PlacedChain, type Taken } from './kitchenDay';
import { HORIZON_MIN } from './placing';
import type { DayWish } from './schedule';

/**
 * What is wrong with a day: something held beyond what there is, a gap broken, a thing used while it cannot be had, a rest cut short, begun
 * before now, elsewhere than it was put. What has begun is as it went, and what is late says so: neither is a fault.
 */
export function faultsOfDay(
  chains: readonly Chain[],
  kitchen: DayKitchen,
  placed: readonly PlacedChain[],
  { nowMin = -HORIZON_MIN, pins = {} }: DayWish = {},
): readonly string[] {
  const faults: string[] = [];
  const all: (Taken & { begun: boolean })[] = [];
  for (const c of chains) {
    const p = placed.find((x) => x.id === c.id);
    if (!p) {
      faults.push(`${c.id} has no place`);
      continue;
    }
    p.gaps.forEach((g, i) => {
      if (i + 1 <= p.begun) return;
      const gap = p.starts[i + 1]! - (p.starts[i]! + p.tasks[i]!.minutes);
      if (gap < g.minMin - 1e-3 || gap > g.maxMin + 1e-3)
        faults.push(`${c.id}: ${gap.toFixed(2)} min after ${p.tasks[i]!.id}`);
    });
    p.tasks.forEach((t, i) => {
      if (i >= p.begun && p.starts[i]! < nowMin - 1e-3) faults.push(`${t.id} begins before now`);
      const put = pins[t.id];
      // Where it was put something else may be: then it is as soon after as it may be.
      if (i >= p.begun && put !== undefined && p.starts[i]! < put - 1e-3)
        faults.push(`${t.id} is before where it was put`);
    });
    const late = Math.max(0, endOf(p) + c.restMin);
    if (Math.abs(late - p.lateMin) > 1e-3)
      faults.push(`${c.id} is ${late.toFixed(1)} min late and says ${p.lateMin.toFixed(1)}`);
    for (const a of c.after ?? []) {
      const other = placed.find((x) => x.id === a.chain);
      const at = p.tasks.findIndex((t) => t.id === a.task);
      if (other && at >= p.begun && endOf(other) > p.starts[at]! + 1e-3)
        faults.push(`${c.id} goes on before ${a.chain} is done`);
    }
    all.push(...takenBy(p, p.starts, kitchen.servedMin).map((t) => ({ ...t, begun: p.begun > 0 })));
  }
  for (const of of new Set(all.map((t) => t.of))) {
    const own = all.filter((t) => t.of === of);
    for (const { from } of own) {
      const then = own.filter((t) => t.from <= from + 1e-3 && t.to > from + 1e-3);
      const used = then.reduce((sum, t) => sum + t.amount, 0);
      // What two things that have begun hold between them is as it is.
      if (used > (kitchen.have[of] ?? 0) + 1e-3 && then.some((t) => !t.begun))
        faults.push(`${of}: ${used} of ${kitchen.have[of] ?? 0} at ${from.toFixed(1)}`);
    }
    for (const [a, b] of kitchen.closed[of] ?? [])
      if (own.some((t) => !t.begun && t.from < b - 1e-3 && t.to > a + 1e-3))
        faults.push(`${of} is used while it cannot be had`);
  }
  return faults;
}
