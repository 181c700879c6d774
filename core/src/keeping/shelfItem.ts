import type { KeptWhere } from './kept';
import type { WentIn } from './wentIn';
import { apparentBrix, massG, volumeMl, type Liquid } from '../liquid/liquid';
import { figuresOf, waterToThinMl, type JugFigures } from '../plan/mixJug';
import { requirePositive } from '../quantity/range';
import { SYRUP_BRIX } from '../safety/factsOf';
import type { KeepingWindow } from './keepingWindow';
import { piecesLeft, type KeptShape, type StoredVessel } from './storedVessel';

/** Whose thing it is: a batch's, or of a jug that was poured together. */
export type ShelfOwner = { kind: 'batch'; id: string } | { kind: 'jug'; id: string };

/** One thing that stands somewhere, whatever filled it, with all that its card and its label say. */
export type ShelfItem = {
  owner: ShelfOwner;
  vesselId: string;
  /** the jug or the part of the mix that is in it */
  root: string;
  drinkName: string;
  /** of the vessel: "jug", "bottle 2 of 3" */
  name: string;
  liquid: Liquid;
  volumeMl: number;
  figures: JugFigures;
  shape: KeptShape;
  /** cubes or pops that are left */
  pieces: number | undefined;
  where: KeptWhere;
  /** how to dilute it, undefined for a drink that is poured as it is */
  dilution: Dilution | undefined;
  /** what its drink has beside it in each glass, in the order of pouring; none where it is let down with water or poured as it is */
  build: readonly GlassPart[];
  /** alcohol of a glass of it as it is drunk, % vol; of what it is let down with nothing is counted */
  glassAbv: number;
  /** all that went into it */
  wentIn: readonly WentIn[];
  glassMl: number;
  iced: boolean;
  hot: boolean;
  madeOn: string;
  filledAt: string;
  useBy: string;
  discardAfter: string;
  window: KeepingWindow;
  /** it is at its best from then on, where it wants rest */
  restedFrom: string | undefined;
  labelledAt: string | undefined;
};

/** What goes into each glass beside what stands, ml; 0 fills it up or is by taste. */
export type GlassPart = { name: string; ml: number };

/** One part to how many parts of water, to a strength or, for a syrup, to a sweetness. */
export type Dilution = { waterPerPart: number } & ({ toX: number } | { toSugarGPerL: number });

/** What a syrup is let down to for a glass where its drink does not say, g/L: as sweet as a lemonade. House estimate, 60 to 100. */
const SYRUP_GLASS_SUGAR_G_PER_L = 75;

/** What an owner tells of its things, beside what they tell themselves. */
export type ItemOf = {
  owner: ShelfOwner;
  drinkName: string;
  /** what ×1 is, and the harshness that the house bears */
  standard: number;
  harshLimit: number;
  /** × that a glass of it is to be, before any ice */
  glassX: number;
  glassMl: number;
  iced: boolean;
  hot: boolean;
  build: readonly GlassPart[];
  glassAbv: number;
  wentIn: readonly WentIn[];
  /** what it stands in where that was not told */
  shape: KeptShape;
  /** when it was filled, so that what is left can be counted in pieces, ml */
  filledMl: number;
  madeOn: string;
  useBy: string;
  discardAfter: string;
  window: KeepingWindow;
  restedFrom: string | undefined;
};

/** A thing that stands, as its card tells it. */
export function itemFrom(stored: StoredVessel, of: ItemOf): ShelfItem {
  const { standard, harshLimit, glassX, filledMl, shape, ...told } = of;
  const figures = figuresOf(stored.liquid, standard, harshLimit);
  const dilution = dilutionOf(stored.liquid, figures, glassX);
  return {
    ...told,
    vesselId: stored.id,
    root: stored.root,
    name: stored.name,
    liquid: stored.liquid,
    volumeMl: figures.volumeMl,
    figures,
    shape: stored.shape ?? shape,
    pieces: piecesLeft(stored, filledMl),
    where: stored.where,
    dilution,
    filledAt: stored.filledAt,
    labelledAt: stored.labelledAt,
  };
}

/** Below so much water a part it is poured as it is: nobody tastes the difference. */
const AS_IT_IS = 0.08;

/** What is let down with water: a concentrate to its glass, a syrup to a sweet one. What is weaker is drunk as it is. */
function dilutionOf(liquid: Liquid, figures: JugFigures, glassX: number): Dilution | undefined {
  if (massG(liquid) > 0 && apparentBrix(liquid) >= SYRUP_BRIX)
    return {
      toSugarGPerL: SYRUP_GLASS_SUGAR_G_PER_L,
      waterPerPart: figures.sugarGPerL / SYRUP_GLASS_SUGAR_G_PER_L - 1,
    };
  if (!(glassX > 0) || figures.strengthX <= glassX * (1 + AS_IT_IS)) return undefined;
  return { toX: glassX, waterPerPart: waterToThinMl({ volumeMl: 1, fromX: figures.strengthX, toX: glassX }) };
}

/** What of it and what of water makes a glass, ml. */
export function glassFrom(
  { dilution, glassMl, volumeMl: have }: Pick<ShelfItem, 'dilution' | 'glassMl' | 'volumeMl'>,
  wantedMl = glassMl,
): { ofItMl: number; waterMl: number } {
  requirePositive('glassFrom', 'wantedMl', wantedMl, 'ml');
  const parts = 1 + (dilution?.waterPerPart ?? 0);
  const ofItMl = Math.min(have, wantedMl / parts);
  return { ofItMl, waterMl: ofItMl * (parts - 1) };
}

/** Glasses that it makes. */
export const glassesOf = ({
  volumeMl: have,
  dilution,
  glassMl,
}: Pick<ShelfItem, 'volumeMl' | 'dilution' | 'glassMl'>): number =>
  (have * (1 + (dilution?.waterPerPart ?? 0))) / glassMl;

/** What stands and holds anything. */
export const holdsAnything = (v: StoredVessel): boolean => volumeMl(v.liquid) >= 1;
