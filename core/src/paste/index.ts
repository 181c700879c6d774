import type { ReadingOf } from '../amounts';
import { readCard, type CardLine, type CardRead } from '../card/readCard';
import type { Vessel } from '../heat/vessel';
import type { Botanical } from '../reference/botanicals';
import { asCard, type PastedClause } from './asCard';
import { recipesIn, type RecipeText } from './recipeText';

// Recipes out of pasted text: each clause beside the words it came from, what was guessed, and what was not understood.

export { asCard, type PastedClause } from './asCard';
export { CARD_HEAD, recipesIn, type RecipeText } from './recipeText';

/** A clause of a pasted recipe with what the card makes of it. */
export type PastedLine = PastedClause & { lines: readonly CardLine[] };

/** A pasted recipe: its title, its clauses with what became of each, and the whole as a card. */
export type PastedRead = { title: string; lines: readonly PastedLine[]; besides: readonly string[]; card: CardRead };

/** What is known of the house: its own plants, its pots, how it measures. */
export type PasteHouse = {
  reading?: (slug: string) => ReadingOf;
  plants?: readonly Botanical[];
  pots?: readonly Vessel[];
};

/** The clauses of a recipe's text, to be read and mended. */
export const clausesOfText = (recipe: RecipeText, house: PasteHouse = {}): readonly PastedClause[] =>
  asCard(recipe, house.plants);

/** Reads the clauses of a recipe, as they are or as they were mended. */
export function readPasted(
  { title, besides }: Pick<RecipeText, 'title' | 'besides'>,
  clauses: readonly PastedClause[],
  house: PasteHouse = {},
): PastedRead {
  const told = clauses.filter((c) => c.card.trim() !== '');
  const card = readCard(told.map((c) => oneClause(c.card)).join('\n'), house);
  // Of what the card reader told itself, as a strain that nobody named, no clause is the source.
  const byClause = new Map<number, CardLine[]>();
  for (const line of card.lines) byClause.set(line.clause, [...(byClause.get(line.clause) ?? []), line]);
  let at = -1;
  const lines = clauses.map((c): PastedLine => {
    if (c.card.trim() === '') return { ...c, lines: [] };
    at++;
    return { ...c, lines: byClause.get(at) ?? [] };
  });
  const rest = byClause.get(-1) ?? [];
  return {
    title,
    lines: rest.length === 0 ? lines : [...lines, { words: '', card: '', guesses: [], left: [], lines: rest }],
    besides,
    card: { ...card, note: noteOf(card.note, lines, besides) },
  };
}

/** Whatever a hand has written of it, it stays one clause. */
const oneClause = (card: string): string =>
  card
    .replace(/[;\n*•]/g, ',')
    .replace(/\.(?=\s|$)/g, ' ')
    .trim();

/** What is kept in the note: what the card keeps, what was not understood, and what stands besides. */
const noteOf = (note: string, lines: readonly PastedLine[], besides: readonly string[]): string =>
  [note, ...lines.flatMap((l) => l.left), ...besides].filter((x) => x !== '').join('; ');

/** All that a text has, ready to be looked at. */
export const pasted = (text: string, house: PasteHouse = {}): readonly PastedRead[] =>
  recipesIn(text).map((recipe) => readPasted(recipe, clausesOfText(recipe, house), house));
