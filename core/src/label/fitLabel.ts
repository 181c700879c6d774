import { SAFE_MM } from './labelSheet';
import type { LabelLine, LineKind } from './labelText';

// A label's words set into its room. Nothing is ever cut: the letters get smaller, then the words shorter, and it says so.

/** Millimetres to a point. */
export const MM_PER_PT = 25.4 / 72;

/** Sizes of the kinds of lines at first, pt. */
const SIZE_PT: Readonly<Record<LineKind, number>> = { title: 14, gift: 10, drink: 9.5, dates: 9.5, text: 7.5, mark: 6 };
/** Nobody reads smaller letters on a bottle in a kitchen, pt. House choice. */
export const LEAST_PT = 5;
const BOLD: ReadonlySet<LineKind> = new Set(['title', 'dates', 'drink']);
/** Height of a line, times its letters. */
const LEADING = 1.22;
/** Tried from the largest down: a large label is read from further away. */
const STEPS = [1.7, 1.5, 1.3, 1.15, 1, 0.92, 0.85, 0.78, 0.72, 0.66];

/** How wide a text is set, mm. */
export type Measure = (text: string, sizePt: number, bold: boolean) => number;

/** A line as it is set: its baseline, mm from the label's upper left corner. */
export type SetLine = { kind: LineKind; text: string; xMm: number; yMm: number; sizePt: number; bold: boolean };

/** A label as it is set, or why it cannot be. */
export type Fitted =
  { kind: 'set'; lines: readonly SetLine[]; scale: number; shortened: number; leftOut: number } | { kind: 'too-small' };

/** Where words may stand on a label, mm. */
export type Room = { xMm: number; yMm: number; widthMm: number; heightMm: number };

/** The room of a label for words, inside its safe edge; `bandMm` on the left is its colour, `rightMm` what is drawn there. */
export const roomOf = (
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  { bandMm = 0, rightMm = 0 }: { bandMm?: number; rightMm?: number } = {},
): Room => ({
  xMm: bandMm + SAFE_MM,
  yMm: SAFE_MM,
  widthMm: widthMm - bandMm - 2 * SAFE_MM - rightMm,
  heightMm: heightMm - 2 * SAFE_MM,
});

/** Sets lines into a room: as large as they may be; smaller where that does not fit; then shorter, what matters least first. */
export function fitLabel(lines: readonly LabelLine[], room: Room, measure: Measure): Fitted {
  for (const scale of STEPS) {
    const set = setAt(lines, room, measure, scale);
    if (set) return { kind: 'set', lines: set, scale, shortened: 0, leftOut: 0 };
  }
  const smallest = STEPS.at(-1)!;
  let [left, shortened, leftOut] = [[...lines], 0, 0];
  for (;;) {
    const at = leastOf(left);
    if (at === undefined) break;
    const line = left[at]!;
    if (line.short !== undefined) {
      const { short, ...rest } = line;
      left[at] = { ...rest, text: short };
      shortened++;
    } else {
      left = left.filter((_, i) => i !== at);
      leftOut++;
    }
    const set = setAt(left, room, measure, smallest);
    // What was left out may leave room for larger letters.
    const scale = set && STEPS.find((s) => setAt(left, room, measure, s));
    if (set && scale) return { kind: 'set', lines: setAt(left, room, measure, scale)!, scale, shortened, leftOut };
  }
  return { kind: 'too-small' };
}

/** The line that can best be spared. */
function leastOf(lines: readonly LabelLine[]): number | undefined {
  let at: number | undefined;
  lines.forEach((l, i) => {
    if (l.rank !== undefined && (at === undefined || l.rank >= lines[at]!.rank!)) at = i;
  });
  return at;
}

function setAt(
  lines: readonly LabelLine[],
  room: Room,
  measure: Measure,
  scale: number,
): readonly SetLine[] | undefined {
  const set: SetLine[] = [];
  let y = room.yMm;
  for (const { kind, text } of lines) {
    const sizePt = Math.max(LEAST_PT, SIZE_PT[kind] * scale);
    const bold = BOLD.has(kind);
    const rows = wrapped(text, room.widthMm, (t) => measure(t, sizePt, bold));
    if (!rows) return undefined;
    const lineMm = sizePt * MM_PER_PT * LEADING;
    for (const row of rows) {
      y += lineMm;
      if (y > room.yMm + room.heightMm + 0.01) return undefined;
      // The baseline stands a quarter of a line above its foot.
      set.push({ kind, text: row, xMm: room.xMm, yMm: y - lineMm * 0.25, sizePt, bold });
    }
  }
  return set;
}

/** Words in rows no wider than there is room; undefined where one word alone is wider. */
function wrapped(text: string, widthMm: number, widthOf: (t: string) => number): readonly string[] | undefined {
  const rows: string[] = [];
  let row = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    if (widthOf(word) > widthMm) return undefined;
    const longer = row ? `${row} ${word}` : word;
    if (row && widthOf(longer) > widthMm) {
      rows.push(row);
      row = word;
    } else row = longer;
  }
  return row ? [...rows, row] : rows;
}
