import { rateFactor } from './arrhenius';
import { isFresh, ownLiquorMlPerG, type FreshMatter, type Matter } from '../reference/matter';
import type { FamilyRate } from './extractionClass';

// What is fresh gives the liquor of the cells that are opened: by heat and time as anything is drawn, at once by a mash or a blender.

/**
 * How fast a plant's cells are opened by heat. Below 58 °C walls are whole and little comes through the cuts, so nearly half waits
 * for heat; cold and in jars the figures are the least sure.
 * @source house estimates by kind: see matter.ts; by the boil, of pieces of a centimetre
 */
export function openingRate({ opens }: FreshMatter): FamilyRate {
  const perMinAtBoil = -Math.log(1 - opens.boil) / 15;
  const k95PerMin = perMinAtBoil / AT_THE_BOIL;
  return { k95PerMin, low: k95PerMin / 2, high: k95PerMin * 2, eaKJPerMol: OPENING_EA, coldShare: 0.6 };
}
const OPENING_EA = 50;
/** A minute at 100 °C in minutes at 95. */
const AT_THE_BOIL = rateFactor(OPENING_EA, 100);

/** Work of the hands on what is in the pot, which opens it at once. */
export type Opened = 'mash' | 'blend';

/** Share that is still closed after a mash, a blender, in the order they come: 1 where nothing was done. */
export const stillClosed = (m: Matter | undefined, done: readonly Opened[]): number =>
  isFresh(m)
    ? done.reduce((closed, how) => closed * (1 - (how === 'blend' ? (m.opens.blend ?? m.opens.mash) : m.opens.mash)), 1)
    : 1;

/** How the plants are taken out of their liquor. */
export type TakenOut = {
  press: boolean;
  opened: Opened | undefined;
  everHot: boolean;
  /** out of a thick syrup pulp packs tighter */
  thick: boolean;
  /** as measured, or unsure: times what it holds */
  times?: number;
};

/**
 * Liquor that a gram leaves behind, ml, its own closed cells first, and how much of it is then open: a press opens what it presses.
 * @param open share of its cells that is open before it is taken out
 */
export function leftBehind(
  m: FreshMatter,
  open: number,
  { press, opened, everHot, thick, times = 1 }: TakenOut,
): { heldMl: number; open: number } {
  const v = ownLiquorMlPerG(m);
  const pulp = (m.held.sieved ?? m.held.drained) * (thick ? PACKED_TIGHTER : 1);
  const drained = opened === undefined ? m.held.drained : pulp;
  // Raw and whole it keeps its own and a film; what has opened of it has begun to run.
  const raw = Math.max(drained, v + 0.04 - 0.15 * open);
  const loose = !everHot && opened === undefined ? raw : drained;
  const held = times * (press ? Math.min(loose, m.held.pressed) : loose);
  return { heldMl: held, open: Math.min(1, Math.max(open, 1 - held / v)) };
}

/** Of what pulp holds out of a thin liquor, in a thick one. House estimate, ±30 %. */
const PACKED_TIGHTER = 0.75;
/** From here on a liquor is thick, °Bx. */
export const THICK_BRIX = 40;

/** Share of its pulp that goes through with the liquor. House estimates. */
export function pulpThrough(opened: Opened | undefined, through: 'fine-cloth' | 'paper' | 'sieve'): number {
  if (opened === undefined || through === 'paper') return 0;
  if (through === 'fine-cloth') return 0.1;
  return opened === 'blend' ? 0.4 : 0.25;
}
