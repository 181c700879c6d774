import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  readingIn,
  plantsOf,
  thingOfLine,
  botanicalBySlug,
  freeId,
  POURED_THINGS,
  SWEETENERS,
  type Drink,
  type Kitchen,
  type Plants,
  type MixLine,
  type MixSource,
} from '@steepsis/core';
import { AmountField } from '@/shared/ui/AmountField';
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
  kitchen,
  madeMl,
  onChange,
}: {
  drink: Drink;
  kitchen: Kitchen;
  /** what each brew comes to as written, ml, where it comes out */
  madeMl: Readonly<Record<string, number>>;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const plants = plantsOf(drink);
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
                  { value: 'ml', label: line.at === 'glass' ? 'in each glass' : 'a volume' },
                  ...(line.at === 'jug' ? [{ value: 'rest' as const, label: 'the rest of the jug' }] : []),
                ]}
                onValue={(v) => setLine({ ...unworded(line), book: v === 'ml' ? 200 : v }, 'how')}
              />
              {typeof line.book === 'number' && (
                <>
                  {' '}
                  of{' '}
                  <LineAmount
                    line={line}
                    drink={drink}
                    kitchen={kitchen}
                    plants={plants}
                    madeMl={madeMl}
                    onDrink={onChange}
                  />
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
                    {
                      ...unlayered(unworded(line)),
                      at,
                      book: at === 'glass' && typeof line.book !== 'number' ? 100 : line.book,
                    },
                    'at',
                  )
                }
              />
              {line.at === 'glass' && (
                <>
                  ,{' '}
                  <InlineChoice
                    label={`${line.name} in the glass`}
                    value={line.layered ? 'layered' : 'stirred'}
                    choices={[
                      { value: 'stirred', label: 'stirred in' },
                      { value: 'layered', label: 'as a layer' },
                    ]}
                    onValue={(v) =>
                      setLine({ ...unlayered(line), ...(v === 'layered' ? { layered: true } : {}) }, 'layer')
                    }
                  />
                </>
              )}
              {line.toTaste && (
                <>
                  , to taste{' '}
                  <button
                    type="button"
                    className="min-h-11 px-1 text-sm text-action underline underline-offset-4"
                    onClick={() => setLine(untasted(line), 'to taste')}
                  >
                    it is always this much
                  </button>
                </>
              )}
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
      <div className="no-print mt-3">
        <InlineChoice
          label="Add to the mix"
          value="none"
          choices={[{ value: 'none', label: 'Add to the mix' }, ...NEW.map((n) => ({ value: n.key, label: n.label }))]}
          onValue={(key) => key !== 'none' && add(key)}
        />
      </div>
    </>
  );
}

/** Without its words: they were of another amount. */
function unworded({ written: _written, ...line }: MixLine): MixLine {
  return line;
}

function unlayered({ layered: _layered, ...line }: MixLine): MixLine {
  return line;
}

function untasted({ toTaste: _taste, ...line }: MixLine): MixLine {
  return line;
}

/**
 * How much of a part is poured: into the jug, or into each glass of the recipe. Water may be told by a level: "to 2 L" is the rest of a
 * jug of so much.
 */
function LineAmount({
  line,
  drink,
  kitchen,
  plants,
  madeMl,
  onDrink,
}: {
  line: MixLine;
  drink: Drink;
  kitchen: Kitchen;
  plants: Plants;
  madeMl: Readonly<Record<string, number>>;
  onDrink: (drink: Drink, what: string) => void;
}): ReactNode {
  const { glassMl } = drink.serve;
  const atGlass = line.at === 'glass';
  const book = typeof line.book === 'number' ? line.book : 0;
  const set = (next: MixLine, more: Partial<Drink> = {}): void =>
    onDrink({ ...drink, ...more, mix: drink.mix.map((l) => (l.id === line.id ? next : l)) }, `${line.id} ml`);
  return (
    <AmountField
      label={`${line.name} ml`}
      words={line.written}
      amount={atGlass ? (book * glassMl) / 1000 : book}
      unit="ml"
      thing={thingOfLine(line, plants)}
      reading={readingIn(kitchen, line.from.kind === 'juice' ? line.from.plant : undefined)}
      most={atGlass ? glassMl : 50_000}
      none
      onAmount={({ amount, words }) =>
        set({
          ...unworded(line),
          book: atGlass ? (amount * 1000) / glassMl : amount,
          ...(words === undefined ? {} : { written: words }),
        })
      }
      onRule={(read) => {
        if (atGlass || read.unit !== 'relative') return false;
        // "half of it" is so much of what its brew comes to.
        const out = line.from.kind === 'brew' ? madeMl[line.from.brewId] : undefined;
        if (out !== undefined && read.typical !== undefined && read.typical > 0 && read.typical <= 1) {
          set({ ...unworded(line), book: Math.round(out * read.typical * 10) / 10, written: read.words });
          return true;
        }
        if (line.from.kind !== 'water') return false;
        const level = read.typical;
        if (level !== undefined && level < 50) return false;
        const jug = level === undefined ? {} : { book: { ...drink.book, jugMl: level } };
        set({ ...unworded(line), book: 'rest' }, jug);
        return true;
      }}
    />
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
