import type { ReactNode } from 'react';
import { ICE_THING, readingIn, WATER_THING, type Drink, type Kitchen } from '@steepsis/core';
import { volume } from '@/shared/format/format';
import { AmountField } from '@/shared/ui/AmountField';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';
import { TextField } from '@/shared/ui/Figure';

/** The same drink in glasses of another size: what is poured into each glass stays as much. */
const inGlassesOf = (drink: Drink, glassMl: number): Drink => ({
  ...drink,
  serve: { ...drink.serve, glassMl },
  mix: drink.mix.map((l) =>
    l.at === 'glass' && typeof l.book === 'number' ? { ...l, book: (l.book * drink.serve.glassMl) / glassMl } : l,
  ),
});

/** Jug, glass, ice, or hot. */
export function ServePanel({
  drink,
  kitchen,
  sumMl,
  onChange,
}: {
  drink: Drink;
  kitchen: Kitchen;
  /** what its parts come to, where that can be told */
  sumMl?: number | undefined;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const { serve, book, defaults } = drink;
  const hasRest = drink.mix.some((l) => l.book === 'rest');
  const reading = readingIn(kitchen);
  const manner = defaults.hot && !book.iced ? 'hot' : book.iced ? 'ice' : 'none';
  return (
    <Panel title="Serve">
      <p className="leading-8">
        {hasRest ? (
          <>
            The jug is filled to{' '}
            <AmountField
              label="Jug"
              words={undefined}
              amount={book.jugMl}
              unit="ml"
              thing={WATER_THING}
              reading={reading}
              most={50_000}
              onAmount={({ amount: jugMl }) => onChange({ ...drink, book: { ...book, jugMl } }, 'jug')}
            />
            {sumMl !== undefined && sumMl > book.jugMl + 1 && <> (its parts come to {volume(sumMl)})</>},{' '}
          </>
        ) : (
          sumMl !== undefined && <>The jug comes to {volume(sumMl)}, </>
        )}
        in glasses of{' '}
        <AmountField
          label="Glass"
          words={undefined}
          amount={serve.glassMl}
          unit="ml"
          thing={WATER_THING}
          reading={reading}
          most={1000}
          onAmount={({ amount }) => onChange(inGlassesOf(drink, Math.max(20, Math.round(amount))), 'glass')}
        />
        ,{' '}
        <InlineChoice
          label="Served"
          value={manner}
          choices={[
            { value: 'ice', label: 'over ice' },
            { value: 'none', label: 'cold, without ice' },
            { value: 'hot', label: 'hot' },
          ]}
          onValue={(v) =>
            onChange(
              {
                ...drink,
                book: { ...book, iced: v === 'ice' },
                defaults: { ...defaults, iced: v === 'ice', hot: v === 'hot' },
              },
              'served',
            )
          }
        />
        {manner === 'ice' && (
          <>
            , with{' '}
            <AmountField
              label="Ice"
              words={undefined}
              amount={serve.iceG}
              unit="g"
              thing={ICE_THING}
              reading={{ ...reading, fieldUnit: true }}
              most={1000}
              none
              onAmount={({ amount: iceG }) => onChange({ ...drink, serve: { ...serve, iceG } }, 'ice')}
            />{' '}
            of ice, right after{' '}
            {figure(
              'Right after',
              serve.rightAtMin,
              { unit: 'min', min: 0, max: 120, step: 1, shown: true },
              (rightAtMin) => onChange({ ...drink, serve: { ...serve, rightAtMin } }, 'right at'),
            )}
          </>
        )}
        .
      </p>
      <TextField
        label="On the glass"
        value={serve.garnish ?? ''}
        maxLength={120}
        onChange={(garnish) => {
          const { garnish: _was, ...rest } = serve;
          onChange({ ...drink, serve: garnish === '' ? rest : { ...rest, garnish } }, 'garnish');
        }}
        className="mt-2"
      />
      <p className="mt-2 leading-8">
        Kept{' '}
        <InlineChoice
          label="Kept"
          value={drink.bottles ? 'bottles' : 'jug'}
          choices={[
            { value: 'jug', label: 'in its jug' },
            { value: 'bottles', label: 'in bottles, as it is' },
          ]}
          onValue={(v) => {
            const { bottles: _was, ...rest } = drink;
            onChange(v === 'jug' ? rest : { ...rest, bottles: { ml: 250 } }, 'kept');
          }}
        />
        {drink.bottles && (
          <>
            {' '}
            of{' '}
            <AmountField
              label="Bottle"
              words={undefined}
              amount={drink.bottles.ml}
              unit="ml"
              thing={WATER_THING}
              reading={reading}
              most={5000}
              onAmount={({ amount }) =>
                onChange({ ...drink, bottles: { ...drink.bottles, ml: Math.max(10, Math.round(amount)) } }, 'bottle')
              }
            />
          </>
        )}
        .
      </p>
    </Panel>
  );
}
