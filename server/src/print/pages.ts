import { dirname, join } from 'node:path';
import type { Dipstick } from '@steepsis/core';
import type { CardText } from './recipeText';

/** Fonts that know the letters of most kitchens; they are put into the page. */
const FONTS = join(dirname(require.resolve('dejavu-fonts-ttf/package.json')), 'ttf');
export const TEXT_FONT = join(FONTS, 'DejaVuSans.ttf');
export const BOLD_FONT = join(FONTS, 'DejaVuSans-Bold.ttf');

/** Points to a millimetre: a page is drawn in points. */
export const PT_PER_MM = 72 / 25.4;
export const INK = '#10231d';
export const MUTED = '#4c5f58';

/** A PDF of what is drawn into it. */
export async function drawn(
  options: PDFKit.PDFDocumentOptions,
  draw: (page: PDFKit.PDFDocument) => void,
): Promise<Buffer> {
  // Loaded with the first page that is drawn: it would hold up every start of the server.
  const { default: PDFDocument } = await import('pdfkit');
  const page = new PDFDocument({
    ...options,
    font: TEXT_FONT,
    info: { Producer: 'Steepsis', Creator: 'Steepsis', ...options.info },
  });
  const chunks: Buffer[] = [];
  page.on('data', (chunk: Buffer) => chunks.push(chunk));
  const done = new Promise<Buffer>((resolve, reject) => {
    page.on('end', () => resolve(Buffer.concat(chunks)));
    page.on('error', reject);
  });
  draw(page);
  page.end();
  return done;
}

/** A recipe on A5. */
export const cardPage = (text: CardText): Promise<Buffer> =>
  drawn({ size: 'A5', margin: 36, info: { Title: text.title } }, (page) => {
    page.font(BOLD_FONT).fontSize(17).fillColor(INK).text(text.title);
    page.moveDown(0.3).font(TEXT_FONT).fontSize(9).fillColor(MUTED).text(text.lead);
    for (const section of text.sections) {
      page.moveDown(0.7).font(BOLD_FONT).fontSize(10.5).fillColor(INK).text(section.heading);
      page.font(TEXT_FONT).fontSize(9.2);
      for (const line of section.lines) page.text(`·  ${line}`, { indent: 0, lineGap: 1.5 });
    }
    page.moveDown(0.8).fontSize(7.5).fillColor(MUTED).text(text.note);
  });

const STRIP_WIDTH_MM = 32;
const CHECK_BAR_MM = 50;
const MARGIN_MM = 12;
/** What one page takes of a strip; a taller pot gets a page that is as long. */
const A4 = { widthMm: 210, heightMm: 297 } as const;

/**
 * The dipstick, one to one: the strip's foot is the bottom of the pot. A bar of 50 mm beside it tells whether the printer kept
 * the size.
 */
export const dipstickPage = (stick: Dipstick): Promise<Buffer> => {
  const heightMm = Math.max(A4.heightMm, stick.lengthMm + 2 * MARGIN_MM + 30);
  const mm = (x: number): number => x * PT_PER_MM;
  return drawn(
    { size: [mm(A4.widthMm), mm(heightMm)], margin: 0, info: { Title: `Dipstick, ${stick.vesselName}` } },
    (page) => {
      const left = MARGIN_MM;
      const foot = heightMm - MARGIN_MM;
      const y = (aboveMm: number): number => mm(foot - aboveMm);
      page.lineWidth(0.8).strokeColor(INK).fillColor(INK);
      page.rect(mm(left), y(stick.lengthMm), mm(STRIP_WIDTH_MM), mm(stick.lengthMm)).stroke();
      for (const mark of spaced(stick)) {
        const isLevel = mark.kind === 'level';
        page.lineWidth(isLevel ? 1.6 : 0.7);
        page
          .moveTo(mm(left), y(mark.heightMm))
          .lineTo(mm(left + (isLevel ? STRIP_WIDTH_MM : 9)), y(mark.heightMm))
          .stroke();
        page.font(isLevel ? BOLD_FONT : TEXT_FONT).fontSize(8);
        if (isLevel) page.text(mark.label, mm(left + STRIP_WIDTH_MM + 2), y(mark.labelMm) - 4, { lineBreak: false });
        else page.text(mark.label, mm(left + 10), y(mark.heightMm) - 4, { lineBreak: false });
      }
      const bar = left + STRIP_WIDTH_MM + 40;
      page.lineWidth(1.2).moveTo(mm(bar), y(CHECK_BAR_MM)).lineTo(mm(bar), y(0)).stroke();
      for (const end of [0, CHECK_BAR_MM])
        page
          .moveTo(mm(bar - 3), y(end))
          .lineTo(mm(bar + 3), y(end))
          .stroke();
      const words = { width: mm(A4.widthMm - bar - MARGIN_MM - 8) };
      page
        .font(BOLD_FONT)
        .fontSize(13)
        .text(`Dipstick for the ${stick.vesselName}`, mm(bar + 8), y(CHECK_BAR_MM), words);
      page
        .font(TEXT_FONT)
        .fontSize(9)
        .fillColor(MUTED)
        .text(
          `The bar is ${CHECK_BAR_MM} mm long when it is printed at its own size. Cut the strip out, or copy its marks to a clean wooden spoon: the foot stands on the bottom of the pot. Straight sides are taken for granted.`,
          mm(bar + 8),
          page.y + 6,
          words,
        );
    },
  );
};

/** Labels of lines that lie close are moved apart; the lines stay where they are. */
function spaced({ marks }: Dipstick): (Dipstick['marks'][number] & { labelMm: number })[] {
  const LINE_MM = 3.6;
  let last = -Infinity;
  return [...marks]
    .sort((a, b) => a.heightMm - b.heightMm)
    .map((m) => {
      if (m.kind === 'volume') return { ...m, labelMm: m.heightMm };
      last = Math.max(m.heightMm, last + LINE_MM);
      return { ...m, labelMm: last };
    });
}
