import { readFileSync } from 'node:fs';
import {
  bleedOf,
  MM_PER_PT,
  PAPERS,
  placesOnSheet,
  type LabelDrawing,
  type LabelForm,
  type LabelShape,
} from '@steepsis/core';
import type { LabelOn } from '@steepsis/contract';
import { BOLD_FONT, drawn, PT_PER_MM, TEXT_FONT } from './pages';

// Labels as PDF and as SVG: the same shapes, in millimetres, with their fonts in them.

const INK = '#10231d';
const MUTED = '#4c5f58';

/** How wide a text is set in the label's own letters, mm. */
export type Measured = (text: string, sizePt: number, bold: boolean) => number;

/** The letters that labels are set in, read once. */
export async function measuring(): Promise<Measured> {
  const { default: PDFDocument } = await import('pdfkit');
  const page = new PDFDocument({ font: TEXT_FONT });
  return (text, sizePt, bold) =>
    page
      .font(bold ? BOLD_FONT : TEXT_FONT)
      .fontSize(sizePt)
      .widthOfString(text) * MM_PER_PT;
}

/** What a label of a form is drawn on: its size, and how far its colour may reach over. */
export const formOf = (on: LabelOn): LabelForm =>
  on.kind === 'sheet'
    ? { widthMm: on.sheet.labelWidthMm, heightMm: on.sheet.labelHeightMm, bleed: bleedOf(on.sheet) }
    : { widthMm: on.widthMm, heightMm: on.heightMm, ...(on.kind === 'tag' ? { tag: true } : {}) };

type Placed = { xMm: number; yMm: number; page: number; drawing: LabelDrawing };
type Sheets = { widthMm: number; heightMm: number; pages: number; placed: readonly Placed[] };

/** Where each label comes to lie: on sheets, or each on a page of its own. */
export function laid(on: LabelOn, drawings: readonly LabelDrawing[]): Sheets {
  if (on.kind !== 'sheet') {
    const placed = drawings.map((drawing, page) => ({ xMm: 0, yMm: 0, page, drawing }));
    return { widthMm: on.widthMm, heightMm: on.heightMm, pages: Math.max(1, drawings.length), placed };
  }
  const { xMm = 0, yMm = 0 } = on.offset ?? {};
  const places = placesOnSheet(on.sheet, drawings.length, on.start);
  const placed = places.map((p, i) => ({ xMm: p.xMm - xMm, yMm: p.yMm - yMm, page: p.page, drawing: drawings[i]! }));
  return { ...PAPERS[on.sheet.paper], pages: 1 + Math.max(0, ...placed.map((p) => p.page)), placed };
}

const TEST_RULER_MM = 100;

/** The outlines of a sheet's labels, with a ruler: printed on plain paper and held against a sheet it tells what the printer is off by. */
const testShapes = (on: LabelOn & { kind: 'sheet' }): LabelShape[] => {
  const { sheet } = on;
  const { xMm = 0, yMm = 0 } = on.offset ?? {};
  const outlines = placesOnSheet(sheet, sheet.columns * sheet.rows).map((p): LabelShape => {
    const [x, y] = [p.xMm - xMm, p.yMm - yMm];
    const [w, h] = [sheet.labelWidthMm, sheet.labelHeightMm];
    return {
      kind: 'outline',
      points: [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ],
      widthMm: 0.2,
      closed: true,
    };
  });
  const { widthMm, heightMm } = PAPERS[sheet.paper];
  const [left, at] = [(widthMm - TEST_RULER_MM) / 2, heightMm / 2];
  const ticks = Array.from({ length: TEST_RULER_MM + 1 }, (_, i): LabelShape => ({
    kind: 'outline',
    points: [
      [left + i, at],
      [left + i, at - (i % 10 === 0 ? 5 : i % 5 === 0 ? 3.5 : 2)],
    ],
    widthMm: 0.15,
    closed: false,
  }));
  return [
    ...outlines,
    ...ticks,
    {
      kind: 'text',
      xMm: left,
      yMm: at + 5,
      text: `This line is ${TEST_RULER_MM} mm long when the printer keeps the size. Hold the sheet against a sheet of labels, to the light.`,
      sizePt: 7,
      bold: false,
      muted: true,
    },
  ];
};

