import { heightCm, levelCm, type Vessel } from '../heat/vessel';
import { waterToCover } from '../brew/contents';
import type { PlannedBrew } from './planTypes';

/** A mark on the strip: how far from the bottom of the pot, and what it says. */
export type DipMark = { heightMm: number; label: string; kind: 'volume' | 'level' };

/** A strip to stand in one pot: millimetres are those of the pot, so it is printed one to one. */
export type Dipstick = { vesselName: string; lengthMm: number; marks: readonly DipMark[] };

/**
 * Marks for a pot: every half litre (whole litres in large pots), and for a brew the water line, the line that just covers
 * the plants, and where to stop when it is boiled down. A pot is taken as a straight cylinder; the brew's lines are those of
 * one pot if it is split.
 */
export function dipstick(vessel: Vessel, brew?: PlannedBrew): Dipstick {
  const stepMl = vessel.capacityMl > 6000 ? 1000 : vessel.capacityMl > 1500 ? 500 : 100;
  const mm = (ml: number): number => levelCm(vessel, ml) * 10;
  const volumes = Array.from({ length: Math.floor(vessel.capacityMl / stepMl + 1e-9) }, (_, i): DipMark => {
    const ml = (i + 1) * stepMl;
    return { heightMm: mm(ml), label: ml >= 1000 ? `${ml / 1000} L` : `${ml} ml`, kind: 'volume' };
  });
  return {
    vesselName: vessel.name,
    lengthMm: heightCm(vessel) * 10,
    marks: [...volumes, ...(brew ? brewMarks(vessel, brew) : [])],
  };
}

function brewMarks(vessel: Vessel, brew: PlannedBrew): DipMark[] {
  const level = (ml: number, label: string): DipMark => ({ heightMm: levelCm(vessel, ml) * 10, label, kind: 'level' });
  const perPot = (x: number): number => x / brew.pots;
  const cover = waterToCover(
    vessel,
    brew.leaf.map((l) => ({ plant: l.plant, grams: perPot(l.grams) })),
    brew.concentrate.own,
  );
  const reduced = brew.way.stages.some((s) => s.kind === 'reduce');
  const marks = [
    level(perPot(brew.waterMl), 'water'),
    ...(brew.leaf.length > 0 && cover.levelCm < heightCm(vessel)
      ? [{ heightMm: cover.levelCm * 10, label: 'just cover', kind: 'level' } as const]
      : []),
    ...(reduced ? [level(perPot(brew.figures.volumeMl), 'stop here')] : []),
  ];
  return marks.filter((m) => m.heightMm > 0);
}
