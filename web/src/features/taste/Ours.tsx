import type { ReactNode } from 'react';
import { cardsAgain, madeOurs, type Batch } from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { serverNow } from '@/shared/api/clock';
import { useSaveDrink } from '@/shared/api/queries';
import { Ask } from '@/shared/ui/Ask';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { workedOut } from '@/shared/ui/reasonOf';

/** "This is ours": a glass of this making becomes what ×1.00 of its drink means, and the card's again where it was. */
export function Ours({ view: { drink }, batch }: { view: DrinkView; batch: Batch }): ReactNode {
  const save = useSaveDrink();
  const made = workedOut(() => madeOurs(drink, batch, new Date(serverNow()).toISOString())).value;
  if (!made?.ours) return null;
  const is = drink.ours?.batchId === batch.id;
  return (
    <div className="mt-4 border-t border-line pt-3">
      {is ? (
        <>
          <p>
            This is ours: ×1.00 of {drink.name} is a glass of this making, {drink.ours!.times.toFixed(2)} times as
            strong as the card’s.
          </p>
          <Button kind="quiet" disabled={save.isPending} onClick={() => save.mutate(cardsAgain(drink))}>
            Let ×1.00 be the card’s again
          </Button>
        </>
      ) : (
        <Ask
          trigger={<Button disabled={save.isPending}>This is ours</Button>}
          title={`Let this glass be ${drink.name}?`}
          yes="It is ours"
          onYes={() => save.mutate(made)}
        >
          <p>
            ×1.00 of {drink.name} will mean a glass of this making, which is {made.ours.times.toFixed(2)} times as
            strong as the card’s, and plans start from how it was made. What was made before keeps its own ×, and says
            so. The card itself stays as it is written.
          </p>
        </Ask>
      )}
      <Refusal error={save.error} />
    </div>
  );
}
