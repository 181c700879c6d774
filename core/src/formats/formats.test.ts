import type { Recipe, WithContext } from 'schema-dts';
import { BOOK } from '../drink/book';
import type { Drink } from '../drink/drink';
import { drinkFromCard } from '../card/drinkFromCard';
import { cardText, writeCard } from '../card/writeCard';
import { readCard } from '../card/readCard';
import { clausesOfText, readPasted, recipesIn, type RecipeText } from '../paste';
import { jsonLdOf, plainTextOf, recipesOfJsonLd } from './schemaOrg';

const DRINKS = BOOK.filter((d) => !d.draft).map((d) => [d.name, d] as const);

/** What a recipe comes to: its plants and grams, its water, its stages, what is poured. */
const comesTo = (drink: Drink): object => {
  const ways = drink.brews.map((b, i) => (i === 0 ? b.ways.find((w) => w.id === drink.book.wayId)! : b.ways[0]!));
  return {
    plants: ways.flatMap((w) => w.ingredients.map((i) => `${i.plant} ${Math.round(i.grams * 100) / 100}`)).sort(),
    waterMl: Math.round(ways.reduce((sum, w) => sum + w.waterMl, 0)),
    stages: ways.flatMap((w) => w.stages.map((s) => `${s.kind} ${'minutes' in s ? s.minutes : ''}`.trim())),
    poured: drink.mix.flatMap((l) =>
      l.from.kind === 'juice' || l.from.kind === 'syrup' ? [`${l.from.kind} ${String(l.book)}`] : [],
    ),
  };
};
/** Without what a drink's card says itself that it does not tell. */
const told = (drink: Drink, whole: object): object => {
  const { lost } = writeCard(drink);
  const { stages, ...rest } = whole as { stages: string[] };
  return lost.some((l) => l.endsWith('a stage of it')) ? rest : { ...rest, stages };
};
const again = (text: RecipeText, base: Drink): Drink => drinkFromCard(readPasted(text, clausesOfText(text)).card, base);

describe('a drink to a format and back', () => {
  it.each(DRINKS)('%s: as a card', (_name, drink) => {
    const back = drinkFromCard(readCard(cardText(writeCard(drink))), drink);
    expect(told(drink, comesTo(back))).toEqual(told(drink, comesTo(drink)));
  });
  it.each(DRINKS)('%s: as data of a recipe, through text', (_name, drink) => {
    const [text] = recipesOfJsonLd(JSON.parse(JSON.stringify(jsonLdOf(drink))));
    expect(text!.title).toBe(drink.name);
    expect(told(drink, comesTo(again(text!, drink)))).toEqual(told(drink, comesTo(drink)));
  });
  it.each(DRINKS)('%s: as a message that is pasted', (_name, drink) => {
    const [text] = recipesIn(plainTextOf(drink));
    expect(text!.title).toBe(drink.name);
    expect(told(drink, comesTo(again(text!, drink)))).toEqual(told(drink, comesTo(drink)));
  });
  it('says what the format cannot say of it', () => {
    const [, many] = DRINKS.find(([, d]) => d.brews[0].ways.length > 1)!;
    expect(jsonLdOf(many).abstract).toMatch(/^Not told here: .*other way/);
  });
  it('is of the vocabulary: its own types take it, every step has a text, every thing an amount', () => {
    for (const [, drink] of DRINKS) {
      const recipe = jsonLdOf(drink);
      const typed: WithContext<Recipe> = recipe;
      expect(typed['@type']).toBe('Recipe');
      for (const thing of recipe.recipeIngredient) expect(thing).toMatch(/^\d/);
      const steps = recipe.recipeInstructions.flatMap((s) => ('itemListElement' in s ? s.itemListElement : [s]));
      expect(steps.length).toBeGreaterThan(0);
      for (const s of steps) expect(s.text.length).toBeGreaterThan(2);
    }
  });
});
