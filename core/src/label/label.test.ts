import fc from 'fast-check';
import { aBatch, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { batchOf } from '../test/wholeThings';
import { JUG } from '../batch/batch';
import { BOOK } from '../drink/book';
import { shelfItemsOf } from '../keeping/shelf';
import type { ShelfItem } from '../keeping/shelfItem';
import { cautionsOnShelf } from '../keeping/shelfCautions';
import { drawLabel, wordsInside, type LabelShape } from './drawLabel';
import { fitLabel, LEAST_PT, MM_PER_PT, roomOf, type Measure } from './fitLabel';
import { bleedOf, BLEED_MM, PAPERS, placesOnSheet, SAFE_MM, SHEETS, type LabelSheet } from './labelSheet';
import { howToDrink } from '../keeping/howToDrink';
import { labelLines, markOf, stopsLabel, stopsWords } from './labelText';

const MIXED: readonly Told[] = [
  ...MEASURED,
  [30, { type: 'mixed', mix: { concentrate: 1000, syrup: 280, water: 850 }, hadMl: {}, sugarAddedG: 0 }],
];
const NOW = Date.parse(minutesIn(60));
const batch = aBatch(MIXED);
const [jug, rest] = shelfItemsOf(batch, NOW) as [ShelfItem, ShelfItem];
const wishes = { day: (iso: string): string => iso.slice(0, 10), measures: 'metric' } as const;
const linesOf = (item: ShelfItem, more: Partial<Parameters<typeof labelLines>[2]> = {}) =>
  labelLines(item, cautionsOnShelf(batch, item.vesselId, NOW), { ...wishes, ...more });
const words = (item: ShelfItem, more?: Partial<Parameters<typeof labelLines>[2]>): string[] =>
  linesOf(item, more).map((l) => l.text);
/** A letter is about half as wide as it is high: near enough for where words break. */
const measure: Measure = (text, sizePt, bold) => text.length * sizePt * MM_PER_PT * (bold ? 0.6 : 0.55);

describe('what a label says', () => {
  it('is the name, how to drink it, its days, what is in it, and its mark', () => {
    const said = words(jug);
    expect(said[0]).toBe('Roselle and rose hip cooler');
    expect(said).toContain('Pour 300 ml as it is over ice');
    expect(said).toContain(`use by ${jug.useBy.slice(0, 10)}`);
    expect(said).toContain(`made ${jug.madeOn.slice(0, 10)}`);
    expect(said.join(' ')).toMatch(/In it: water, .*roselle.*sugar\./);
    expect(said.join(' ')).toMatch(/\d+ g\/L of sugar/);
    expect(said.at(-1)).toBe('B-b1');
  });
  it('tells of a concentrate how to let it down, in the cook’s own measures', () => {
    const { waterPerPart } = rest.dilution!;
    const [, parts] = /^1 part with ([\d.]+) parts? of cold water over ice: /.exec(howToDrink(rest, 'metric'))!;
    expect(Math.abs(Number(parts) - waterPerPart)).toBeLessThanOrEqual(0.125);
    const [, ofIt, water] = /: (\d+) ml and (\d+) ml to a glass$/.exec(howToDrink(rest, 'metric'))!;
    expect(Number(ofIt) + Number(water)).toBeCloseTo(rest.glassMl, -1.5);
    expect(howToDrink(rest, 'us')).toMatch(/cups? and [\d /]+ cups? to a glass$|tbsp and/);
    expect(howToDrink(rest, 'imperial')).toMatch(/fl oz and \d+ fl oz to a glass$/);
  });
  it('has a line of one’s own on a gift', () => {
    expect(words(jug, { gift: 'For the lock keeper' })).toContain('For the lock keeper');
  });
  it('has a mark of its own for the jug and for what was left over beside it', () => {
    expect(markOf(jug)).not.toBe(markOf(rest));
  });
  it('bears no words that promise health, and any that tell of taste', () => {
    expect(stopsWords('A remedy for colds')).toMatch(/health promise/);
    for (const drink of BOOK) expect(stopsWords(drink.name)).toBeUndefined();
    expect(stopsWords('Tart, deep red, for the lock keeper')).toBeUndefined();
  });
  it('names honey for the smallest, and allergens', () => {
    const { batch: honeyed, atMin } = batchOf({ plants: [['linden_dried', 8]], sweet: ['honey', 60] } as never, 'jug');
    const at = Date.parse(minutesIn(atMin));
    const [item] = shelfItemsOf(honeyed, at);
    const said = labelLines(item!, cautionsOnShelf(honeyed, JUG, at), wishes).map((l) => l.text);
    // What the rule book wants on a label stands on it, word for word.
    expect(said.some((t) => t.includes('honey'))).toBe((item!.liquid.sugarG['honey'] ?? 0) > 0);
  });
  it('is none for what is past its last day', () => {
    const late = Date.parse(jug.discardAfter) + 86_400_000;
    expect(stopsLabel(cautionsOnShelf(batch, JUG, late))).toMatch(/last day is past/);
    expect(stopsLabel(cautionsOnShelf(batch, JUG, NOW))).toBeUndefined();
  });
});

describe('words in their room', () => {
  const sized = (widthMm: number, heightMm: number) =>
    fitLabel(linesOf(rest), roomOf({ widthMm, heightMm }, { bandMm: 4 }), measure);
  it('are large where there is room, smaller where there is less, then shorter, and say so', () => {
    const [large, middle, small] = [sized(100, 120), sized(70, 60), sized(60, 30)];
    if (large.kind !== 'set' || middle.kind !== 'set' || small.kind !== 'set') throw new Error('all of them fit');
    expect(large.scale).toBeGreaterThan(middle.scale);
    expect(large.shortened + large.leftOut).toBe(0);
    expect(small.shortened + small.leftOut).toBeGreaterThan(0);
    // The name, how to drink it and its last day are never left out.
    const said = small.lines.map((l) => l.text).join(' ');
    expect(said).toContain('Roselle and rose hip cooler');
    expect(said).toContain('1 part with');
    expect(said).toContain('use by');
  });
  it('that cannot be on it at all are not cut: the label is too small', () => {
    expect(sized(26, 12)).toEqual({ kind: 'too-small' });
  });
  it('never leave their safe edge, whatever the label and however long the words', () => {
    const text = fc.string({ minLength: 1, maxLength: 60, unit: fc.constantFrom(...'abcdefg hij klm nop qrs tuv') });
    fc.assert(
      fc.property(
        fc.double({ min: 25, max: 150, noNaN: true }),
        fc.double({ min: 15, max: 200, noNaN: true }),
        fc.array(text, { maxLength: 8 }),
        text,
        fc.boolean(),
        (widthMm, heightMm, more, title, tag) => {
          const lines = [
            { kind: 'title' as const, text: title },
            ...more.map((t, i) => ({ kind: 'text' as const, text: t, rank: i, short: t.slice(0, 5) })),
            ...linesOf(jug).slice(1),
          ];
          const form = { widthMm, heightMm, ...(tag && heightMm > 60 ? { tag: true as const } : {}) };
          const drawing = drawLabel(jug, lines, form, measure, 'https://kitchen.example/keep');
          expect(wordsInside(drawing, form, measure)).toBe(true);
          if (drawing.fitted.kind === 'set')
            for (const l of drawing.fitted.lines) {
              expect(l.sizePt).toBeGreaterThanOrEqual(LEAST_PT);
              expect(l.yMm).toBeLessThanOrEqual(heightMm - SAFE_MM + 0.01);
            }
        },
      ),
    );
  });
});

describe('a drawn label', () => {
  const shapes = (address?: string): readonly LabelShape[] =>
    drawLabel(rest, linesOf(rest), { widthMm: 60, heightMm: 90, bleed: { xMm: 1.2, yMm: 0.7 } }, measure, address)
      .shapes;
  it('has its colour to the edge and over it by the bleed', () => {
    const band = shapes()[0] as Extract<LabelShape, { kind: 'rect' }>;
    expect(band).toMatchObject({ xMm: -1.2, yMm: -0.7, heightMm: 90 + 1.4 });
    expect(band.fill).toMatch(/^#[0-9a-f]{6}$/);
  });
  it('has a code where an address is told, inside its safe edge, and none where it is not', () => {
    expect(shapes().some((s) => s.kind === 'code')).toBe(false);
    const code = shapes('https://kitchen.example').find((s) => s.kind === 'code')!;
    if (code.kind !== 'code') throw new Error('a code');
    expect(code.xMm + code.sizeMm).toBeCloseTo(60 - SAFE_MM, 6);
    expect(code.yMm + code.sizeMm).toBeCloseTo(90 - SAFE_MM, 6);
  });
});

describe('a sheet of labels', () => {
  it.each(Object.entries(SHEETS))('%s lies on its paper, none over another', (_, sheet) => {
    const places = placesOnSheet(sheet, sheet.columns * sheet.rows);
    const { widthMm, heightMm } = PAPERS[sheet.paper];
    for (const p of places) {
      expect(p.page).toBe(0);
      expect(p.xMm).toBeGreaterThanOrEqual(0);
      expect(p.xMm + sheet.labelWidthMm).toBeLessThanOrEqual(widthMm + 0.1);
      expect(p.yMm + sheet.labelHeightMm).toBeLessThanOrEqual(heightMm + 0.1);
    }
    const [a, b] = places as [(typeof places)[number], (typeof places)[number]];
    expect(b.xMm - a.xMm).toBeCloseTo(sheet.labelWidthMm + sheet.gapXMm, 9);
  });
  const sheet = SHEETS['21 on A4, 63.5 × 38.1 mm']!;
  it('begins where a half-used one has its first free label, and goes on on the next', () => {
    const places = placesOnSheet(sheet, 4, 20);
    expect(places.map((p) => p.page)).toEqual([0, 0, 1, 1]);
    expect(places[2]).toEqual({ page: 1, xMm: sheet.leftMm, yMm: sheet.topMm });
  });
  it('has bleed only where there is room between two', () => {
    expect(bleedOf(sheet).xMm).toBeCloseTo(1.25, 9);
    expect(bleedOf(sheet).yMm).toBe(0);
    expect(bleedOf({ ...sheet, gapXMm: 10, gapYMm: 10 })).toEqual({ xMm: BLEED_MM, yMm: BLEED_MM });
  });
  it('that does not fit its paper is refused by what is too large', () => {
    const wrong =
      (change: Partial<LabelSheet>, start = 1) =>
      () =>
        placesOnSheet({ ...sheet, ...change }, 1, start);
    expect(wrong({ labelWidthMm: 80 })).toThrow('labelWidthMm');
    expect(wrong({ labelHeightMm: 60 })).toThrow('labelHeightMm');
    expect(wrong({}, 22)).toThrow('start');
    expect(wrong({ columns: 0 })).toThrow('columns');
  });
});
