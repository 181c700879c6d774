import { drinkFromCard } from '../card/drinkFromCard';
import { readCard } from '../card/readCard';
import type { BatchEventBody } from '../batch/batchEvent';
import { labelLines } from '../label/labelText';
import { plannedMl } from '../batch/batch';
import { planDrink, type Plan } from '../plan/planDrink';
import { aBatch, minutesIn, type Told } from '../test/aBatch';
import { CARD_KITCHEN, CARDS, drinkOf, part } from '../test/asMade';
import { howToDrink } from './howToDrink';
import { shelfItemsOf } from './shelf';
import type { ShelfItem } from './shelfItem';

const BASE = drinkOf('card', { pot: CARDS.roselle }, [part('pot')]);

/** A card made as it stands, and mixed: what then stands in the jug. */
function made(card: string): ShelfItem {
  const drink = drinkFromCard(readCard(card), BASE);
  const result = planDrink(drink, { ...drink.defaults, asWritten: true }, CARD_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return stands(result.plan);
}

function stands(plan: Plan): ShelfItem {
  const told: Told[] = [];
  let minute = 1;
  const say = (body: BatchEventBody): void => void told.push([(minute += 5), body]);
  for (const [i, b] of plan.brews.entries()) {
    if (i > 0) say({ type: 'brew-started', brewId: b.brewId });
    for (const s of b.way.stages)
      if (s.kind !== 'strain') say({ type: 'stage-ended', brewId: b.brewId, stageId: s.id });
    const ml = Math.round(b.figures.volumeMl);
    say({ type: 'measured', what: 'volume', brewId: b.brewId, value: ml, method: 'jug' });
  }
  const { plan: frozen } = aBatch(told, plan);
  const poured = plan.drink.mix.filter((l) => l.at === 'jug').map((l) => [l.id, Math.floor(plannedMl(frozen, l.id))]);
  say({ type: 'mixed', mix: Object.fromEntries(poured) as Record<string, number>, hadMl: {}, sugarAddedG: 0 });
  const batch = aBatch(told, plan);
  expect(batch.unworked).toEqual([]);
  return shelfItemsOf(batch, Date.parse(minutesIn(minute + 1))).find((i) => i.vesselId === 'jug')!;
}

const saidOf = (item: ShelfItem): string =>
  labelLines(item, [], { day: (iso) => iso.slice(0, 10), measures: 'metric' })
    .map((l) => l.text)
    .join('\n');

describe('what stands in a jug', () => {
  it('names all that went in, down to the salt and the clove', () => {
    const label = saidOf(
      made('1 L water, 10 g black tea, 2 cloves, 1/4 tsp salt, 60 g sugar; boil; off the heat 5 min; strain'),
    );
    for (const name of ['water', 'black tea', 'clove', 'salt', 'sugar']) expect(label).toContain(name);
  });
  it('is drunk by the glass of its drink: so much of it, with what goes in beside it, and its alcohol', () => {
    const item = made(
      '3/4 cup sugar, 3/4 cup water, 2 tsp dried elderflower, 8 min simmer, lid loose; strain. A glass: 40 ml syrup, 20 ml lime, 25 ml gin, 180 ml sparkling, ice',
    );
    expect(howToDrink(item, 'metric')).toMatch(/^40 ml of it with 20 ml .*lime.*, 25 ml gin and 180 ml .*over ice$/i);
    // 25 ml of 40 % in 265 ml.
    expect(item.glassAbv).toBeCloseTo((25 * 0.4 * 100) / 265, 0);
    expect(saidOf(item)).toMatch(/3\.\d % vol of alcohol in that glass/);
  });
  it('is warmed where it is hot, and has had no bath', () => {
    const item = made(
      '1.5 L apple, 500 ml pear and 250 ml cranberry juice, 1/3 cup sugar, 3 sticks cinnamon and 10 allspice in a bag; to the boil, 25 min lidded; bag out; served hot, kept hot an hour',
    );
    expect(howToDrink(item, 'metric')).toBe('warm to 68 °C');
    expect(howToDrink(item, 'us')).toBe('warm to 154 °F');
  });
});
