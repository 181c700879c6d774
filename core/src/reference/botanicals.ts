import { InputError } from '../quantity/errors';
import { EXTRACTION_CLASSES } from '../extraction/extractionClass';
import { COLOUR_FAMILIES } from '../colour/colourFamilies';
import { BOTANICAL_ROWS } from './botanicalTable';
import { isFresh } from './matter';
import { MATTER } from './matterTable';
import type { Botanical } from './botanical';
import { WET_THINGS } from './wetThings';

export type { Botanical } from './botanical';

function botanical(row: readonly unknown[], index: number): Botanical {
  const text = (i: number): string => row[i] as string;
  const number = (i: number): number => {
    const cell = row[i];
    if (typeof cell !== 'number' || !Number.isFinite(cell) || cell < 0) {
      throw new InputError('botanicals', `row ${index + 1}, column ${i + 1}`, 'a number, 0 or more', cell);
    }
    return cell;
  };
  const optional = (i: number): number | null => (row[i] === null ? null : number(i));
  const b: Botanical = {
    slug: text(0),
    name: text(1),
    latinName: text(2),
    part: text(3),
    form: text(4),
    role: text(5),
    extractionClass: text(6) as Botanical['extractionClass'],
    cupG: optional(7),
    tbspG: optional(8),
    tspG: optional(9),
    pieceName: row[10] as string | null,
    pieceG: optional(11),
    freshToDry: number(12),
    dose: { low: number(13), typical: number(14), high: number(15) },
    hotC: { min: number(16), max: number(17) },
    hotMin: { min: number(18), max: number(19) },
    coldHours: { min: number(20), max: number(21) },
    decoct: text(22),
    bodyMax: number(23),
    harshMax: number(24),
    harshNote: text(25),
    absorbGPerG: number(26),
    pressRecovery: number(27),
    citricEq: number(28),
    sugar: number(29),
    caffeineMgPerG: number(30),
    colourFamily: text(31) as Botanical['colourFamily'],
    cautionKeys: row[32] as string[],
    confidence: text(33) as Botanical['confidence'],
    note: text(34),
  };
  return b;
}

/** The most of what is neither sugar nor acid that counts as harsh solids. House estimate. */
const HARSH_SHARE = 0.3;

/** A plant with what is wet about it: fresh ones and juices give what is in them, not what a clock once drew from them. */
function withMatter(b: Botanical): Botanical {
  const matter = MATTER[b.slug];
  if (!matter) return b;
  // Besides its sugar and acid most is what it tastes of; how the rest is called harsh is told in grams of the plant.
  const harshMax = Math.max(0, Math.min(b.harshMax, HARSH_SHARE * (matter.soluble - b.sugar - b.citricEq)));
  return {
    ...b,
    matter,
    harshMax,
    bodyMax: matter.soluble - harshMax,
    ...(isFresh(matter)
      ? { absorbGPerG: matter.held.drained, pressRecovery: 1 - matter.held.pressed / matter.held.drained }
      : {}),
  };
}

/** What must hold of every row: the model would go wrong in silence otherwise. */
export function requireFigures(b: Botanical): void {
  const rule = (holds: boolean, field: string, accepted: string, got: unknown): void => {
    if (!holds) throw new InputError(`botanicals ${b.slug}`, field, accepted, got);
  };
  const known = b.extractionClass === 'stirred_in' || b.extractionClass in EXTRACTION_CLASSES;
  rule(known, 'extractionClass', `one of ${Object.keys(EXTRACTION_CLASSES).join(', ')}, stirred_in`, b.extractionClass);
  rule(
    b.colourFamily === 'none' || COLOUR_FAMILIES.includes(b.colourFamily),
    'colourFamily',
    'a known family or none',
    b.colourFamily,
  );
  rule(b.dose.low <= b.dose.typical && b.dose.typical <= b.dose.high, 'dose', 'low <= typical <= high', b.dose.typical);
  rule(b.sugar + b.citricEq <= b.bodyMax + 1e-9, 'bodyMax', 'at least its own sugar and acid', b.bodyMax);
  rule(b.bodyMax + b.harshMax <= 1, 'bodyMax + harshMax', 'at most 1 g/g', b.bodyMax + b.harshMax);
  rule(b.pressRecovery <= 1, 'pressRecovery', '0 to 1', b.pressRecovery);
}

const ALL: readonly Botanical[] = [...BOTANICAL_ROWS.map(botanical), ...WET_THINGS].map(withMatter);
ALL.forEach(requireFigures);
const BY_SLUG: ReadonlyMap<string, Botanical> = new Map(ALL.map((b) => [b.slug, b]));

/** Plants of the table that a plant stands for: itself, or the parts of a plant of the cook's own. */
export const partsOf = (b: Botanical): readonly { plant: string; share: number }[] =>
  b.madeOf ?? [{ plant: b.slug, share: 1 }];

/** Every botanical in the reference. */
export const botanicals = (): readonly Botanical[] => ALL;

/** A row of the table by its slug; undefined for a slug that it does not have. */
export const botanicalIfKnown = (slug: string): Botanical | undefined => BY_SLUG.get(slug);

/** @throws InputError for a slug that is not in the reference */
export function botanicalBySlug(slug: string): Botanical {
  const found = BY_SLUG.get(slug);
  if (!found) throw new InputError('botanicalBySlug', 'plant', 'a plant of the table', slug);
  return found;
}

/** Pleasant solids besides its own sugar and acid: what counts as strength, g/g at full extraction. */
export const netBodyMax = (b: Botanical): number => b.bodyMax - b.sugar - b.citricEq;

/**
 * Fresh for dried: grams of the other form that stand for these. The table's ratio is of weights; what a fresh plant lacks in
 * keeping it may have in aroma, so taste decides.
 */
export const freshForDriedG = (driedG: number, b: Pick<Botanical, 'freshToDry'>): number => driedG * b.freshToDry;
/** Grams dried that give what so many grams fresh give. */
export const driedForFreshG = (freshG: number, b: Pick<Botanical, 'freshToDry'>): number => freshG / b.freshToDry;
