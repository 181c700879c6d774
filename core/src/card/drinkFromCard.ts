import { freeId } from '../drink/editing';
import { TARGET_RANGES, writtenMinutes, type Brew, type Drink, type MixLine } from '../drink/drink';
import { sugarGPerL, volumeMl } from '../liquid/liquid';
import { bookOf } from '../plan/houseStandard';
import { InputError } from '../quantity/errors';
import type { CardRead } from './readCard';

const idOf = (name: string, taken: readonly string[]): string =>
  freeId(
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'brew',
    taken,
  );

/**
 * A drink as a card tells it, in place of what another drink has: its brews, the jug as the sum of what is poured, and the glass. The brew
 * with plants in it carries the drink. Its name, its note and who drinks it stay.
 */
export function drinkFromCard(read: CardRead, base: Drink): Drink {
  const ids: string[] = [];
  const told = read.brews.map(({ name, way }) => {
    const id = idOf(name, ids);
    ids.push(id);
    return { name, brew: { id, name, ways: [way] } satisfies Brew };
  });
  const carrying = [...told].sort(
    (a, b) => Number(b.brew.ways[0]!.ingredients.length > 0) - Number(a.brew.ways[0]!.ingredients.length > 0),
  );
  const [first, ...rest] = carrying.map((t) => t.brew) as unknown as [Brew, ...Brew[]];
  const glassMl = Math.round(read.glassMl ?? base.serve.glassMl);
  const poured = read.mix.map((l): MixLine => {
    const { toBottleMl: _bottle, noAmount: _none, ...line } = l;
    return l.at === 'glass' && typeof l.book === 'number' ? { ...line, book: (l.book * 1000) / glassMl } : line;
  });
  const lines = told.map(({ brew, name }): MixLine => ({
    id: brew.id,
    name,
    from: { kind: 'brew', brewId: brew.id },
    book: 'all',
    at: 'jug',
  }));
  const taken = lines.map((l) => l.id);
  const mix = [
    ...lines,
    ...poured.map((l) =>
      taken.includes(l.id) ? { ...l, id: freeId(l.id, [...taken, ...poured.map((p) => p.id)]) } : l,
    ),
  ];
  const way = first.ways[0]!;
  const whole: Drink = {
    ...base,
    brews: [first, ...rest],
    mix,
    serve: { ...base.serve, glassMl, ...(read.iceG === undefined ? {} : { iceG: read.iceG }) },
    book: { wayId: way.id, jugMl: read.jugMl ?? base.book.jugMl, iced: read.iced },
    defaults: {
      ...base.defaults,
      glassMl,
      iced: read.iced,
      hot: read.hot,
      wayId: way.id,
      steepMin: Math.min(TARGET_RANGES.steepMin.max, Math.max(TARGET_RANGES.steepMin.min, writtenMinutes(way))),
    },
    ...(read.bottles ? { bottles: read.bottles } : {}),
    ...(read.note === '' ? {} : { note: noteWith(base.note, read.note) }),
  };
  return measuredOut(whole, told, read);
}

/** What the card says besides stands in the note, once. */
const NOTE_MOST = 2000;
function noteWith(note: string | undefined, besides: string): string {
  if (note?.includes(besides)) return note;
  return [note?.trim(), besides]
    .filter((x) => x)
    .join(' ')
    .slice(0, NOTE_MOST);
}

/** Parts that are so much of what comes out: a share of a brew, thirds of the jug, a spirit in each bottle, water to a sweetness. */
function measuredOut(drink: Drink, told: readonly { name: string; brew: Brew }[], read: CardRead): Drink {
  const named = (line: MixLine): string => told.find((t) => t.brew.id === line.id)?.name ?? line.name;
  const parted = Object.keys(read.parts).length > 0;
  const bottled = read.mix.filter((l) => l.toBottleMl !== undefined);
  const open = read.mix.some((l) => l.noAmount);
  if (Object.keys(read.shares).length === 0 && !parted && bottled.length === 0 && !open) return drink;
  try {
    const { mixMl } = bookOf(drink);
    const round = (ml: number): number => Math.round(ml * 10) / 10;
    // As much of each part as the scarcest of the brews gives.
    const unit = Math.min(
      ...drink.mix.flatMap((l) => {
        const part = read.parts[named(l)];
        return part === undefined || l.from.kind !== 'brew' ? [] : [mixMl[l.id]! / part];
      }),
    );
    const brewMl = drink.mix.reduce((sum, l) => sum + (l.from.kind === 'brew' ? mixMl[l.id]! : 0), 0);
    const perBottle = bottled.reduce((sum, l) => sum + (typeof l.book === 'number' ? l.book / l.toBottleMl! : 0), 0);
    const bookMl = (line: MixLine): MixLine['book'] => {
      const share = read.shares[named(line)];
      if (share !== undefined && line.from.kind === 'brew') return round(mixMl[line.id]! * share);
      const part = read.parts[named(line)];
      if (part !== undefined && Number.isFinite(unit)) return round(unit * part);
      const bottle = bottled.find((b) => b.id === line.id);
      if (bottle && typeof bottle.book === 'number' && perBottle < 1)
        return round((brewMl * bottle.book) / bottle.toBottleMl! / (1 - perBottle));
      return line.book;
    };
    const poured = { ...drink, mix: drink.mix.map((l) => ({ ...l, book: bookMl(l) })) };
    return open ? letDown(poured, read) : poured;
  } catch (error) {
    // What does not come out says so where it is shown; until then all of it is poured.
    if (error instanceof InputError) return drink;
    throw error;
  }
}

/** Water that is poured to taste begins where the jug has this much sugar. House estimate: what lemonades are made to. */
const TO_TASTE_G_PER_L = 90;

function letDown(drink: Drink, read: CardRead): Drink {
  const open = new Set(read.mix.filter((l) => l.noAmount).map((l) => l.id));
  const { mixMl } = bookOf(drink);
  const jug = Object.values(mixMl).reduce((a, b) => a + b, 0);
  const { jugLiquid } = bookOf(drink);
  const sugarG = (sugarGPerL(jugLiquid) * volumeMl(jugLiquid)) / 1000;
  const waterMl = Math.max(0, Math.round(((1000 * sugarG) / TO_TASTE_G_PER_L - jug) / 50) * 50);
  return { ...drink, mix: drink.mix.map((l) => (open.has(l.id) ? { ...l, book: waterMl } : l)) };
}
