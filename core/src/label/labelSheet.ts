import { InputError } from '../quantity/errors';
import { requireInRange, requireNotNegative, requirePositive } from '../quantity/range';

// Where labels lie on a sheet, in millimetres from its upper left corner.

/** Sheets of paper, mm. @source ISO 216; ANSI/ASME Y14.1 */
export const PAPERS = { A4: { widthMm: 210, heightMm: 297 }, Letter: { widthMm: 215.9, heightMm: 279.4 } } as const;
/** One of {@link PAPERS}. */
export type Paper = keyof typeof PAPERS;

/** A sheet of labels: how many across and down, how large, where the first begins and how far apart they lie, mm. */
export type LabelSheet = {
  paper: Paper;
  columns: number;
  rows: number;
  labelWidthMm: number;
  labelHeightMm: number;
  leftMm: number;
  topMm: number;
  /** between the edges of two labels */
  gapXMm: number;
  gapYMm: number;
};

/** Common divisions of a sheet, by what they are. House choices: even margins, as most label paper is cut. */
export const SHEETS: Readonly<Record<string, LabelSheet>> = {
  '24 on A4, 70 × 37 mm': sheet('A4', [3, 8], [70, 37], [0, 0.5], [0, 0]),
  '21 on A4, 63.5 × 38.1 mm': sheet('A4', [3, 7], [63.5, 38.1], [7.2, 15.1], [2.5, 0]),
  '12 on A4, 63.5 × 72 mm': sheet('A4', [3, 4], [63.5, 72], [7.2, 4.5], [2.5, 0]),
  '8 on A4, 105 × 74 mm': sheet('A4', [2, 4], [105, 74], [0, 0.5], [0, 0]),
  '30 on Letter, 66.7 × 25.4 mm': sheet('Letter', [3, 10], [66.7, 25.4], [4.8, 12.7], [3.1, 0]),
  '10 on Letter, 101.6 × 50.8 mm': sheet('Letter', [2, 5], [101.6, 50.8], [4, 12.7], [4.7, 0]),
};

type Pair = readonly [across: number, down: number];

function sheet(paper: Paper, count: Pair, size: Pair, from: Pair, gap: Pair): LabelSheet {
  return {
    paper,
    columns: count[0],
    rows: count[1],
    labelWidthMm: size[0],
    labelHeightMm: size[1],
    leftMm: from[0],
    topMm: from[1],
    gapXMm: gap[0],
    gapYMm: gap[1],
  };
}

/** Accepted measures of a sheet. */
export const SHEET_RANGES = {
  columns: { unit: '', min: 1, max: 10 },
  rows: { unit: '', min: 1, max: 30 },
  labelWidthMm: { unit: 'mm', min: 20, max: 216 },
  labelHeightMm: { unit: 'mm', min: 12, max: 297 },
  leftMm: { unit: 'mm', min: 0, max: 100 },
  topMm: { unit: 'mm', min: 0, max: 150 },
  gapXMm: { unit: 'mm', min: 0, max: 50 },
  gapYMm: { unit: 'mm', min: 0, max: 50 },
} as const;

/** The colour's band reaches so far over a label's edge where there is room, mm, so that a cut that is off shows no white. */
export const BLEED_MM = 1.5;
/** Nothing that is read comes nearer to the edge, mm. */
export const SAFE_MM = 2.5;

/** Where one label lies, mm. */
export type LabelPlace = { page: number; xMm: number; yMm: number };

/**
 * Places of so many labels, row by row, on as many sheets as they take.
 * @param start the first free label of the first sheet, counted from 1
 * @throws InputError for a sheet that does not fit its paper or a start that is not on it
 */
export function placesOnSheet(s: LabelSheet, count: number, start = 1): readonly LabelPlace[] {
  for (const [field, range] of Object.entries(SHEET_RANGES))
    requireInRange('placesOnSheet', field, s[field as keyof typeof SHEET_RANGES], range);
  requireNotNegative('placesOnSheet', 'count', count, '');
  requirePositive('placesOnSheet', 'start', start, '');
  const { widthMm, heightMm } = PAPERS[s.paper];
  const across = s.leftMm + s.columns * s.labelWidthMm + (s.columns - 1) * s.gapXMm;
  const down = s.topMm + s.rows * s.labelHeightMm + (s.rows - 1) * s.gapYMm;
  // A tenth of a millimetre is what a sheet is measured to.
  if (across > widthMm + 0.1)
    throw new InputError(
      'placesOnSheet',
      'labelWidthMm',
      `columns that are at most ${widthMm} mm wide together`,
      across,
    );
  if (down > heightMm + 0.1)
    throw new InputError('placesOnSheet', 'labelHeightMm', `rows that are at most ${heightMm} mm high together`, down);
  const each = s.columns * s.rows;
  if (start > each) throw new InputError('placesOnSheet', 'start', `a label of the sheet, 1 to ${each}`, start);
  return Array.from({ length: count }, (_, i) => {
    const at = i + start - 1;
    const [page, onPage] = [Math.floor(at / each), at % each];
    const [row, column] = [Math.floor(onPage / s.columns), onPage % s.columns];
    return {
      page,
      xMm: s.leftMm + column * (s.labelWidthMm + s.gapXMm),
      yMm: s.topMm + row * (s.labelHeightMm + s.gapYMm),
    };
  });
}

/** How far a label's colour may reach over its edges, mm: half of what lies between two, and never over the paper's edge. */
export const bleedOf = (s: LabelSheet): { xMm: number; yMm: number } => ({
  xMm: Math.min(BLEED_MM, s.columns > 1 ? s.gapXMm / 2 : BLEED_MM, s.leftMm),
  yMm: Math.min(BLEED_MM, s.rows > 1 ? s.gapYMm / 2 : BLEED_MM, s.topMm),
});