/** Labels as a PDF, each shape where the drawing has it. */
export async function labelsPdf(on: LabelOn, drawings: readonly LabelDrawing[], title: string): Promise<Buffer> {
  const codes = await codesOf(drawings);
  const sheets = laid(on, drawings);
  const size: [number, number] = [sheets.widthMm * PT_PER_MM, sheets.heightMm * PT_PER_MM];
  return drawn({ size, margin: 0, info: { Title: title } }, (pdf) => {
    for (let page = 0; page < sheets.pages; page++) {
      if (page > 0) pdf.addPage({ size, margin: 0 });
      if (on.kind === 'sheet' && on.test) {
        testShapes(on).forEach((s) => intoPdf(pdf, s, 0, 0, codes));
        continue;
      }
      for (const { xMm, yMm, drawing } of sheets.placed.filter((p) => p.page === page))
        drawing.shapes.forEach((s) => intoPdf(pdf, s, xMm, yMm, codes));
    }
  });
}

function intoPdf(pdf: PDFKit.PDFDocument, s: LabelShape, xMm: number, yMm: number, codes: Codes): void {
  const x = (mm: number): number => (mm + xMm) * PT_PER_MM;
  const y = (mm: number): number => (mm + yMm) * PT_PER_MM;
  switch (s.kind) {
    case 'rect':
      pdf.rect(x(s.xMm), y(s.yMm), s.widthMm * PT_PER_MM, s.heightMm * PT_PER_MM).fill(s.fill);
      return;
    case 'outline': {
      const [[x0, y0], ...rest] = s.points as [readonly [number, number], ...(readonly [number, number])[]];
      pdf
        .lineWidth(s.widthMm * PT_PER_MM)
        .strokeColor(INK)
        .moveTo(x(x0), y(y0));
      for (const [px, py] of rest) pdf.lineTo(x(px), y(py));
      if (s.closed) pdf.closePath();
      if (s.dashed) pdf.dash(4, { space: 3 });
      pdf.stroke().undash();
      return;
    }
    case 'circle':
      pdf
        .lineWidth(0.5)
        .strokeColor(INK)
        .circle(x(s.xMm), y(s.yMm), s.radiusMm * PT_PER_MM)
        .dash(4, { space: 3 })
        .stroke()
        .undash();
      return;
    case 'text':
      pdf
        .font(s.bold ? BOLD_FONT : TEXT_FONT)
        .fontSize(s.sizePt)
        .fillColor(s.muted ? MUTED : INK)
        .text(s.text, x(s.xMm), y(s.yMm), { lineBreak: false, baseline: 'alphabetic' });
      return;
    case 'code': {
      const modules = codes.get(s.text)!;
      const cell = s.sizeMm / modules.length;
      modules.forEach((row, r) =>
        row.forEach((dark, c) => {
          if (dark) pdf.rect(x(s.xMm + c * cell), y(s.yMm + r * cell), cell * PT_PER_MM, cell * PT_PER_MM).fill(INK);
        }),
      );
    }
  }
}

type Codes = ReadonlyMap<string, readonly (readonly boolean[])[]>;

/** The codes of all labels, each as rows of dark and light. */
async function codesOf(drawings: readonly LabelDrawing[]): Promise<Codes> {
  const texts = new Set(drawings.flatMap((d) => d.shapes.flatMap((s) => (s.kind === 'code' ? [s.text] : []))));
  if (texts.size === 0) return new Map();
  const { create } = await import('qrcode');
  return new Map(
    [...texts].map((text) => {
      const { size, data } = create(text, { errorCorrectionLevel: 'M' }).modules;
      return [
        text,
        Array.from({ length: size }, (_, r) => Array.from({ length: size }, (__, c) => data[r * size + c] === 1)),
      ];
    }),
  );
}

