import type { DaySheet } from '@steepsis/contract';
import { BOLD_FONT, drawn, INK, MUTED, PT_PER_MM, TEXT_FONT } from './pages';

const MARGIN = 14 * PT_PER_MM;
/** Read from a step away: at an arm and a half, letters of 17 points are as large as a book's in the hand. House choice. */
const LINE_PT = 17;
const CLOCK_WIDTH = 68;
const SWATCH = { width: 9, height: 14 } as const;
/** Room between two lines, points. */
const BETWEEN = 5;

/** The sheet of a day on A4: by the clock, each line with the colour of its drink; then what stands on the table and what to get. */
export const dayPage = (sheet: DaySheet): Promise<Buffer> =>
  drawn({ size: 'A4', margin: MARGIN, info: { Title: sheet.title } }, (page) => {
    const width = page.page.width - 2 * MARGIN;
    const bottom = (): number => page.page.height - MARGIN;
    page.font(BOLD_FONT).fontSize(26).fillColor(INK).text(sheet.title);
    page.font(TEXT_FONT).fontSize(13).fillColor(MUTED).text(sheet.lead);
    const heading = (words: string, roomFor: number): void => {
      if (page.y + roomFor > bottom()) page.addPage();
      page.moveDown(0.6).font(BOLD_FONT).fontSize(15).fillColor(INK).text(words, MARGIN);
      page
        .lineWidth(1.5)
        .strokeColor(INK)
        .moveTo(MARGIN, page.y)
        .lineTo(MARGIN + width, page.y)
        .stroke();
      page.y += 5;
    };
    for (const day of sheet.days) {
      heading(day.name, 70);
      for (const line of day.lines) {
        const font = line.hands ? BOLD_FONT : TEXT_FONT;
        const left = MARGIN + CLOCK_WIDTH + SWATCH.width + 9;
        const room = { width: MARGIN + width - left };
        page.font(font).fontSize(LINE_PT);
        const height = page.heightOfString(line.words, room);
        // A line is on one page, whole.
        if (page.y + height > bottom()) page.addPage();
        const { y } = page;
        page.fillColor(INK).text(line.at, MARGIN, y, { width: CLOCK_WIDTH, lineBreak: false });
        page
          .rect(MARGIN + CLOCK_WIDTH, y + 3, SWATCH.width, SWATCH.height)
          .lineWidth(0.8)
          .fillAndStroke(line.colour, INK);
        page.fillColor(INK).text(line.words, left, y, room);
        page.y = y + height + BETWEEN;
      }
    }
    for (const [words, items] of [
      ['On the table', sheet.table],
      ['What to get', sheet.toGet],
      ['To measure the evening before', sheet.measure],
    ] as const) {
      if (items.length === 0) continue;
      heading(words, 60);
      page.font(TEXT_FONT).fontSize(12).fillColor(INK);
      for (const item of items) page.text(`·  ${item}`, MARGIN, page.y, { width, lineGap: 2 });
    }
  });
