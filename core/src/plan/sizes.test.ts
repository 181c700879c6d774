import fc from 'fast-check';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { drinkFromCard } from '../card/drinkFromCard';
import { readCard } from '../card/readCard';
import cards from '../test/cards.json';
import { CARD_KITCHEN, CARDS, drinkOf, part } from '../test/asMade';
import { randomDrink } from '../test/randomDrinks';
import { cardTarget } from './houseStandard';
import { nearestThatWorks, planDrink } from './planDrink';
import { smallestVesselFor } from './vesselChoice';

const BASE = drinkOf('card', { pot: CARDS.roselle }, [part('pot')]);
/** As a page keeps it: its own target is the card's. */
const kept = (drink: Drink): Drink => ({ ...drink, defaults: cardTarget(drink)! });
const fromCards = cards.map(({ card }) => kept(drinkFromCard(readCard(card), BASE)));
const drawn = fc.sample(randomDrink, { seed: 32, numRuns: Number(process.env['STEEPSIS_SIZES'] ?? 12) }).map(kept);

/** A kitchen whose jugs are no limit, so that what binds is the pots. */
const wide = (kitchen: Kitchen): Kitchen => ({
  ...kitchen,
  vessels: [...kitchen.vessels, { ...kitchen.vessels.find((v) => v.kind === 'jug')!, id: 'churn', capacityMl: 60_000 }],
});

/** Litres that a drink surely fits at: every brew of the card, so many times, into four of the largest vessels of its kind. */
function mostLitres(drink: Drink, target: PlanTarget, { vessels }: Kitchen): number {
  const fits = (litres: number): boolean =>
    drink.brews.every((b) => smallestVesselFor(vessels, b.ways[0]!, (1.15 * litres) / target.litres / 4) !== undefined);
  let most = 0.3;
  while (most < 19 && fits(most + 0.5)) most += 0.5;
  return most;
}

/** What really is too little for a pot: it boils dry, or all of it stays in the plants. */
const SMALL = new Set<string>(['boils-dry', 'liquor-ratio']);
const SIZES = [0.3, 1.7, 8, 20];

describe.each([
  ['a drink of the book', BOOK, DEFAULT_KITCHEN],
  ['a card', fromCards, CARD_KITCHEN],
  ['any drink', drawn, DEFAULT_KITCHEN],
] as const)('%s', (_what, drinks, ordinary) => {
  const kitchen = wide(ordinary);
  it('is planned at any size that its pots hold, and what is refused beyond that brings one that is planned', () => {
    const wrong: unknown[] = [];
    for (const drink of drinks) {
      const card = cardTarget(drink)!;
      const most = mostLitres(drink, card, kitchen);
      for (const litres of SIZES) {
        const target = { ...card, litres };
        const result = planDrink(drink, target, kitchen);
        if (result.kind === 'plan') continue;
        const told = [drink.id, litres, most, result.limit, result.message];
        if (litres <= most && !(litres < card.litres && SMALL.has(result.limit))) wrong.push(told);
        const nearest = result.nearest ?? nearestThatWorks(drink, target, kitchen);
        if (!nearest || planDrink(drink, nearest, kitchen).kind !== 'plan') wrong.push([...told, 'nothing nearer']);
      }
    }
    expect(wrong).toEqual([]);
  });
});
