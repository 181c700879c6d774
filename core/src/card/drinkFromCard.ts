import { freeId } from '../drink/editing';
import { writtenMinutes, type Brew, type Drink, type MixLine } from '../drink/drink';
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
  const poured = read.mix.map((l): MixLine =>
    l.at === 'glass' && typeof l.book === 'number' ? { ...l, book: (l.book * 1000) / glassMl } : l,
  );
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
  const iced = read.iceG !== undefined || read.lines.some((l) => /^(on |over )?ice$/i.test(l.text));
  const way = first.ways[0]!;
  const whole: Drink = {
    ...base,
    brews: [first, ...rest],
    mix,
    serve: { ...base.serve, glassMl, ...(read.iceG === undefined ? {} : { iceG: read.iceG }) },
    book: { wayId: way.id, jugMl: read.jugMl ?? base.book.jugMl, iced },
    defaults: { ...base.defaults, glassMl, iced, hot: false, wayId: way.id, steepMin: writtenMinutes(way) },
  };
  return sharedOut(whole, told, read.shares);
}

/** Of a brew that is not poured whole, its share of what comes out. */
function sharedOut(drink: Drink, told: readonly { name: string; brew: Brew }[], shares: CardRead['shares']): Drink {
  const wanted = told.filter((t) => shares[t.name] !== undefined);
  if (wanted.length === 0) return drink;
  try {
    const { mixMl } = bookOf(drink);
    return {
      ...drink,
      mix: drink.mix.map((l) => {
        const of = wanted.find((t) => t.brew.id === l.id);
        return of ? { ...l, book: Math.round(mixMl[l.id]! * shares[of.name]! * 10) / 10 } : l;
      }),
    };
  } catch (error) {
    // What does not come out says so where it is shown; until then all of it is poured.
    if (error instanceof InputError) return drink;
    throw error;
  }
}
