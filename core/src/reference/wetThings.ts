import type { Botanical } from './botanical';
import type { Matter } from './matter';
import { MATTER } from './matterTable';
import { DRIED_ROWS, POURED_ROWS, WET_ROWS, type Dried, type Poured, type Row, type Wet } from './wetTable';

// Fruit, petals and herbs as they are picked, juices, milk, spirits and what finishes a drink: all that is wet, or goes in as it
// is, besides the botanical table. Composition and yields stand in matter.ts; doses are kitchen practice and house estimates.

const COMMON = {
  freshToDry: 6,
  coldHours: { min: 4, max: 16 },
  decoct: 'optional',
  harshNote: 'bitter',
  absorbGPerG: 0,
  pressRecovery: 0,
  caffeineMgPerG: 0,
  colourFamily: 'none',
  note: '',
} as const;

/** Harsh solids of a gram: only how they weigh, since what is borne is told in grams of the plant. House estimates. */
const HARSH: Partial<Record<Botanical['extractionClass'], number>> = {
  fresh_fruit: 0.008,
  fresh_peel: 0.02,
  fresh_herb: 0.01,
  fresh_root: 0.008,
  dried_berry: 0.02,
  stirred_in: 0.002,
};

const measures = (
  piece: Wet['piece'],
  cupG: number | null,
): Pick<Botanical, 'cupG' | 'tbspG' | 'tspG' | 'pieceName' | 'pieceG'> => ({
  cupG,
  tbspG: cupG === null ? null : cupG / 16,
  tspG: cupG === null ? null : cupG / 48,
  pieceName: piece?.[0] ?? null,
  pieceG: piece?.[1] ?? null,
});

const doses = (typical: number): Botanical['dose'] => ({ low: 0.4 * typical, typical, high: 2 * typical });

/** What is picked and steeped, boiled, mashed or blended. */
function wet([slug, name, latinName, w]: Row<Wet>): Botanical {
  const harshMax = HARSH[w.extractionClass] ?? 0.01;
  const matter = MATTER[slug] as Matter & { looseGPerCup: number | null };
  return {
    ...COMMON,
    slug,
    name,
    latinName,
    part: w.part,
    form: 'fresh',
    role: w.role,
    extractionClass: w.extractionClass,
    ...measures(w.piece, matter.looseGPerCup),
    dose: doses(w.typicalGPerL),
    hotC: { min: 80, max: 100 },
    hotMin: { min: 5, max: 20 },
    bodyMax: matter.soluble - harshMax,
    harshMax,
    citricEq: w.acid,
    sugar: w.sugar,
    cautionKeys: w.cautionKeys,
    confidence: w.confidence,
  };
}

/** What is in at once, as it is: juice, puree, milk, spirit, extract, salt. */
function poured([slug, name, latinName, p]: Row<Poured>): Botanical {
  const matter = MATTER[slug]!;
  const harshMax = p.form === 'juice' || p.form === 'puree' ? HARSH.stirred_in! : 0;
  return {
    ...COMMON,
    slug,
    name,
    latinName,
    part: p.form,
    form: p.form,
    role: p.form === 'juice' || p.form === 'puree' ? 'fruit' : p.form,
    extractionClass: 'stirred_in',
    ...measures(p.piece, p.cupG),
    freshToDry: 10,
    dose: doses(p.typicalGPerL),
    hotC: { min: 2, max: 85 },
    hotMin: { min: 0, max: 0 },
    coldHours: { min: 0, max: 0 },
    decoct: 'no',
    bodyMax: matter.soluble - harshMax,
    harshMax,
    citricEq: p.acid,
    sugar: p.sugar,
    caffeineMgPerG: p.caffeineMgPerG ?? 0,
    cautionKeys: p.cautionKeys,
    confidence: p.confidence,
  };
}

function dried([slug, name, latinName, d]: Row<Dried>): Botanical {
  const harshMax = HARSH.dried_berry!;
  return {
    ...COMMON,
    slug,
    name,
    latinName,
    part: 'fruit',
    form: 'dried_cut',
    role: 'fruit',
    extractionClass: 'dried_berry',
    ...measures(d.piece, d.cupG),
    freshToDry: 5,
    dose: doses(d.typicalGPerL),
    hotC: { min: 85, max: 100 },
    hotMin: { min: 8, max: 20 },
    bodyMax: d.soluble - harshMax,
    harshMax,
    absorbGPerG: d.drained,
    pressRecovery: 1 - d.pressed / d.drained,
    citricEq: d.acid,
    sugar: d.sugar,
    cautionKeys: d.cautionKeys,
    confidence: d.confidence,
  };
}

/** Fresh, poured and dried things, in the shape of the botanical table. */
export const WET_THINGS: readonly Botanical[] = [
  ...WET_ROWS.map(wet),
  ...POURED_ROWS.map(poured),
  ...DRIED_ROWS.map(dried),
];
