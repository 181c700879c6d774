import type { ColourFamily } from '../colour/colourFamilies';
import type { ExtractionClassName } from '../extraction/extractionClass';
import type { FreshMatter, Matter } from './matter';

/** Caffeine that decaffeinated leaf still holds, as a share of what it held. Confidence medium: 1 to 10 %. @source food composition tables */
export const DECAF_LEFT = 0.05;

/** A plant in one form, with the figures the model needs. Fractions are grams a gram of this form. */
export type Botanical = {
  slug: string;
  name: string;
  latinName: string;
  /** false for a plant of one's own that nobody knows to be sold or eaten as food */
  food?: false;
  part: string;
  form: string;
  role: string;
  /** `stirred_in`: all of it is in at once, there is no clock */
  extractionClass: ExtractionClassName | 'stirred_in';
  cupG: number | null;
  tbspG: number | null;
  tspG: number | null;
  pieceName: string | null;
  pieceG: number | null;
  /** grams fresh that equal one gram dried */
  freshToDry: number;
  /** grams a litre as served */
  dose: { low: number; typical: number; high: number };
  hotC: { min: number; max: number };
  hotMin: { min: number; max: number };
  coldHours: { min: number; max: number };
  decoct: string;
  /** pleasant soluble solids at full extraction, own sugar and acid included */
  bodyMax: number;
  /** harsh solids at full extraction, besides the body */
  harshMax: number;
  harshNote: string;
  /** liquor held when drained, g/g, and the share a gentle press wins back */
  absorbGPerG: number;
  pressRecovery: number;
  citricEq: number;
  sugar: number;
  caffeineMgPerG: number;
  colourFamily: ColourFamily | 'none';
  cautionKeys: readonly string[];
  confidence: 'low' | 'medium' | 'high';
  note: string;
  /** of a plant of the cook's own: how unsure its strength is, one sigma on the log scale, and what it is made of */
  strengthSigmaLn?: number;
  madeOf?: readonly { plant: string; share: number }[];
  /** its water and pulp, of what is fresh or poured as it is; dry plants have none to speak of */
  matter?: Matter | FreshMatter;
};
