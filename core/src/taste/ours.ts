import { tastedLiquid, type Batch } from '../batch/batch';
import type { Drink, PlanTarget } from '../drink/drink';
import { weightedStrength } from '../liquid/strength';
import { bookStandard, cardStandard } from '../plan/houseStandard';
import { InputError } from '../quantity/errors';
import { targetAsItCame } from './asItCame';

// A glass of the house as the standard of its drink: ×1.0 is that glass from then on, not the card's.

/**
 * The drink as its next version, whose ×1.0 is a glass of a batch as it was drunk, and whose plans start from how that one was made.
 * @throws InputError for a batch of another drink, or one without a strength
 */
export function madeOurs(drink: Drink, batch: Batch, nowIso: string): Drink {
  const { target, drink: made } = batch.plan;
  if (made.id !== drink.id) throw new InputError('madeOurs', 'batch', `a batch of ${drink.name}`, made.name);
  const glass = weightedStrength(
    tastedLiquid(batch, { state: target.iced ? 'iced' : 'chilled', at: batch.events.at(-1)!.at }),
  );
  const card = cardStandard(drink);
  if (!(glass > 0 && card > 0)) throw new InputError('madeOurs', 'batch', 'a batch that has a strength', batch.id);
  const { drinker: _whose, potency: _lots, asked: _asked, readyBy: _by, ...came } = targetAsItCame(batch);
  const defaults: PlanTarget = { ...came, asWritten: false, strengthX: 1 };
  return {
    ...drink,
    version: drink.version + 1,
    defaults,
    ours: { times: glass / card, batchId: batch.id, madeAt: batch.startedAt, since: nowIso },
  };
}

/** The drink as its next version, whose ×1.0 is the card's again. */
export function cardsAgain({ ours, ...drink }: Drink): Drink {
  const times = ours?.times ?? 1;
  const { strengthX } = drink.defaults;
  return {
    ...drink,
    version: drink.version + 1,
    defaults: { ...drink.defaults, strengthX: Math.min(3, Math.max(0.2, Math.round(100 * strengthX * times) / 100)) },
  };
}

/** How many of today's × one × of a drink as it was is; 1 where nothing moved it since, or where either has no strength. */
export function timesOfToday(was: Drink, today: Drink): number {
  const [before, now] = [bookStandard(was), bookStandard(today)];
  return before > 0 && now > 0 ? before / now : 1;
}
