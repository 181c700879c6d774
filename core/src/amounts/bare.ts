import { type Around, NOTHING_SAID } from './line';
import { type Num, asDecimal, print } from './numbers';
import { type Context, type Part, countOf, numbersIn, rawOf } from './part';
import { OWN_PIECE } from './pieces';
import { MEASURES, type Measure, plural } from './vocabulary';
import { type Weighed, weighMeasure, weighPieces } from './weigh';

/** Amounts that have no measure word: what is left of a line is the thing, and the number counts its pieces or weighs it. */
export function bareTerms(c: Context, i: number, around: Around): Part[] {
  const { thing, of } = c;
  const all = [...numbersIn(c, i)];
  return all.flatMap((num): Part[] => {
    if (
      num.style === 'article' ||
      num.to !== c.items.length ||
      (num.style === 'word' && /half|third|quarter/.test(rawOf(c, num)) && !/\d/.test(rawOf(c, num)))
    ) {
      return num.style === 'word' && num.to === c.items.length && num.value < 1
        ? [
            {
              to: num.to,
              around,
              nums: [num],
              nouns: [],
              rep: {},
              asks: ['of what'],
              rank: 0,
              bare: true,
              weigh: () => 'none',
            },
          ]
        : [];
    }
    const base = { to: num.to, around, nums: [num], nouns: [], rep: {}, bare: true };
    const written = num.written ?? rawOf(c, num);
    const piece = OWN_PIECE.has(thing.slug) ? thing.pieces[0] : undefined;
    const options: Part[] = [];
    const add = (rank: number, noun: (n: number) => string, weigh: (n: Num) => readonly Weighed[] | 'none'): void => {
      options.push({
        ...base,
        rank,
        asks: ['bare'],
        instead: () => `${/\d[½⅓⅔¼¾⅛⅜⅝⅞]$|^[½⅓⅔¼¾⅛]/u.test(written) ? print(num.value) : written} ${noun(num.value)}`,
        scaled: (k) => `${print(num.value * k)} ${noun(num.value * k)}`,
        weigh: () => weigh(num),
      });
    };
    if (of.fieldUnit) {
      const unit = thing.kind === 'liquid' || thing.kind === 'made' ? 'ml' : 'g';
      return [
        {
          ...base,
          rank: 0,
          asks: [],
          instead: () => `${written} ${unit}`,
          scaled: (k) => `${asDecimal(num.value * k, num.decimal)} ${unit}`,
          weigh: () => weighMeasure(countOf(num), MEASURES[unit]!, thing, c.house, { manners: [], chopped: false }),
        },
      ];
    }
    if (thing.kind === 'liquid' || thing.kind === 'made') {
      if (num.value >= 20)
        add(
          0,
          () => 'ml',
          (n) => weighMeasure(countOf(n), MEASURES.ml!, thing, c.house, { manners: [], chopped: false }),
        );
      else {
        add(
          0,
          () => 'L',
          (n) => weighMeasure(countOf(n), MEASURES.l!, thing, c.house, { manners: [], chopped: false }),
        );
        add(
          1,
          (n) => (n > 1 ? 'cups' : 'cup'),
          (n) => weighMeasure(countOf(n), MEASURES.cup!, thing, c.house, { manners: [], chopped: false }),
        );
      }
      return options;
    }
    if (piece)
      add(
        0,
        (n) => (n > 1 ? plural(piece.names[0]!) : piece.names[0]!),
        (n) => [weighPieces(countOf(n), { piece, own: 'thing' }, [])],
      );
    if (num.value < 1 && thing.cupG !== undefined && !piece)
      add(
        0,
        (n) => (n > 1 ? 'cups' : 'cup'),
        (n) => weighMeasure(countOf(n), MEASURES.cup!, thing, c.house, { manners: [], chopped: false }),
      );
    else
      add(
        piece ? 1 : 0,
        () => 'g',
        (n) => weighMeasure(countOf(n), MEASURES.g!, thing, c.house, { manners: [], chopped: false }),
      );
    return options;
  });
}

/** Weight of a bare number of something; `none` for what is no amount, undefined where this rank cannot say. */
export function weighBare(c: Context, n: Num, rank: number): readonly Weighed[] | 'none' | undefined {
  const parts = bareTermsOf(c, n);
  return (parts.find((p) => p.rank === rank) ?? parts[0])?.weigh(NOTHING_SAID);
}

function bareTermsOf(c: Context, n: Num): Part[] {
  const { thing } = c;
  const piece = OWN_PIECE.has(thing.slug) ? thing.pieces[0] : undefined;
  const part = (rank: number, weigh: () => readonly Weighed[] | 'none'): Part => ({
    to: n.to,
    around: NOTHING_SAID,
    nums: [n],
    nouns: [],
    rep: {},
    asks: [],
    rank,
    weigh,
  });
  const measure = (m: Measure, rank: number): Part =>
    part(rank, () => weighMeasure(countOf(n), m, thing, c.house, { manners: [], chopped: false }));
  if (thing.kind === 'liquid' || thing.kind === 'made')
    return n.value >= 20 ? [measure(MEASURES.ml!, 0)] : [measure(MEASURES.l!, 0), measure(MEASURES.cup!, 1)];
  if (piece) return [part(0, () => [weighPieces(countOf(n), { piece, own: 'thing' }, [])]), measure(MEASURES.g!, 1)];
  return n.value < 1 && thing.cupG !== undefined ? [measure(MEASURES.cup!, 0)] : [measure(MEASURES.g!, 0)];
}
