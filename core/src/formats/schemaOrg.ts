import { cardText, writeCard } from '../card/writeCard';
import type { Drink } from '../drink/drink';
import { recipeOfParts, type RecipeText, type TextLine } from '../paste/recipeText';
import { bookOf } from '../plan/houseStandard';

// schema.org Recipe, as pages carry it and as programs hand it on: JSON-LD.

type Json = unknown;
const isObject = (x: Json): x is Readonly<Record<string, Json>> =>
  typeof x === 'object' && x !== null && !Array.isArray(x);
const listOf = (x: Json): readonly Json[] =>
  Array.isArray(x) ? (x as Json[]) : x === undefined || x === null ? [] : [x];

/** Deeper than this nothing is looked for: a page that nests so is no recipe. */
const DEEPEST = 12;

/** The recipes in JSON-LD, however they are wrapped; none where there is none. */
export function recipesOfJsonLd(json: Json): readonly RecipeText[] {
  const found: Readonly<Record<string, Json>>[] = [];
  const look = (x: Json, depth: number): void => {
    if (depth > DEEPEST) return;
    if (Array.isArray(x)) for (const y of x) look(y, depth + 1);
    else if (isObject(x)) {
      if (listOf(x['@type']).some((t) => typeof t === 'string' && /(?:^|\/)Recipe$/.test(t))) found.push(x);
      else for (const y of [x['@graph'], x['mainEntity'], x['itemListElement'], x['item']]) look(y, depth + 1);
    }
  };
  look(json, 0);
  return found.map(recipeOfJsonLd);
}

/** What is text of a value; marks of a page are taken off. */
const textOf = (x: Json): string =>
  typeof x === 'string' || typeof x === 'number'
    ? String(x)
        .replace(/<[^>]*>/g, ' ')
        .replace(/&nbsp;/g, ' ')
        .replace(
          /&(?:#(\d+)|#x([\da-f]+)|(amp|lt|gt|quot|apos|frac12|frac14|frac34|deg));/gi,
          (all, dec: string, hex: string, name: string) =>
            dec ? codePoint(Number(dec)) : hex ? codePoint(parseInt(hex, 16)) : (NAMED[name?.toLowerCase()] ?? all),
        )
        .trim()
    : '';
const codePoint = (n: number): string => (n > 0 && n <= 0x10ffff ? String.fromCodePoint(n) : ' ');
const NAMED: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  frac12: '½',
  frac14: '¼',
  frac34: '¾',
  deg: '°',
};

function recipeOfJsonLd(recipe: Readonly<Record<string, Json>>): RecipeText {
  const steps: TextLine[] = [];
  const step = (x: Json, part: string | undefined, depth: number): void => {
    if (depth > DEEPEST) return;
    if (typeof x === 'string')
      for (const line of x.split(/\n|<br ?\/?>|<\/(?:p|li)>/i)) steps.push({ text: textOf(line), part });
    else if (Array.isArray(x)) for (const y of x) step(y, part, depth + 1);
    else if (isObject(x)) {
      const section = listOf(x['@type']).some((t) => typeof t === 'string' && /HowToSection$/.test(t));
      const under = section ? textOf(x['name']) || part : part;
      if (x['itemListElement'] !== undefined) step(x['itemListElement'], under, depth + 1);
      else if (x['item'] !== undefined) step(x['item'], under, depth + 1);
      else steps.push({ text: textOf(x['text'] ?? x['name']), part: under });
    }
  };
  step(recipe['recipeInstructions'], undefined, 0);
  const things = [...listOf(recipe['recipeIngredient']), ...listOf(recipe['ingredients'])].map((t) => ({
    text: textOf(t),
    part: undefined,
  }));
  const yields = listOf(recipe['recipeYield'])
    .map(textOf)
    .filter((y) => y !== '');
  return recipeOfParts({
    title: textOf(recipe['name']),
    things,
    steps,
    besides: [...(yields.length > 0 ? [`Makes ${yields[0]!}`] : []), textOf(recipe['description'])].filter(
      (x) => x !== '',
    ),
  });
}

/** A step as the vocabulary tells it. */
type HowToStep = { '@type': 'HowToStep'; text: string };
/** Steps of a part of a recipe. */
type HowToSection = { '@type': 'HowToSection'; name: string; itemListElement: HowToStep[] };
/** A drink as schema.org's Recipe. */
export type RecipeJsonLd = {
  '@context': 'https://schema.org';
  '@type': 'Recipe';
  name: string;
  description?: string;
  recipeYield: string;
  recipeCategory: 'Drink';
  recipeIngredient: string[];
  recipeInstructions: (HowToStep | HowToSection)[];
  /** what the vocabulary cannot say of it */
  abstract?: string;
};

/** A drink in the vocabulary, as far as that can say it; what it cannot stands in its abstract. @throws InputError for one that does not come out */
export function jsonLdOf(drink: Drink): RecipeJsonLd {
  const card = writeCard(drink);
  const step = (text: string): HowToStep => ({ '@type': 'HowToStep', text });
  const section = (name: string, clauses: readonly string[]): HowToSection => ({
    '@type': 'HowToSection',
    name,
    itemListElement: clauses.map(step),
  });
  const [only] = card.brews;
  const steps =
    card.brews.length === 1 && only ? only.clauses.map(step) : card.brews.map((b) => section(b.name, b.clauses));
  return {
    '@context': 'https://schema.org',
    '@type': 'Recipe',
    name: drink.name,
    ...(drink.note ? { description: drink.note } : {}),
    recipeYield: `${Math.round(bookOf(drink).jugMl)} ml`,
    recipeCategory: 'Drink',
    recipeIngredient: [...card.things],
    recipeInstructions: [...steps, ...(card.pours.length > 0 ? [section('The jug', card.pours)] : [])],
    ...(card.lost.length > 0 ? { abstract: `Not told here: ${card.lost.join('; ')}.` } : {}),
  };
}

/** A drink clause by clause in the language of cards: what is read back of it. @throws InputError for one that does not come out */
export const cardLinesOf = (drink: Drink): readonly string[] => cardText(writeCard(drink)).split('\n');

/** A drink as plain text that reads well in a message, and is read back when it is pasted. */
export const plainTextOf = (drink: Drink): string =>
  `${drink.name}\n\n${cardLinesOf(drink).join('\n')}\n${drink.note ? `\nNotes\n${drink.note}\n` : ''}`;
