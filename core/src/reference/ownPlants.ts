import { InputError } from '../quantity/errors';
import { isFresh, ownLiquorMlPerG } from './matter';
import { botanicalBySlug, requireFigures, type Botanical } from './botanicals';

/**
 * A plant of the cook's own: something like one of the table, or a packet mix with its parts. Its id stands for these very
 * figures for good: a change of them makes the next revision with an id of its own, so a drink made last year keeps what it
 * was made with.
 */
export type OwnPlant = {
  v: 1;
  id: string;
  name: string;
  /** parts of a mix by mass; a single plant is one part */
  parts: readonly { plant: string; share: number }[];
  /** grams a litre as served, from the packet or from use; the parts' own where left out */
  doseGPerL?: number;
  /** whether it has been brewed and found to be like its parts */
  strengthKnown: boolean;
  /** whether it is sold or eaten as food; not asked by earlier releases */
  food?: boolean;
  note?: string;
  archived?: boolean;
};

/** One standard deviation, log scale, of what a plant that was never brewed gives, and of one that was. House estimates. */
export const UNKNOWN_STRENGTH_SIGMA_LN = 0.5;
/** One standard deviation, log scale, of what a plant of one's own gives once it has been brewed. House estimate. */
export const KNOWN_STRENGTH_SIGMA_LN = 0.15;

/** Whether an id is of a plant of the cook's own. */
export const isOwnPlantId = (id: string): boolean => /^own-[a-z0-9-]+-r\d+$/.test(id);

/** "own-garden-mix-r3" for the third figures of a plant. */
export function ownPlantId(name: string, revision: number): string {
  const stem =
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 50) || 'plant';
  return `own-${stem}-r${revision}`;
}

/** Liquor that a gram holds besides its own, ml. */
const heldBesideOwn = ({ matter, absorbGPerG }: Botanical): number =>
  isFresh(matter) ? Math.max(0, absorbGPerG - ownLiquorMlPerG(matter)) : absorbGPerG;

/**
 * The figures of a plant of one's own: the mean of its parts by mass, the pace of its largest part, the cautions of all.
 * @throws InputError for parts that are not in the table, are not steeped, or do not add up to the whole
 */
export function botanicalOf(own: OwnPlant): Botanical {
  const fault = (field: string, accepted: string, got: unknown): never => {
    throw new InputError(`ownPlant ${own.id}`, field, accepted, got);
  };
  if (!isOwnPlantId(own.id)) fault('id', 'an id like own-name-r1', own.id);
  const whole = own.parts.reduce((sum, p) => sum + p.share, 0);
  if (own.parts.length === 0 || Math.abs(whole - 1) > 0.01) fault('parts', 'shares that add up to 1', whole);
  const parts = own.parts.map((p) => ({ b: botanicalBySlug(p.plant), share: p.share / whole }));
  for (const { b } of parts) {
    if (isOwnPlantId(b.slug)) fault('parts', 'plants of the table', b.slug);
    if (b.extractionClass === 'stirred_in' && parts.length > 1) fault('parts', 'plants that are steeped', b.slug);
  }
  const main = parts.reduce((a, p) => (p.share > a.share ? p : a)).b;
  const mean = (of: (b: Botanical) => number): number => parts.reduce((sum, p) => sum + of(p.b) * p.share, 0);
  const typical = own.doseGPerL ?? mean((b) => b.dose.typical);
  const ratio = typical / mean((b) => b.dose.typical);
  // Fresh parts among dry ones count as dry with the liquor that clings to them; what is all of one thing is as wet as that.
  const matter = parts.length === 1 ? main.matter : undefined;
  const figures: Botanical = {
    ...main,
    slug: own.id,
    name: own.name,
    part: parts.length > 1 ? 'mix' : main.part,
    latinName: parts.map((p) => p.b.latinName).join(', '),
    cupG: parts.every((p) => p.b.cupG !== null) ? mean((b) => b.cupG!) : null,
    tbspG: parts.every((p) => p.b.tbspG !== null) ? mean((b) => b.tbspG!) : null,
    tspG: parts.every((p) => p.b.tspG !== null) ? mean((b) => b.tspG!) : null,
    pieceName: parts.length > 1 ? null : main.pieceName,
    pieceG: parts.length > 1 ? null : main.pieceG,
    dose: { low: mean((b) => b.dose.low) * ratio, typical, high: mean((b) => b.dose.high) * ratio },
    bodyMax: mean((b) => b.bodyMax),
    harshMax: mean((b) => b.harshMax),
    absorbGPerG: matter ? mean((b) => b.absorbGPerG) : mean(heldBesideOwn),
    pressRecovery: mean((b) => b.pressRecovery),
    citricEq: mean((b) => b.citricEq),
    sugar: mean((b) => b.sugar),
    caffeineMgPerG: mean((b) => b.caffeineMgPerG),
    cautionKeys: [...new Set(parts.flatMap((p) => p.b.cautionKeys))],
    ...(own.food === false ? { food: false } : {}),
    confidence: own.strengthKnown ? 'medium' : 'low',
    note: own.note ?? 'A plant of your own, by the figures of its parts.',
    strengthSigmaLn: own.strengthKnown ? KNOWN_STRENGTH_SIGMA_LN : UNKNOWN_STRENGTH_SIGMA_LN,
    madeOf: parts.map((p) => ({ plant: p.b.slug, share: p.share })),
  };
  if (!matter) delete (figures as { matter?: unknown }).matter;
  requireFigures(figures);
  return figures;
}