/** One sheet, or one label, as SVG of its true size, with the letters it uses in it. */
export async function labelsSvg(on: LabelOn, drawings: readonly LabelDrawing[], page: number): Promise<string> {
  const codes = await codesOf(drawings);
  const sheets = laid(on, drawings);
  const test = on.kind === 'sheet' && on.test ? testShapes(on) : undefined;
  const placed = test
    ? [{ xMm: 0, yMm: 0, shapes: test }]
    : sheets.placed.filter((p) => p.page === page).map((p) => ({ xMm: p.xMm, yMm: p.yMm, shapes: p.drawing.shapes }));
  const texts = placed.flatMap((p) => p.shapes.flatMap((s) => (s.kind === 'text' ? [s] : [])));
  const [regular, bold] = await Promise.all([
    fontFor(
      TEXT_FONT,
      texts.filter((t) => !t.bold).map((t) => t.text),
    ),
    fontFor(
      BOLD_FONT,
      texts.filter((t) => t.bold).map((t) => t.text),
    ),
  ]);
  const { widthMm, heightMm } = sheets;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">`,
    `<style>@font-face{font-family:L;src:url(data:font/woff2;base64,${regular})}@font-face{font-family:L;font-weight:700;src:url(data:font/woff2;base64,${bold})}text{font-family:L;fill:${INK}}</style>`,
    `<rect width="${widthMm}" height="${heightMm}" fill="#fff"/>`,
    ...placed.map(
      (p) => `<g transform="translate(${p.xMm} ${p.yMm})">${p.shapes.map((s) => asSvg(s, codes)).join('')}</g>`,
    ),
    '</svg>',
  ].join('');
}

/** The letters of some texts out of a font, as base64: a label is some ten kilobytes and not a megabyte. */
async function fontFor(file: string, texts: readonly string[]): Promise<string> {
  const { default: subsetFont } = await import('subset-font');
  const subset = await subsetFont(readFileSync(file), texts.join('') || ' ', { targetFormat: 'woff2' });
  return subset.toString('base64');
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

const n = (x: number): string => String(Number(x.toFixed(3)));

function asSvg(s: LabelShape, codes: Codes): string {
  switch (s.kind) {
    case 'rect':
      return `<rect x="${n(s.xMm)}" y="${n(s.yMm)}" width="${n(s.widthMm)}" height="${n(s.heightMm)}" fill="${s.fill}"/>`;
    case 'outline':
      return `<path d="M${s.points.map(([x, y]) => `${n(x)} ${n(y)}`).join('L')}${s.closed ? 'Z' : ''}" fill="none" stroke="${INK}" stroke-width="${s.widthMm}"${s.dashed ? ' stroke-dasharray="1.4 1"' : ''}/>`;
    case 'circle':
      return `<circle cx="${n(s.xMm)}" cy="${n(s.yMm)}" r="${n(s.radiusMm)}" fill="none" stroke="${INK}" stroke-width="0.2" stroke-dasharray="1.4 1"/>`;
    case 'text':
      return `<text x="${n(s.xMm)}" y="${n(s.yMm)}" font-size="${n(s.sizePt * MM_PER_PT)}"${s.bold ? ' font-weight="700"' : ''}${s.muted ? ` style="fill:${MUTED}"` : ''}>${escaped(s.text)}</text>`;
    case 'code': {
      const modules = codes.get(s.text)!;
      const cell = s.sizeMm / modules.length;
      const d = modules
        .flatMap((row, r) =>
          row.map((dark, c) =>
            dark ? `M${n(s.xMm + c * cell)} ${n(s.yMm + r * cell)}h${n(cell)}v${n(cell)}h-${n(cell)}z` : '',
          ),
        )
        .join('');
      return `<path d="${d}" fill="${INK}"/>`;
    }
  }
}
