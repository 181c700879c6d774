import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { drinkFromCard, readCard, readingIn, soundPlants, type Drink } from '@steepsis/core';
import type { House } from '@/shared/api/queries';
import { Button } from '@/shared/ui/Button';
import { Panel } from '@/shared/ui/Panel';
import { LineRead } from './LineRead';
import { HAS_PINTS, WhosePints, withPints, type Pints } from './WhosePints';

const EXAMPLE =
  '20 calyces, 1 L water, 4 min at a simmer; off the heat 3 slices ginger, 20 min; strain; 3/4 cup sugar; cold: juice of 5 oranges, 3 cups water';

/** The recipe written as it stands on a card, in place of drawing it: what is understood stands below as it is typed. */
export function CardWriter({
  drink,
  house,
  open,
  onTake,
}: {
  drink: Drink;
  house: House;
  /** begins open: there is nothing yet that it would replace */
  open: boolean;
  onTake: (drink: Drink) => void;
}): ReactNode {
  const [text, setText] = useState('');
  const [isOpen, setIsOpen] = useState(open);
  const [pints, setPints] = useState<Pints | undefined>(undefined);
  const typed = useDeferredValue(pints ? withPints(text, pints) : text);
  const { forPlans: kitchen } = house;
  const read = useMemo(() => {
    if (typed.trim() === '') return undefined;
    const own = Object.values(soundPlants(house.plants.map((p) => p.body).filter((p) => !p.archived)).plants);
    return readCard(typed, { plants: own, pots: kitchen.vessels, reading: (slug) => readingIn(kitchen, slug) });
  }, [typed, house.plants, kitchen]);
  const unread = read?.lines.filter((l) => l.kind === 'unread').length ?? 0;
  return (
    <Panel>
      <details open={isOpen} onToggle={(e) => setIsOpen(e.currentTarget.open)}>
        <summary className="min-h-11 cursor-pointer py-2 font-semibold">Write it instead of drawing it</summary>
        <label className="mt-1 block text-sm text-muted">
          The recipe, as it stands on a card
          <textarea
            value={text}
            onChange={(e) => setText(e.target.value)}
            maxLength={4000}
            rows={4}
            placeholder={EXAMPLE}
            className="mt-0.5 block w-full rounded-md border border-ink/35 bg-surface px-3 py-2 text-base text-ink"
          />
        </label>
        {read && (
          <>
            {HAS_PINTS.test(text) && <WhosePints pints={pints} onPints={setPints} />}
            <ul aria-label="What is understood" className="mt-2 divide-y divide-line">
              {read.lines.map((line, i) => (
                <LineRead key={`${i} ${line.text}`} line={line} />
              ))}
            </ul>
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <Button
                kind="main"
                onClick={() => {
                  onTake(drinkFromCard(read, drink));
                  setText('');
                  setPints(undefined);
                }}
              >
                Take it
              </Button>
              <span className="text-sm text-muted">
                {unread > 0
                  ? `${unread} of ${read.lines.length} pieces are not understood: they go into the note.`
                  : 'It takes the place of what is drawn below; undo brings that back.'}
              </span>
            </div>
          </>
        )}
      </details>
    </Panel>
  );
}
