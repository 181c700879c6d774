import { colourIn } from '../liquid/colour';
import { glassFrom, type ShelfItem } from '../keeping/shelfItem';
import { fitLabel, MM_PER_PT, roomOf, type Fitted, type Measure } from './fitLabel';
import type { LabelLine } from './labelText';
import { SAFE_MM } from './labelSheet';

// A label as shapes in millimetres from its upper left corner, so that every printer and every page draws the same one.

/** A shape of a label. Colours are #rrggbb. */
export type LabelShape =
  | { kind: 'rect'; xMm: number; yMm: number; widthMm: number; heightMm: number; fill: string }
  | { kind: 'outline'; points: readonly (readonly [number, number])[]; widthMm: number; closed: boolean; dashed?: true }
  | { kind: 'circle'; xMm: number; yMm: number; radiusMm: number }
  | { kind: 'text'; xMm: number; yMm: number; text: string; sizePt: number; bold: boolean; muted: boolean }
  | { kind: 'code'; xMm: number; yMm: number; sizeMm: number; text: string };

/** What a label is drawn on. A tag is cut out and hung over a neck: it has a hole and its cut is drawn. */
export type LabelForm = { widthMm: number; heightMm: number; tag?: true; bleed?: { xMm: number; yMm: number } };

/** A label as it is drawn, and what became of its words. */
export type LabelDrawing = { shapes: readonly LabelShape[]; fitted: Fitted };

/** The colour's band at the left, mm, and no more than a twelfth of a small label. */
const BAND_MM = 4;
/** A glass is drawn where there is room for it beside the words, mm. */
const GLASS = { widthMm: 13, heightMm: 18, fromWidthMm: 56, fromHeightMm: 36 } as const;
/** A code is read off a bottle from this size up, mm. House choice. */
const CODE_MM = 16;
/** The hole of a tag, mm, and what stands clear round it. */
const HOLE = { radiusMm: 14, clearMm: 34 } as const;

/** Draws a label: its colour, its words as they fit, a glass of it, a code where an address is told. */
export function drawLabel(
  item: ShelfItem,
  lines: readonly LabelLine[],
  form: LabelForm,
  measure: Measure,
  address?: string,
): LabelDrawing {
  const { widthMm, heightMm, tag, bleed = { xMm: 0, yMm: 0 } } = form;
  const bandMm = Math.min(BAND_MM, widthMm / 12);
  const top = tag ? HOLE.clearMm : 0;
  const roomy = widthMm >= GLASS.fromWidthMm && heightMm - top >= GLASS.fromHeightMm;
  const set = (withGlass: boolean): { withGlass: boolean; fitted: Fitted } => {
    const beside = Math.max(withGlass ? GLASS.widthMm : 0, address ? CODE_MM : 0);
    const rightMm = beside > 0 ? beside + SAFE_MM : 0;
    const inner = roomOf({ widthMm, heightMm: heightMm - top }, { bandMm, rightMm });
    return { withGlass, fitted: fitLabel(lines, { ...inner, yMm: inner.yMm + top }, measure) };
  };
  const drawn = set(roomy && item.shape.kind !== 'moulds');
  // Words go before the picture: where it would make them small, they stand alone.
  const cramped = drawn.withGlass && (drawn.fitted.kind !== 'set' || drawn.fitted.scale < 1);
  const { withGlass, fitted } = cramped ? set(false) : drawn;
  const colour = colourIn(item.liquid, { diameterCm: 7 });
  const rightX = widthMm - SAFE_MM - Math.max(withGlass ? GLASS.widthMm : 0, address ? CODE_MM : 0);
  const shapes: LabelShape[] = [
    {
      kind: 'rect',
      xMm: -bleed.xMm,
      yMm: -bleed.yMm,
      widthMm: bandMm + bleed.xMm,
      heightMm: heightMm + 2 * bleed.yMm,
      fill: colour,
    },
    ...(tag ? tagShapes(widthMm, heightMm) : []),
    ...(withGlass ? glassShapes(item, colour, rightX, top + SAFE_MM) : []),
    ...(address
      ? [
          {
            kind: 'code' as const,
            xMm: widthMm - SAFE_MM - CODE_MM,
            yMm: heightMm - SAFE_MM - CODE_MM,
            sizeMm: CODE_MM,
            text: address,
          },
        ]
      : []),
    ...(fitted.kind === 'set'
      ? fitted.lines.map((l): LabelShape => ({
          kind: 'text',
          xMm: l.xMm,
          yMm: l.yMm,
          text: l.text,
          sizePt: l.sizePt,
          bold: l.bold,
          muted: l.kind === 'mark',
        }))
      : []),
  ];
  return { shapes, fitted };
}

const tagShapes = (widthMm: number, heightMm: number): LabelShape[] => [
  {
    kind: 'outline',
    points: [
      [0, 0],
      [widthMm, 0],
      [widthMm, heightMm],
      [0, heightMm],
    ],
    widthMm: 0.2,
    closed: true,
    dashed: true,
  },
  { kind: 'circle', xMm: widthMm / 2, yMm: HOLE.clearMm / 2 + 1, radiusMm: HOLE.radiusMm },
];

/** A glass with as much of it at the bottom as it takes, and water above. */
function glassShapes(item: ShelfItem, colour: string, xMm: number, yMm: number): LabelShape[] {
  const { widthMm: w, heightMm: h } = GLASS;
  const { ofItMl, waterMl } = glassFrom({ ...item, volumeMl: Infinity });
  const share = ofItMl / (ofItMl + waterMl);
  const full = h * 0.8;
  const level = yMm + h - full * share;
  const inset = w * 0.14;
  // The sides lean inwards: what is drawn at a height is as wide as the glass is there.
  const halfAt = (y: number): number => w / 2 - inset * ((y - yMm) / h);
  const slices = 14;
  const liquid = Array.from({ length: slices }, (_, i): LabelShape => {
    const [from, to] = [level + ((yMm + h - level) * i) / slices, level + ((yMm + h - level) * (i + 1)) / slices];
    const half = halfAt((from + to) / 2);
    return {
      kind: 'rect',
      xMm: xMm + w / 2 - half,
      yMm: from,
      widthMm: 2 * half,
      heightMm: to - from + 0.02,
      fill: colour,
    };
  });
  const line = (y: number): LabelShape => ({
    kind: 'outline',
    points: [
      [xMm + w / 2 - halfAt(y), y],
      [xMm + w / 2 + halfAt(y), y],
    ],
    widthMm: 0.25,
    closed: false,
  });
  return [
    ...liquid,
    ...(waterMl > 0 ? [line(yMm + h - full)] : []),
    {
      kind: 'outline',
      points: [
        [xMm, yMm],
        [xMm + inset, yMm + h],
        [xMm + w - inset, yMm + h],
        [xMm + w, yMm],
      ],
      widthMm: 0.4,
      closed: false,
    },
  ];
}

/** Whether every word of a drawing lies inside its safe edge, mm: what a printer's test would find. */
export const wordsInside = (
  { shapes }: Pick<LabelDrawing, 'shapes'>,
  { widthMm, heightMm }: Pick<LabelForm, 'widthMm' | 'heightMm'>,
  measure: Measure,
): boolean =>
  shapes.every(
    (s) =>
      s.kind !== 'text' ||
      (s.xMm >= SAFE_MM - 0.01 &&
        s.yMm - s.sizePt * MM_PER_PT >= 0 &&
        s.yMm <= heightMm - SAFE_MM + 0.01 &&
        s.xMm + measure(s.text, s.sizePt, s.bold) <= widthMm - SAFE_MM + 0.01),
  );
