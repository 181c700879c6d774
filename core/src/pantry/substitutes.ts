import { botanicals, netBodyMax, type Botanical } from '../reference/botanicals';

/** Another plant in the place of one that is missing: how much, and what changes. */
export type Substitute = { plant: string; name: string; grams: number; changes: readonly string[] };

/**
 * What can stand in for a plant, nearest first: the same part in the drink at the same strength, weighed so that it counts
 * as much. Likeness is a house estimate from role, pace, acid, colour and caffeine; taste decides.
 */
export function substitutesFor(b: Botanical, grams: number, most = 4): Substitute[] {
  return botanicals()
    .filter((o) => o.slug !== b.slug && likeness(b, o) < 3.2 && netBodyMax(o) > 0)
    .sort((a, c) => likeness(b, a) - likeness(b, c))
    .slice(0, most)
    .map((o) => ({ plant: o.slug, name: o.name, grams: gramsInstead(b, o, grams), changes: changesOf(b, o) }));
}

/** Weighed by their usual doses: so much of the one counts as much as so much of the other. */
const gramsInstead = (from: Botanical, to: Botanical, grams: number): number =>
  Math.round((grams * to.dose.typical * 10) / from.dose.typical) / 10;

/** 0 for the same plant in another form; grows with every difference that is tasted. */
function likeness(a: Botanical, b: Botanical): number {
  const stem = (x: Botanical): string => x.latinName.split(' ').slice(0, 2).join(' ');
  if (stem(a) === stem(b) && a.role === b.role) return 0.2;
  return (
    (a.role === b.role ? 0 : 2) +
    (a.extractionClass === b.extractionClass ? 0 : 0.8) +
    (a.colourFamily === b.colourFamily ? 0 : 0.7) +
    Math.min(1.5, Math.abs(a.citricEq - b.citricEq) * 12) +
    (a.caffeineMgPerG > 0 === b.caffeineMgPerG > 0 ? 0 : 1.5) +
    (a.harshNote === b.harshNote ? 0 : 0.3)
  );
}

function changesOf(from: Botanical, to: Botanical): string[] {
  const dose = (b: Botanical, per: number): number => b.dose.typical * per;
  const acid = dose(to, to.citricEq) - dose(from, from.citricEq);
  return [
    ...(acid > 0.3 ? ['sharper'] : acid < -0.3 ? ['less sharp: add lemon'] : []),
    ...(from.colourFamily === to.colourFamily ? [] : ['another colour']),
    ...(to.caffeineMgPerG > 0 && from.caffeineMgPerG === 0 ? ['brings caffeine'] : []),
    ...(from.caffeineMgPerG > 0 && to.caffeineMgPerG === 0 ? ['no caffeine'] : []),
    ...(from.extractionClass === to.extractionClass ? [] : ['another pace: watch the time']),
    ...(to.harshNote === 'none' || to.harshNote === from.harshNote ? [] : [`can turn ${to.harshNote}`]),
  ];
}
