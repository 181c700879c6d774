import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  botanicalBySlug,
  freeId,
  POURED_THINGS,
  SWEETENERS,
  type Drink,
  type MixLine,
  type MixSource,
} from '@steepsis/core';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';

const JUICES = POURED_THINGS.map((value) => ({ value, label: botanicalBySlug(value).name.toLowerCase() }));
const SWEETENER_CHOICES = Object.entries(SWEETENERS).map(([value, s]) => ({ value, label: s.name.toLowerCase() }));

type New = { key: string; label: string; line: Omit<MixLine, 'id'> };
const NEW: readonly New[] = [
  {
    key: 'syrup',
    label: 'A plain syrup',
    line: { name: 'Syrup', from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, book: 100, at: 'jug' },
  },
  {
    key: 'juice',
    label: 'Juice, puree, milk, extract',
    line: { name: 'Lemon juice', from: { kind: 'juice', plant: 'lemon_juice' }, book: 40, at: 'jug' },
  },
  {
    key: 'water',
    label: 'Cold water',
    line: { name: 'Cold water', from: { kind: 'water', water: 'still' }, book: 'rest', at: 'jug' },
  },
  {
    key: 'sparkling',
    label: 'Sparkling water',
    line: { name: 'Cold sparkling water', from: { kind: 'water', water: 'sparkling' }, book: 'rest', at: 'jug' },
  },
  {
    key: 'spirit',
    label: 'A spirit, by the glass',
    line: { name: 'Spirit', from: { kind: 'spirit', name: 'spirit', abv: 40 }, book: 100, at: 'glass' },
  },
];

/** What goes into the jug and into the glass, as the book has it. */
export function MixEditor({
  drink,
  onChange,
}: {
  drink: Drink;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const setLine = (line: MixLine, what: string): void =>
    onChange({ ...drink, mix: drink.mix.map((l) => (l.id === line.id ? line : l)) }, `${line.id} ${what}`);
  const add = (key: string): void => {
    const found = NEW.find((n) => n.key === key)!;
    const id = freeId(
      key,
      drink.mix.map((l) => l.id),
    );
    // There is one rest: another one takes what is left of it.
    const rest = found.line.book === 'rest' && drink.mix.some((l) => l.book === 'rest');
    onChange({ ...drink, mix: [...drink.mix, { ...found.line, id, ...(rest ? { book: 200 } : {}) }] }, `add ${id}`);
  };
  const brews = drink.mix.filter((l) => l.from.kind === 'brew').length;
  return (
    <>
      <ul className="divide-y divide-line border-y border-line" aria-label="Parts of the mix">
        {drink.mix.map((line) => (
          <li key={line.id} className="flex items-start justify-between gap-2 py-2">
            <div className="min-w-0 flex-1 py-1.5 leading-8">
              <LineSource line={line} onChange={setLine} />,{' '}
              <InlineChoice
                label={`${line.name} how much`}
                value={typeof line.book === 'number' ? 'ml' : line.book}
                choices={[
                  ...(line.from.kind === 'brew' ? [{ value: 'all' as const, label: 'all of it' }] : []),
                  { value: 'ml', label: line.at === 'glass' ? 'by the litre' : 'a volume' },
                  ...(line.at === 'jug' ? [{ value: 'rest' as const, label: 'the rest of the jug' }] : []),
                ]}
                onValue={(v) => setLine({ ...line, book: v === 'ml' ? 200 : v }, 'how')}
              />
              {typeof line.book === 'number' && (
                <>
                  {' '}
                  of{' '}
                  {figure(
                    `${line.name} ml`,
                    line.book,
                    { unit: 'ml', min: 0, max: 50_000, step: 10, shown: line.at === 'glass' ? 'ml to a litre' : 'ml' },
                    (book) => setLine({ ...line, book }, 'ml'),
                  )}
                </>
              )}
              , poured{' '}
              <InlineChoice
                label={`${line.name} poured`}
                value={line.at}
                choices={[
                  { value: 'jug', label: 'into the jug' },
                  ...(line.from.kind === 'brew' ? [] : [{ value: 'glass' as const, label: 'into each glass' }]),
                ]}
                onValue={(at) =>
                  setLine(
                    { ...line, at, book: at === 'glass' && typeof line.book !== 'number' ? 100 : line.book },
                    'at',
                  )
                }
              />
            </div>
            {(line.from.kind !== 'brew' || brews > 1) && (
              <button
                type="button"
                aria-label={`Remove ${line.name} from the mix`}
                onClick={() =>
                  onChange({ ...drink, mix: drink.mix.filter((l) => l.id !== line.id) }, `remove ${line.id}`)
                }
                className="grid size-11 shrink-0 place-items-center text-muted hover:text-ink"
              >
                <X size={18} aria-hidden />
              </button>
            )}
          </li>
        ))}
      </ul>
      <label className="mt-3 block text-sm text-muted">
        Add to the mix{' '}
        <select
          value=""
          onChange={(e) => add(e.target.value)}
          className="ml-1 min-h-11 rounded-md border border-ink/35 bg-surface px-3 text-base text-ink"
        >
          <option value="" disabled>
            choose
          </option>
          {NEW.map((n) => (
            <option key={n.key} value={n.key}>
              {n.label}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}

function LineSource({ line, onChange }: { line: MixLine; onChange: (line: MixLine, what: string) => void }): ReactNode {
  const { from } = line;
  const set = (next: MixSource, name = line.name): void => onChange({ ...line, from: next, name }, 'from');
  switch (from.kind) {
    case 'brew':
      return line.name;
    case 'syrup':
      return (
        <>
          Syrup of{' '}
          <InlineChoice
            label="Syrup sweetener"
            value={from.sweetener}
            choices={SWEETENER_CHOICES}
            onValue={(sweetener) => set({ ...from, sweetener })}
          />{' '}
          at{' '}
          {figure('Syrup Brix', from.brix, { unit: '°Bx', min: 1, max: 80, step: 1, shown: true }, (brix) =>
            set({ ...from, brix }),
          )}
        </>
      );
    case 'juice':
      return (
        <InlineChoice
          label="Juice"
          value={from.plant}
          choices={JUICES}
          onValue={(plant) => set({ ...from, plant }, JUICES.find((j) => j.value === plant)!.label.split(',')[0])}
        />
      );
    case 'water':
      return (
        <InlineChoice
          label="Water"
          value={from.water}
          choices={[
            { value: 'still', label: 'Cold water' },
            { value: 'sparkling', label: 'Cold sparkling water' },
          ]}
          onValue={(water) => set({ ...from, water }, water === 'still' ? 'Cold water' : 'Cold sparkling water')}
        />
      );
    case 'spirit':
      return (
        <>
          {line.name} at{' '}
          {figure('Spirit strength', from.abv, { unit: '% vol', min: 0.5, max: 96, step: 1, shown: true }, (abv) =>
            set({ ...from, abv }),
          )}
        </>
      );
  }
}
